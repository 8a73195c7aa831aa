import { derivePart, type Exercise, type InstrumentId, type Part, realize, taughtAs, type Teaching } from '@cifra/core';

/** An instrument's part of the line that it plays, as a class is taught. */
export const partOf = (exercise: Exercise, id: InstrumentId, teaching: Teaching): Part =>
  derivePart(realize(exercise, exercise.partChoices[id]?.line), taughtAs(id, teaching.schools), exercise.owner, exercise.partChoices[id] ?? {}, teaching);
