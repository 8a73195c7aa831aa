import { measureQuarters } from '../meter/meter';
import type { Pitch } from '../pitch/pitch';
import { add, compare, equal, type Rational, subtract, toNumber, ZERO } from '../rational/rational';
import { durationQuarters } from './duration';
import { filledQuarters } from './measureSum';
import type { NoteId, Score } from './score';
import { slurredOn } from './slurs';
import { quartersAMinute } from './tempo';
import { placeEvents, placeMeasures } from './walk';

/** A phrase of this many full bars is what a beginner's breath is planned for. Common practice, no source. */
const PHRASE_BARS = 4;
/** Half of it is the next best end. */
const HALF_PHRASE_BARS = 2;
/** So much more than planned is no reason to breathe, or to speak. */
export const GRACE_SECONDS = 0.5;
/** A breath nearer than this share of the limit to another is none that is needed. */
const NEAREST = 0.25;

/**
 * How well a note's end is suited to breathe, the best first: where four bars end, where two do, where one does,
 * after a long note, after any. Weights of this program; common practice, no source.
 */
const WEIGHT = { phrase: 0, 'half-phrase': 0.1, bar: 0.25, 'long-note': 0.4, note: 0.6 } as const;
type End = keyof typeof WEIGHT;
const LONG_QUARTERS = 2;

/** The end of a note at which could be breathed, in seconds from the start of its stretch. */
interface Place {
  readonly id: NoteId;
  readonly at: number;
  readonly end: End;
}

/** What is sounded without a rest or a mark, with the places at which could be breathed in it. */
interface Stretch {
  readonly seconds: number;
  readonly places: readonly Place[];
}

/**
 * Where phrases and bars end, by quarters from the line's beginning, counted from the pickup: a bar whose last beats
 * are the pickup of the next ends before them, and its bar line is then no place to breathe.
 */
function barEnds<P extends Pitch>(
  score: Score<P>,
  noteEnds: readonly Rational[],
): ReadonlyMap<string, End | 'downbeat'> {
  const placed = placeMeasures(score);
  const [first] = placed;
  const opening = first?.measure.pickup === true ? filledQuarters(first.measure) : ZERO;
  const pickup = first !== undefined && compare(opening, measureQuarters(first.meter)) < 0 ? opening : ZERO;
  const ends = new Map<string, End | 'downbeat'>();
  let start = ZERO;
  for (const { measure, meter, number } of placed) {
    const line = add(start, measureQuarters(meter));
    const before = subtract(line, pickup);
    if (measure.pickup !== true) {
      const end = number % PHRASE_BARS === 0 ? 'phrase' : number % HALF_PHRASE_BARS === 0 ? 'half-phrase' : 'bar';
      const hasPickup = pickup.n > 0 && compare(start, before) < 0 && noteEnds.some((e) => equal(e, before));
      ends.set(name(hasPickup ? before : line), end);
      if (hasPickup) ends.set(name(line), 'downbeat');
    }
    start = add(start, filledQuarters(measure));
    if (number === 0 && pickup.n > 0) ends.set(name(start), 'downbeat');
  }
  return ends;
}
const name = ({ n, d }: Rational): string => `${n}/${d}`;

/** Divides a line at its rests and marks. */
function stretchesOf<P extends Pitch>(score: Score<P>): Stretch[] {
  const events = placeEvents(score);
  const slurred = slurredOn(score);
  const ends: Rational[] = [];
  let at = ZERO;
  for (const { event } of events) {
    at = add(at, durationQuarters(event.duration));
    ends.push(at);
  }
  const bars = barEnds(score, ends);
  const stretches: Stretch[] = [];
  let places: Place[] = [];
  let seconds = 0;
  const close = (): void => {
    if (seconds > 0) stretches.push({ seconds, places });
    places = [];
    seconds = 0;
  };
  events.forEach(({ event, place }, i) => {
    if (event.kind === 'rest') return close();
    const quarters = durationQuarters(event.duration);
    seconds += (toNumber(quarters) * 60) / quartersAMinute(place.tempo, place.meter);
    if (event.breathAfter === true) return close();
    const bar = bars.get(name(ends[i] as Rational));
    const isOpen = events[i + 1]?.event.kind === 'note' && event.tie !== true && !slurred.has(event.id);
    if (!isOpen || bar === 'downbeat') return;
    places.push({
      id: event.id,
      at: seconds,
      end: bar ?? (toNumber(quarters) >= LONG_QUARTERS ? 'long-note' : 'note'),
    });
  });
  close();
  return stretches;
}

/**
 * Breaths within a stretch: where its phrases end, and where it is still too long, at the best place near its middle.
 */
function breathe({ seconds, places }: Stretch, limit: number): Place[] {
  const near = limit * NEAREST;
  const inside = places.filter((p) => p.at >= near && seconds - p.at >= near);
  const phrase = inside.find((p) => p.end === 'phrase');
  const cost = (p: Place): number => WEIGHT[p.end] * seconds + Math.abs(p.at - seconds / 2);
  const best =
    phrase ?? (seconds > limit + GRACE_SECONDS ? [...inside].sort((a, b) => cost(a) - cost(b))[0] : undefined);
  if (best === undefined) return [];
  const before = { seconds: best.at, places: places.filter((p) => p.at < best.at) };
  const after = {
    seconds: seconds - best.at,
    places: places.filter((p) => p.at > best.at).map((p) => ({ ...p, at: p.at - best.at })),
  };
  return [...breathe(before, limit), best, ...breathe(after, limit)];
}

/**
 * Where breath marks are added to those that the line already has: where a phrase of four bars ends, counted from its
 * pickup, and within longer ones at the best place, so that none lasts longer than the players can.
 *
 * Rests and marks give breath themselves; none comes before a rest, between a pickup and its downbeat, or where a tie
 * or slur leads on. Common practice, no source.
 * @param limit seconds that the players have on one breath
 */
export const breathMarks = <P extends Pitch>(score: Score<P>, limit: number): ReadonlySet<NoteId> =>
  new Set(stretchesOf(score).flatMap((s) => breathe(s, limit).map((p) => p.id)));
