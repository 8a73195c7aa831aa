import type { NoteId } from './score';
import type { Structure } from './structure';

/**
 * One value for every note of a score, reached by the note's id or in order.
 * The ids are shared by all parts of a line, so that a part keeps no map of its own.
 */
export class NoteTable<T> implements Iterable<readonly [NoteId, T]> {
  constructor(
    private readonly structure: Structure,
    private readonly inOrder: readonly T[],
  ) {}

  get size(): number {
    return this.inOrder.length;
  }

  get(id: NoteId): T | undefined {
    const index = this.structure.indexOf.get(id);
    return index === undefined ? undefined : this.inOrder[index];
  }

  has(id: NoteId): boolean {
    return this.structure.indexOf.has(id);
  }

  at(index: number): T | undefined {
    return this.inOrder[index];
  }

  values(): readonly T[] {
    return this.inOrder;
  }

  *[Symbol.iterator](): IterableIterator<readonly [NoteId, T]> {
    for (let i = 0; i < this.inOrder.length; i++) yield [this.structure.noteIds[i] as NoteId, this.inOrder[i] as T];
  }
}
