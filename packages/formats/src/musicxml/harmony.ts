import {
  add,
  CHORD_KIND,
  type ChordSymbol,
  durationQuarters,
  equal,
  type Letter,
  MAX_CHORD_KIND,
  type Rational,
  rational,
  type Step,
  STEPS,
  ZERO,
} from '@cifra/core';
import { childNamed, childrenNamed, childText, element as el, textOf, type XmlElement } from '@cifra/xml';
import type { ProblemList } from '../import/problemList';
import type { Building } from './barReader';
import { leaf } from './leaf';
import { readNumber } from './noteReader';

/**
 * The format's names for what stands on a root, and how they are printed: the first of several is how Cifra prints it.
 * @see MusicXML 4.0, kind-value, W3C Community Group; the printed forms are common practice, no source
 */
const KINDS: readonly (readonly [value: string, ...printed: string[]])[] = [
  ['major', ''],
  ['minor', 'm', 'min', 'mi', '-'],
  ['augmented', '+', 'aug'],
  ['diminished', 'dim', '°'],
  ['dominant', '7'],
  ['major-seventh', 'maj7', 'ma7', 'M7', 'Δ'],
  ['minor-seventh', 'm7', 'min7', 'mi7', '-7'],
  ['diminished-seventh', 'dim7', '°7'],
  ['augmented-seventh', '+7', 'aug7'],
  ['half-diminished', 'm7b5', 'ø', 'ø7'],
  ['major-minor', 'm(maj7)'],
  ['major-sixth', '6'],
  ['minor-sixth', 'm6'],
  ['dominant-ninth', '9'],
  ['major-ninth', 'maj9'],
  ['minor-ninth', 'm9'],
  ['dominant-11th', '11'],
  ['major-11th', 'maj11'],
  ['minor-11th', 'm11'],
  ['dominant-13th', '13'],
  ['major-13th', 'maj13'],
  ['minor-13th', 'm13'],
  ['suspended-second', 'sus2'],
  ['suspended-fourth', 'sus4', 'sus'],
  ['power', '5'],
];
const PRINTED = new Map(KINDS.map(([value, printed = '']) => [value, printed]));
const VALUE = new Map(KINDS.flatMap(([value, ...printed]) => printed.map((p) => [p, value])));

function readLetter(e: XmlElement | undefined, name: 'root' | 'bass'): Letter | undefined {
  const step = e === undefined ? undefined : childText(e, `${name}-step`);
  if (e === undefined || !STEPS.includes(step as Step)) return undefined;
  const alter = readNumber(childText(e, `${name}-alter`)) ?? 0;
  return Math.abs(alter) <= 2 && Number.isInteger(alter) ? { step: step as Step, alter } : undefined;
}

/** A degree that is added to a chord, taken from it or altered: `add9`, `no3`, `b5`. */
function degreeText(e: XmlElement): string {
  const value = childText(e, 'degree-value') ?? '';
  const alter = readNumber(childText(e, 'degree-alter')) ?? 0;
  const sign = alter < 0 ? 'b' : alter > 0 ? '#' : '';
  const type = childText(e, 'degree-type');
  return type === 'subtract' ? `no${value}` : `${type === 'add' && sign === '' ? 'add' : ''}${sign}${value}`;
}

/** Reads a chord symbol; nothing where its root or kind cannot be printed. */
function readHarmony(e: XmlElement): ChordSymbol | undefined {
  const root = readLetter(childNamed(e, 'root'), 'root');
  const kindElement = childNamed(e, 'kind');
  const value = textOf(kindElement);
  // How the file prints it counts where it says the same, or more than the format has a name for.
  const own = kindElement?.attributes.text;
  const printed = own !== undefined && VALUE.get(own) === value ? own : (PRINTED.get(value) ?? own);
  if (root === undefined || printed === undefined) return undefined;
  const degrees = childrenNamed(e, 'degree').map(degreeText);
  const kind = `${printed}${degrees.length === 0 ? '' : `(${degrees.join(',')})`}`
    .replaceAll('♭', 'b')
    .replaceAll('♯', '#');
  if (!CHORD_KIND.test(kind) || kind.length > MAX_CHORD_KIND) return undefined;
  const bassElement = childNamed(e, 'bass');
  const bass = readLetter(bassElement, 'bass');
  if (bassElement !== undefined && bass === undefined) return undefined;
  return { root, kind, ...(bass !== undefined && { bass }) };
}

/** A chord symbol of a file and its time in the bar, in quarters. */
export interface PlacedHarmony {
  readonly at: Rational;
  readonly harmony: XmlElement;
}

/** A chord symbol stands where the reading has come to, or a little off it. */
export function placeHarmony(harmony: XmlElement, cursor: Rational, divisions: number): PlacedHarmony {
  const off = readNumber(childText(harmony, 'offset')) ?? 0;
  return { at: add(cursor, rational(Math.round(off * 1000), Math.round(divisions * 1000))), harmony };
}

/** Puts chord symbols on the notes and rests that begin at their times; what has no such place is listed. */
export function takeHarmonies(
  placed: readonly PlacedHarmony[],
  bar: Building,
  problems: ProblemList,
  measure: number,
): void {
  let onset = ZERO;
  const starts = bar.events.map(({ duration }) => {
    const start = onset;
    onset = add(onset, durationQuarters(duration));
    return start;
  });
  for (const { at, harmony } of placed) {
    const chord = readHarmony(harmony);
    const place = starts.findIndex((start) => equal(start, at));
    const event = bar.events[place];
    if (chord === undefined || event === undefined || event.chord !== undefined)
      problems.add('chord-symbols', 'left-out', { measure });
    else bar.events[place] = { ...event, chord };
  }
}

const letter = (name: 'root' | 'bass', { step, alter }: Letter): XmlElement =>
  el(name, {}, [leaf(`${name}-step`, step), ...(alter === 0 ? [] : [leaf(`${name}-alter`, alter)])]);

export const writeHarmony = ({ root, kind, bass }: ChordSymbol): XmlElement =>
  el('harmony', {}, [
    letter('root', root),
    el('kind', kind === '' ? {} : { text: kind }, [VALUE.get(kind) ?? 'other']),
    ...(bass === undefined ? [] : [letter('bass', bass)]),
  ]);
