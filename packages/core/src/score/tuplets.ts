import type { Pitch } from '../pitch/pitch';
import { add, compare, divide, multiply, type Rational, rational, subtract, sum, ZERO } from '../rational/rational';
import { durationQuarters } from './duration';
import type { Measure, MusicEvent } from './score';

/** The lengths that a group may fill, in quarters: three eighths in the time of one, say. */
const FULL: readonly Rational[] = [rational(1, 4), rational(1, 2), rational(1), rational(2), rational(4)];

/**
 * Sets where each tuplet's bracket starts and ends: a group is full once it fills a plain value that is no shorter than
 * the two, say, of its shortest value; where plain notes follow it ends unfilled.
 */
export function settleTuplets<P extends Pitch>(m: Measure<P>): Measure<P> {
  if (!m.events.some((e) => e.duration.tuplet !== undefined || e.tupletPlace !== undefined)) return m;
  let filled = ZERO;
  /** The two of the shortest value so far: what short and long fill together is a group, whichever comes first. */
  let unit = ZERO;
  const events = m.events.map((e, i): MusicEvent<P> => {
    const { tupletPlace: _given, ...plain } = e;
    const t = e.duration.tuplet;
    if (t === undefined) {
      filled = ZERO;
      return plain;
    }
    const { tuplet: _t, ...value } = e.duration;
    const own = multiply(durationQuarters({ ...value, dots: 0 }), rational(t.normal));
    const starts = filled.n === 0;
    if (starts || compare(own, unit) < 0) unit = own;
    filled = add(filled, durationQuarters(e.duration));
    const full =
      FULL.some((v) => compare(filled, v) === 0 && compare(v, unit) >= 0) ||
      m.events[i + 1]?.duration.tuplet === undefined;
    if (full) filled = ZERO;
    return { ...plain, tupletPlace: full ? (starts ? 'start' : 'stop') : starts ? 'start' : 'inside' };
  });
  return { ...m, events };
}

/** Where an event stands in its group of three: how far into it, and how long the group lasts. */
export interface TripletPlace {
  readonly into: Rational;
  readonly lasts: Rational;
}

const TWO = rational(2);

/**
 * The places of a bar's events in their groups of three; six in one bracket are two groups.
 * @returns in the order of the events; undefined for those outside
 */
export function tripletPlaces<P extends Pitch>({ events }: Measure<P>): (TripletPlace | undefined)[] {
  const places: (TripletPlace | undefined)[] = events.map(() => undefined);
  let group: number[] = [];
  const close = (): void => {
    const lengths = group.map((i) => durationQuarters((events[i] as MusicEvent<P>).duration));
    const six = events[group[0] ?? 0]?.duration.tuplet?.actual === 6;
    const lasts = six ? divide(sum(lengths), TWO) : sum(lengths);
    let into = ZERO;
    group.forEach((i, k) => {
      places[i] = { into, lasts };
      into = add(into, lengths[k] as Rational);
      if (compare(into, lasts) >= 0) into = subtract(into, lasts);
    });
    group = [];
  };
  events.forEach((e, i) => {
    const { tuplet } = e.duration;
    if (tuplet === undefined || tuplet.actual % 3 !== 0) return close();
    if (e.tupletPlace === 'start') close();
    group.push(i);
    if (e.tupletPlace === 'stop') close();
  });
  close();
  return places;
}
