import {
  type CreateExerciseDto,
  type ExerciseView,
  type RevisionDocumentView,
  type RevisionView,
  type SaveExerciseDto,
} from '@cifra/contract';
import { changesBetween, MAX_TEXT_LENGTH, readExercise } from '@cifra/core';
import { Injectable, type OnModuleInit } from '@nestjs/common';
import { notFound, Refusal, refuseProblems } from '../refusal/refusal';
import { type Content, ExerciseRepository, type ExerciseRow, type RevisionRow } from './exercise.repository';

export const KEEP_DELETED_DAYS = 30;

export const exerciseView = (row: ExerciseRow): ExerciseView => ({
  id: row.id,
  title: row.title,
  version: row.version,
  createdAt: row.createdAt.toISOString(),
  updatedAt: row.updatedAt.toISOString(),
  document: row.document,
});

const revisionView = (r: RevisionRow): RevisionView => ({
  id: r.id,
  version: r.version,
  baseVersion: r.baseVersion,
  title: r.title,
  refused: r.refused,
  createdAt: r.createdAt.toISOString(),
});

@Injectable()
export class ExerciseService implements OnModuleInit {
  constructor(private readonly repository: ExerciseRepository) {}

  async onModuleInit(): Promise<void> {
    await this.repository.sweepDeleted(new Date(Date.now() - KEEP_DELETED_DAYS * 24 * 3600_000));
  }

  list = async (teacherId: string): Promise<ExerciseView[]> =>
    (await this.repository.list(teacherId)).map(exerciseView);

  async find(teacherId: string, id: string): Promise<ExerciseView> {
    const found = await this.findIfThere(teacherId, id);
    if (found === undefined) throw notFound('exercise');
    return found;
  }

  async findIfThere(teacherId: string, id: string): Promise<ExerciseView | undefined> {
    const row = await this.repository.find(teacherId, id);
    return row === undefined ? undefined : exerciseView(row);
  }

  create = async (teacherId: string, dto: CreateExerciseDto): Promise<ExerciseView> =>
    exerciseView(await this.repository.create(teacherId, this.check(dto)));

  async save(teacherId: string, id: string, dto: SaveExerciseDto): Promise<ExerciseView> {
    const content = this.check(dto);
    const saved = await this.repository.save(teacherId, id, dto.version, content);
    if (saved !== undefined) return exerciseView(saved);
    const current = await this.find(teacherId, id);
    const keptAs = await this.repository.keepRefused(id, dto.version, content);
    throw new Refusal(
      'conflict',
      'This exercise was changed in another window since you opened it. Both versions are kept.',
      { current, keptAs },
    );
  }

  async duplicate(teacherId: string, id: string): Promise<ExerciseView> {
    const row = await this.find(teacherId, id);
    const title = `${row.title.slice(0, MAX_TEXT_LENGTH - 7)} (copy)`;
    return exerciseView(
      await this.repository.create(teacherId, {
        title,
        document: { ...row.document, source: { ...row.document.source, title } },
      }),
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

  async revisions(teacherId: string, id: string): Promise<RevisionView[]> {
    await this.find(teacherId, id);
    const rows = await this.repository.revisions(id);
    const byVersion = new Map(rows.flatMap((r) => (r.version === null ? [] : [[r.version, r] as const])));
    return rows.map((r) => {
      const before = byVersion.get(r.baseVersion ?? -1);
      return before === undefined
        ? revisionView(r)
        : { ...revisionView(r), changes: changesBetween(before.document, r.document) };
    });
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
