import { type FitQuestion, type KeyFitness, rankKeys } from '@cifra/core';
import { proxy } from 'comlink';
import { useEffect } from 'react';
import { useStateFor } from '../../ui/useStateFor';
import { workerCalls } from '../../ui/workerCalls';
import type { FitApi } from './fitWorker';

const fitter = workerCalls<FitApi>(
  () => new Worker(new URL('./fitWorker.ts', import.meta.url), { type: 'module', name: 'class-keys' }),
);

export interface ClassKeys {
  /** Best first; undefined while they are being looked at. */
  readonly keys: readonly KeyFitness[] | undefined;
  readonly done: number;
  readonly error: Error | undefined;
}

const BEGINNING: ClassKeys = { keys: undefined, done: 0, error: undefined };

/** The twelve keys for a class, looked at in a worker. */
export function useClassKeys(question: FitQuestion): ClassKeys {
  const [state, setState] = useStateFor<ClassKeys>(question, BEGINNING);
  useEffect(() => {
    let open = true;
    const onProgress = proxy((done: number) => {
      if (open) setState((s) => ({ ...s, done }));
    });
    fitter
      .call((f) => f.fit(question, onProgress))
      .then(
        (keys) => {
          if (open) setState({ keys: rankKeys(keys), done: keys.length, error: undefined });
        },
        (error: unknown) => {
          if (open) setState({ keys: undefined, done: 0, error: error as Error });
        },
      );
    return () => {
      open = false;
    };
  }, [question, setState]);
  return state;
}
