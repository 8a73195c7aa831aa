import type { Exercise, PartChoice } from '../exercise/exercise';
import { linesOf } from '../exercise/lines';
import { realize } from '../exercise/realize';
import type { InstrumentId } from '../instrument/instrument';
import { taughtAs } from '../instrument/taught';
import { derivePart, type Part } from '../part/derivePart';
import type { Teaching } from '../part/teaching';
import { simplify } from '../performance/simplify';
import { sourceId, writeOut } from '../performance/writeOut';
import type { Concert } from '../pitch/pitch';
import type { Score } from '../score/score';
import { notesOf } from '../score/walk';
import type { PageSetup } from './pageSetup';

/** A note that was moved on this page is moved every time it is played. */
function choiceFor(choice: PartChoice, line: Score<Concert>): PartChoice {
  const { alternatives } = choice;
  if (alternatives === undefined) return choice;
  const moved = notesOf(line).flatMap(({ id }) => {
    const away = alternatives[sourceId(id)];
    return away === undefined ? [] : [[id, away] as const];
  });
  return { ...choice, alternatives: Object.fromEntries(moved) };
}

/**
 * An instrument's part of the line that it plays, as a class is taught.
 * @param setup its repeats are written out where it says so
 */
export function partOf(
  exercise: Exercise,
  id: InstrumentId,
  teaching: Teaching,
  setup?: Pick<PageSetup, 'repeats'>,
  line = exercise.partChoices[id]?.line,
): Part {
  const choice = exercise.partChoices[id] ?? {};
  const folded = simplify(realize(exercise, line), choice.easier);
  const concert = setup?.repeats === 'written-out' ? writeOut(folded) : folded;
  return derivePart(concert, taughtAs(id, teaching.conventions), exercise.owner, choiceFor(choice, concert), teaching);
}

/**
 * What stands on an instrument's page: its part, or all lines under each other where the teacher wants them together.
 */
export function pageParts(
  exercise: Exercise,
  id: InstrumentId,
  teaching: Teaching,
  setup?: Pick<PageSetup, 'repeats'>,
): readonly Part[] {
  const lines = linesOf(exercise);
  if (exercise.partChoices[id]?.together !== true || lines.length === 1) return [partOf(exercise, id, teaching, setup)];
  return lines.map((_line, i) => partOf(exercise, id, teaching, setup, i));
}
