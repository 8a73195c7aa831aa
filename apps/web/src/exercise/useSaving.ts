import type { ExerciseView, RefusalView } from '@cifra/contract';
import type { Exercise } from '@cifra/core';
import { useLayoutEffect, useRef, useState } from 'react';
import { RequestError } from '../api/request';
import { saveExercise } from '../api/resources';
import { useNotice } from '../ui/Notices';
import { reasonOf } from '../ui/reason';

export type SaveState = 'saved' | 'saving' | 'not-saved';

/** Two windows changed one exercise: what was refused, and what is here. */
export interface Conflict {
  readonly refusal: RefusalView;
  readonly mine: Exercise;
}

/** Saves changes of an exercise one after the other, each on the version before it. */
export function useSaving(exercise: ExerciseView) {
  const notice = useNotice();
  const [state, setState] = useState<SaveState>('saved');
  const [conflict, setConflict] = useState<Conflict>();
  const queue = useRef<Promise<unknown>>(Promise.resolve());
  const newest = useRef(exercise);
  // What was fetched may be older than what was saved here meanwhile.
  useLayoutEffect(() => {
    if (exercise.version >= newest.current.version) newest.current = exercise;
  }, [exercise]);
  const save = (change: (before: Exercise) => Exercise): void => {
    setState('saving');
    queue.current = queue.current.then(async () => {
      const before = newest.current;
      const mine = change(before.document);
      try {
        newest.current = await saveExercise(before, { document: mine });
        setState('saved');
      } catch (e) {
        setState('not-saved');
        if (e instanceof RequestError && e.status === 409) setConflict({ refusal: e.refusal, mine });
        else notice(reasonOf(e), { tone: 'warning', action: { label: 'Try again', run: () => save(change) } });
      }
    });
  };
  const settle = () => {
    setConflict(undefined);
    setState('saved');
  };
  return { save, state, conflict, settle, current: () => newest.current.document };
}
