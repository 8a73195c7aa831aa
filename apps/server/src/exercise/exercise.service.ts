import { isDeepStrictEqual } from 'node:util';
import {
  type CreateExerciseDto,
  type ExerciseView,
  type ListedExerciseView,
  type NameRevisionDto,
  type RevisionDocumentView,
  type RevisionListView,
  type RevisionView,
  type SaveExerciseDto,
} from '@cifra/contract';
import { changesBetween, type Exercise, MAX_TEXT_LENGTH, readExercise } from '@cifra/core';
import { Injectable } from '@nestjs/common';
import { notFound, Refusal, refuseProblems } from '../refusal/refusal';
import { type Content, ExerciseRepository, type ExerciseRow, type ListedRevision } from './exercise.repository';

/** Saves that are listed at a time. */
const SAVES_AT_ONCE = 50;

const head = (row: Pick<ExerciseRow, 'id' | 'title' | 'version' | 'createdAt' | 'updatedAt'>) => ({
  id: row.id,
  title: row.title,
  version: row.version,
  createdAt: row.createdAt.toISOString(),
  updatedAt: row.updatedAt.toISOString(),
});
const exerciseView = (row: ExerciseRow): ExerciseView => ({ ...head(row), document: row.document });

const revisionView = (r: ListedRevision): RevisionView => ({
  id: r.id,
  version: r.version,
  baseVersion: r.baseVersion,
  title: r.title,
  refused: r.refused,
  createdAt: r.createdAt.toISOString(),
  ...(r.name !== null && { name: r.name }),
});

@Injectable()
export class ExerciseService {
  constructor(private readonly repository: ExerciseRepository) {}

  /** The shelf. */
  list = async (teacherId: string): Promise<ListedExerciseView[]> =>
    (await this.repository.list(teacherId)).map((row) => ({ ...head(row), summary: row.summary }));

  /** The line of an exercise on the shelf, to be taken away. */
  document = (teacherId: string, id: string): Promise<Exercise> => this.repository.document(teacherId, id);

  async find(teacherId: string, id: string): Promise<ExerciseView> {
    const found = await this.findIfThere(teacherId, id);
    if (found === undefined) throw notFound('exercise');
    return found;
  }

  async findIfThere(teacherId: string, id: string): Promise<ExerciseView | undefined> {
    const row = await this.repository.find(teacherId, id);
    return row === undefined ? undefined : exerciseView(row);
  }

  create = async (teacherId: string, dto: CreateExerciseDto, id: string): Promise<ExerciseView> =>
    exerciseView(await this.repository.create(teacherId, this.check(dto), id));

  async save(teacherId: string, id: string, dto: SaveExerciseDto): Promise<ExerciseView> {
    const content = this.check({ ...dto, document: dto.document ?? (await this.find(teacherId, id)).document });
    const saved = await this.repository.save(teacherId, id, dto.version, content);
    if (saved !== undefined) return exerciseView(saved);
    const current = await this.find(teacherId, id);
    // What stands is what was sent: an answer was lost, and nothing is against anything.
    if (isDeepStrictEqual({ title: current.title, document: current.document }, content)) return current;
    const keptAs = await this.repository.keepRefused(id, dto.version, content);
    throw new Refusal(
      'conflict',
      'This exercise was changed in another window since you opened it. Both versions are kept.',
      { current, keptAs },
    );
  }

  async duplicate(teacherId: string, id: string, copyId: string): Promise<ExerciseView> {
    const row = await this.find(teacherId, id);
    const title = `${row.title.slice(0, MAX_TEXT_LENGTH - 7)} (copy)`;
    return exerciseView(
      await this.repository.create(
        teacherId,
        { title, document: { ...row.document, source: { ...row.document.source, title } } },
        copyId,
      ),
    );
  }

  async remove(teacherId: string, id: string): Promise<void> {
    if ((await this.repository.setDeleted(teacherId, id, true)) === undefined) throw notFound('exercise');
  }

  async restore(teacherId: string, id: string): Promise<ExerciseView> {
    const row = await this.repository.setDeleted(teacherId, id, false);
    if (row === undefined) throw notFound('exercise');
    return exerciseView(row);
  }

  /**
   * Saves of an exercise, the newest first, each with what changed since the one before it that is kept.
   * @param after the save with which the list before ended
   */
  async revisions(teacherId: string, id: string, after?: string): Promise<RevisionListView> {
    await this.find(teacherId, id);
    // One more than is listed: what the last of them changed is told against it.
    const rows = await this.repository.revisions(id, after, SAVES_AT_ONCE + 1);
    const listed: RevisionView[] = [];
    // One line after the other, so that never more than two are held, and others have their turn between them.
    let last: { readonly id: string; readonly document: Exercise } | undefined;
    const documentOf = async (row: ListedRevision): Promise<Exercise | undefined> =>
      row.id === last?.id ? last.document : (await this.repository.revision(id, row.id))?.document;
    for (const [i, r] of rows.slice(0, SAVES_AT_ONCE).entries()) {
      const base = rows.slice(i + 1).find((b) => !b.refused && (b.version ?? 0) <= (r.baseVersion ?? 0));
      const [after, before] = base === undefined ? [] : [await documentOf(r), await documentOf(base)];
      const changes = after === undefined || before === undefined ? undefined : changesBetween(before, after);
      listed.push({ ...revisionView(r), ...(changes !== undefined && { changes }) });
      if (base !== undefined && before !== undefined) last = { id: base.id, document: before };
    }
    return { revisions: listed, more: rows.length > SAVES_AT_ONCE };
  }

  /** Names a save, so that it is kept for ever; without a name it is one of many again. */
  async nameRevision(
    teacherId: string,
    id: string,
    revisionId: string,
    { name }: NameRevisionDto,
  ): Promise<RevisionView> {
    await this.find(teacherId, id);
    const row = await this.repository.nameRevision(id, revisionId, name.trim() === '' ? null : name.trim());
    if (row === undefined) throw notFound('version');
    return revisionView(row);
  }

  async revision(teacherId: string, id: string, revisionId: string): Promise<RevisionDocumentView> {
    await this.find(teacherId, id);
    const row = await this.repository.revision(id, revisionId);
    if (row === undefined) throw notFound('version');
    return { ...revisionView(row), document: row.document };
  }

  /** The document checked in depth; its title is the exercise's. */
  private check(dto: CreateExerciseDto): Content {
    const read = readExercise(dto.document);
    if (!read.ok) throw refuseProblems(read.problems);
    const title = dto.title.trim();
    return { title, document: { ...read.value, source: { ...read.value.source, title } } };
  }
}
