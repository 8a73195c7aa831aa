import type { DrillScoreDto, SentencesDto } from '@cifra/contract';
import {
  chartNotes,
  type Exercise,
  type Instrument,
  type InstrumentId,
  type Meter,
  midi,
  notesUsed,
  parsePitch,
  type Part,
  partOf,
  type Stage,
  taughtAs,
  type Teaching,
  type Written,
} from '@cifra/core';

/** Where the notes of a drill come from. */
export const NOTE_SOURCES = ['exercise', 'known', 'stage', 'chosen', 'all'] as const;
export type NoteSource = (typeof NOTE_SOURCES)[number];

/** What every drill is given. */
export interface DrillGiven {
  /** By which it is remembered in this browser. */
  readonly id: string;
  readonly instrument: Instrument;
  readonly teaching: Teaching;
  /** The line whose notes are drilled, if one was chosen. */
  readonly exercise: Exercise | undefined;
  readonly known: readonly string[] | undefined;
  readonly sentences: SentencesDto | undefined;
  readonly seconds: number;
  /** Counts one answer in the record, and what was taken for what. */
  readonly onAnswer: (right: boolean, mixed?: MixedUp) => void;
  /** Puts a made line on the shelf and opens it on the board; there is neither for a pupil. */
  readonly onBoard: ((line: Exercise) => Promise<unknown>) | undefined;
}

/** A note that was taken for another. */
export interface MixedUp {
  readonly asked: Written;
  readonly said: Written;
}

export type OnScores = (scores: readonly DrillScoreDto[]) => void;

export const drillPart = (exercise: Exercise, id: InstrumentId, teaching: Teaching): Part =>
  partOf(exercise, id, teaching, { repeats: 'folded' });

/** The notes that a drill asks for, low to high. */
export function drillNotes(
  { instrument, teaching, exercise, known }: Pick<DrillGiven, 'instrument' | 'teaching' | 'exercise' | 'known'>,
  source: NoteSource,
): readonly Written[] {
  if (source === 'exercise' && exercise !== undefined) return notesUsed(drillPart(exercise, instrument.id, teaching));
  if (source === 'known' && known !== undefined)
    return known.map((n) => parsePitch<Written>(n)).sort((a, b) => midi(a) - midi(b));
  const stage: Stage = source === 'all' ? 'full' : teaching.stage;
  return chartNotes(taughtAs(instrument.id, teaching.conventions), stage);
}

/** The meters that questions about rhythm are in. */
export const RHYTHM_METERS: readonly Meter[] = [
  { beats: 4, unit: 4 },
  { beats: 3, unit: 4 },
  { beats: 2, unit: 4 },
  { beats: 6, unit: 8 },
];
