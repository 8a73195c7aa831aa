import type { Pitch } from '../pitch/pitch';
import type { NoteId, Score } from './score';
import { unsung } from './syllables';

/**
 * The first bars of a line, after its pickup, to know it by: whole bars without tempo, words to sing and chord symbols;
 * slurs and hairpins that lead out of them go.
 */
export function firstBars<P extends Pitch>(score: Score<P>, bars: number): Score<P> {
  const measures = score.measures
    .slice(0, bars + (score.measures[0]?.pickup === true ? 1 : 0))
    .map(({ tempo: _tempo, ...m }) => ({ ...m, events: m.events.map(unsung) }));
  const kept = new Set(measures.flatMap((m) => m.events.map((e) => e.id)));
  const inside = (s: { readonly from: NoteId; readonly to: NoteId }): boolean => kept.has(s.from) && kept.has(s.to);
  return { ...score, measures, slurs: score.slurs.filter(inside), hairpins: score.hairpins.filter(inside) };
}
