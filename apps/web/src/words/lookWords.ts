import { signatureWords } from '@cifra/contract/words';
import {
  formatRational,
  type LetterAgainst,
  type Lookalike,
  type LookSheet,
  type Meter,
  measureQuarters,
  divide,
  valueForQuarters,
  type NoteUsed,
  type Rational,
  type Conventions,
  type TiedSum,
  type ValueUsed,
} from '@cifra/core';
import { figureLines } from '@cifra/engrave';
import { lengthName, valueName } from './rhythmWords';
import { barList, list, touchWords } from './spoken';

const DOTS = ['', 'dotted ', 'double-dotted ', 'triple-dotted '];

/** A value with its dots: `dotted half note`. */
const fullName = (d: ValueUsed['duration'], names: Conventions['rhythmNames']): string =>
  `${DOTS[d.dots] ?? ''}${valueName(d.value, names)}${d.tuplet === undefined ? '' : ', of a triplet'}`;

/** A number of counts: `1 1/2 counts`. */
export const countsWords = (r: Rational): string => `${formatRational(r)} ${r.n <= r.d ? 'count' : 'counts'}`;

/** How long a value of the line lasts. @example `dotted half note: 3 counts` */
export const valueWords = ({ duration, rest, counts }: ValueUsed, names: Conventions['rhythmNames']): string =>
  `${fullName(duration, names)}${rest ? ' rest' : ''}: ${countsWords(counts)}`;

/** A tie as a sum. @example `whole note + quarter = 5 counts` */
export const tieWords = ({ durations, counts }: TiedSum, names: Conventions['rhythmNames']): string =>
  `${durations.map((d) => fullName(d, names)).join(' + ')} = ${countsWords(counts)}`;

/** How a bar is counted. @example in 3/4 `3 counts in a bar; a quarter gets one count` */
export function meterWords(m: Meter, count: Rational, names: Conventions['rhythmNames']): string {
  const value = valueForQuarters(count);
  const counts = divide(measureQuarters(m), count);
  const one = value === undefined ? undefined : lengthName(value, names);
  const bar = `${formatRational(counts)} ${counts.n === counts.d ? 'count' : 'counts'} in a bar`;
  return one === undefined ? bar : `${bar}; ${/^[aeiou]/.test(one) ? 'an' : 'a'} ${one} gets one count`;
}

/** So many bars are named one by one. */
const NAMED = 6;
const barsWords = (bars: readonly number[]): string => (bars.length > NAMED ? `${bars.length} bars` : barList(bars));

/** What is easily mistaken, and what to do. */
export function lookalikeWords(l: Lookalike): string {
  switch (l.kind) {
    case 'two-forms':
      return `${list(l.names)} both come: watch for ${l.names[l.names.length - 1]} in ${barsWords(l.bars)}.`;
    case 'octave-key':
      return `${l.name} comes low and high: the fingers are the same but for the ${touchWords(l.key)}.`;
    case 'still-holds':
      return `${l.name} still holds in ${barsWords(l.bars)}, without a sign of its own.`;
    case 'back-again':
      return `${l.name} is back in ${barsWords(l.bars)}: the bar line has ended the sign.`;
  }
}

/** A hand that presses nothing. */
const NOTHING = '–';

/** A figure on one line: `T12 | 45`. */
export const figureOnLine = (f: NoteUsed['fingering'], count: Conventions['fingerCount']): string =>
  f.kind === 'playable'
    ? figureLines(f.figure, count)
        .filter((x) => x !== '' && x !== NOTHING)
        .join(' | ')
    : 'none';

const ALTER: Readonly<Record<number, string>> = { [-1]: 'flat', 0: 'plain', 1: 'sharp' };

/** One letter against the habit. @example `E is plain here, not flat: E is 2, not 3.` */
export function againstWords({ letter, was, is, notes }: LetterAgainst, count: Conventions['fingerCount']): string {
  const figures = notes.map((n) => `${n.name} is ${figureOnLine(n.is, count)}, not ${figureOnLine(n.was, count)}`);
  return `${letter} is ${ALTER[is]} here, not ${ALTER[was]}${figures.length === 0 ? '; it does not come in this line' : `: ${figures.join('; ')}`}.`;
}

/** How this key stands to the one the class is used to, in one sentence. */
export function againstSentence({ against, fifths }: LookSheet): string {
  if (against === undefined) return 'The key the class is used to cannot be written for this instrument.';
  if (against.letters.length === 0) return 'The key the class is used to.';
  return `${signatureWords(fifths)[0]?.toUpperCase()}${signatureWords(fifths).slice(1)}, where the class is used to ${signatureWords(against.fifths)}.`;
}
