import type { Pitch } from '../pitch/pitch';
import { withoutNavigation } from './navigation';
import type { Score, Span, Tempo } from './score';
import { placeMeasures } from './walk';

/**
 * Some bars of a score, standing alone: what is in force where they begin is written in the first.
 *
 * Spans stay where both their ends are inside. Repeat signs and endings stay as they are; jumps lead elsewhere and go,
 * unless it is all of it.
 * @param from, to indices of the first and the last bar, both included
 * @example excerpt(a line in G with a new meter in bar 5, 5, 6) begins with that meter and one sharp
 */
export function excerpt<P extends Pitch>(score: Score<P>, from: number, to: number): Score<P> {
  const placed = placeMeasures(score).slice(0, to + 1);
  let tempo: Tempo | undefined;
  for (const { measure, index } of placed) if (index <= from && measure.tempo !== undefined) ({ tempo } = measure);
  const measures = placed.slice(from).map(({ measure, clef, key, meter }, i) => {
    const bar = from === 0 && to >= score.measures.length - 1 ? measure : withoutNavigation(measure);
    return i > 0 ? bar : { ...bar, clef, key, meter, ...(tempo !== undefined && { tempo }) };
  });
  const kept = new Set(measures.flatMap((m) => m.events.map((e) => e.id)));
  const inside = (s: Span): boolean => kept.has(s.from) && kept.has(s.to);
  return { ...score, measures, slurs: score.slurs.filter(inside), hairpins: score.hairpins.filter(inside) };
}
