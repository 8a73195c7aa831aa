import type { Exercise } from '../exercise/exercise';
import { realize } from '../exercise/realize';
import type { InstrumentId, Stage } from '../instrument/instrument';
import { taughtAs } from '../instrument/taught';
import { type KnownNotes, knownMidi } from '../page/callSheet';
import { annotate } from '../part/annotate';
import { derivePart, type Part } from '../part/derivePart';
import type { Teaching } from '../part/teaching';
import { type Interval, interval, semitones, transpose, UNISON } from '../pitch/interval';
import { type Concert, midi } from '../pitch/pitch';
import { transposeKey } from '../key/key';
import type { Score } from '../score/score';
import { mapPitches, notesOf, openingOf } from '../score/walk';
import { partChanges, troubleSpots } from '../trouble/partTrouble';

/** How one instrument fares in one key and octave. */
export interface OctaveFitness {
  /** Octaves away from the sounding line. */
  readonly octaves: number;
  /** Notes that it does not have, and notes beyond its players' stage. */
  readonly unplayable: number;
  readonly outside: number;
  /** Different notes that its players have not met. */
  readonly fresh: number;
  /** Signs in the signature and at the notes. */
  readonly signs: number;
  /** Signs in the signature beyond what players of the stage read. */
  readonly farSigns: number;
  /** The bars with a hard place, by their printed numbers: no two for the same change. */
  readonly hard: readonly number[];
  /** What its changes cost, all together: orders keys that are alike otherwise. */
  readonly trouble: number;
}

export interface InstrumentFitness {
  readonly id: InstrumentId;
  /** The octave that suits best in this key. */
  readonly best: OctaveFitness;
  /** Every octave in which at least half of the notes can be played, the highest first. */
  readonly octaves: readonly OctaveFitness[];
}

/** What speaks against a key, in all parts together; hard places are counted. */
export type FitnessTotal = Readonly<Record<Exclude<keyof OctaveFitness, 'octaves'>, number>>;

/** One key for the whole class. */
export interface KeyFitness {
  /** By how much the line moves. */
  readonly interval: Interval;
  readonly fifths: number;
  readonly instruments: readonly InstrumentFitness[];
  /** The best octaves of all instruments, added up. */
  readonly total: FitnessTotal;
}

const KEYS = 12;
const OCTAVES = 12;
const LOWEST = -5;

/** The twelve keys by half steps from a tritone down to half an octave up, each with the smaller signature. */
export function twelveIntervals(fifths: number): Interval[] {
  return Array.from({ length: KEYS }, (_unused, i) => {
    const half = i + LOWEST;
    if (half === 0) return UNISON;
    // Seven half steps a fifth: half steps times seven are fifths, give or take twelve.
    const raw = (((half * 7) % KEYS) + KEYS) % KEYS;
    const [up, down] = [raw, raw - KEYS];
    const by = Math.abs(fifths + up) < Math.abs(fifths + down) ? up : down;
    return interval(by, (half - 7 * by) / OCTAVES);
  });
}

const sumOf = (of: readonly OctaveFitness[], key: Exclude<keyof FitnessTotal, 'hard'>): number =>
  of.reduce((sum, o) => sum + o[key], 0);

/** Signs in a signature that players of a stage read. Common practice, no source. */
export const READABLE_SIGNS: Readonly<Record<Stage, number>> = Object.freeze({
  'first-notes': 2,
  'first-octave': 3,
  'first-year': 3,
  'second-year': 4,
  full: 6,
});

/** Fewer that cannot be played, fewer beyond the stage, fewer new notes, then less trouble and signs. */
const better = (a: OctaveFitness, b: OctaveFitness): number =>
  a.unplayable - b.unplayable ||
  a.outside - b.outside ||
  a.fresh - b.fresh ||
  a.trouble + a.signs - (b.trouble + b.signs);

function fitnessOf(part: Part, known: ReadonlySet<number>): OctaveFitness {
  // Alternates are the player's choice; the page's own figures are what is weighed.
  const annotations = annotate(part, { alone: true });
  const isNew = (n: number): boolean => !known.has(n);
  const notes = [...annotations.values()];
  const changes = partChanges(part, annotations, isNew);
  const signature = Math.abs(part.decisions.key.fifths);
  const drawn = notes.filter(({ accidental: { sign, courtesy } }) => sign !== undefined && courtesy !== true);
  return {
    octaves: part.decisions.octave.octaves,
    unplayable: part.unplayable.length,
    outside: part.outside.length,
    fresh: new Set(notes.map((n) => midi(n.written)).filter(isNew)).size,
    signs: signature + drawn.length,
    farSigns: Math.max(0, signature - READABLE_SIGNS[part.teaching.stage]),
    hard: troubleSpots(changes, annotations, changes.length)
      .map((c) => c.measure)
      .sort((a, b) => a - b),
    trouble: changes.reduce((sum, c) => sum + c.cost, 0),
  };
}

/** What a class is asked for: whose line it is, who plays, and what they know. */
export interface FitQuestion {
  readonly exercise: Exercise;
  readonly instruments: readonly InstrumentId[];
  readonly teaching: Teaching;
  readonly known: KnownNotes;
}

const move = (concert: Score<Concert>, by: Interval): Score<Concert> =>
  by === UNISON
    ? concert
    : mapPitches(
        concert,
        (p) => transpose<Concert>(p, by),
        (k) => transposeKey(k, by),
      );

/** One key of the twelve, for every instrument in every octave in which half of the line can be played. */
function fitKey(
  concert: Score<Concert>,
  by: Interval,
  { exercise, instruments, teaching, known }: FitQuestion,
): KeyFitness {
  const moved = move(concert, by);
  const fits = instruments.map((id): InstrumentFitness => {
    const instrument = taughtAs(id, teaching.conventions);
    const first = derivePart(moved, instrument, 'concert', {}, teaching);
    const met = knownMidi(first.instrument, known[id]);
    const notes = notesOf(moved).length;
    // On the instrument's own page the line stays where it is written, unless the teacher says otherwise.
    const wanted = exercise.partChoices[id]?.octaves ?? (by === UNISON && exercise.owner === id ? 0 : undefined);
    const octaves = first.decisions.octave.options
      .filter((o) => o.unplayable * 2 <= notes)
      .map((o) => fitnessOf(derivePart(moved, instrument, 'concert', { octaves: o.octaves }, teaching), met));
    const chosen = octaves.find((o) => o.octaves === wanted) ?? [...octaves].sort(better)[0] ?? fitnessOf(first, met);
    return { id, best: chosen, octaves };
  });
  const best = fits.map((f) => f.best);
  return {
    interval: by,
    fifths: openingOf(moved).key.fifths,
    instruments: fits,
    total: {
      unplayable: sumOf(best, 'unplayable'),
      outside: sumOf(best, 'outside'),
      fresh: sumOf(best, 'fresh'),
      signs: sumOf(best, 'signs'),
      farSigns: sumOf(best, 'farSigns'),
      hard: best.reduce((sum, o) => sum + o.hard.length, 0),
      trouble: sumOf(best, 'trouble'),
    },
  };
}

/**
 * How the line would suit the class in each of the twelve keys, one key after another, so that a caller can show how
 * far it is.
 *
 * Every instrument is looked at in each octave in which it can play at least half of the line; nothing is sampled.
 */
export function* fitKeys(question: FitQuestion): Generator<KeyFitness, void> {
  const concert = realize(question.exercise);
  for (const by of twelveIntervals(openingOf(concert).key.fifths)) yield fitKey(concert, by, question);
}

/**
 * How much each thing speaks against a key for the whole class. A note that cannot be played rules a key out as long as
 * there is another; a note beyond the stage weighs as much as one that has to be learned; a sign more in the signature
 * than the stage reads weighs as much as three of them. From memory of common
 * practice, no source: the order that comes out is held to what teachers choose.
 */
export const KEY_WEIGHTS: FitnessTotal = Object.freeze({
  unplayable: 1000,
  outside: 2,
  fresh: 2,
  signs: 0.25,
  farSigns: 6,
  hard: 0,
  trouble: 0.02,
});

/** What speaks against a key, all together. */
export const keyCost = ({ total }: Pick<KeyFitness, 'total'>): number =>
  (Object.keys(KEY_WEIGHTS) as (keyof typeof KEY_WEIGHTS)[]).reduce((sum, k) => sum + KEY_WEIGHTS[k] * total[k], 0);

/** Keys from the one that suits best to the one that suits least; of equals the one nearest to the line's own. */
export const rankKeys = (keys: readonly KeyFitness[]): KeyFitness[] =>
  [...keys].sort(
    (a, b) => keyCost(a) - keyCost(b) || Math.abs(semitones(a.interval)) - Math.abs(semitones(b.interval)),
  );
