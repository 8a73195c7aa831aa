import type { Meter } from '../meter/meter';
import type { Pitch } from '../pitch/pitch';
import { compare, divide, formatRational, type Rational, sum } from '../rational/rational';
import { type Duration, durationQuarters } from '../score/duration';
import type { Score } from '../score/score';
import { placeEvents, placeMeasures } from '../score/walk';

/** A note value of a line and how many counts it lasts. */
export interface ValueUsed {
  readonly duration: Duration;
  readonly rest: boolean;
  readonly counts: Rational;
  /** The meter in which it lasts so, where the line is counted in several ways. */
  readonly meter: Meter | undefined;
}

/** Values tied together, and how many counts they last as one. */
export interface TiedSum {
  readonly durations: readonly Duration[];
  readonly counts: Rational;
  /** Index of the bar in which it first comes. */
  readonly index: number;
}

const valueName = ({ value, dots, tuplet }: Duration): string =>
  `${value} ${dots} ${tuplet?.actual ?? 1}/${tuplet?.normal ?? 1}`;
const countsOf = (d: Duration, count: Rational): Rational => divide(durationQuarters(d), count);

/**
 * The note values of a line, longest first, each once for every way in which the line is counted.
 * @example in 4/4 a dotted half lasts 3; in 6/8, where eighths are counted, a dotted quarter lasts 3
 */
export function lineValues<P extends Pitch>(score: Score<P>): ValueUsed[] {
  const found = new Map<string, ValueUsed>();
  const placed = placeMeasures(score);
  const isMixed = placed.some((p) => compare(p.count, placed[0]?.count ?? p.count) !== 0);
  for (const { event, place } of placeEvents(score)) {
    const rest = event.kind === 'rest';
    if (event.kind === 'rest' && event.wholeMeasure === true) continue;
    const name = `${rest} ${valueName(event.duration)} ${formatRational(place.count)}`;
    const counts = countsOf(event.duration, place.count);
    const meter = isMixed ? place.meter : undefined;
    if (!found.has(name)) found.set(name, { duration: event.duration, rest, counts, meter });
  }
  return [...found.values()].sort((a, b) => Number(a.rest) - Number(b.rest) || compare(b.counts, a.counts));
}

/** The ties of a line as sums, each kind once. @example a whole note tied to a quarter: 5 counts */
export function tiedSums<P extends Pitch>(score: Score<P>): TiedSum[] {
  const found = new Map<string, TiedSum>();
  let open: { durations: Duration[]; counts: Rational[]; index: number } | undefined;
  for (const { event, place } of placeEvents(score)) {
    if (event.kind === 'rest') {
      open = undefined;
      continue;
    }
    open ??= { durations: [], counts: [], index: place.index };
    open.durations.push(event.duration);
    open.counts.push(countsOf(event.duration, place.count));
    if (event.tie === true) continue;
    const name = open.durations.map(valueName).join(' + ');
    if (open.durations.length > 1 && !found.has(name))
      found.set(name, { durations: open.durations, counts: sum(open.counts), index: open.index });
    open = undefined;
  }
  return [...found.values()];
}
