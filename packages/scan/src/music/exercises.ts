import { barsOf } from './bars';
import { metersOf } from './head';
import type { SeenStaff } from './reading';

/** One exercise of a page: for each of its lines the staves that it stands on, from the top. */
export interface FoundExercise {
  readonly lines: readonly (readonly number[])[];
}

/** Whether an exercise begins with this staff: a meter stands at its head. */
function begins({ symbols, width }: SeenStaff): boolean {
  const first = barsOf(symbols, width)[0];
  return first !== undefined && metersOf(symbols).some((m) => m.x < first.to);
}
const ends = ({ symbols, width }: SeenStaff): boolean => barsOf(symbols, width).at(-1)?.end === 'bar-final';

/**
 * Parts the staves of a page into exercises: each begins with a meter, or after a final bar line. Staves whose left
 * ends are joined are played together, and come as lines of one exercise.
 * @param joined for each staff, whether it is joined to the next
 */
export function exercisesOf(staves: readonly SeenStaff[], joined: readonly boolean[]): FoundExercise[] {
  const systems: number[][] = [];
  staves.forEach((_, i) => {
    if (i > 0 && joined[i - 1] === true) systems.at(-1)?.push(i);
    else systems.push([i]);
  });
  const exercises: number[][][] = [];
  systems.forEach((system, s) => {
    const [first] = system.map((i) => staves[i]);
    const before = systems[s - 1];
    const last = staves[before?.[0] ?? -1];
    const goesOn =
      first !== undefined && last !== undefined && before?.length === system.length && !begins(first) && !ends(last);
    if (goesOn) system.forEach((staff, line) => exercises.at(-1)?.[line]?.push(staff));
    else exercises.push(system.map((staff) => [staff]));
  });
  return exercises.map((lines) => ({ lines }));
}
