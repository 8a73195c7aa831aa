import {
  type ClassView,
  type ListedPupilDto,
  MAX_CLASSES,
  MAX_PUPILS,
  type PupilPageDto,
  type PupilView,
  type SaveClassDto,
} from '@cifra/contract';
import { randomUUID } from 'node:crypto';
import { Inject, Injectable } from '@nestjs/common';
import { notFound, Refusal, staleRefusal } from '../refusal/refusal';
import { onTheList } from '../db/onTheList';
import { inTurn, madeOnce, madeWithin } from '../db/once';
import { isVersion, present, wholeRow } from '../db/rows';
import { partOf } from '../refusal/actId';
import { and, asc, eq, inArray, sql, TransactionRollbackError } from 'drizzle-orm';
import { DATABASE, type Database } from '../db/database.module';
import { classes, pupils } from '../db/schema/index';

const classView = ({
  teacherId: _teacher,
  term: _term,
  termVersion: _termVersion,
  createdAt: _at,
  ...row
}: typeof classes.$inferSelect): ClassView => present(row) as ClassView;

const pupilView = ({
  classId: _class,
  place: _place,
  createdAt: _at,
  removedAt: _gone,
  ...row
}: typeof pupils.$inferSelect): PupilView => present(row) as PupilView;

/** The id of a new pupil, made of the act that lists them and their place in the list. */
export const pupilIdAt = (act: string, place: number): string => partOf(act, String(place));

@Injectable()
export class ClassRepository {
  constructor(@Inject(DATABASE) private readonly db: Database) {}

  async list(teacherId: string): Promise<ClassView[]> {
    return (
      await this.db.select().from(classes).where(eq(classes.teacherId, teacherId)).orderBy(asc(classes.createdAt))
    ).map(classView);
  }

  async find(teacherId: string, id: string): Promise<ClassView | undefined> {
    const rows = await this.db
      .select()
      .from(classes)
      .where(and(eq(classes.id, id), eq(classes.teacherId, teacherId)))
      .limit(1);
    return rows[0] === undefined ? undefined : classView(rows[0]);
  }

  /** @throws Refusal not-found for a class that is not the teacher's */
  async own(teacherId: string, id: string): Promise<ClassView> {
    const found = await this.find(teacherId, id);
    if (found === undefined) throw notFound('class');
    return found;
  }

  /** The teacher's classes; one who has none is given a first one. */
  async listOrFirst(teacherId: string, first: SaveClassDto): Promise<ClassView[]> {
    const all = await this.list(teacherId);
    if (all.length > 0) return all;
    return inTurn(this.db, teacherId, async (tx) => {
      const there = await new ClassRepository(tx).list(teacherId);
      if (there.length > 0) return there;
      const values = { id: randomUUID(), teacherId, ...wholeRow(classes, first) };
      return [classView(await madeOnce(tx, classes, values, eq(classes.teacherId, teacherId)))];
    });
  }

  /** @throws Refusal conflict where there are as many as there may be */
  async create(teacherId: string, dto: SaveClassDto, id: string): Promise<ClassView> {
    const values = { id, teacherId, ...wholeRow(classes, dto) };
    const own = eq(classes.teacherId, teacherId);
    const made = await madeWithin(this.db, teacherId, classes, values, own, { most: MAX_CLASSES, of: own });
    if (made === undefined)
      throw new Refusal('conflict', `There are ${MAX_CLASSES} classes already. Delete one that is over.`);
    return classView(made);
  }

  /**
   * @throws Refusal not-found for a class that is not the teacher's; conflict, with what stands, where it was saved
   * since the version that the change was made on
   */
  async save(teacherId: string, id: string, { version, ...dto }: SaveClassDto): Promise<ClassView> {
    const [row] = await this.db
      .update(classes)
      .set({ ...wholeRow(classes, dto), version: sql`${classes.version} + 1` })
      .where(and(eq(classes.id, id), eq(classes.teacherId, teacherId), isVersion(classes.version, version)))
      .returning();
    if (row !== undefined) return classView(row);
    throw staleRefusal('The class was', await this.own(teacherId, id));
  }

  /** A class goes with its pupils and everything of theirs. */
  async remove(teacherId: string, id: string): Promise<boolean> {
    return (
      (
        await this.db
          .delete(classes)
          .where(and(eq(classes.id, id), eq(classes.teacherId, teacherId)))
          .returning({ id: classes.id })
      ).length > 0
    );
  }

  /** In the order in which the teacher listed them. */
  async pupilsOf(classId: string): Promise<PupilView[]> {
    return (
      await this.db.select().from(pupils).where(onTheList(classId)).orderBy(asc(pupils.place), asc(pupils.createdAt))
    ).map(pupilView);
  }

  /** @throws Refusal not-found where a pupil is not of this class */
  async ownPupils(classId: string, ids: readonly (string | undefined)[]): Promise<void> {
    const wanted = new Set(ids.filter((id) => id !== undefined));
    if (wanted.size === 0) return;
    const found = await this.db
      .select({ id: pupils.id })
      .from(pupils)
      .where(and(onTheList(classId), inArray(pupils.id, [...wanted])));
    if (found.length !== wanted.size) throw notFound('pupil');
  }

  /**
   * Known pupils change and new ones come, in the order given; who is not in it stays: taking somebody off the list is
   * an act of its own.
   * @param act the ids of new pupils are made of it: the same act again makes nobody a second time
   * @throws Refusal conflict, with the list that stands, where one was saved since the version that the change was made
   * on or was taken off the list; conflict where there would be too many
   */
  async savePupils(classId: string, listed: readonly ListedPupilDto[], act: string): Promise<PupilView[]> {
    const isStale = await this.db
      .transaction(async (tx) => {
        // The class first: two lists that name the same pupils in another order do not wait for each other.
        await tx.select({ id: classes.id }).from(classes).where(eq(classes.id, classId)).for('no key update');
        for (const [place, { version, ...pupil }] of listed.entries()) {
          const row = { ...wholeRow(pupils, pupil, ['page', 'known']), place };
          if (pupil.id === undefined) {
            const id = pupilIdAt(act, place);
            await madeOnce(tx, pupils, { id, classId, ...row }, eq(pupils.classId, classId));
            continue;
          }
          const changed = await tx
            .update(pupils)
            .set({ ...row, version: sql`${pupils.version} + 1` })
            .where(and(onTheList(classId), eq(pupils.id, pupil.id), isVersion(pupils.version, version)))
            .returning({ id: pupils.id });
          if (changed.length === 0) return tx.rollback();
        }
        if ((await tx.$count(pupils, onTheList(classId))) > MAX_PUPILS)
          throw new Refusal('conflict', `A class has at most ${MAX_PUPILS} pupils. Make another class for the rest.`);
        return false;
      })
      .catch((e: unknown) => {
        if (e instanceof TransactionRollbackError) return true;
        throw e;
      });
    const stands = await this.pupilsOf(classId);
    if (isStale) throw staleRefusal('A pupil was', stands);
    return stands;
  }

  /** Takes a pupil off the list, or puts them back with all that is theirs. @returns whether there was one */
  async setRemoved(classId: string, pupilId: string, removed: boolean): Promise<boolean> {
    const rows = await this.db
      .update(pupils)
      .set({ removedAt: removed ? sql`now()` : null })
      .where(
        removed
          ? and(onTheList(classId), eq(pupils.id, pupilId))
          : and(eq(pupils.id, pupilId), eq(pupils.classId, classId)),
      )
      .returning({ id: pupils.id });
    return rows.length > 0;
  }

  /** What a pupil's pages have otherwise; nothing makes them the class's again. */
  async savePupilPage(classId: string, pupilId: string, page: PupilPageDto): Promise<PupilView | undefined> {
    const rows = await this.db
      .update(pupils)
      .set({ page: Object.keys(page).length === 0 ? null : page, version: sql`${pupils.version} + 1` })
      .where(and(onTheList(classId), eq(pupils.id, pupilId)))
      .returning();
    return rows[0] === undefined ? undefined : pupilView(rows[0]);
  }
}
