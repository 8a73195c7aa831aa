import { type InstrumentId, isRung, type LadderRung } from '@cifra/core';
import { keepHere, keptHere } from '../api/keptHere';

/** What is remembered of the practice of one part in this browser. */
export interface KeptPractice {
  readonly rungs: readonly LadderRung[];
  /** Highest share of the tempo at which enough runs in a row were clean, in percent. */
  readonly bestPercent: number;
  readonly cleanRuns: number;
  readonly peeks: number;
  readonly minutes: number;
}

export const NOTHING_KEPT: KeptPractice = Object.freeze({
  rungs: [],
  bestPercent: 0,
  cleanRuns: 0,
  peeks: 0,
  minutes: 0,
});

const keyOf = (exercise: string, instrument: InstrumentId): string => `cifra.practice.${exercise}.${instrument}`;
const count = (v: unknown): number => (typeof v === 'number' && Number.isFinite(v) && v >= 0 ? v : 0);

/** What this browser remembers of a part; what cannot be read counts as nothing. */
export const keptPractice = (exercise: string, instrument: InstrumentId): KeptPractice =>
  keptHere(
    keyOf(exercise, instrument),
    (found) => {
      const kept = found as Partial<Record<keyof KeptPractice, unknown>> | null;
      return {
        rungs: Array.isArray(kept?.rungs) ? kept.rungs.filter(isRung) : [],
        bestPercent: count(kept?.bestPercent),
        cleanRuns: count(kept?.cleanRuns),
        peeks: count(kept?.peeks),
        minutes: count(kept?.minutes),
      };
    },
    NOTHING_KEPT,
  );

export const keepPractice = (exercise: string, instrument: InstrumentId, kept: KeptPractice): void =>
  keepHere(keyOf(exercise, instrument), kept);
