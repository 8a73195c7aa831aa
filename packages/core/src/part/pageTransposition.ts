import type { Exercise, PageOwner } from '../exercise/exercise';
import { realize, toPage } from '../exercise/realize';
import { instrumentOf } from '../instrument/instrumentOf';
import { taughtAs } from '../instrument/taught';
import type { Clef } from '../key/signature';
import { addIntervals, type Interval, invert, transpose, UNISON } from '../pitch/interval';
import type { Written } from '../pitch/pitch';
import { transposeKey } from '../key/key';
import type { Score } from '../score/score';
import { mapPitches } from '../score/walk';
import { derivePart } from './derivePart';
import { DEFAULT_TEACHING, type Teaching } from './teaching';

/** How a source line is shown as it stands on somebody's page: moved by an interval, in that page's clef. */
export interface PageTransposition {
  readonly page: PageOwner;
  readonly interval: Interval;
  /** Without it the clefs of the source stay. */
  readonly clef?: Clef;
}

/**
 * How an exercise looks on a page: the owner's own as it is, the concert pitch, or an instrument's page in the octave
 * and spelling that its part would have.
 * @example a trumpet's page seen from concert pitch is a major second lower
 */
export function pageTransposition(
  exercise: Exercise,
  page: PageOwner,
  teaching: Teaching = DEFAULT_TEACHING,
): PageTransposition {
  const back = invert(toPage(exercise.owner));
  if (page === exercise.owner) return { page, interval: UNISON };
  if (page === 'concert') return { page, interval: back };
  const part = derivePart(
    realize(exercise),
    taughtAs(instrumentOf(page).id, teaching.conventions),
    exercise.owner,
    exercise.partChoices[page] ?? {},
    teaching,
  );
  return { page, interval: addIntervals(part.decisions.interval, back), clef: part.decisions.clef.clef };
}

/** The line as it stands on that page. Ids stay, so that a click there finds its note here. */
export function transposedToPage(score: Score<Written>, { interval, clef }: PageTransposition): Score<Written> {
  if (interval === UNISON && clef === undefined) return score;
  const moved = mapPitches(
    score,
    (p) => transpose<Written>(p, interval),
    (k) => transposeKey(k, interval),
  );
  if (clef === undefined) return moved;
  return { ...moved, measures: moved.measures.map(({ clef: _source, ...m }, i) => (i === 0 ? { ...m, clef } : m)) };
}
