import type { EditStep, Exercise } from '@cifra/core';
import { type DBSchema, type IDBPDatabase, openDB } from 'idb';

/** What the browser keeps of an exercise: the newest state, and the stored version that it started from. */
export interface Draft {
  readonly exerciseId: string;
  readonly title: string;
  readonly document: Exercise;
  readonly base: { readonly version: number; readonly document: Exercise };
  /** There are changes that the server has not got. */
  readonly changed: boolean;
  /** How many of the kept steps are done; the rest can be done again. */
  readonly done: number;
}

interface Schema extends DBSchema {
  drafts: { key: string; value: Draft };
  steps: { key: [string, number]; value: EditStep & { readonly exerciseId: string; readonly index: number } };
}

let opened: Promise<IDBPDatabase<Schema>> | undefined;

const database = (): Promise<IDBPDatabase<Schema>> =>
  (opened ??= openDB<Schema>('cifra', 1, {
    upgrade(db) {
      db.createObjectStore('drafts', { keyPath: 'exerciseId' });
      db.createObjectStore('steps', { keyPath: ['exerciseId', 'index'] });
    },
  }));

const stepsOf = (id: string, from = 0): IDBKeyRange => IDBKeyRange.bound([id, from], [id, Infinity]);

export async function readDraft(id: string): Promise<{ draft: Draft; steps: EditStep[] } | undefined> {
  const db = await database();
  const draft = await db.get('drafts', id);
  if (draft === undefined) return undefined;
  const rows = await db.getAll('steps', stepsOf(id));
  return { draft, steps: rows.map(({ exerciseId: _e, index: _i, ...step }) => step) };
}

/** Keeps the newest state and the steps done since, the first in place of all that could have been done again. */
export async function keepDraft(
  draft: Draft,
  steps: readonly { readonly index: number; readonly step: EditStep }[] = [],
): Promise<void> {
  const db = await database();
  const tx = db.transaction(['drafts', 'steps'], 'readwrite');
  const [first] = steps;
  const writes: Promise<unknown>[] = [tx.objectStore('drafts').put(draft)];
  if (first !== undefined) writes.push(tx.objectStore('steps').delete(stepsOf(draft.exerciseId, first.index)));
  for (const { index, step } of steps)
    writes.push(tx.objectStore('steps').put({ ...step, exerciseId: draft.exerciseId, index }));
  await Promise.all([...writes, tx.done]);
}

/** Exercises with changes that the server has not got yet. */
export async function changedDrafts(): Promise<Draft[]> {
  return (await (await database()).getAll('drafts')).filter((d) => d.changed);
}

/** Forgets everything that the server has, so that it does not stay on a shared computer. */
export async function forgetSavedDrafts(): Promise<void> {
  const db = await database();
  for (const draft of await db.getAll('drafts')) {
    if (draft.changed) continue;
    await db.delete('drafts', draft.exerciseId);
    await db.delete('steps', stepsOf(draft.exerciseId));
  }
}
