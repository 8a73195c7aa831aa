import type { Exercise } from '@cifra/core';
import { Refusal } from '../refusal/refusal';
import type { Task } from './task';

/** A file of more bytes, a line of more notes or a book of more pages takes more than a second. */
const LONG = { bytes: 50_000, notes: 600, pages: 40 } as const;
/**
 * Notes and rests of a line of which a page can be made while somebody waits: 22 s for a part and 25 s for a call sheet
 * of so many, measured on two cores that had other work.
 */
export const MOST_NOTES = { engrave: 4096, sheet: 2048 } as const;

const notesOf = ({ source, otherLines = [] }: Exercise): number =>
  [source, ...otherLines].reduce((n, s) => n + s.measures.reduce((m, { events }) => m + events.length, 0), 0);

/** Whether a task may take so long that others should pass it. */
export function isLong(task: Task): boolean {
  if (task.kind === 'read') return task.bytes.length > LONG.bytes;
  if (task.kind === 'bind') return task.copies.reduce((n, c) => n + c.pages.length, 0) > LONG.pages;
  if (task.kind === 'engrave' || task.kind === 'sheet' || task.kind === 'file')
    return notesOf(task.exercise) > LONG.notes;
  return false;
}

/** @throws Refusal too-large for a line of which no page can be made in time: at once, not after a minute */
export function refuseLargeLine(kind: keyof typeof MOST_NOTES, exercise: Exercise): void {
  const notes = notesOf(exercise);
  if (notes > MOST_NOTES[kind])
    throw new Refusal(
      'too-large',
      `This line has ${notes} notes and rests, and a page is made of at most ${MOST_NOTES[kind]}. Make two lines of it.`,
    );
}

/** The same of a task. */
export function refuseTooLarge(task: Task): void {
  if (task.kind === 'engrave' || task.kind === 'sheet') refuseLargeLine(task.kind, task.exercise);
}
