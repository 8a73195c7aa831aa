import { type FitQuestion, fitKeys, type KeyFitness } from '@cifra/core';
import { expose } from 'comlink';

const api = {
  /** Looks at the twelve keys one after another and says each time how many are done. */
  fit(question: FitQuestion, onProgress: (done: number) => void): KeyFitness[] {
    const keys: KeyFitness[] = [];
    for (const key of fitKeys(question)) {
      keys.push(key);
      onProgress(keys.length);
    }
    return keys;
  },
};

export type FitApi = typeof api;
expose(api);
