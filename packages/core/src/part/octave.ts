import { canPlay } from '../instrument/finger';
import type { Instrument, Range, Stage } from '../instrument/instrument';
import { midi, type Pitch } from '../pitch/pitch';
import type { Score } from '../score/score';
import { notesOf } from '../score/walk';

/** How one octave would suit the instrument: notes outside its players' stage, and outside everything. */
export interface OctaveOption {
  readonly octaves: number;
  readonly outside: number;
  readonly unplayable: number;
}

export type OctaveReason = 'own-page' | 'fits' | 'fewest-outside' | 'chosen';

/** Octaves away from the line's own that are looked at, the highest first. */
const SEARCHED = [4, 3, 2, 1, 0, -1, -2, -3, -4];

/** A MIDI number, and how often it sounds in a line. */
export interface NoteCount {
  readonly note: number;
  readonly times: number;
}
export type NoteCounts = readonly NoteCount[];

/** How often each sound comes in a line. */
export function countNotes<P extends Pitch>(score: Score<P>): NoteCounts {
  const times = new Map<number, number>();
  for (const n of notesOf(score)) times.set(midi(n.pitch), (times.get(midi(n.pitch)) ?? 0) + 1);
  return [...times].map(([note, count]) => ({ note, times: count }));
}

function middleOf(notes: NoteCounts): number {
  let total = 0;
  let all = 0;
  for (const { note, times } of notes) {
    total += note * times;
    all += times;
  }
  return total / Math.max(1, all);
}

/** The middle of the notes that beginners of an instrument learn first. */
const homeOf = ({ firstNotes }: Instrument): number =>
  firstNotes.reduce((sum, p) => sum + midi(p), 0) / firstNotes.length;

const isOutside = ({ low, high }: Range, note: number): boolean => note < midi(low) || note > midi(high);
const countWhere = (notes: NoteCounts, matches: (note: number) => boolean): number =>
  notes.reduce((sum, { note, times }) => sum + (matches(note) ? times : 0), 0);

/** The octave that suits best, and what every octave would do, the highest first. */
export interface OctaveFit {
  readonly best: OctaveOption;
  readonly options: readonly OctaveOption[];
}

/**
 * Chooses the octave for a whole line: never for single notes.
 *
 * First no note that cannot be played, by any instrument that shares the part, then fewest outside the stage, then
 * nearest to the notes that beginners of this instrument learn first; of two that are alike, the higher.
 * @param notes of the concert line; @param toWritten semitones up to the page without an octave shift
 */
export function fitOctave(instrument: Instrument, stage: Stage, notes: NoteCounts, toWritten: number): OctaveFit {
  const { ranges, octaveBy } = instrument;
  const away = homeOf(instrument) - middleOf(notes) - toWritten;
  const tried = SEARCHED.map((octaves) => {
    const up = toWritten + 12 * octaves;
    return {
      option: {
        octaves,
        outside: countWhere(notes, (n) => isOutside(ranges[stage], n + up)),
        unplayable: countWhere(notes, (n) => !canPlay(instrument, n + up)),
      },
      beyond: countWhere(notes, (n) => isOutside(octaveBy, n + up) || !canPlay(instrument, n + up)),
      beyondStage: countWhere(notes, (n) => isOutside(stage === 'full' ? octaveBy : ranges[stage], n + up)),
      distance: Math.abs(12 * octaves - away),
    };
  });
  const best = tried.reduce((a, b) => {
    const order = b.beyond - a.beyond || b.beyondStage - a.beyondStage || b.distance - a.distance;
    return order < 0 ? b : a;
  });
  return { best: best.option, options: tried.map((t) => t.option) };
}
