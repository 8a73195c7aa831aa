import type { Random } from '../random/random';

/** The right answer among others that are wrong, in an order that gives nothing away. */
export interface Choices<T> {
  readonly choices: readonly T[];
  readonly right: number;
}

/**
 * Mixes the right answer with some wrong ones.
 * @param wrong at least one; the nearest first, from which the first few are taken
 */
export function mixChoices<T>(right: T, wrong: readonly T[], count: number, chance: Random): Choices<T> {
  const choices = chance.shuffled([right, ...wrong.slice(0, count - 1)]);
  return { choices, right: choices.indexOf(right) };
}
