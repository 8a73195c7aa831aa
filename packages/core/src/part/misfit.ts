import { canPlay } from '../instrument/finger';
import type { Instrument, Stage } from '../instrument/instrument';
import { midi, type Pitch, pitch, pitchText, type Written } from '../pitch/pitch';
import type { NoteId, Note } from '../score/score';
import type { OctaveOption } from './octave';

/** Not among what the instrument has, or only beyond the players' stage. */
export type MisfitSide = 'too-low' | 'too-high' | 'no-figure' | StageSide;
export type StageSide = 'below-stage' | 'above-stage';

/** A written note that does not fit, where it stands, and a note of the same letter that would. */
export interface Misfit {
  readonly pitch: Written;
  readonly side: MisfitSide;
  readonly notes: readonly NoteId[];
  /** The same letter in the nearest octave inside the stage, to be offered as a marked alternative. */
  readonly alternative: Written | undefined;
}

/** Whether what does not fit cannot be played at all, by anybody. */
export const isBeyondAll = (side: MisfitSide): side is Exclude<MisfitSide, StageSide> =>
  side !== 'below-stage' && side !== 'above-stage';

/** Which side of its player's range a written MIDI number lies on. */
export function misfitSide(instrument: Instrument, stage: Stage, note: number): MisfitSide | undefined {
  const { full, [stage]: home } = instrument.ranges;
  if (note < midi(full.low)) return 'too-low';
  if (note > midi(full.high)) return 'too-high';
  if (!canPlay(instrument, note)) return 'no-figure';
  if (note < midi(home.low)) return 'below-stage';
  return note > midi(home.high) ? 'above-stage' : undefined;
}

const SEARCHED_OCTAVES = [1, -1, 2, -2, 3, -3, 4, -4];

/** The same letter, whole octaves away, where the player is at home. */
export function alternativeTo(instrument: Instrument, stage: Stage, p: Written): Written | undefined {
  return SEARCHED_OCTAVES.map((o) => pitch<Written>(p.step, p.alter, p.octave + o)).find(
    (q) => misfitSide(instrument, stage, midi(q)) === undefined,
  );
}

const lowestFirst = (a: Pitch, b: Pitch): number => midi(a) - midi(b);

/** The notes of a page that do not fit, each named once, lowest first. */
export function listMisfits(instrument: Instrument, stage: Stage, notes: readonly Note<Written>[]): Misfit[] {
  const found = new Map<string, { pitch: Written; side: MisfitSide; notes: NoteId[] }>();
  for (const n of notes) {
    const side = misfitSide(instrument, stage, midi(n.pitch));
    if (side === undefined) continue;
    const known = found.get(pitchText(n.pitch)) ?? { pitch: n.pitch, side, notes: [] };
    known.notes.push(n.id);
    found.set(pitchText(n.pitch), known);
  }
  return [...found.values()]
    .sort((a, b) => lowestFirst(a.pitch, b.pitch))
    .map((misfit) => ({ ...misfit, alternative: alternativeTo(instrument, stage, misfit.pitch) }));
}

/** Octaves that suit better than the one taken, best first. */
export const betterOctaves = (options: readonly OctaveOption[], octaves: number): OctaveOption[] => {
  const taken = options.find((o) => o.octaves === octaves);
  if (taken === undefined) return [];
  return options
    .filter((o) => o.unplayable < taken.unplayable || (o.unplayable === taken.unplayable && o.outside < taken.outside))
    .sort((a, b) => a.unplayable - b.unplayable || a.outside - b.outside);
};
