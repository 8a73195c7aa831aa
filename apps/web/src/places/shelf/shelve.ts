import type { ClassView, ExerciseView } from '@cifra/contract';
import { knownNotes, lineTraits, readinessOf, realize, type Shelved, type Teaching } from '@cifra/core';

/** An exercise as the shelf looks it up. */
export interface ShelvedExercise extends Shelved {
  readonly exercise: ExerciseView;
}

export function shelve(exercise: ExerciseView, group: ClassView | undefined, teaching: Teaching): ShelvedExercise {
  // Keys and ranges are compared as they sound, whoever's page the line was written on.
  const traits = lineTraits(realize(exercise.document));
  const empty =
    traits.bars === 0 || exercise.document.source.measures.every((m) => m.events.every((e) => e.kind === 'rest'));
  return {
    exercise,
    title: exercise.title,
    traits,
    readiness:
      group === undefined || empty
        ? undefined
        : readinessOf(exercise.document, group.instruments, teaching, knownNotes(group.known)),
  };
}
