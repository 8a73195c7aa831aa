import type { Tube } from './brassTube';

/** Valve combinations by semitones lowered, the plain one first. */
const COMBINATIONS: readonly (readonly (readonly number[])[])[] = [
  [[]],
  [[2]],
  [[1]],
  [[1, 2], [3]],
  [[2, 3]],
  [[1, 3], [4]],
  [
    [1, 2, 3],
    [2, 4],
  ],
];
/**
 * Below three valves, on the second partial, with the fourth. Without compensation each added tube is too short for the
 * longer instrument, so that the next longer combination stands for a note; below D♭ (of an instrument in B♭) none is
 * near enough. Common practice, no source; held against the lengths of the tubes.
 */
const LOW_COMBINATIONS: Readonly<Record<'plain' | 'compensating', typeof COMBINATIONS>> = {
  plain: [
    [
      [1, 4],
      [1, 2, 4],
    ],
    [[2, 3, 4]],
    [
      [1, 3, 4],
      [1, 2, 3, 4],
    ],
  ],
  compensating: [
    [[1, 4]],
    [
      [1, 2, 4],
      [3, 4],
    ],
    [[2, 3, 4]],
    [[1, 3, 4]],
    [[1, 2, 3, 4]],
  ],
};
export const PLAIN_REACH = 6;
export const LOW_PARTIAL = 2;
const VALVE_SEMITONES: Readonly<Record<number, number>> = { 1: 2, 2: 1, 3: 3, 4: 5 };

export const FOURTH = 4;

/**
 * How far a combination of valves misses the semitones that it stands for, in cents, sharp positive.
 *
 * Each valve adds the tube that lowers the open instrument by its own interval; together they are too short. Where the
 * fourth valve compensates, the others add tubes that are as much longer as the instrument is.
 * @param lowered the semitones that it stands for; without it the sum of its valves
 */
export function combinationCents(
  valves: readonly number[],
  { lowered, compensating }: { readonly lowered?: number; readonly compensating?: boolean | undefined } = {},
): number {
  const added = (v: number): number => 2 ** ((VALVE_SEMITONES[v] ?? 0) / 12) - 1;
  const lengthOf = (some: readonly number[]): number => 1 + some.reduce((sum, v) => sum + added(v), 0);
  const length =
    compensating === true && valves.includes(FOURTH)
      ? lengthOf([FOURTH]) * lengthOf(valves.filter((v) => v !== FOURTH))
      : lengthOf(valves);
  const wanted = lowered ?? valves.reduce((sum, v) => sum + (VALVE_SEMITONES[v] ?? 0), 0);
  return 100 * wanted - 1200 * Math.log2(length);
}

/** What valves lower an open partial by so many semitones, the default first. */
export const combinationsFor = (tube: Tube, partial: number, lowered: number): (typeof COMBINATIONS)[number] =>
  lowered <= PLAIN_REACH
    ? (COMBINATIONS[lowered] ?? [])
    : tube.fourthValve === true && partial === LOW_PARTIAL
      ? (LOW_COMBINATIONS[systemOf(tube)][lowered - PLAIN_REACH - 1] ?? [])
      : [];
/** How many semitones under its lowest open note a tube goes. */
export const lowestReach = (tube: Tube): number =>
  PLAIN_REACH + (tube.fourthValve === true ? LOW_COMBINATIONS[systemOf(tube)].length : 0);
const systemOf = ({ compensating }: Tube): 'plain' | 'compensating' =>
  compensating === true ? 'compensating' : 'plain';
