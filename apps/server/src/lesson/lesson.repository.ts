import type { LogEntryDto, LogView } from '@cifra/contract';
import { Inject, Injectable } from '@nestjs/common';
import { and, desc, eq, isNull } from 'drizzle-orm';
import { DATABASE, type Database } from '../db/database.module';
import { inserted, present, wholeRow } from '../db/rows';
import { assignments, classes, lessonLog } from '../db/schema/index';

const view = ({ classId: _class, ...row }: typeof lessonLog.$inferSelect): LogView => present(row) as LogView;

@Injectable()
export class LessonRepository {
  constructor(@Inject(DATABASE) private readonly db: Database) {}

  /** What happened, the latest day first. */
  async list(classId: string): Promise<LogView[]> {
    const rows = await this.db
      .select({ log: lessonLog })
      .from(lessonLog)
      .leftJoin(assignments, eq(lessonLog.assignmentId, assignments.id))
      // What was logged of something that was taken back went with it, until it is set again.
      .where(and(eq(lessonLog.classId, classId), isNull(assignments.removedAt)))
      .orderBy(desc(lessonLog.day));
    return rows.map((r) => view(r.log));
  }

  /** Writes a day: what was there of the same pupil and assignment is written over. */
  save(classId: string, day: string, entries: readonly LogEntryDto[]): Promise<LogView[]> {
    return this.db.transaction(async (tx) => {
      // Two that write the same day in another order do not wait for each other.
      await tx.select({ id: classes.id }).from(classes).where(eq(classes.id, classId)).for('no key update');
      const kept: LogView[] = [];
      for (const entry of entries) {
        const values = { classId, day, ...wholeRow(lessonLog, entry) };
        const saved = await tx
          .insert(lessonLog)
          .values(values)
          .onConflictDoUpdate({ target: [lessonLog.pupilId, lessonLog.day, lessonLog.assignmentId], set: values })
          .returning();
        kept.push(view(inserted(saved)));
      }
      return kept;
    });
  }
}
