import type { Change } from './partTrouble';

/**
 * How hard each bar is: the cost of its dearest change, and a tenth of every other.
 *
 * One hard place makes a bar hard; that the others are hard too makes it a little harder.
 * @param bars how many bars the line has; @param barOf the index of the bar of a change's second note
 * @returns for each bar, pickup included, its cost; 0 where nothing changes
 */
export function barHeat(changes: readonly Change[], bars: number, barOf: (c: Change) => number): number[] {
  const dearest = new Array<number>(bars).fill(0);
  const all = new Array<number>(bars).fill(0);
  for (const c of changes) {
    const bar = barOf(c);
    dearest[bar] = Math.max(dearest[bar] ?? 0, c.cost);
    all[bar] = (all[bar] ?? 0) + c.cost;
  }
  return dearest.map((d, i) => d + ((all[i] ?? 0) - d) / 10);
}
