import { type Exercise, type InstrumentId, type Part, partOf, type Teaching } from '@cifra/core';

/** The parts of a class for one exercise, in score order. */
export const classParts = (exercise: Exercise, instruments: readonly InstrumentId[], teaching: Teaching): Part[] => instruments.map((id) => partOf(exercise, id, teaching));

/** How an exercise suits a class, in one line. */
export function classFit(exercise: Exercise, instruments: readonly InstrumentId[], teaching: Teaching): { words: string; outside: string[]; unplayable: string[] } {
  const parts = classParts(exercise, instruments, teaching);
  const unplayable = parts.filter((p) => p.unplayable.length > 0).map((p) => p.instrument.name);
  const outside = parts.filter((p) => p.unplayable.length === 0 && p.outside.length > 0).map((p) => p.instrument.name);
  const short = (names: readonly string[]): string => (names.length <= 2 ? names.join(' and ') : `${names.length} instruments`);
  const words = unplayable.length > 0 ? `not all playable on ${short(unplayable)}` : outside.length > 0 ? `stretches ${short(outside)}` : `suits all ${parts.length}`;
  return { words, outside, unplayable };
}
