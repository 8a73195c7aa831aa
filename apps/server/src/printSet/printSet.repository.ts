import type { PrintSetKind, PrintSetView } from '@cifra/contract';
import type { Handout } from '@cifra/core';
import { Inject, Injectable } from '@nestjs/common';
import { and, asc, desc, eq, lt, sql } from 'drizzle-orm';
import { DATABASE, type Database } from '../db/database.module';
import { madeWithin } from '../db/once';
import { printSets } from '../db/schema/index';

export type PrintSetRow = Omit<typeof printSets.$inferSelect, 'file'>;

/** Everything but the file itself. */
const PLAIN = {
  id: printSets.id,
  teacherId: printSets.teacherId,
  exerciseId: printSets.exerciseId,
  classId: printSets.classId,
  kind: printSets.kind,
  today: printSets.today,
  codes: printSets.codes,
  handout: printSets.handout,
  origin: printSets.origin,
  state: printSets.state,
  done: printSets.done,
  total: printSets.total,
  fileName: printSets.fileName,
  detail: printSets.detail,
  createdAt: printSets.createdAt,
};

export const printSetView = ({
  id,
  exerciseId,
  classId,
  kind,
  state,
  done,
  total,
  fileName,
  detail,
  createdAt,
  handout,
}: PrintSetRow): PrintSetView => ({
  id,
  exerciseId,
  classId,
  kind,
  state,
  done,
  total,
  fileName,
  createdAt: createdAt.toISOString(),
  ...(detail !== null && { detail }),
  ...(handout !== null && { handout }),
});

@Injectable()
export class PrintSetRepository {
  constructor(@Inject(DATABASE) private readonly db: Database) {}

  /**
   * @param most how many of one teacher's may be in line
   * @returns the set, with how many of the teacher's are before it; undefined where there are as many as there may be
   */
  async create(
    row: {
      id: string;
      teacherId: string;
      exerciseId: string;
      classId: string;
      kind: PrintSetKind;
      today: string;
      codes: boolean;
      handout: Handout | null;
      origin: string;
      total: number;
      fileName: string;
    },
    most: number,
  ): Promise<{ readonly row: PrintSetRow; readonly waiting: number } | undefined> {
    const own = eq(printSets.teacherId, row.teacherId);
    const of = and(own, eq(printSets.state, 'working'));
    const made = await madeWithin(this.db, row.teacherId, printSets, row, own, { most, of });
    return made === undefined ? undefined : { row: made, waiting: (await this.db.$count(printSets, of)) - 1 };
  }

  async find(teacherId: string, id: string): Promise<PrintSetRow | undefined> {
    const rows = await this.db
      .select(PLAIN)
      .from(printSets)
      .where(and(eq(printSets.id, id), eq(printSets.teacherId, teacherId)))
      .limit(1);
    return rows[0];
  }

  /** The newest sets of an exercise. */
  list(teacherId: string, exerciseId: string, most: number): Promise<PrintSetRow[]> {
    return this.db
      .select(PLAIN)
      .from(printSets)
      .where(and(eq(printSets.teacherId, teacherId), eq(printSets.exerciseId, exerciseId)))
      .orderBy(desc(printSets.createdAt))
      .limit(most);
  }

  async file(teacherId: string, id: string): Promise<Buffer | undefined> {
    const rows = await this.db
      .select({ file: printSets.file })
      .from(printSets)
      .where(and(eq(printSets.id, id), eq(printSets.teacherId, teacherId), eq(printSets.state, 'done')))
      .limit(1);
    return rows[0]?.file ?? undefined;
  }

  /** Counts a finished copy. @returns whether the set is still wanted */
  async advance(id: string): Promise<boolean> {
    const rows = await this.db
      .update(printSets)
      .set({ done: sql`${printSets.done} + 1` })
      .where(and(eq(printSets.id, id), eq(printSets.state, 'working')))
      .returning({ id: printSets.id });
    return rows.length > 0;
  }

  async finish(id: string, file: Uint8Array): Promise<void> {
    await this.db
      .update(printSets)
      .set({ state: 'done', file: Buffer.from(file) })
      .where(and(eq(printSets.id, id), eq(printSets.state, 'working')));
  }

  async fail(id: string, detail: string): Promise<void> {
    await this.db
      .update(printSets)
      .set({ state: 'failed', detail })
      .where(and(eq(printSets.id, id), eq(printSets.state, 'working')));
  }

  async cancel(teacherId: string, id: string): Promise<PrintSetRow | undefined> {
    await this.db
      .update(printSets)
      .set({ state: 'cancelled' })
      .where(and(eq(printSets.id, id), eq(printSets.teacherId, teacherId), eq(printSets.state, 'working')));
    return this.find(teacherId, id);
  }

  /** Sets that are not finished, the oldest first, with how many of the same teacher's are before it. */
  async unfinished(): Promise<readonly { readonly id: string; readonly waiting: number }[]> {
    const rows = await this.db
      .select({ id: printSets.id, teacherId: printSets.teacherId })
      .from(printSets)
      .where(eq(printSets.state, 'working'))
      .orderBy(asc(printSets.createdAt));
    return rows.map(({ id, teacherId }, i) => ({
      id,
      waiting: rows.slice(0, i).filter((r) => r.teacherId === teacherId).length,
    }));
  }

  /** Begins with the first copy. @returns undefined where the set is not wanted any more */
  async begin(id: string): Promise<PrintSetRow | undefined> {
    return (
      await this.db
        .update(printSets)
        .set({ done: 0 })
        .where(and(eq(printSets.id, id), eq(printSets.state, 'working')))
        .returning(PLAIN)
    )[0];
  }

  async sweep(before: Date): Promise<void> {
    await this.db.delete(printSets).where(lt(printSets.createdAt, before));
  }
}
