import { multiply, type Rational, rational, subtract, compare, ZERO } from '../rational/rational';

export const NOTE_VALUES = ['breve', 'whole', 'half', 'quarter', 'eighth', '16th', '32nd'] as const;
export type NoteValue = (typeof NOTE_VALUES)[number];

/** A written length: value, dots, and the tuplet it stands in (three in the time of two for a triplet). */
export interface Duration {
  readonly value: NoteValue;
  readonly dots: number;
  readonly tuplet?: { readonly actual: number; readonly normal: number };
}

const QUARTERS: Readonly<Record<NoteValue, Rational>> = {
  breve: rational(8),
  whole: rational(4),
  half: rational(2),
  quarter: rational(1),
  eighth: rational(1, 2),
  '16th': rational(1, 4),
  '32nd': rational(1, 8),
};

const dotted = (value: NoteValue, dots: number): Rational =>
  multiply(QUARTERS[value], rational(2 ** (dots + 1) - 1, 2 ** dots));

/** Lengths are few and asked for often: the plain ones, by value and dots, are worked out once. */
const PLAIN = Object.fromEntries(
  NOTE_VALUES.map((value) => [value, [0, 1, 2, 3].map((dots) => dotted(value, dots))]),
) as unknown as Readonly<Record<NoteValue, readonly Rational[]>>;

/** Length in quarters. A dot adds half of what stands before it: dotted half = 3. */
export function durationQuarters({ value, dots, tuplet }: Duration): Rational {
  const plain = PLAIN[value][dots] ?? dotted(value, dots);
  return tuplet === undefined ? plain : multiply(plain, rational(tuplet.normal, tuplet.actual));
}

/** The plain written value (no tuplet) of exactly this length, at most two dots, if there is one. */
export function valueForQuarters(quarters: Rational): Duration | undefined {
  for (const value of NOTE_VALUES) {
    for (let dots = 0; dots <= 2; dots++) {
      const d = { value, dots };
      if (compare(durationQuarters(d), quarters) === 0) return d;
    }
  }
  return undefined;
}

/** Splits a length into written values, longest first, as rests that fill a hole need. */
export function splitQuarters(quarters: Rational): Duration[] {
  const parts: Duration[] = [];
  let left = quarters;
  for (const value of NOTE_VALUES) {
    for (;;) {
      const exact = valueForQuarters(left);
      if (exact !== undefined) return [...parts, exact];
      if (compare(QUARTERS[value], left) > 0) break;
      parts.push({ value, dots: 0 });
      left = subtract(left, QUARTERS[value]);
      if (compare(left, ZERO) === 0) return parts;
    }
  }
  return parts;
}
