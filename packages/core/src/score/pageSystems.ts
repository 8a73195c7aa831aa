import type { Pitch } from '../pitch/pitch';
import type { Score } from './score';

/** Bars that a line holds where the page sets as many as fit. */
const USUAL_LINE = 4;

/**
 * For each bar the line it stands in, so many full bars a line; a bar that starts a line by the teacher's wish does.
 */
export function systemsOfPage<P extends Pitch>({ measures }: Score<P>, barsPerSystem: number): number[] {
  const long = barsPerSystem === 0 ? USUAL_LINE : barsPerSystem;
  let bars = 0;
  let line = 0;
  return measures.map((m, i) => {
    const full = m.pickup === true ? 0 : 1;
    if (i > 0 && (m.startsSystem === true || bars + full > long)) {
      line += 1;
      bars = 0;
    }
    bars += full;
    return line;
  });
}
