import { type Duration, durationQuarters, formatRational, type NoteValue, type Conventions } from '@cifra/core';

const NAMES: Readonly<Record<Conventions['rhythmNames'], Readonly<Record<NoteValue, string>>>> = {
  american: {
    breve: 'double whole note',
    whole: 'whole note',
    half: 'half note',
    quarter: 'quarter',
    eighth: 'eighth',
    '16th': 'sixteenth',
    '32nd': 'thirty-second',
  },
  british: {
    breve: 'breve',
    whole: 'semibreve',
    half: 'minim',
    quarter: 'crotchet',
    eighth: 'quaver',
    '16th': 'semiquaver',
    '32nd': 'demisemiquaver',
  },
};
const DOTS = ['', 'dotted ', 'double-dotted ', 'triple-dotted '];
const TUPLETS: Readonly<Record<number, string>> = { 2: 'duplet', 3: 'triplet', 5: 'quintuplet', 6: 'sextuplet' };

/** What a group of so many is called. @example tupletName(3) // triplet */
export const tupletName = (actual: number): string => TUPLETS[actual] ?? `group of ${actual}`;

/** The name of a value alone. @example valueName('quarter', 'british') // crotchet */
export const valueName = (value: NoteValue, names: Conventions['rhythmNames']): string => NAMES[names][value];

/** A value with its dots. @example lengthName({ value: 'half', dots: 1 }, 'british') // dotted minim */
export const lengthName = (d: Duration, names: Conventions['rhythmNames']): string =>
  `${DOTS[d.dots] ?? ''}${NAMES[names][d.value]}`;

/**
 * A written length in American or British names, with what it lasts.
 * @example `dotted crotchet, 1 1/2 crotchets long`
 */
export function durationWords(d: Duration, names: Conventions['rhythmNames']): string {
  const tuplet = d.tuplet === undefined ? '' : `, one of a ${tupletName(d.tuplet.actual)}`;
  const name = `${lengthName(d, names)}${tuplet}`;
  const quarters = durationQuarters(d);
  if (quarters.n === quarters.d) return name;
  return `${name}: ${formatRational(quarters)} ${NAMES[names].quarter}${quarters.n > quarters.d ? 's' : ''}`;
}
