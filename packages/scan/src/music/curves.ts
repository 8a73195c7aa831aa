import type { Seen } from '../symbols/findSymbols';
import { across, down, likelyOf } from './seenStaff';

/** A tie or slur by its two ends; one end is missing where it goes over the end of a staff. */
export interface Curve {
  readonly start: Seen | undefined;
  readonly end: Seen | undefined;
}

const LEAST_LENGTH = 0.7;
/** Where a curve ends is seen less surely than that it does: two ends that fit each other are enough. */
const TAKEN = 0.2;

/** Pairs the ends of the curves of a staff: each end closes the nearest start that lies over or under as it does. */
export function curvesOf(all: readonly Seen[]): Curve[] {
  const open: Seen[] = [];
  const curves: Curve[] = [];
  for (const s of all.filter((c) => c.kind.startsWith('curve') && likelyOf(c) >= TAKEN)) {
    if (s.kind === 'curve-start') {
      open.push(s);
      continue;
    }
    const fits = open
      .filter((o) => across(s, o) > LEAST_LENGTH)
      .sort((a, b) => across(s, a) + Math.abs(down(s, a)) - across(s, b) - Math.abs(down(s, b)));
    const start = fits[0];
    if (start !== undefined) open.splice(open.indexOf(start), 1);
    curves.push({ start, end: s });
  }
  return [...curves, ...open.map((start) => ({ start, end: undefined }))];
}
