import type { BandRow, InstrumentId } from '@cifra/core';

/** The steps from counting to playing at tempo, in the order in which most teachers take them. */
export const RUNGS = ['count', 'name', 'finger', 'sing', 'loose', 'slurred', 'tempo'] as const;
export type Rung = (typeof RUNGS)[number];

/** How the player is set up for a rung. */
export interface RungSetup {
  /** Rows over the notes; without them the class's own. */
  readonly rows?: readonly BandRow[];
  readonly slurs: boolean;
  /** The part is heard; else only the beat. */
  readonly part: boolean;
  readonly percent: number;
}

/** Slow where something is new to the hands, with the part heard only where it is imitated. Common practice, no source. */
export const RUNG_SETUP: Readonly<Record<Rung, RungSetup>> = Object.freeze({
  count: { rows: ['count'], slurs: true, part: false, percent: 80 },
  name: { rows: ['name'], slurs: true, part: false, percent: 60 },
  finger: { rows: ['diagram', 'figure'], slurs: true, part: false, percent: 60 },
  sing: { rows: ['name'], slurs: true, part: true, percent: 80 },
  loose: { slurs: false, part: false, percent: 60 },
  slurred: { slurs: true, part: false, percent: 60 },
  tempo: { slurs: true, part: false, percent: 100 },
});

const keyOf = (exercise: string, instrument: InstrumentId): string => `cifra.ladder.${exercise}.${instrument}`;
const isRung = (r: unknown): r is Rung => RUNGS.some((known) => known === r);

/** Rungs ticked in this browser for a part; what cannot be read counts as none. */
export function tickedRungs(exercise: string, instrument: InstrumentId): readonly Rung[] {
  const kept = localStorage.getItem(keyOf(exercise, instrument));
  if (kept === null) return [];
  try {
    const list: unknown = JSON.parse(kept);
    return Array.isArray(list) ? list.filter(isRung) : [];
  } catch {
    // Written by something else: the ladder starts anew.
    return [];
  }
}

export const keepRungs = (exercise: string, instrument: InstrumentId, ticked: readonly Rung[]): void => localStorage.setItem(keyOf(exercise, instrument), JSON.stringify(ticked));
