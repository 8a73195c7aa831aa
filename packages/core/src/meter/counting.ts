import { measureQuarters, type Meter, pulseQuarters } from './meter';
import {
  add,
  compare,
  divide,
  formatRational,
  multiply,
  type Rational,
  rational,
  subtract,
} from '../rational/rational';
import type { Conventions } from '../convention/conventions';

export type CountingSystem = Conventions['counting'];

/** One syllable: said where a note starts, or while it is held. */
export interface CountWord {
  readonly text: string;
  readonly held: boolean;
}

/** A stretch of a bar to be counted: where it starts in a full bar and how long it lasts, in quarters. */
export interface Counted {
  readonly meter: Meter;
  /** One count of the bar, in quarters. */
  readonly count: Rational;
  readonly onset: Rational;
  readonly quarters: Rational;
  /** The group of three in which it stands: how far into it, and how long all of it lasts. */
  readonly triplet?: { readonly into: Rational; readonly lasts: Rational } | undefined;
  /** A rest is counted inwardly: its words are said in the head. */
  readonly rest?: boolean;
}

const ONE = rational(1);
const TWO = rational(2);
const THREE = rational(3);
const HALF = rational(1, 2);
const DOTTED_EIGHTH = rational(3, 4);

/** What is left of a number of beats after its whole ones, as text: `1/2`. */
const partOfBeat = ({ n, d }: Rational): string => `${((n % d) + d) % d}/${d}`;

const NUMBER_PARTS: Readonly<Record<string, string>> = { '1/2': '&', '1/4': 'e', '3/4': 'a', '1/3': 'la', '2/3': 'li' };
const DU_PARTS: Readonly<Record<string, string>> = {
  '0/1': 'du',
  '1/2': 'de',
  '1/4': 'ta',
  '3/4': 'ta',
  '1/3': 'da',
  '2/3': 'di',
};

/** The whole beats that pass while a note is held, its own start left out; both ends are counted in beats. */
function beatsPassed(start: Rational, end: Rational): number[] {
  const passed: number[] = [];
  for (let beat = Math.floor(start.n / start.d) + 1; beat * end.d < end.n; beat++) passed.push(beat);
  return passed;
}

function byNumbers({ onset, quarters, count }: Counted): CountWord[] {
  const start = divide(onset, count);
  const text = start.d === 1 ? String(start.n + 1) : (NUMBER_PARTS[partOfBeat(start)] ?? 'ta');
  const passed = beatsPassed(start, divide(add(onset, quarters), count));
  return [{ text, held: false }, ...passed.map((beat) => ({ text: String(beat + 1), held: true }))];
}

function byFunction({ onset, quarters, meter }: Counted): CountWord[] {
  const pulse = pulseQuarters(meter);
  const start = divide(onset, pulse);
  const text = DU_PARTS[partOfBeat(start)] ?? 'ta';
  const passed = beatsPassed(start, divide(add(onset, quarters), pulse));
  return [{ text, held: false }, ...passed.map(() => ({ text: 'u', held: true }))];
}

const TRIPLET = ['tri', 'o', 'la'];

/**
 * The syllables of a triplet by its thirds: one is said where a note begins, those that it goes on through are held.
 */
function byThirds({ into, lasts }: NonNullable<Counted['triplet']>, quarters: Rational): CountWord[] {
  const start = divide(multiply(into, THREE), lasts);
  const text = start.d === 1 ? (TRIPLET[start.n % 3] ?? 'tri') : 'ka';
  const passed = beatsPassed(start, divide(multiply(add(into, quarters), THREE), lasts));
  return [{ text, held: false }, ...passed.map((third) => ({ text: TRIPLET[third % 3] ?? '', held: true }))];
}

/**
 * Syllables of the written value: a quarter is ta and grows by `a` for each further quarter, by `i` for a half of one.
 */
function byValue({ onset, quarters, rest, triplet }: Counted): CountWord[] {
  if (rest === true)
    return [
      { text: 'sh', held: false },
      ...Array.from({ length: Math.ceil(quarters.n / quarters.d) - 1 }, () => ({ text: 'sh', held: true })),
    ];
  if (triplet !== undefined) return byThirds(triplet, quarters);
  if (compare(quarters, ONE) < 0) {
    if (compare(quarters, DOTTED_EIGHTH) === 0) return [{ text: 'tim', held: false }];
    const onEighth = divide(onset, HALF).d === 1;
    return [{ text: compare(quarters, HALF) < 0 && !onEighth ? 'ka' : 'ti', held: false }];
  }
  const whole = Math.floor(quarters.n / quarters.d);
  const words = [{ text: 'ta', held: false }, ...Array.from({ length: whole - 1 }, () => ({ text: 'a', held: true }))];
  return quarters.n % quarters.d === 0 ? words : [...words, { text: 'i', held: true }];
}

/**
 * What is said for a note in one of the three counting systems.
 *
 * Numbers count as the bar is counted, with `&` for the half, `e` and `a` for the quarters and `la li` for the thirds
 * of a count. `ta` follows the written value, whatever the meter. `du` follows the place in the pulse: `du de` where it
 * halves, `du da di` where it is of three. Common practice, no source.
 * @example in 4/4, counted in quarters, a half note on the first beat by numbers: 1, held 2
 */
export function countWords(counted: Counted, system: CountingSystem): CountWord[] {
  switch (system) {
    case 'numbers':
      return byNumbers(counted);
    case 'ta':
      return byValue(counted);
    case 'du':
      return byFunction(counted);
  }
}

/**
 * Count words as one text: `1 (2 3)`, `ta-a`, `du-u`; a rest, and a note held over from before, stands in brackets as a
 * whole.
 * @param silent nothing new is said aloud here
 */
export function countText(words: readonly CountWord[], system: CountingSystem, silent = false): string {
  const [first, ...held] = words;
  const between = system === 'numbers' ? ' ' : '-';
  const after = held.map((w) => between + w.text).join('');
  const start = first?.text ?? '';
  if (silent) return `(${start}${after})`;
  return system === 'numbers' && held.length > 0 ? `${start} (${after.slice(1)})` : start + after;
}

/**
 * A place in a bar as it is counted: `3`, `2 1/2`, and in a count of three `2 la` and `2 li`.
 * @param onset from where a full bar would begin, and one count, in quarters
 * @example beatName(rational(3), rational(3, 2)) // '3'
 */
export function beatName(onset: Rational, count: Rational): string {
  const counts = add(divide(onset, count), ONE);
  const part = partOfBeat(counts);
  return part === '1/3' || part === '2/3'
    ? `${Math.floor(counts.n / counts.d)} ${NUMBER_PARTS[part]}`
    : formatRational(counts);
}

/** What a teacher says before the class comes in. */
export interface CountIn {
  readonly words: readonly string[];
  /** How long each word lasts, and all of it, in quarters. */
  readonly unitQuarters: Rational;
  readonly quarters: Rational;
}

/** Fewer counts than this set no tempo. */
const FEWEST_COUNTS = TWO;

/**
 * The numbers a teacher says before the class comes in: a full bar, shortened by the pickup. Where less than two counts
 * would be left, whole bars come first. Common practice, no source.
 * @param count one count of the bar, in quarters
 * @param pickupQuarters what stands before the first bar line; undefined for a full first bar
 * @example countIn({ beats: 4, unit: 4 }, rational(1), rational(1)).words // 1 2 3; with a pickup of three 1 2 3 4 1
 */
export function countIn(m: Meter, count: Rational, pickupQuarters?: Rational): CountIn {
  const full = measureQuarters(m);
  const whole = pickupQuarters === undefined || compare(pickupQuarters, full) >= 0;
  const entry = whole ? full : subtract(full, pickupQuarters);
  const counts = (length: Rational): string[] =>
    Array.from({ length: Math.ceil((length.n * count.d) / (length.d * count.n)) }, (_u, k) => String(k + 1));
  let [words, quarters] = [counts(entry), entry];
  while (compare(divide(quarters, count), FEWEST_COUNTS) < 0)
    [words, quarters] = [[...counts(full), ...words], add(full, quarters)];
  return { words, unitQuarters: count, quarters };
}
