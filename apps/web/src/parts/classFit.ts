import type { ClassView } from '@cifra/contract';
import { derivePart, type Exercise, instrumentOf, type InstrumentId, type Part, realize } from '@cifra/core';

/** The parts of a class for one exercise, in score order. */
export function classParts(exercise: Exercise, instruments: readonly InstrumentId[]): Part[] {
  const concert = realize(exercise);
  return instruments.map((id) => derivePart(concert, instrumentOf(id), exercise.owner, exercise.partChoices[id] ?? {}));
}

/** How an exercise suits a class, in one line. */
export function classFit(exercise: Exercise, group: ClassView): { words: string; outside: string[]; unplayable: string[] } {
  const parts = classParts(exercise, group.instruments);
  const unplayable = parts.filter((p) => p.unplayable.length > 0).map((p) => p.instrument.name);
  const outside = parts.filter((p) => p.unplayable.length === 0 && p.outside.length > 0).map((p) => p.instrument.name);
  const short = (names: readonly string[]): string => (names.length <= 2 ? names.join(' and ') : `${names.length} instruments`);
  const words = unplayable.length > 0 ? `not all playable on ${short(unplayable)}` : outside.length > 0 ? `stretches ${short(outside)}` : `suits all ${parts.length}`;
  return { words, outside, unplayable };
}
