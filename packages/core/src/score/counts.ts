import { type CountingSystem, countText, countWords } from '../meter/counting';
import { measureQuarters } from '../meter/meter';
import type { Pitch } from '../pitch/pitch';
import { add, subtract, ZERO } from '../rational/rational';
import { durationQuarters } from './duration';
import { filledQuarters } from './measureSum';
import type { PlacedNote } from './placedNotes';
import type { NoteId, Score } from './score';
import { tripletPlaces } from './tuplets';
import { placeMeasures } from './walk';

/**
 * What is counted aloud at a note, in one of the three systems.
 *
 * A note held over by a tie stands in brackets. A pickup is counted as the end of its bar.
 * @example in C4 half, D4 quarter, E4 quarter: `1 (2)`, `3`, `4`
 */
export const noteCount = (note: PlacedNote<Pitch>, system: CountingSystem): string =>
  countText(countWords(note, system), system, note.tiedFrom !== undefined);

/**
 * What is counted in the head at the rests of a line, by their ids; a rest of several bars counts bars, not beats, and
 * is left out.
 * @example in C4 quarter, quarter rest, D4 half: `(2)`
 */
export function restCounts<P extends Pitch>(score: Score<P>, system: CountingSystem): ReadonlyMap<NoteId, string> {
  const counts = new Map<NoteId, string>();
  let silentBars = 0;
  for (const { measure, meter, count } of placeMeasures(score)) {
    silentBars = measure.multiRest ?? Math.max(0, silentBars - 1);
    if (silentBars > 0) continue;
    let onset = measure.pickup === true ? subtract(measureQuarters(meter), filledQuarters(measure)) : ZERO;
    const triplets = tripletPlaces(measure);
    measure.events.forEach((event, i) => {
      const quarters = durationQuarters(event.duration);
      const words = { meter, count, onset, quarters, triplet: triplets[i], rest: true };
      if (event.kind === 'rest') counts.set(event.id, countText(countWords(words, system), system, true));
      onset = add(onset, quarters);
    });
  }
  return counts;
}
