import type { InstrumentId } from '@cifra/core';
import { isRung, type Rung } from './rungs';

/** What is remembered of the practice of one part in this browser. */
export interface KeptPractice {
  readonly rungs: readonly Rung[];
  /** Highest share of the tempo at which enough runs in a row were clean, in percent. */
  readonly bestPercent: number;
  readonly cleanRuns: number;
  readonly peeks: number;
  readonly minutes: number;
}

export const NOTHING_KEPT: KeptPractice = Object.freeze({ rungs: [], bestPercent: 0, cleanRuns: 0, peeks: 0, minutes: 0 });

const keyOf = (exercise: string, instrument: InstrumentId): string => `cifra.practice.${exercise}.${instrument}`;
const count = (v: unknown): number => (typeof v === 'number' && Number.isFinite(v) && v >= 0 ? v : 0);

/** What this browser remembers of a part; what cannot be read counts as nothing. */
export function keptPractice(exercise: string, instrument: InstrumentId): KeptPractice {
  const text = localStorage.getItem(keyOf(exercise, instrument));
  if (text === null) return NOTHING_KEPT;
  try {
    const found = JSON.parse(text) as Partial<Record<keyof KeptPractice, unknown>> | null;
    return { rungs: Array.isArray(found?.rungs) ? found.rungs.filter(isRung) : [], bestPercent: count(found?.bestPercent), cleanRuns: count(found?.cleanRuns), peeks: count(found?.peeks), minutes: count(found?.minutes) };
  } catch {
    // Written by something else: the practice starts anew.
    return NOTHING_KEPT;
  }
}

export const keepPractice = (exercise: string, instrument: InstrumentId, kept: KeptPractice): void => localStorage.setItem(keyOf(exercise, instrument), JSON.stringify(kept));
