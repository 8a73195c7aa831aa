import type { SetKind, SetView } from '@cifra/contract';
import { Inject, Injectable } from '@nestjs/common';
import { and, asc, count, desc, eq, lt, sql } from 'drizzle-orm';
import { DATABASE, type Database } from '../db/database.module';
import { pageSets } from '../db/schema/index';

export type SetRow = Omit<typeof pageSets.$inferSelect, 'file'>;

/** Everything but the file itself. */
const PLAIN = {
  id: pageSets.id,
  teacherId: pageSets.teacherId,
  exerciseId: pageSets.exerciseId,
  classId: pageSets.classId,
  kind: pageSets.kind,
  today: pageSets.today,
  codes: pageSets.codes,
  origin: pageSets.origin,
  state: pageSets.state,
  done: pageSets.done,
  total: pageSets.total,
  fileName: pageSets.fileName,
  detail: pageSets.detail,
  createdAt: pageSets.createdAt,
};

export const setView = ({
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
}: SetRow): SetView => ({
  id,
  exerciseId,
  classId,
  kind,
  state,
  done,
  total,
  fileName,
  createdAt: createdAt.toISOString(),
  ...(detail === null ? {} : { detail }),
});

@Injectable()
export class SetRepository {
  constructor(@Inject(DATABASE) private readonly db: Database) {}

  async create(row: {
    teacherId: string;
    exerciseId: string;
    classId: string;
    kind: SetKind;
    today: string;
    codes: boolean;
    origin: string;
    total: number;
    fileName: string;
  }): Promise<SetRow> {
    const [made] = await this.db.insert(pageSets).values(row).returning(PLAIN);
    if (made === undefined) throw new Error('an insert returned no row');
    return made;
  }

  async find(teacherId: string, id: string): Promise<SetRow | undefined> {
    const rows = await this.db
      .select(PLAIN)
      .from(pageSets)
      .where(and(eq(pageSets.id, id), eq(pageSets.teacherId, teacherId)))
      .limit(1);
    return rows[0];
  }

  /** The newest sets of an exercise. */
  list(teacherId: string, exerciseId: string, most: number): Promise<SetRow[]> {
    return this.db
      .select(PLAIN)
      .from(pageSets)
      .where(and(eq(pageSets.teacherId, teacherId), eq(pageSets.exerciseId, exerciseId)))
      .orderBy(desc(pageSets.createdAt))
      .limit(most);
  }

  async file(teacherId: string, id: string): Promise<Buffer | undefined> {
    const rows = await this.db
      .select({ file: pageSets.file })
      .from(pageSets)
      .where(and(eq(pageSets.id, id), eq(pageSets.teacherId, teacherId), eq(pageSets.state, 'done')))
      .limit(1);
    return rows[0]?.file ?? undefined;
  }

  /** Counts a finished copy. @returns whether the set is still wanted */
  async advance(id: string): Promise<boolean> {
    const rows = await this.db
      .update(pageSets)
      .set({ done: sql`${pageSets.done} + 1` })
      .where(and(eq(pageSets.id, id), eq(pageSets.state, 'working')))
      .returning({ id: pageSets.id });
    return rows.length > 0;
  }

  async finish(id: string, file: Uint8Array): Promise<void> {
    await this.db
      .update(pageSets)
      .set({ state: 'done', file: Buffer.from(file) })
      .where(and(eq(pageSets.id, id), eq(pageSets.state, 'working')));
  }

  async fail(id: string, detail: string): Promise<void> {
    await this.db
      .update(pageSets)
      .set({ state: 'failed', detail })
      .where(and(eq(pageSets.id, id), eq(pageSets.state, 'working')));
  }

  async cancel(teacherId: string, id: string): Promise<SetRow | undefined> {
    await this.db
      .update(pageSets)
      .set({ state: 'cancelled' })
      .where(and(eq(pageSets.id, id), eq(pageSets.teacherId, teacherId), eq(pageSets.state, 'working')));
    return this.find(teacherId, id);
  }

  /** Sets that are not finished, the oldest first, with how many of the same teacher's are before it. */
  async unfinished(): Promise<readonly { readonly id: string; readonly waiting: number }[]> {
    const rows = await this.db
      .select({ id: pageSets.id, teacherId: pageSets.teacherId })
      .from(pageSets)
      .where(eq(pageSets.state, 'working'))
      .orderBy(asc(pageSets.createdAt));
    return rows.map(({ id, teacherId }, i) => ({
      id,
      waiting: rows.slice(0, i).filter((r) => r.teacherId === teacherId).length,
    }));
  }

  async countWorking(teacherId: string): Promise<number> {
    return (
      (
        await this.db
          .select({ n: count() })
          .from(pageSets)
          .where(and(eq(pageSets.teacherId, teacherId), eq(pageSets.state, 'working')))
      )[0]?.n ?? 0
    );
  }

  /** Begins with the first copy. @returns undefined where the set is not wanted any more */
  async begin(id: string): Promise<SetRow | undefined> {
    return (
      await this.db
        .update(pageSets)
        .set({ done: 0 })
        .where(and(eq(pageSets.id, id), eq(pageSets.state, 'working')))
        .returning(PLAIN)
    )[0];
  }

  async sweep(before: Date): Promise<void> {
    await this.db.delete(pageSets).where(lt(pageSets.createdAt, before));
  }
}
