import type { PageOwner } from '../exercise/exercise';
import type { Instrument } from '../instrument/instrument';
import { type Interval, interval, semitones, UNISON } from '../pitch/interval';
import type { Concert } from '../pitch/pitch';
import type { Score } from '../score/score';
import { openingOf } from '../score/walk';
import { countNotes, fitOctave } from './octave';
import type { Teaching } from './teaching';

/** Another key for the whole class, and how many notes would then lie outside, in all parts together. */
export interface ClassKeyOffer {
  readonly interval: Interval;
  /** The sounding signature it leads to. */
  readonly fifths: number;
  readonly unplayable: number;
  readonly outside: number;
}

/**
 * A half step up to a tritone either way, each spelled so that the signature stays small: fifths on the line, octaves
 * to match.
 */
const SHIFTS: readonly (readonly [fifths: number, octaves: number])[] = [
  [0, 0],
  [-5, 3],
  [7, -4],
  [2, -1],
  [-10, 6],
  [-3, 2],
  [9, -5],
  [4, -2],
  [-8, 5],
  [-1, 1],
  [11, -6],
  [6, -3],
  [-6, 4],
  [5, -3],
  [-7, 4],
  [-2, 1],
  [10, -6],
  [3, -2],
  [-9, 5],
  [-4, 2],
  [8, -5],
  [1, -1],
  [-11, 6],
];

/** Signatures that a class can be asked to read. */
const WIDEST_SIGNATURE = 4;

/**
 * Keys for the whole class in which fewer notes lie outside the players' ranges than now, best first.
 *
 * Every instrument keeps choosing its own octave in each key. Of two that fit alike, the one nearer to the line's own
 * pitch stands first.
 */
export function offerClassKeys(
  concert: Score<Concert>,
  instruments: readonly Instrument[],
  owner: PageOwner,
  teaching: Teaching,
  count = 3,
): ClassKeyOffer[] {
  const counts = countNotes(concert);
  const sounding = openingOf(concert).key.fifths;
  const offers = SHIFTS.map(([fifths, octaves]): ClassKeyOffer => {
    const by = fifths === 0 ? UNISON : interval(fifths, octaves);
    let unplayable = 0;
    let outside = 0;
    for (const i of instruments) {
      const { best, options } = fitOctave(i, teaching.stage, counts, semitones(i.toWritten) + semitones(by));
      const taken = fifths === 0 && owner === i.id ? options.find((o) => o.octaves === 0) : best;
      unplayable += taken?.unplayable ?? 0;
      outside += taken?.outside ?? 0;
    }
    return { interval: by, fifths: sounding + fifths, unplayable, outside };
  });
  const now = offers[0] as ClassKeyOffer;
  const seen = new Set<number>();
  return offers
    .slice(1)
    .filter(
      (o) =>
        Math.abs(o.fifths) <= WIDEST_SIGNATURE &&
        (o.unplayable < now.unplayable || (o.unplayable === now.unplayable && o.outside < now.outside)),
    )
    .sort(
      (a, b) =>
        a.unplayable - b.unplayable ||
        a.outside - b.outside ||
        Math.abs(semitones(a.interval)) - Math.abs(semitones(b.interval)) ||
        Math.abs(a.fifths) - Math.abs(b.fifths),
    )
    .filter((o) => !seen.has(semitones(o.interval)) && seen.add(semitones(o.interval)))
    .slice(0, count);
}
