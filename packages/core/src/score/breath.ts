import type { Pitch } from '../pitch/pitch';
import type { Conventions } from '../convention/conventions';
import type { NoteId, Score } from './score';
import { slurredOn } from './slurs';
import { notesOf } from './walk';

/** A phrase of this many full bars is what a beginner's breath is planned for. Common practice, no source. */
const PHRASE_BARS = 4;

/**
 * Where a breath mark is added to those that the line already has.
 *
 * Every four full bars, at the phrase's last note, unless its bar has a rest or a mark already, or a tie or slur leads
 * on; under `own-marks` none. Common practice, no source.
 */
export function breathMarks<P extends Pitch>(score: Score<P>, convention: Conventions['breath']): ReadonlySet<NoteId> {
  const after = new Set<NoteId>();
  if (convention === 'own-marks') return after;
  const end = notesOf(score).at(-1);
  const slurred = slurredOn(score);
  let bars = 0;
  for (const m of score.measures) {
    if (m.pickup === true) continue;
    bars += 1;
    const last = m.events.at(-1);
    const breathes = m.events.some((e) => e.kind === 'rest' || e.breathAfter === true);
    if (bars % PHRASE_BARS !== 0 || breathes || last?.kind !== 'note' || last === end) continue;
    if (last.tie !== true && !slurred.has(last.id)) after.add(last.id);
  }
  return after;
}
