import 'reflect-metadata';
import type { InstrumentId } from '@cifra/core';
import { expose } from 'comlink';
import { loadFigures } from '../../figures/loadFigures';
import { CLASS_SUMS, type ClassAnswers, type ClassQuestions, type ClassSumName } from './classSums';

const api = {
  /** Works out one thing for some instruments, whose figures are fetched first. */
  async workOut<K extends ClassSumName>(
    name: K,
    instruments: readonly InstrumentId[],
    question: ClassQuestions[K],
  ): Promise<ClassAnswers[K]> {
    await loadFigures(instruments);
    return CLASS_SUMS[name](...question);
  },
};

export type ClassApi = typeof api;
expose(api);
