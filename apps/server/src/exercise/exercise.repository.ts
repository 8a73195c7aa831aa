import type { Exercise } from '@cifra/core';
import { Inject, Injectable } from '@nestjs/common';
import { and, desc, eq, isNull, isNotNull, lt, sql } from 'drizzle-orm';
import { DATABASE, type Database } from '../db/database.module';
import { exercises, revisions } from '../db/schema/index';

export type ExerciseRow = typeof exercises.$inferSelect;
export type RevisionRow = typeof revisions.$inferSelect;
export interface Content {
  readonly title: string;
  readonly document: Exercise;
}

/** Rows of one teacher only: every query carries the teacher's id. */
@Injectable()
export class ExerciseRepository {
  constructor(@Inject(DATABASE) private readonly db: Database) {}

  private owned = (teacherId: string, id: string) => and(eq(exercises.id, id), eq(exercises.teacherId, teacherId));

  list(teacherId: string): Promise<ExerciseRow[]> {
    return this.db
      .select()
      .from(exercises)
      .where(and(eq(exercises.teacherId, teacherId), isNull(exercises.deletedAt)))
      .orderBy(desc(exercises.createdAt));
  }

  async find(teacherId: string, id: string): Promise<ExerciseRow | undefined> {
    return (
      await this.db
        .select()
        .from(exercises)
        .where(and(this.owned(teacherId, id), isNull(exercises.deletedAt)))
        .limit(1)
    )[0];
  }

  create(teacherId: string, { title, document }: Content): Promise<ExerciseRow> {
    return this.db.transaction(async (tx) => {
      const [row] = await tx.insert(exercises).values({ teacherId, title, document }).returning();
      if (row === undefined) throw new Error('an insert returned no row');
      await tx.insert(revisions).values({ exerciseId: row.id, version: row.version, title, document });
      return row;
    });
  }

  /** Saves over exactly the version named; undefined when another stands there. */
  save(teacherId: string, id: string, version: number, { title, document }: Content): Promise<ExerciseRow | undefined> {
    return this.db.transaction(async (tx) => {
      const [row] = await tx
        .update(exercises)
        .set({ title, document, version: version + 1, updatedAt: sql`now()` })
        .where(and(this.owned(teacherId, id), eq(exercises.version, version), isNull(exercises.deletedAt)))
        .returning();
      if (row !== undefined)
        await tx
          .insert(revisions)
          .values({ exerciseId: id, version: row.version, baseVersion: version, title, document });
      return row;
    });
  }

  /** Keeps the side that lost, so that nothing is gone. */
  async keepRefused(exerciseId: string, baseVersion: number, { title, document }: Content): Promise<string> {
    const [row] = await this.db
      .insert(revisions)
      .values({ exerciseId, baseVersion, title, document, refused: true })
      .returning({ id: revisions.id });
    if (row === undefined) throw new Error('an insert returned no row');
    return row.id;
  }

  async setDeleted(teacherId: string, id: string, deleted: boolean): Promise<ExerciseRow | undefined> {
    const rows = await this.db
      .update(exercises)
      .set({ deletedAt: deleted ? new Date() : null })
      .where(and(this.owned(teacherId, id), deleted ? isNull(exercises.deletedAt) : isNotNull(exercises.deletedAt)))
      .returning();
    return rows[0];
  }

  async sweepDeleted(before: Date): Promise<void> {
    await this.db.delete(exercises).where(lt(exercises.deletedAt, before));
  }

  revisions(exerciseId: string): Promise<RevisionRow[]> {
    return this.db
      .select()
      .from(revisions)
      .where(eq(revisions.exerciseId, exerciseId))
      .orderBy(desc(revisions.createdAt))
      .limit(200);
  }

  async revision(exerciseId: string, id: string): Promise<RevisionRow | undefined> {
    return (
      await this.db
        .select()
        .from(revisions)
        .where(and(eq(revisions.exerciseId, exerciseId), eq(revisions.id, id)))
        .limit(1)
    )[0];
  }
}
