import { beatQuarters, countedQuarters, measureQuarters, type Meter } from './meter';
import { add, compare, divide, multiply, type Rational, rational, subtract } from '../rational/rational';
import type { Conventions } from '../convention/conventions';

export type CountingSystem = Conventions['counting'];

/** One syllable: said where a note starts, or while it is held. */
export interface CountWord {
  readonly text: string;
  readonly held: boolean;
}

/** A stretch of a bar to be counted: where it starts in a full bar and how long it lasts, in quarters. */
export interface Counted {
  readonly onset: Rational;
  readonly quarters: Rational;
  /** A rest is counted inwardly: its words are said in the head. */
  readonly rest?: boolean;
}

const ONE = rational(1);
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

function byNumbers(m: Meter, { onset, quarters }: Counted): CountWord[] {
  const unit = countedQuarters(m);
  const start = divide(onset, unit);
  const text = start.d === 1 ? String(start.n + 1) : (NUMBER_PARTS[partOfBeat(start)] ?? 'ta');
  const passed = beatsPassed(start, divide(add(onset, quarters), unit));
  return [{ text, held: false }, ...passed.map((beat) => ({ text: String(beat + 1), held: true }))];
}

function byFunction(m: Meter, { onset, quarters }: Counted): CountWord[] {
  const unit = beatQuarters(m);
  const start = divide(onset, unit);
  const text = DU_PARTS[partOfBeat(start)] ?? 'ta';
  const passed = beatsPassed(start, divide(add(onset, quarters), unit));
  return [{ text, held: false }, ...passed.map(() => ({ text: 'u', held: true }))];
}

/**
 * Syllables of the written value: a quarter is ta and grows by `a` for each further quarter, by `i` for a half of one.
 */
function byValue({ onset, quarters, rest }: Counted): CountWord[] {
  if (rest === true)
    return [
      { text: 'sh', held: false },
      ...Array.from({ length: Math.ceil(quarters.n / quarters.d) - 1 }, () => ({ text: 'sh', held: true })),
    ];
  if (quarters.d % 3 === 0) {
    const { n, d } = divide(onset, multiply(quarters, THREE));
    return [{ text: ['tri', 'o', 'la'][Math.floor(((n % d) * 3) / d)] ?? 'tri', held: false }];
  }
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
 * Numbers count the beats, with `&` for the half, `e` and `a` for the quarters and `la li` for the thirds of one; in
 * meters of eighths they count the eighths. `ta` follows the written value, whatever the meter. `du` follows the place
 * in the beat: `du de` where beats halve, `du da di` where they are of three. Common practice, no source.
 * @example countWords({ beats: 4, unit: 4 }, { onset: 0, quarters: 2 }, 'numbers') // 1, held 2
 */
export function countWords(m: Meter, counted: Counted, system: CountingSystem): CountWord[] {
  switch (system) {
    case 'numbers':
      return byNumbers(m, counted);
    case 'ta':
      return byValue(counted);
    case 'du':
      return byFunction(m, counted);
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
 * The numbers a teacher says before the class comes in: a full bar, shortened by the pickup.
 * @param pickupQuarters what stands before the first bar line; undefined for a full first bar
 * @example countIn({ beats: 4, unit: 4 }, rational(1)) // ['1', '2', '3']
 */
export function countIn(m: Meter, pickupQuarters?: Rational): string[] {
  const full = measureQuarters(m);
  const unit = countedQuarters(m);
  const entry =
    pickupQuarters === undefined || compare(pickupQuarters, full) >= 0 ? full : subtract(full, pickupQuarters);
  const words: string[] = [];
  for (let k = 0; compare(multiply(rational(k), unit), entry) < 0; k++) words.push(String(k + 1));
  return words;
}
