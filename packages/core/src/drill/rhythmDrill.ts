import { countQuarters, type Meter, measureQuarters } from '../meter/meter';
import type { Random } from '../random/random';
import { add, divide, equal, type Rational, rational, subtract, sum, toNumber } from '../rational/rational';
import { type Duration, durationQuarters, type NoteValue, valueForQuarters } from '../score/duration';
import { quartersAMinute } from '../score/tempo';
import { barRhythms } from './barRhythms';
import { type Choices, mixChoices } from './choices';

/** How many beats does this last: a value with dots, or two that are tied. */
export interface BeatsQuestion extends Choices<string> {
  readonly kind: 'beats';
  readonly meter: Meter;
  readonly tied: readonly Duration[];
}

/** Which value completes the bar? */
export interface CompleteQuestion extends Choices<Duration> {
  readonly kind: 'complete';
  readonly meter: Meter;
  readonly bar: readonly Duration[];
  /** The place of the missing value in the bar. */
  readonly gap: number;
}

/** Where does the pickup's missing time go: how long is the last bar? */
export interface PickupQuestion extends Choices<string> {
  readonly kind: 'pickup';
  readonly meter: Meter;
  readonly pickup: readonly Duration[];
}

/** How many beats is this rest? A whole rest is silent for a bar, whatever its meter. Common practice, no source. */
export interface RestQuestion extends Choices<string> {
  readonly kind: 'rest';
  readonly meter: Meter;
  readonly rest: Duration;
}

/** Two bars are heard, the first is shown: how did it go on? Bars are lengths in eighths. */
export interface HeardQuestion extends Choices<readonly number[]> {
  readonly kind: 'heard';
  readonly meter: Meter;
  readonly first: readonly number[];
}

export type RhythmQuestion = BeatsQuestion | RestQuestion | CompleteQuestion | PickupQuestion | HeardQuestion;
export const RHYTHM_KINDS = ['beats', 'rest', 'complete', 'pickup', 'heard'] as const;
export type RhythmKind = (typeof RHYTHM_KINDS)[number];

const CHOICES = 4;
const VALUES: readonly Duration[] = (['whole', 'half', 'quarter', 'eighth'] as const).flatMap((value: NoteValue) => [
  { value, dots: 0 },
  { value, dots: 1 },
]);

const RESTS = VALUES.filter((v) => v.dots === 0);

/** One count of a bar that nobody has given a tempo. */
const countOf = (meter: Meter): Rational => countQuarters(meter, quartersAMinute(undefined, meter));

/** Beats as teachers write them: `3`, `1 1/2`, `1/2`. */
export function beatsText(quarters: Rational, meter: Meter): string {
  const beats = divide(quarters, countOf(meter));
  const whole = Math.floor(beats.n / beats.d);
  const rest = subtract(beats, rational(whole));
  if (rest.n === 0) return String(whole);
  return whole === 0 ? `${rest.n}/${rest.d}` : `${whole} ${rest.n}/${rest.d}`;
}

const nearBeats = (quarters: Rational, meter: Meter, chance: Random): string[] => {
  const unit = countOf(meter);
  const half = rational(unit.n, unit.d * 2);
  const right = beatsText(quarters, meter);
  const near = [
    add(quarters, unit),
    subtract(quarters, unit),
    add(quarters, half),
    subtract(quarters, half),
    add(quarters, add(unit, unit)),
  ];
  return chance.shuffled([
    ...new Set(
      near
        .filter((q) => toNumber(q) > 0)
        .map((q) => beatsText(q, meter))
        .filter((t) => t !== right),
    ),
  ]);
};

/** A bar of plain values that fills its meter. */
function fullBar(meter: Meter, chance: Random): Duration[] {
  const bar: Duration[] = [];
  let left = measureQuarters(meter);
  while (left.n > 0) {
    const fitting = VALUES.filter(
      (v) =>
        toNumber(durationQuarters(v)) <= toNumber(left) &&
        (bar.length > 0 || toNumber(durationQuarters(v)) < toNumber(left)),
    );
    // What is left must be sayable with the values at hand.
    const sound = fitting.filter((v) => {
      const after = subtract(left, durationQuarters(v));
      return after.n === 0 || toNumber(after) >= 0.5;
    });
    const chosen = chance.of(sound);
    bar.push(chosen);
    left = subtract(left, durationQuarters(chosen));
  }
  return bar;
}

/**
 * A question about lengths, the same from the same chance.
 * @param meter in two, three, four or six
 */
export function rhythmQuestion(kind: RhythmKind, meter: Meter, chance: Random): RhythmQuestion {
  switch (kind) {
    case 'beats': {
      const tied = chance.next() < 0.4 ? [chance.of(VALUES), chance.of(VALUES)] : [chance.of(VALUES)];
      const total = sum(tied.map(durationQuarters));
      return {
        kind,
        meter,
        tied,
        ...mixChoices(beatsText(total, meter), nearBeats(total, meter, chance), CHOICES, chance),
      };
    }
    case 'rest': {
      const full = measureQuarters(meter);
      const rest = chance.of(
        RESTS.filter((r) => r.value === 'whole' || toNumber(durationQuarters(r)) < toNumber(full)),
      );
      const quarters = rest.value === 'whole' ? full : durationQuarters(rest);
      const choices = mixChoices(beatsText(quarters, meter), nearBeats(quarters, meter, chance), CHOICES, chance);
      return { kind, meter, rest, ...choices };
    }
    case 'heard': {
      const [first = [], right = [], ...others] = chance.shuffled(barRhythms(meter));
      return { kind, meter, first, ...mixChoices(right, others, CHOICES, chance) };
    }
    case 'complete': {
      const bar = fullBar(meter, chance);
      const gap = chance.below(bar.length);
      const right = bar[gap] as Duration;
      const others = chance.shuffled(VALUES.filter((v) => !equal(durationQuarters(v), durationQuarters(right))));
      return { kind, meter, bar, gap, ...mixChoices(right, others, CHOICES, chance) };
    }
    case 'pickup': {
      const full = measureQuarters(meter);
      const fitting = VALUES.filter(
        (v) =>
          toNumber(durationQuarters(v)) < toNumber(full) &&
          valueForQuarters(subtract(full, durationQuarters(v))) !== undefined,
      );
      const pickup = [chance.of(fitting)];
      const rest = subtract(full, sum(pickup.map(durationQuarters)));
      return {
        kind,
        meter,
        pickup,
        ...mixChoices(beatsText(rest, meter), nearBeats(rest, meter, chance), CHOICES, chance),
      };
    }
  }
}

/** How the taps of a clapped line met its notes. */
export interface TapVerdict {
  /** One for each note, in order. */
  readonly notes: readonly ('on-time' | 'early' | 'late' | 'missed')[];
  readonly extra: number;
}

/**
 * Holds taps against the onsets of a line: each note takes the nearest free tap within half the way to its neighbours.
 * @param onsets, taps in seconds, in order of time
 * @param tolerance seconds by which a tap may be off
 * @example judgeTaps([0, 1, 2], [0.02, 1.3], 0.15) // on-time, late, missed
 */
export function judgeTaps(onsets: readonly number[], taps: readonly number[], tolerance: number): TapVerdict {
  let next = 0;
  let extra = 0;
  const notes = onsets.map((onset, i): TapVerdict['notes'][number] => {
    const from = i === 0 ? -Infinity : ((onsets[i - 1] as number) + onset) / 2;
    const to = i === onsets.length - 1 ? Infinity : ((onsets[i + 1] as number) + onset) / 2;
    const own: number[] = [];
    while (next < taps.length && (taps[next] as number) < to) {
      if ((taps[next] as number) >= from) own.push(taps[next] as number);
      else extra += 1;
      next += 1;
    }
    const [best] = [...own].sort((a, b) => Math.abs(a - onset) - Math.abs(b - onset));
    extra += Math.max(0, own.length - 1);
    if (best === undefined) return 'missed';
    return best < onset - tolerance ? 'early' : best > onset + tolerance ? 'late' : 'on-time';
  });
  return { notes, extra: extra + (taps.length - next) };
}
