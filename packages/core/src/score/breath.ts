import type { Pitch } from '../pitch/pitch';
import type { Schools } from '../school/schools';
import type { NoteId, Score } from './score';
import { structureOf, type Structure, workedOut } from './structure';
import { notesOf } from './walk';

/** A phrase of this many full bars is what a beginner's breath is planned for. Common practice, no source. */
const PHRASE_BARS = 4;

/** The notes on whose way a slur leads to the next note: no breath may cut it. */
function slurredOn<P extends Pitch>(score: Score<P>, { indexOf }: Structure): ReadonlySet<number> {
  const on = new Set<number>();
  for (const { from, to } of score.slurs)
    for (let i = indexOf.get(from) ?? 0; i < (indexOf.get(to) ?? 0); i++) on.add(i);
  return on;
}

function everyFourBars<P extends Pitch>(score: Score<P>): ReadonlySet<NoteId> {
  const structure = structureOf(score);
  const notes = notesOf(score);
  const slurred = slurredOn(score, structure);
  const after = new Set<NoteId>();
  let bars = 0;
  let rested = false;
  score.measures.forEach((m) => {
    if (m.pickup !== true) bars += 1;
    const last = m.events[m.events.length - 1];
    rested = m.events.some((e) => e.kind === 'rest' || e.breathAfter === true);
    if (m.pickup === true || bars % PHRASE_BARS !== 0 || rested || last?.kind !== 'note') return;
    const index = structure.indexOf.get(last.id) ?? 0;
    const next = notes[index + 1];
    if (next === undefined || last.tie === true || slurred.has(index)) return;
    after.add(last.id);
  });
  return after;
}

/**
 * Where a breath mark is added to those that the line already has.
 *
 * Every four full bars, at the phrase's last note, unless its bar has a rest or a mark already, or a tie or slur leads
 * on; under `own-marks` none. Common practice, no source.
 */
export const planBreaths = <P extends Pitch>(score: Score<P>, school: Schools['breath']): ReadonlySet<NoteId> =>
  school === 'own-marks' ? NO_BREATHS : workedOut(structureOf(score), 'breaths', () => everyFourBars(score));

const NO_BREATHS: ReadonlySet<NoteId> = new Set();
