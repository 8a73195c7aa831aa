import { type CountingSystem, countText, countWords } from '../meter/counting';
import { measureQuarters } from '../meter/meter';
import type { Pitch } from '../pitch/pitch';
import { add, rational, subtract } from '../rational/rational';
import { durationQuarters } from './duration';
import { filledQuarters } from './measureSum';
import type { NoteId, Score } from './score';
import { type Structure, structureOf } from './structure';
import { placeMeasures } from './walk';

const KNOWN = new WeakMap<Structure, Map<CountingSystem, ReadonlyMap<NoteId, string>>>();

/**
 * What is counted aloud at every note and rest, in one of the three systems.
 *
 * A rest, and a note held over by a tie, stand in brackets. A pickup is counted as the end of its bar. Worked out once
 * for a line and shared by all of its parts.
 * @example countTexts(line('C4:h D4 R'), 'numbers') // '1 (2)', '3', '(4)'
 */
export function countTexts<P extends Pitch>(score: Score<P>, system: CountingSystem): ReadonlyMap<NoteId, string> {
  const structure = structureOf(score);
  const bySystem = KNOWN.get(structure) ?? new Map<CountingSystem, ReadonlyMap<NoteId, string>>();
  KNOWN.set(structure, bySystem);
  const known = bySystem.get(system);
  if (known !== undefined) return known;
  const texts = new Map<NoteId, string>();
  let tied = false;
  for (const { measure, meter } of placeMeasures(score)) {
    let onset = measure.pickup === true ? subtract(measureQuarters(meter), filledQuarters(measure)) : rational(0);
    for (const event of measure.events) {
      const quarters = durationQuarters(event.duration);
      const rest = event.kind === 'rest';
      texts.set(event.id, countText(countWords(meter, { onset, quarters, rest }, system), system, rest || tied));
      tied = event.kind === 'note' && event.tie === true;
      onset = add(onset, quarters);
    }
  }
  bySystem.set(system, texts);
  return texts;
}
