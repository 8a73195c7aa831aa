import { MAX_EXERCISES } from '@cifra/contract';
import { type Exercise, type LineSummary, summarizeLine } from '@cifra/core';
import { Inject, Injectable } from '@nestjs/common';
import { and, desc, eq, getTableColumns, isNull, isNotNull, lt, sql } from 'drizzle-orm';
import { alias } from 'drizzle-orm/pg-core';
import { madeWithin } from '../db/once';
import { notFound, Refusal } from '../refusal/refusal';
import { inserted } from '../db/rows';
import { DATABASE, type Database } from '../db/database.module';
import { exercises, revisions } from '../db/schema/index';

export type ExerciseRow = typeof exercises.$inferSelect;
export type RevisionRow = typeof revisions.$inferSelect;
/** A save without its line. */
export type ListedRevision = Omit<RevisionRow, 'document'>;
export interface Content {
  readonly title: string;
  readonly document: Exercise;
}

/** A row of the shelf's list: everything but the document. */
export type ListedRow = Omit<ExerciseRow, 'document' | 'summary'> & { readonly summary: LineSummary };

const { document: _document, ...LISTED } = getTableColumns(exercises);
const { document: _line, ...LISTED_SAVE } = getTableColumns(revisions);
const columnsOf = ({ title, document }: Content) => ({ title, document, summary: summarizeLine(document) });

/** Rows of one teacher only: every query carries the teacher's id. */
@Injectable()
export class ExerciseRepository {
  constructor(@Inject(DATABASE) private readonly db: Database) {}

  private owned = (teacherId: string, id: string) => and(eq(exercises.id, id), eq(exercises.teacherId, teacherId));

  private onShelf = (teacherId: string) => and(eq(exercises.teacherId, teacherId), isNull(exercises.deletedAt));

  /** The shelf, newest first, without the documents. */
  async list(teacherId: string): Promise<ListedRow[]> {
    await this.summarizeMissing(teacherId);
    const rows = await this.db
      .select(LISTED)
      .from(exercises)
      .where(and(this.onShelf(teacherId), isNotNull(exercises.summary)))
      .orderBy(desc(exercises.createdAt));
    return rows.flatMap((row) => (row.summary === null ? [] : [{ ...row, summary: row.summary }]));
  }

  /** The document of an exercise, also of one that was just taken off the shelf. */
  async document(teacherId: string, id: string): Promise<Exercise> {
    const [row] = await this.db
      .select({ document: exercises.document })
      .from(exercises)
      .where(this.owned(teacherId, id))
      .limit(1);
    if (row === undefined) throw notFound('exercise');
    return row.document;
  }

  /** Works out what is not summed up yet; a save that comes between brings its own. */
  private async summarizeMissing(teacherId: string): Promise<void> {
    const rows = await this.db
      .select({ id: exercises.id, version: exercises.version, document: exercises.document })
      .from(exercises)
      .where(and(this.onShelf(teacherId), isNull(exercises.summary)));
    for (const { id, version, document } of rows)
      await this.db
        .update(exercises)
        .set({ summary: summarizeLine(document) })
        .where(and(eq(exercises.id, id), eq(exercises.version, version)));
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

  create(teacherId: string, content: Content, id: string): Promise<ExerciseRow> {
    return this.db.transaction(async (tx) => {
      const own = eq(exercises.teacherId, teacherId);
      const values = { id, teacherId, ...columnsOf(content) };
      const limit = { most: MAX_EXERCISES, of: this.onShelf(teacherId) };
      const row = await madeWithin(tx, teacherId, exercises, values, own, limit);
      if (row === undefined)
        throw new Refusal('conflict', `There are ${MAX_EXERCISES} lines on the shelf. Take off some that are over.`);
      // Its first save has its id: the same act again finds both there.
      await tx
        .insert(revisions)
        .values({ id, exerciseId: id, version: 1, ...content })
        .onConflictDoNothing();
      return row;
    });
  }

  /** Saves over exactly the version named; undefined when another stands there. */
  save(teacherId: string, id: string, version: number, content: Content): Promise<ExerciseRow | undefined> {
    return this.db.transaction(async (tx) => {
      const [row] = await tx
        .update(exercises)
        .set({ ...columnsOf(content), version: version + 1, updatedAt: sql`now()` })
        .where(and(this.owned(teacherId, id), eq(exercises.version, version), isNull(exercises.deletedAt)))
        .returning();
      if (row !== undefined)
        await tx.insert(revisions).values({ exerciseId: id, version: row.version, baseVersion: version, ...content });
      return row;
    });
  }

  /** Keeps the side that lost, so that nothing is gone. */
  keepRefused(exerciseId: string, baseVersion: number, content: Content): Promise<string> {
    return this.db.transaction(async (tx) => {
      await tx.select({ id: exercises.id }).from(exercises).where(eq(exercises.id, exerciseId)).for('no key update');
      // Sent again, since its answer was lost, it is kept once.
      const [same] = await tx
        .select({ id: revisions.id })
        .from(revisions)
        .where(
          and(
            eq(revisions.exerciseId, exerciseId),
            eq(revisions.refused, true),
            eq(revisions.baseVersion, baseVersion),
            eq(revisions.title, content.title),
            eq(revisions.document, content.document),
          ),
        )
        .limit(1);
      if (same !== undefined) return same.id;
      const kept = await tx
        .insert(revisions)
        .values({ exerciseId, baseVersion, ...content, refused: true })
        .returning({ id: revisions.id });
      return inserted(kept).id;
    });
  }

  async setDeleted(teacherId: string, id: string, deleted: boolean): Promise<ExerciseRow | undefined> {
    const rows = await this.db
      .update(exercises)
      .set({ deletedAt: deleted ? new Date() : null })
      .where(and(this.owned(teacherId, id), deleted ? isNull(exercises.deletedAt) : undefined))
      .returning();
    return rows[0];
  }

  /** Saves of an exercise without their lines, the newest first, from the one after a given one on. */
  revisions(exerciseId: string, after: string | undefined, most: number): Promise<ListedRevision[]> {
    const given = alias(revisions, 'given');
    return this.db
      .select(LISTED_SAVE)
      .from(revisions)
      .where(
        and(
          eq(revisions.exerciseId, exerciseId),
          after === undefined
            ? undefined
            : lt(revisions.createdAt, this.db.select({ at: given.createdAt }).from(given).where(eq(given.id, after))),
        ),
      )
      .orderBy(desc(revisions.createdAt))
      .limit(most);
  }

  /** Names a save, so that it is kept for ever; null takes the name away. */
  async nameRevision(exerciseId: string, id: string, name: string | null): Promise<RevisionRow | undefined> {
    const [row] = await this.db
      .update(revisions)
      .set({ name })
      .where(and(eq(revisions.exerciseId, exerciseId), eq(revisions.id, id)))
      .returning();
    return row;
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
