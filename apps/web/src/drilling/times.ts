import type { AnswerTimes } from '@cifra/core';
import { keepHere, keptHere } from '../api/keptHere';

const keyOf = (id: string): string => `cifra.times.${id}`;

/** How long the right answers of a drill took in this browser; what cannot be read is left out. */
export const keptTimes = (id: string): AnswerTimes =>
  keptHere<AnswerTimes>(
    keyOf(id),
    (found) =>
      new Map(
        (found as readonly (readonly [string, readonly number[]])[]).filter(
          ([card, seconds]) => typeof card === 'string' && seconds.length > 0 && seconds.every(Number.isFinite),
        ),
      ),
    new Map(),
  );

export const keepTimes = (id: string, times: AnswerTimes): void => keepHere(keyOf(id), [...times]);
