import type { AssignmentView, ClassView, ListedExerciseView } from '@cifra/contract';
import { type ClassTrouble, knownNotes, type Teaching } from '@cifra/core';
import useSWR from 'swr';
import { fetchExercise } from '../../api/resources';
import type { Loading } from '../../ui/Loaded';
import { workerCalls } from '../../ui/workerCalls';
import type { TroubleApi } from './troubleWorker';

const worker = workerCalls<TroubleApi>(
  () => new Worker(new URL('./troubleWorker.ts', import.meta.url), { type: 'module', name: 'trouble' }),
);

const MOST_LINES = 12;

/** The lines in which trouble is looked for: those that were set; without any, the newest of the shelf. */
export function weighedLines<L extends { readonly id: string }>(
  lines: readonly L[],
  assignments: readonly Pick<AssignmentView, 'exerciseId'>[],
): readonly L[] {
  const set = new Set(assignments.map((a) => a.exerciseId));
  return (set.size === 0 ? lines : lines.filter((l) => set.has(l.id))).slice(0, MOST_LINES);
}

/**
 * What is hard in the lines of a class, worked out beside the page; the last answer stays until the new one is there.
 */
export function useTrouble(
  lines: readonly ListedExerciseView[],
  { instruments, known }: Pick<ClassView, 'instruments' | 'known'>,
  teaching: Teaching,
): Loading<ClassTrouble> {
  const versions = lines.map((l) => `${l.id}/${l.version}`);
  return useSWR<ClassTrouble, Error>(
    ['trouble', JSON.stringify([versions, instruments, known, teaching])],
    async () => {
      const exercises = (await Promise.all(lines.map((l) => fetchExercise(l.id)))).map((e) => e.document);
      return worker.call((w) => w.trouble({ exercises, instruments, teaching, known: knownNotes(known) }));
    },
    { keepPreviousData: true, revalidateOnFocus: false, revalidateIfStale: false, shouldRetryOnError: false },
  );
}
