import type { BandRow } from '../page/pageSetup';
import { LADDER_RUNGS, type LadderRung } from './ladder';

/** How the player is set up for a rung. */
export interface RungSetup {
  /** Rows over the notes; without them the class's own. */
  readonly rows?: readonly BandRow[];
  readonly slurs: boolean;
  /** The part is heard; else only the beat. */
  readonly part: boolean;
  readonly percent: number;
  /** What is shown large beside the part: the words of the count, or the hands. */
  readonly large?: 'words' | 'hands';
}

/**
 * Slow where something is new to the hands, with the part heard only where it is imitated. Common practice, no source.
 */
export const RUNG_SETUP: Readonly<Record<LadderRung, RungSetup>> = Object.freeze({
  count: { rows: ['count'], slurs: true, part: false, percent: 80, large: 'words' },
  name: { rows: ['name'], slurs: true, part: false, percent: 60 },
  finger: { rows: ['diagram', 'figure'], slurs: true, part: false, percent: 60, large: 'hands' },
  sing: { rows: ['name'], slurs: true, part: true, percent: 80 },
  loose: { slurs: false, part: false, percent: 60 },
  slurred: { slurs: true, part: false, percent: 60 },
  tempo: { slurs: true, part: false, percent: 100 },
});

export const isRung = (r: unknown): r is LadderRung => LADDER_RUNGS.some((known) => known === r);

/** A teacher's own order; rungs that it does not name follow in the usual one. */
export const rungsInOrder = (own: readonly LadderRung[] | undefined): readonly LadderRung[] => {
  const named = (own ?? []).filter((r, i, all) => isRung(r) && all.indexOf(r) === i);
  return named.length === 0 ? LADDER_RUNGS : named;
};
