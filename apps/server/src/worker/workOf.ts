import { type Exercise, linesOf, notesIn } from '@cifra/core';
import type { Task } from './task';

/** A file of more bytes, a line of more notes, slurs and hairpins or a book of more pages takes more than a second. */
const LONG = { bytes: 50_000, signs: 600, pages: 40 } as const;

const signsIn = (lines: readonly Exercise['source'][]): number =>
  lines.reduce((n, { slurs, hairpins }) => n + slurs.length + hairpins.length, notesIn(lines));

/** Whether a task may take so long that others should pass it. */
export function isLong(task: Task): boolean {
  if (task.kind === 'read') return task.bytes.length > LONG.bytes;
  if (task.kind === 'bind') return task.copies.reduce((n, c) => n + c.pages.length, 0) > LONG.pages;
  if (
    task.kind === 'engrave' ||
    task.kind === 'strip' ||
    task.kind === 'sheet' ||
    task.kind === 'score' ||
    task.kind === 'file'
  )
    return signsIn(linesOf(task.exercise)) > LONG.signs;
  return task.kind === 'account' || task.kind === 'zip';
}
