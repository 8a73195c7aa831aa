import { instrumentOf } from '../instrument/instrumentOf';
import { transposeKey } from '../key/key';
import { invert, UNISON, transpose } from '../pitch/interval';
import type { Concert } from '../pitch/pitch';
import type { Score } from '../score/score';
import { mapPitches } from '../score/walk';
import type { Exercise, PageOwner } from './exercise';
import { linesOf } from './lines';

/** From what sounds to what stands on the owner's page. */
export const toPage = (owner: PageOwner) => (owner === 'concert' ? UNISON : instrumentOf(owner).toWritten);

/**
 * The line as it sounds: Cifra keeps one concert-pitch master, whoever's page was read.
 * @param line which of several lines, counted from 0; a line that is gone gives the first
 * @example a trumpet page in D major is a concert line in C major
 */
export function realize(exercise: Exercise, line = 0): Score<Concert> {
  const down = invert(toPage(exercise.owner));
  return mapPitches(
    linesOf(exercise)[line] ?? exercise.source,
    (p) => transpose<Concert>(p as unknown as Concert, down),
    (k) => transposeKey(k, down),
  );
}
