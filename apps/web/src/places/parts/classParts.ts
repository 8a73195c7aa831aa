import { type Exercise, type InstrumentId, type Part, partOf, type Teaching } from '@cifra/core';

/** The parts of a class for one exercise, in score order. */
export const classParts = (exercise: Exercise, instruments: readonly InstrumentId[], teaching: Teaching): Part[] =>
  instruments.map((id) => partOf(exercise, id, teaching));
