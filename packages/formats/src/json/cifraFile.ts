import { type Exercise, failure, readExercise, type Result } from '@cifra/core';

/** What stands in the file beside the exercise, so that it is known again. */
const FORMAT = 'cifra-exercise';
const VERSION = 1;

/** Writes an exercise whole, as Cifra keeps it: nothing is lost. */
export const writeCifraFile = (exercise: Exercise): string =>
  `${JSON.stringify({ format: FORMAT, version: VERSION, exercise }, null, 1)}\n`;

/** Whether a text claims to be a file of ours. */
export const isCifraFile = (text: string): boolean => text.trimStart().startsWith('{');

/**
 * Reads a file that `writeCifraFile` wrote. It is a stranger's file like any other: every field is checked.
 * @returns the exercise, or what is wrong and where
 */
export function readCifraFile(text: string): Result<Exercise> {
  let parsed: unknown;
  try {
    parsed = JSON.parse(text);
  } catch (e) {
    return failure('broken-json', { facts: { detail: (e instanceof Error ? e.message : 'unreadable').slice(0, 100) } });
  }
  const file = parsed as { format?: unknown; version?: unknown; exercise?: unknown } | null;
  if (typeof file !== 'object' || file === null || file.format !== FORMAT) return failure('unknown-format');
  if (file.version !== VERSION)
    return failure('newer-version', { facts: { version: typeof file.version === 'number' ? file.version : '?' } });
  return readExercise(file.exercise);
}
