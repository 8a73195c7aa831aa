/** Tempo stairs: slower until a run is clean, then up by steps until the goal. */
export interface Stairs {
  readonly percent: number;
  /** Clean runs in a row at this tempo. */
  readonly row: number;
  readonly done: boolean;
}

/**
 * What a teacher sets: where it ends, how high a step is, how low it may go, and how many clean runs a step asks for.
 */
export interface StairsGoal {
  readonly goal: number;
  readonly step: number;
  readonly lowest: number;
  readonly cleanRuns: number;
}

/**
 * The next step after a run: up when enough were clean in a row, down when one was not.
 *
 * At the goal a run that is not clean begins the row again, one step lower. Common practice, no source.
 * @example climb({ percent: 60, row: 0, done: false }, true, { goal: 100, step: 10, lowest: 40, cleanRuns: 1 }).percent
 * // 70
 */
export function climb({ percent, row }: Stairs, clean: boolean, { goal, step, lowest, cleanRuns }: StairsGoal): Stairs {
  if (!clean) return { percent: Math.max(lowest, percent - step), row: 0, done: false };
  if (row + 1 < cleanRuns) return { percent, row: row + 1, done: false };
  if (percent >= goal) return { percent: goal, row: row + 1, done: true };
  return { percent: Math.min(goal, percent + step), row: 0, done: false };
}
