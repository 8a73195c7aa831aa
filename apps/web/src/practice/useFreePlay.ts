import {
  chartNotes,
  type Exercise,
  type ImprovisePrompt,
  improvisePrompt,
  type InstrumentId,
  isCompound,
  madePhrases,
  midi,
  notesUsed,
  openingOf,
  type Part,
  partOf,
  quartersAMinute,
  randomFrom,
  taughtAs,
  type Teaching,
  type Written,
} from '@cifra/core';
import { useMemo, useState } from 'react';
import { useChosenNotes } from '../noteChoice/useChosenNotes';

/** How many neighbours of the part are taken, or those that were chosen. */
export const FREE_NOTES = ['2', '3', '4', '5', 'chosen'] as const;
export type FreeNotes = (typeof FREE_NOTES)[number];

/** A felt beat of three eighths, in quarters. */
const QUARTERS_IN_THREES = 1.5;
/** Phrases before they begin again. */
const PHRASES = 8;

/** Every note of the stage, and those of the part besides, as the part spells them. */
function allNotes(part: Part): Written[] {
  const { instrument, teaching } = part;
  const own = new Map(notesUsed(part).map((n) => [midi(n), n]));
  const stage = chartNotes(instrument, teaching.stage).filter((n) => !own.has(midi(n)));
  return [...own.values(), ...stage].sort((a, b) => midi(a) - midi(b));
}

/** What is played freely with, and how. */
export interface FreePlay {
  readonly part: Part;
  readonly prompt: ImprovisePrompt;
  readonly all: readonly Written[];
  readonly chosen: readonly Written[];
  readonly choose: (notes: readonly Written[]) => void;
  readonly from: FreeNotes;
  readonly setFrom: (from: FreeNotes) => void;
  readonly seed: number;
  readonly setSeed: (seed: number) => void;
  /** Whether phrases are made that are to be answered. */
  readonly isTurns: boolean;
  readonly setTurns: (on: boolean) => void;
  /** Phrases of the chosen notes; none where there are too few, or no rhythms for the meter. */
  readonly phrases: Exercise | undefined;
}

/** Keeps what is played freely with: notes, a prompt by its number, and phrases made from both. */
export function useFreePlay({
  exercise,
  instrument,
  teaching,
}: {
  readonly exercise: Exercise;
  readonly instrument: InstrumentId;
  readonly teaching: Teaching;
}): FreePlay {
  const [from, setFrom] = useState<FreeNotes>('3');
  const [seed, setSeed] = useState(1);
  const [isTurns, setTurns] = useState(false);
  const part = useMemo(
    () => partOf(exercise, instrument, teaching, { repeats: 'folded' }),
    [exercise, instrument, teaching],
  );
  const all = useMemo(() => allNotes(part), [part]);
  const used = useMemo(() => notesUsed(part), [part]);
  const first = useMemo(() => used.slice(0, 2), [used]);
  const [chosen, choose] = useChosenNotes(instrument, all, first);
  const prompt = useMemo(() => {
    const opening = openingOf(part.score);
    return from === 'chosen'
      ? improvisePrompt(chosen, chosen.length, opening, randomFrom(seed))
      : improvisePrompt(used, Number(from), opening, randomFrom(seed));
  }, [part, used, chosen, from, seed]);
  const phrases = useMemo(() => {
    const { key, meter, clef, tempo } = openingOf(part.score);
    const felt = isCompound(meter) ? QUARTERS_IN_THREES : 1;
    return madePhrases({
      instrument: taughtAs(instrument, teaching.conventions),
      notes: prompt.notes,
      rests: prompt.rests,
      clef,
      key,
      meter,
      beats: Math.round(quartersAMinute(tempo, meter) / felt),
      count: PHRASES,
      seed,
    });
  }, [part, instrument, teaching, prompt, seed]);
  return { part, prompt, all, chosen, choose, from, setFrom, seed, setSeed, isTurns, setTurns, phrases };
}
