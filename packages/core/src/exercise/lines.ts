import type { Written } from '../pitch/pitch';
import type { Score } from '../score/score';
import type { Exercise } from './exercise';

/** How many lines stand under each other at most: a quartet. */
export const MAX_LINES = 4;

/** All lines of an exercise from the top: one, or up to four that are played together. */
export const linesOf = ({
  source,
  otherLines = [],
}: Pick<Exercise, 'source' | 'otherLines'>): readonly Score<Written>[] => [source, ...otherLines];

/** The exercise with one of its lines replaced. @throws RangeError for a line that it does not have */
export function withLine(exercise: Exercise, index: number, line: Score<Written>): Exercise {
  const lines = linesOf(exercise);
  if (lines[index] === undefined) throw new RangeError(`no line ${index}`);
  return withLines(
    exercise,
    lines.map((l, i) => (i === index ? line : l)),
  );
}

/** The exercise with other lines. @throws RangeError without any */
export function withLines(
  { otherLines: _before, ...rest }: Exercise,
  [source, ...otherLines]: readonly Score<Written>[],
): Exercise {
  if (source === undefined) throw new RangeError('an exercise has a line');
  return { ...rest, source, ...(otherLines.length !== 0 && { otherLines }) };
}
