import { type CountingSystem, countText, countWords } from '../meter/counting';
import type { Pitch } from '../pitch/pitch';
import type { PlacedNote } from './placedNotes';

/**
 * What is counted aloud at a note, in one of the three systems.
 *
 * A note held over by a tie stands in brackets. A pickup is counted as the end of its bar.
 * @example in C4 half, D4 quarter, E4 quarter: `1 (2)`, `3`, `4`
 */
export const noteCount = ({ meter, onset, quarters, tiedFrom }: PlacedNote<Pitch>, system: CountingSystem): string =>
  countText(countWords(meter, { onset, quarters }, system), system, tiedFrom !== undefined);
