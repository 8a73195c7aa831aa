import type { AssignmentView, SaveAssignmentDto } from '@cifra/contract';
import { Inject, Injectable } from '@nestjs/common';
import { and, desc, eq, inArray } from 'drizzle-orm';
import { DATABASE, type Database } from '../db/database.module';
import { inserted, present, wholeRow } from '../db/rows';
import { assignments, exercises } from '../db/schema/index';

const view = ({ classId: _class, createdAt, ...row }: typeof assignments.$inferSelect, title: string): AssignmentView =>
  ({ ...present(row), title, createdAt: createdAt.toISOString() }) as AssignmentView;

@Injectable()
export class AssignmentRepository {
  constructor(@Inject(DATABASE) private readonly db: Database) {}

  async list(classId: string): Promise<AssignmentView[]> {
    const rows = await this.db
      .select({ row: assignments, title: exercises.title })
      .from(assignments)
      .innerJoin(exercises, eq(assignments.exerciseId, exercises.id))
      .where(eq(assignments.classId, classId))
      .orderBy(desc(assignments.due), desc(assignments.createdAt));
    return rows.map(({ row, title }) => view(row, title));
  }

  async create(classId: string, dto: SaveAssignmentDto, title: string): Promise<AssignmentView> {
    const values = { classId, ...wholeRow(assignments, dto) };
    return view(inserted(await this.db.insert(assignments).values(values).returning()), title);
  }

  async save(classId: string, id: string, dto: SaveAssignmentDto, title: string): Promise<AssignmentView | undefined> {
    const [row] = await this.db
      .update(assignments)
      .set(wholeRow(assignments, dto))
      .where(and(eq(assignments.id, id), eq(assignments.classId, classId)))
      .returning();
    return row === undefined ? undefined : view(row, title);
  }

  async remove(classId: string, id: string): Promise<boolean> {
    const gone = await this.db
      .delete(assignments)
      .where(and(eq(assignments.id, id), eq(assignments.classId, classId)))
      .returning({ id: assignments.id });
    return gone.length > 0;
  }

  /** Whether all that are named are this class's. */
  async haveAll(classId: string, ids: readonly string[]): Promise<boolean> {
    if (ids.length === 0) return true;
    const found = await this.db
      .select({ id: assignments.id })
      .from(assignments)
      .where(and(eq(assignments.classId, classId), inArray(assignments.id, [...ids])));
    return found.length === new Set(ids).size;
  }
}
