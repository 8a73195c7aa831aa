import type { ClassView, ListedPupilDto, PupilPageDto, PupilView, SaveClassDto } from '@cifra/contract';
import { Inject, Injectable } from '@nestjs/common';
import { notFound } from '../refusal/refusal';
import { inserted, present, wholeRow } from '../db/rows';
import { and, asc, eq, inArray, notInArray } from 'drizzle-orm';
import { DATABASE, type Database } from '../db/database.module';
import { classes, pupils } from '../db/schema/index';

const classView = ({
  teacherId: _teacher,
  term: _term,
  createdAt: _at,
  ...row
}: typeof classes.$inferSelect): ClassView => present(row) as ClassView;

const pupilView = ({ classId: _class, place: _place, createdAt: _at, ...row }: typeof pupils.$inferSelect): PupilView =>
  present(row) as PupilView;

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

  async create(teacherId: string, dto: SaveClassDto): Promise<ClassView> {
    const values = { teacherId, ...wholeRow(classes, dto) };
    return classView(inserted(await this.db.insert(classes).values(values).returning()));
  }

  async save(teacherId: string, id: string, dto: SaveClassDto): Promise<ClassView | undefined> {
    const [row] = await this.db
      .update(classes)
      .set(wholeRow(classes, dto))
      .where(and(eq(classes.id, id), eq(classes.teacherId, teacherId)))
      .returning();
    return row === undefined ? undefined : classView(row);
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
      await this.db
        .select()
        .from(pupils)
        .where(eq(pupils.classId, classId))
        .orderBy(asc(pupils.place), asc(pupils.createdAt))
    ).map(pupilView);
  }

  /** @throws Refusal not-found where a pupil is not of this class */
  async ownPupils(classId: string, ids: readonly (string | undefined)[]): Promise<void> {
    const wanted = new Set(ids.filter((id) => id !== undefined));
    if (wanted.size === 0) return;
    const found = await this.db
      .select({ id: pupils.id })
      .from(pupils)
      .where(and(eq(pupils.classId, classId), inArray(pupils.id, [...wanted])));
    if (found.length !== wanted.size) throw notFound('pupil');
  }

  /** Makes the list of pupils the one given: known ones change, new ones come, the others go. */
  async savePupils(classId: string, listed: readonly ListedPupilDto[]): Promise<PupilView[]> {
    await this.db.transaction(async (tx) => {
      const kept = listed.flatMap((p) => (p.id === undefined ? [] : [p.id]));
      await tx
        .delete(pupils)
        .where(
          kept.length === 0
            ? eq(pupils.classId, classId)
            : and(eq(pupils.classId, classId), notInArray(pupils.id, kept)),
        );
      for (const [place, pupil] of listed.entries()) {
        const row = { ...wholeRow(pupils, pupil, ['page', 'known']), place };
        if (pupil.id === undefined) await tx.insert(pupils).values({ classId, ...row });
        else
          await tx
            .update(pupils)
            .set(row)
            .where(and(eq(pupils.id, pupil.id), eq(pupils.classId, classId)));
      }
    });
    return this.pupilsOf(classId);
  }

  /** What a pupil's pages have otherwise; nothing makes them the class's again. */
  async savePupilPage(classId: string, pupilId: string, page: PupilPageDto): Promise<PupilView | undefined> {
    const rows = await this.db
      .update(pupils)
      .set({ page: Object.keys(page).length === 0 ? null : page })
      .where(and(eq(pupils.id, pupilId), eq(pupils.classId, classId)))
      .returning();
    return rows[0] === undefined ? undefined : pupilView(rows[0]);
  }
}
