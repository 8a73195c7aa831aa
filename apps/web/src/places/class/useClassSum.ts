import type { InstrumentId } from '@cifra/core';
import { type Remote, wrap } from 'comlink';
import { useCallback, useEffect, useState } from 'react';
import type { ClassAnswers, ClassQuestions, ClassSumName } from './classSums';
import type { ClassApi } from './classWorker';

let remote: Remote<ClassApi> | undefined;
const reckoner = (): Remote<ClassApi> =>
  (remote ??= wrap<ClassApi>(
    new Worker(new URL('./classWorker.ts', import.meta.url), { type: 'module', name: 'class-sums' }),
  ));

export interface ClassSum<T> {
  /** Undefined until it is worked out for the first time; after a change the last one stands until the new one is there. */
  readonly value: T | undefined;
  readonly error: Error | undefined;
  readonly retry: () => void;
}

/**
 * Something about a class, worked out in a worker.
 * @param question what it is worked out from, the same object as long as nothing changes
 */
export function useClassSum<K extends ClassSumName>(
  name: K,
  instruments: readonly InstrumentId[],
  question: ClassQuestions[K],
): ClassSum<ClassAnswers[K]> {
  type Value = ClassAnswers[K];
  const [state, setState] = useState<{ readonly value: Value | undefined; readonly error: Error | undefined }>({
    value: undefined,
    error: undefined,
  });
  const [tries, setTries] = useState(0);
  useEffect(() => {
    let open = true;
    // The worker's types lose which sum is asked for on their way through.
    const asked = reckoner().workOut(name, instruments, question) as Promise<unknown>;
    asked.then(
      (value) => {
        if (open) setState({ value: value as Value, error: undefined });
      },
      (error: unknown) => {
        if (open) setState({ value: undefined, error: error as Error });
      },
    );
    return () => {
      open = false;
    };
  }, [name, instruments, question, tries]);
  const retry = useCallback(() => setTries((n) => n + 1), []);
  return { ...state, retry };
}
