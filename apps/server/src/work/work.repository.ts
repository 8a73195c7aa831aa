import type { KitView, LogEntryDto, LogView, SaveKitDto, SaveWorkDto, WorkView } from '@cifra/contract';
import { Inject, Injectable } from '@nestjs/common';
import { and, asc, desc, eq, inArray, isNull } from 'drizzle-orm';
import { DATABASE, type Database } from '../db/database.module';
import { present } from '../db/present';
import { exercises, kit, lessonLog, work } from '../db/schema/index';

const workView = ({ classId: _class, createdAt, ...row }: typeof work.$inferSelect, title: string): WorkView =>
  ({ ...present(row), title, createdAt: createdAt.toISOString() }) as WorkView;
const logView = ({ classId: _class, ...row }: typeof lessonLog.$inferSelect): LogView => present(row) as LogView;
const kitView = ({ classId: _class, ...row }: typeof kit.$inferSelect): KitView => present(row) as KitView;

/** What is left out of a change is taken away. */
const workRow = ({
  exerciseId,
  fromBar,
  toBar,
  for: whom,
  section,
  pupilIds,
  rungs,
  goalPercent,
  fade,
  due,
  note,
}: SaveWorkDto) => ({
  exerciseId,
  fromBar: fromBar ?? null,
  toBar: toBar ?? null,
  for: whom,
  section: section ?? null,
  pupilIds: pupilIds ?? null,
  rungs,
  goalPercent: goalPercent ?? null,
  fade: fade ?? null,
  due,
  note: note ?? null,
});
const kitRow = ({ kind, what, number, pupilId, from, due, settled, note }: SaveKitDto) => ({
  kind,
  what,
  number: number ?? null,
  pupilId: pupilId ?? null,
  from,
  due: due ?? null,
  settled: settled ?? null,
  note: note ?? null,
});

const one = <T>(rows: readonly T[]): T => {
  const [row] = rows;
  if (row === undefined) throw new Error('an insert returned no row');
  return row;
};

@Injectable()
export class WorkRepository {
  constructor(@Inject(DATABASE) private readonly db: Database) {}

  async list(classId: string): Promise<WorkView[]> {
    const rows = await this.db
      .select({ w: work, title: exercises.title })
      .from(work)
      .innerJoin(exercises, eq(work.exerciseId, exercises.id))
      .where(eq(work.classId, classId))
      .orderBy(desc(work.due), desc(work.createdAt));
    return rows.map(({ w, title }) => workView(w, title));
  }

  async create(classId: string, dto: SaveWorkDto, title: string): Promise<WorkView> {
    return workView(
      one(
        await this.db
          .insert(work)
          .values({ classId, ...workRow(dto) })
          .returning(),
      ),
      title,
    );
  }

  async save(classId: string, id: string, dto: SaveWorkDto, title: string): Promise<WorkView | undefined> {
    const [row] = await this.db
      .update(work)
      .set(workRow(dto))
      .where(and(eq(work.id, id), eq(work.classId, classId)))
      .returning();
    return row === undefined ? undefined : workView(row, title);
  }

  async remove(classId: string, id: string): Promise<boolean> {
    return (
      (
        await this.db
          .delete(work)
          .where(and(eq(work.id, id), eq(work.classId, classId)))
          .returning({ id: work.id })
      ).length > 0
    );
  }

  async log(classId: string): Promise<LogView[]> {
    return (
      await this.db.select().from(lessonLog).where(eq(lessonLog.classId, classId)).orderBy(desc(lessonLog.day))
    ).map(logView);
  }

  /** Writes a day: what was there of the same pupil and work is written over. */
  async saveLog(classId: string, day: string, entries: readonly LogEntryDto[]): Promise<LogView[]> {
    return this.db.transaction(async (tx) => {
      const kept: LogView[] = [];
      for (const { pupilId, workId, done, minutes, remark, marks } of entries) {
        await tx
          .delete(lessonLog)
          .where(
            and(
              eq(lessonLog.pupilId, pupilId),
              eq(lessonLog.day, day),
              workId === undefined ? isNull(lessonLog.workId) : eq(lessonLog.workId, workId),
            ),
          );
        kept.push(
          logView(
            one(
              await tx
                .insert(lessonLog)
                .values({
                  classId,
                  pupilId,
                  workId: workId ?? null,
                  day,
                  done,
                  minutes: minutes ?? null,
                  remark: remark ?? null,
                  marks: marks ?? null,
                })
                .returning(),
            ),
          ),
        );
      }
      return kept;
    });
  }

  /** Whether all works named are this class's. */
  async haveWork(classId: string, ids: readonly string[]): Promise<boolean> {
    if (ids.length === 0) return true;
    return (
      (
        await this.db
          .select({ id: work.id })
          .from(work)
          .where(and(eq(work.classId, classId), inArray(work.id, [...ids])))
      ).length === new Set(ids).size
    );
  }

  async kit(classId: string): Promise<KitView[]> {
    return (
      await this.db
        .select()
        .from(kit)
        .where(eq(kit.classId, classId))
        .orderBy(asc(kit.settled), asc(kit.due), asc(kit.from))
    ).map(kitView);
  }

  async createKit(classId: string, dto: SaveKitDto): Promise<KitView> {
    return kitView(
      one(
        await this.db
          .insert(kit)
          .values({ classId, ...kitRow(dto) })
          .returning(),
      ),
    );
  }

  async saveKit(classId: string, id: string, dto: SaveKitDto): Promise<KitView | undefined> {
    const [row] = await this.db
      .update(kit)
      .set(kitRow(dto))
      .where(and(eq(kit.id, id), eq(kit.classId, classId)))
      .returning();
    return row === undefined ? undefined : kitView(row);
  }

  async removeKit(classId: string, id: string): Promise<boolean> {
    return (
      (
        await this.db
          .delete(kit)
          .where(and(eq(kit.id, id), eq(kit.classId, classId)))
          .returning({ id: kit.id })
      ).length > 0
    );
  }
}
