import type { AssignmentView, SaveAssignmentDto } from '@cifra/contract';
import { Inject, Injectable } from '@nestjs/common';
import { and, desc, eq, inArray, isNull, type SQL, sql } from 'drizzle-orm';
import { DATABASE, type Database } from '../db/database.module';
import { madeOnce } from '../db/once';
import { present, wholeRow } from '../db/rows';
import { assignments, exercises } from '../db/schema/index';

const view = (
  { classId: _class, removedAt: _gone, createdAt, ...row }: typeof assignments.$inferSelect,
  title: string,
): AssignmentView => ({ ...present(row), title, createdAt: createdAt.toISOString() }) as AssignmentView;

/** What is set for a class and not taken back. */
const isSet = (classId: string): SQL | undefined =>
  and(eq(assignments.classId, classId), isNull(assignments.removedAt));

@Injectable()
export class AssignmentRepository {
  constructor(@Inject(DATABASE) private readonly db: Database) {}

  async list(classId: string): Promise<AssignmentView[]> {
    const rows = await this.db
      .select({ row: assignments, title: exercises.title })
      .from(assignments)
      .innerJoin(exercises, eq(assignments.exerciseId, exercises.id))
      .where(isSet(classId))
      .orderBy(desc(assignments.due), desc(assignments.createdAt));
    return rows.map(({ row, title }) => view(row, title));
  }

  async create(classId: string, dto: SaveAssignmentDto, title: string, id: string): Promise<AssignmentView> {
    const values = { id, classId, ...wholeRow(assignments, dto) };
    return view(await madeOnce(this.db, assignments, values, eq(assignments.classId, classId)), title);
  }

  async save(classId: string, id: string, dto: SaveAssignmentDto, title: string): Promise<AssignmentView | undefined> {
    const [row] = await this.db
      .update(assignments)
      .set(wholeRow(assignments, dto))
      .where(and(isSet(classId), eq(assignments.id, id)))
      .returning();
    return row === undefined ? undefined : view(row, title);
  }

  /** Takes back what is set, or sets it again with what was logged of it. @returns whether there was one */
  async setRemoved(classId: string, id: string, removed: boolean): Promise<boolean> {
    const found = await this.db
      .update(assignments)
      .set({ removedAt: removed ? sql`now()` : null })
      .where(
        removed
          ? and(isSet(classId), eq(assignments.id, id))
          : and(eq(assignments.id, id), eq(assignments.classId, classId)),
      )
      .returning({ id: assignments.id });
    return found.length > 0;
  }

  /** Whether all that are named are this class's. */
  async haveAll(classId: string, ids: readonly string[]): Promise<boolean> {
    if (ids.length === 0) return true;
    const found = await this.db
      .select({ id: assignments.id })
      .from(assignments)
      .where(and(isSet(classId), inArray(assignments.id, [...ids])));
    return found.length === new Set(ids).size;
  }
}
