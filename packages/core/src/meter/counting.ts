import { beatQuarters, countedQuarters, measureQuarters, type Meter } from './meter';
import { add, compare, divide, multiply, type Rational, rational, subtract } from '../rational/rational';
import type { Schools } from '../school/schools';

export type CountingSystem = Schools['counting'];

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
const fraction = (r: Rational): Rational => subtract(r, rational(Math.floor(r.n / r.d)));
const name = (r: Rational): string => `${r.n}/${r.d}`;

const NUMBER_PARTS: Readonly<Record<string, string>> = { '1/2': '&', '1/4': 'e', '3/4': 'a', '1/3': 'la', '2/3': 'li' };
const DU_PARTS: Readonly<Record<string, string>> = {
  '0/1': 'du',
  '1/2': 'de',
  '1/4': 'ta',
  '3/4': 'ta',
  '1/3': 'da',
  '2/3': 'di',
};

/** The beats that pass while a note is held, as whole numbers of a unit after its start. */
function* passed(onset: Rational, end: Rational, unit: Rational): Generator<number> {
  const first = divide(onset, unit);
  for (let k = Math.floor(first.n / first.d) + 1; compare(multiply(rational(k), unit), end) < 0; k++) yield k;
}

function byNumbers(m: Meter, { onset, quarters }: Counted): CountWord[] {
  const unit = countedQuarters(m);
  const at = divide(onset, unit);
  const part = fraction(at);
  const start = part.n === 0 ? String(Math.floor(at.n / at.d) + 1) : (NUMBER_PARTS[name(part)] ?? 'ta');
  return [
    { text: start, held: false },
    ...[...passed(onset, add(onset, quarters), unit)].map((k) => ({ text: String(k + 1), held: true })),
  ];
}

function byFunction(m: Meter, { onset, quarters }: Counted): CountWord[] {
  const beat = beatQuarters(m);
  const start = DU_PARTS[name(fraction(divide(onset, beat)))] ?? 'ta';
  return [
    { text: start, held: false },
    ...[...passed(onset, add(onset, quarters), beat)].map(() => ({ text: 'u', held: true })),
  ];
}

/** Syllables of the written value: a quarter is ta and grows by `a` for each further quarter, by `i` for a half of one. */
function byValue({ onset, quarters, rest }: Counted): CountWord[] {
  if (rest === true)
    return [
      { text: 'sh', held: false },
      ...Array.from({ length: Math.ceil(quarters.n / quarters.d) - 1 }, () => ({ text: 'sh', held: true })),
    ];
  const third = quarters.d % 3 === 0;
  if (third) {
    const span = multiply(quarters, rational(3));
    const place = fraction(divide(onset, span));
    return [{ text: ['tri', 'o', 'la'][Math.floor((place.n * 3) / place.d)] ?? 'tri', held: false }];
  }
  if (compare(quarters, ONE) < 0) {
    const half = rational(1, 2);
    if (compare(quarters, rational(3, 4)) === 0) return [{ text: 'tim', held: false }];
    const onEighth = divide(onset, half).d === 1;
    return [{ text: compare(quarters, half) < 0 && !onEighth ? 'ka' : 'ti', held: false }];
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
 * Count words as one text: `1 (2 3)`, `ta-a`, `du-u`; a rest, and a note held over from before, stands in brackets as a whole.
 * @param silent nothing new is said aloud here
 */
export function countText(words: readonly CountWord[], system: CountingSystem, silent = false): string {
  const [first, ...held] = words.map((w) => w.text);
  if (system !== 'numbers')
    return silent ? `(${words.map((w) => w.text).join('-')})` : words.map((w) => w.text).join('-');
  if (silent) return `(${words.map((w) => w.text).join(' ')})`;
  return held.length === 0 ? (first ?? '') : `${first ?? ''} (${held.join(' ')})`;
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
