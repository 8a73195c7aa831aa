import { type LinkView, MAX_LINKS } from '@cifra/contract';
import type { InstrumentId } from '@cifra/core';
import { Inject, Injectable } from '@nestjs/common';
import { and, desc, eq, gt, inArray, isNull, lt, type SQL } from 'drizzle-orm';
import { DATABASE, type Database } from '../db/database.module';
import { inTurn, madeWithin } from '../db/once';
import { portions } from '../db/rows';
import { exercises, handIns, links, pupils } from '../db/schema/index';

export type LinkRow = typeof links.$inferSelect;
export type HandedInRow = Pick<typeof handIns.$inferSelect, 'percent' | 'remark' | 'marks'> & { readonly at: Date };

/** What a link opens. */
export interface LinkTo {
  readonly exerciseId: string;
  readonly classId: string;
  readonly instrument: InstrumentId;
  readonly pupilId: string | undefined;
}

export const linkView = ({
  id,
  token,
  exerciseId,
  classId,
  instrument,
  pupilId,
  createdAt,
  expiresAt,
}: LinkRow): LinkView => ({
  id,
  token,
  exerciseId,
  classId,
  instrument,
  createdAt: createdAt.toISOString(),
  expiresAt: expiresAt.toISOString(),
  ...(pupilId !== null && { pupilId }),
});

/** How long a link that is over is known to have been one. */
const REMEMBERED_DAYS = 90;

@Injectable()
export class LinkRepository {
  constructor(@Inject(DATABASE) private readonly db: Database) {}

  /** @returns undefined where there are as many as there may be */
  create(
    teacherId: string,
    id: string,
    token: string,
    { exerciseId, classId, instrument, pupilId }: LinkTo,
    expiresAt: Date,
  ): Promise<LinkRow | undefined> {
    const values = { id, teacherId, token, exerciseId, classId, instrument, pupilId: pupilId ?? null, expiresAt };
    const own = eq(links.teacherId, teacherId);
    const of = and(own, gt(links.expiresAt, new Date()));
    return madeWithin(this.db, teacherId, links, values, own, { most: MAX_LINKS, of });
  }

  /** Runs what looks for a link before it makes one: for one teacher one after another. */
  inTurn = <T>(teacherId: string, run: (links: LinkRepository) => Promise<T>): Promise<T> =>
    inTurn(this.db, teacherId, (tx) => run(new LinkRepository(tx)));

  /** Links of an exercise that still open something, newest first. */
  list(teacherId: string, exerciseId: string): Promise<LinkRow[]> {
    return this.opening(eq(links.teacherId, teacherId), eq(links.exerciseId, exerciseId));
  }

  /** Links of a class that still open something, newest first. */
  listOfClass(teacherId: string, classId: string): Promise<LinkRow[]> {
    return this.opening(eq(links.teacherId, teacherId), eq(links.classId, classId));
  }

  /** Of a pupil who was taken off the list nothing is opened. */
  private async opening(...which: readonly SQL[]): Promise<LinkRow[]> {
    const rows = await this.db
      .select({ row: links })
      .from(links)
      .leftJoin(pupils, eq(links.pupilId, pupils.id))
      .where(and(...which, gt(links.expiresAt, new Date()), isNull(pupils.removedAt)))
      .orderBy(desc(links.createdAt));
    return rows.map((r) => r.row);
  }

  /** Several at once: all of them or none. */
  async createAll(
    teacherId: string,
    wanted: readonly (LinkTo & { readonly token: string })[],
    expiresAt: Date,
  ): Promise<void> {
    const rows = wanted.map(({ pupilId, ...to }) => ({ ...to, teacherId, pupilId: pupilId ?? null, expiresAt }));
    await this.db.transaction(async (tx) => {
      for (const some of portions(rows)) await tx.insert(links).values(some);
    });
  }

  /** The link to the same part that stays open longest. */
  async openTo(
    teacherId: string,
    { exerciseId, classId, instrument, pupilId }: LinkTo,
    until: Date,
  ): Promise<LinkRow | undefined> {
    const rows = await this.db
      .select()
      .from(links)
      .where(
        and(
          eq(links.teacherId, teacherId),
          eq(links.exerciseId, exerciseId),
          eq(links.classId, classId),
          eq(links.instrument, instrument),
          pupilId === undefined ? isNull(links.pupilId) : eq(links.pupilId, pupilId),
          gt(links.expiresAt, until),
        ),
      )
      .orderBy(desc(links.expiresAt))
      .limit(1);
    return rows[0];
  }

  /**
   * An open link, what its pupil plays where it is one pupil's own, and whether the line that it was made for is off
   * the shelf.
   */
  async byToken(
    token: string,
  ): Promise<{ readonly row: LinkRow; readonly plays: InstrumentId | undefined; readonly gone: boolean } | undefined> {
    const [found] = await this.db
      .select({ row: links, plays: pupils.instrument, deletedAt: exercises.deletedAt })
      .from(links)
      .innerJoin(exercises, eq(links.exerciseId, exercises.id))
      .leftJoin(pupils, eq(links.pupilId, pupils.id))
      // The link of a pupil who was taken off the list opens nothing, until they are put back.
      .where(and(eq(links.token, token), gt(links.expiresAt, new Date()), isNull(pupils.removedAt)))
      .limit(1);
    return found === undefined
      ? undefined
      : { row: found.row, plays: found.plays ?? undefined, gone: found.deletedAt !== null };
  }

  /** Lets a link begin with another line. */
  async beginWith(id: string, exerciseId: string): Promise<void> {
    await this.db.update(links).set({ exerciseId }).where(eq(links.id, id));
  }

  /** Which of some lines are still there. */
  async there(ids: readonly string[]): Promise<ReadonlySet<string>> {
    if (ids.length === 0) return new Set();
    return new Set(
      (
        await this.db
          .select({ id: exercises.id })
          .from(exercises)
          .where(and(inArray(exercises.id, [...ids]), isNull(exercises.deletedAt)))
      ).map((r) => r.id),
    );
  }

  /** What a pupil handed in of a line, the newest first. */
  handedIn(pupilId: string, exerciseId: string, most: number): Promise<HandedInRow[]> {
    return this.db
      .select({
        at: handIns.createdAt,
        percent: handIns.percent,
        remark: handIns.remark,
        marks: handIns.marks,
      })
      .from(handIns)
      .where(and(eq(handIns.pupilId, pupilId), eq(handIns.exerciseId, exerciseId)))
      .orderBy(desc(handIns.createdAt))
      .limit(most);
  }

  /** Closes a link for good. Its token is remembered for a while: whoever still has it does not guess. */
  async close(teacherId: string, id: string): Promise<boolean> {
    const closed = await this.db
      .update(links)
      .set({ expiresAt: new Date() })
      .where(and(eq(links.id, id), eq(links.teacherId, teacherId), gt(links.expiresAt, new Date())))
      .returning({ id: links.id });
    return closed.length > 0;
  }

  /** Whether a token belongs to a link, open or not. */
  async wasOne(token: string): Promise<boolean> {
    return (await this.db.select({ id: links.id }).from(links).where(eq(links.token, token)).limit(1)).length > 0;
  }

  async sweep(): Promise<void> {
    const day = 24 * 3600 * 1000;
    await this.db.delete(links).where(lt(links.expiresAt, new Date(Date.now() - REMEMBERED_DAYS * day)));
  }
}
