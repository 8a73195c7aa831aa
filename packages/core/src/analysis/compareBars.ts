import { beatQuarters, type Meter } from '../meter/meter';
import { intervalBetween, nameInterval } from '../pitch/interval';
import type { Pitch } from '../pitch/pitch';
import { diatonic, samePitch } from '../pitch/pitch';
import { add, divide, formatRational, type Rational, rational, ZERO } from '../rational/rational';
import { type Duration, durationQuarters } from '../score/duration';
import type { Measure, MusicEvent } from '../score/score';

/** One thing that is otherwise in the second bar than in the first. Beats are counted from 1: `2 1/2`. */
export type BarDifference<P extends Pitch> =
  /** One note has another pitch. */
  | { readonly kind: 'pitch'; readonly beat: string; readonly was: P; readonly is: P; readonly steps: number }
  /** From one beat on the values are others. */
  | {
      readonly kind: 'rhythm';
      readonly beat: string;
      readonly was: readonly Duration[];
      readonly is: readonly Duration[];
    }
  | { readonly kind: 'rest-for-note' | 'note-for-rest'; readonly beat: string; readonly pitch: P }
  | { readonly kind: 'tie'; readonly beat: string; readonly tied: boolean }
  /** All notes are moved by so many letter steps, the rhythm is the same. */
  | { readonly kind: 'moved'; readonly steps: number }
  /** What was not there, or is there no longer. */
  | { readonly kind: 'only-first' | 'only-second'; readonly beat: string; readonly lengths: readonly Duration[] };

interface Timed<P extends Pitch> {
  readonly event: MusicEvent<P>;
  readonly onset: Rational;
}

const timed = <P extends Pitch>({ events }: Measure<P>): Timed<P>[] => {
  let onset = ZERO;
  return events.map((event) => {
    const placed = { event, onset };
    onset = add(onset, durationQuarters(event.duration));
    return placed;
  });
};

const beatName = (onset: Rational, meter: Meter): string =>
  formatRational(add(divide(onset, beatQuarters(meter)), rational(1)));
const same = (a: Rational, b: Rational): boolean => a.n === b.n && a.d === b.d;
const signed = (from: Pitch, to: Pitch): number => diatonic(to) - diatonic(from);

/** The letter steps by which all notes have moved alike; undefined where they have not. */
function movedAlike<P extends Pitch>(a: readonly Timed<P>[], b: readonly Timed<P>[]): number | undefined {
  const steps = a.flatMap(({ event: x }, i) => {
    const y = b[i]?.event;
    return x.kind === 'note' && y?.kind === 'note' ? [signed(x.pitch, y.pitch)] : [];
  });
  return steps.length > 1 && steps[0] !== 0 && steps.every((s) => s === steps[0]) ? steps[0] : undefined;
}

function differAt<P extends Pitch>(
  { event: a, onset }: Timed<P>,
  { event: b }: Timed<P>,
  meter: Meter,
): BarDifference<P>[] {
  const beat = beatName(onset, meter);
  if (a.kind === 'note' && b.kind === 'rest') return [{ kind: 'rest-for-note', beat, pitch: a.pitch }];
  if (a.kind === 'rest' && b.kind === 'note') return [{ kind: 'note-for-rest', beat, pitch: b.pitch }];
  if (a.kind !== 'note' || b.kind !== 'note') return [];
  return [
    ...(samePitch(a.pitch, b.pitch)
      ? []
      : [{ kind: 'pitch' as const, beat, was: a.pitch, is: b.pitch, steps: signed(a.pitch, b.pitch) }]),
    ...((a.tie === true) === (b.tie === true) ? [] : [{ kind: 'tie' as const, beat, tied: b.tie === true }]),
  ];
}

/**
 * Where two bars' events begin and end together again, bar start included: between two such places they are compared as
 * one.
 */
function meetings<P extends Pitch>(
  a: readonly Timed<P>[],
  b: readonly Timed<P>[],
): [from: readonly [number, number], to: readonly [number, number]][] {
  const found: [number, number][] = [];
  let [i, j] = [0, 0];
  while (i < a.length && j < b.length) {
    const [x, y] = [(a[i] as Timed<P>).onset, (b[j] as Timed<P>).onset];
    if (same(x, y)) found.push([i++, j++]);
    else if (x.n * y.d < y.n * x.d) i += 1;
    else j += 1;
  }
  const ends = [...found.slice(1), [a.length, b.length] as [number, number]];
  return found.map((from, k) => [from, ends[k] as [number, number]]);
}

/**
 * What one bar has otherwise than another, aligned by the beat.
 *
 * Pitches are compared where both begin a note and their values agree; where the values part, from the beat at which
 * they do to the one at which they meet again. Marks and slurs are left aside.
 * @returns nothing for bars that are played alike
 * @example C4 D4 E4:h against C4 D4 G4:h differs at beat 3: G in place of E
 */
export function compareBars<P extends Pitch>(first: Measure<P>, second: Measure<P>, meter: Meter): BarDifference<P>[] {
  const [a, b] = [timed(first), timed(second)];
  const alike =
    a.length === b.length &&
    a.every(
      (t, i) =>
        same(t.onset, (b[i] as Timed<P>).onset) &&
        t.event.kind === b[i]?.event.kind &&
        same(durationQuarters(t.event.duration), durationQuarters((b[i] as Timed<P>).event.duration)),
    );
  const steps = alike ? movedAlike(a, b) : undefined;
  if (steps !== undefined) return [{ kind: 'moved', steps }];
  const lengths = (events: readonly Timed<P>[]): Duration[] => events.map((t) => t.event.duration);
  if (a.length === 0 || b.length === 0) {
    const [kind, left] = a.length === 0 ? (['only-second', b] as const) : (['only-first', a] as const);
    return left.length === 0 ? [] : [{ kind, beat: '1', lengths: lengths(left) }];
  }
  return meetings(a, b).flatMap(([[i, j], [k, l]]): BarDifference<P>[] => {
    const [x, y] = [a.slice(i, k), b.slice(j, l)];
    const at = differAt(x[0] as Timed<P>, y[0] as Timed<P>, meter);
    const values =
      x.length === y.length &&
      x.every((t, n) => same(durationQuarters(t.event.duration), durationQuarters((y[n] as Timed<P>).event.duration)));
    return values
      ? at
      : [{ kind: 'rhythm', beat: beatName((x[0] as Timed<P>).onset, meter), was: lengths(x), is: lengths(y) }, ...at];
  });
}

/** A difference in pitch as an interval: its number, and whether it goes up. */
export function differenceInterval(was: Pitch, is: Pitch): { readonly size: number; readonly up: boolean } {
  const { number, octaves, up } = nameInterval(intervalBetween(was, is));
  return { size: number + 7 * octaves, up };
}

/**
 * Two lines of bars, bar against bar, with those that are not played alike.
 * @example for the two lines of a duet: where they part
 */
export function compareLines<P extends Pitch>(
  first: readonly Measure<P>[],
  second: readonly Measure<P>[],
  meters: readonly Meter[],
): { readonly index: number; readonly differences: readonly BarDifference<P>[] }[] {
  const none = { id: '', events: [] };
  return Array.from({ length: Math.max(first.length, second.length) }, (_unused, index) => ({
    index,
    differences: compareBars<P>(
      first[index] ?? none,
      second[index] ?? none,
      meters[index] ?? meters.at(-1) ?? { beats: 4, unit: 4 },
    ),
  })).filter((d) => d.differences.length > 0);
}
