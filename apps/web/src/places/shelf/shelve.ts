import type { ClassView, ListedExerciseView } from '@cifra/contract';
import { knownNotes, readinessOf, type Shelved, type Teaching } from '@cifra/core';

/** An exercise as the shelf looks it up. */
export interface ShelvedExercise extends Shelved {
  readonly exercise: ListedExerciseView;
}

export function shelve(
  exercise: ListedExerciseView,
  group: ClassView | undefined,
  teaching: Teaching,
): ShelvedExercise {
  const { title, summary } = exercise;
  const readiness =
    group === undefined || summary.isEmpty
      ? undefined
      : readinessOf(summary, group.instruments, teaching, knownNotes(group.known));
  return { exercise, title, traits: summary.traits, readiness };
}
