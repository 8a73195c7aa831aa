import { aheadOfSchedule } from './aheadOfSchedule';
import { readiness, troubleTable } from './chartData';
import { freshWork } from './freshWork';
import { readyFor } from './readyFor';

const SUMS = { aheadOfSchedule, freshWork, readiness, readyFor, troubleTable };

export type ClassSumName = keyof typeof SUMS;
/** What each is worked out from, and what comes of it. */
export type ClassQuestions = { readonly [K in ClassSumName]: Parameters<(typeof SUMS)[K]> };
export type ClassAnswers = { readonly [K in ClassSumName]: ReturnType<(typeof SUMS)[K]> };

/** What takes every line for every instrument: worked out in the class's worker, never on the page's thread. */
export const CLASS_SUMS: { readonly [K in ClassSumName]: (...question: ClassQuestions[K]) => ClassAnswers[K] } = SUMS;
