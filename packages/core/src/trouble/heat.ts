import { type Change, WORTH_A_MARK } from './partTrouble';

/**
 * How hard each bar is: the cost of its dearest change, and a tenth of every other.
 *
 * One hard place makes a bar hard; that the others are hard too makes it a little harder.
 * @param bars how many bars the line has
 * @returns for each bar, pickup included, its cost; 0 where nothing changes
 */
export function barHeat(changes: readonly Change[], bars: number): number[] {
  const dearest = new Array<number>(bars).fill(0);
  const all = new Array<number>(bars).fill(0);
  for (const { measureIndex, cost } of changes) {
    dearest[measureIndex] = Math.max(dearest[measureIndex] ?? 0, cost);
    all[measureIndex] = (all[measureIndex] ?? 0) + cost;
  }
  return dearest.map((d, i) => d + ((all[i] ?? 0) - d) / 10);
}

/** How many hard changes each bar has: the places that a page would mark. @param bars how many bars the line has */
export function hardChanges(changes: readonly Change[], bars: number): number[] {
  const found = new Array<number>(bars).fill(0);
  for (const { measureIndex, cost } of changes)
    if (cost >= WORTH_A_MARK) found[measureIndex] = (found[measureIndex] ?? 0) + 1;
  return found;
}
