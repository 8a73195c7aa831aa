import { randomUUID } from 'node:crypto';
import type { TermDto, KnownDto, MetEntryDto, MetView, SaveMetDto } from '@cifra/contract';
import { type Conventions, type InstrumentId, knownOrFirst } from '@cifra/core';
import { Inject, Injectable } from '@nestjs/common';
import { and, asc, eq, sql } from 'drizzle-orm';
import { DATABASE, type Database } from '../db/database.module';
import { onTheList } from '../db/onTheList';
import { isVersion, present, portions } from '../db/rows';
import { classes, met, pupils } from '../db/schema/index';

const metView = ({ id: _id, classId: _class, createdAt: _at, ...row }: typeof met.$inferSelect): MetView =>
  present(row) as MetView;

/** A list of known notes with some more for one instrument, or fewer. */
const withNotes = (known: readonly KnownDto[], instrument: InstrumentId, notes: string[]): KnownDto[] => [
  ...known.filter((k) => k.instrument !== instrument),
  { instrument, notes },
];
const without = (from: readonly string[], gone: readonly string[]): string[] => from.filter((n) => !gone.includes(n));

@Injectable()
export class TermRepository {
  constructor(@Inject(DATABASE) private readonly db: Database) {}

  async find(classId: string): Promise<TermDto | undefined> {
    const [row] = await this.db
      .select({ term: classes.term, version: classes.termVersion })
      .from(classes)
      .where(eq(classes.id, classId))
      .limit(1);
    return row === undefined ? undefined : { ...row.term, version: row.version };
  }

  /** @returns the plan as it stands, or undefined where it was saved since the version named */
  async save(classId: string, { version, ...term }: TermDto): Promise<TermDto | undefined> {
    const [row] = await this.db
      .update(classes)
      .set({ term, termVersion: sql`${classes.termVersion} + 1` })
      .where(and(eq(classes.id, classId), isVersion(classes.termVersion, version)))
      .returning({ term: classes.term, version: classes.termVersion });
    return row === undefined ? undefined : { ...row.term, version: row.version };
  }

  /** What was new on which day, the earliest first. */
  async met(classId: string): Promise<MetView[]> {
    return (
      await this.db.select().from(met).where(eq(met.classId, classId)).orderBy(asc(met.day), asc(met.createdAt))
    ).map(metView);
  }

  /**
   * Adds notes to what is known and writes down the day; only what was new to somebody is written.
   *
   * What the whole class meets is added to the pupils' own lists too; a pupil's own list begins with what the class
   * knows.
   * @param conventions how the class is taught: its first notes are known from the start
   */
  addMet(classId: string, { day, exerciseId, entries }: SaveMetDto, conventions: Conventions): Promise<MetView[]> {
    return this.db.transaction(async (tx) => {
      const [group] = await tx
        .select({ known: classes.known })
        .from(classes)
        .where(eq(classes.id, classId))
        .for('update');
      if (group === undefined) throw new Error('a class went while its notes were written down');
      const people = await tx
        .select({ id: pupils.id, known: pupils.known })
        .from(pupils)
        .where(onTheList(classId))
        .for('update');
      let known: readonly KnownDto[] = group.known;
      const ownOf = new Map(people.map((p) => [p.id, p.known ?? []]));
      const batch = randomUUID();
      const rows: (typeof met.$inferInsert)[] = [];
      const add = (
        have: readonly string[],
        { instrument, notes }: MetEntryDto,
        pupilId?: string,
      ): string[] | undefined => {
        const fresh = without(notes, have);
        if (fresh.length === 0) return undefined;
        rows.push({
          batch,
          classId,
          pupilId: pupilId ?? null,
          instrument,
          notes: fresh,
          day,
          exerciseId: exerciseId ?? null,
        });
        return [...have, ...fresh];
      };
      for (const entry of entries) {
        const { instrument, pupilId } = entry;
        for (const id of pupilId === undefined ? ownOf.keys() : [pupilId]) {
          const own = ownOf.get(id) ?? [];
          const have = own.find((k) => k.instrument === instrument)?.notes;
          // Who has no list of their own follows the class.
          const after =
            have === undefined && pupilId === undefined
              ? undefined
              : add(have ?? knownOrFirst(known, instrument, conventions), entry, id);
          if (after !== undefined) ownOf.set(id, withNotes(own, instrument, after));
        }
        const after = pupilId === undefined ? add(knownOrFirst(known, instrument, conventions), entry) : undefined;
        if (after !== undefined) known = withNotes(known, instrument, after);
      }
      await tx
        .update(classes)
        .set({ known: [...known], version: sql`${classes.version} + 1` })
        .where(eq(classes.id, classId));
      for (const p of people)
        if (ownOf.get(p.id) !== (p.known ?? []) && (ownOf.get(p.id)?.length ?? 0) > 0)
          await tx
            .update(pupils)
            .set({ known: ownOf.get(p.id) ?? null, version: sql`${pupils.version} + 1` })
            .where(eq(pupils.id, p.id));
      const written: MetView[] = [];
      for (const some of portions(rows)) written.push(...(await tx.insert(met).values(some).returning()).map(metView));
      return written;
    });
  }

  /** Takes one saving back: its notes are not known any more. @returns whether there was such a saving */
  removeMet(classId: string, batch: string): Promise<boolean> {
    return this.db.transaction(async (tx) => {
      // The class first, as where notes are added.
      await tx.select({ id: classes.id }).from(classes).where(eq(classes.id, classId)).for('update');
      const rows = await tx
        .delete(met)
        .where(and(eq(met.classId, classId), eq(met.batch, batch)))
        .returning();
      for (const { pupilId, instrument, notes } of rows) {
        const forget = (known: readonly KnownDto[]): KnownDto[] =>
          known.map((k) => (k.instrument === instrument ? { instrument, notes: without(k.notes, notes) } : k));
        if (pupilId === null) {
          const [group] = await tx
            .select({ known: classes.known })
            .from(classes)
            .where(eq(classes.id, classId))
            .for('update');
          await tx
            .update(classes)
            .set({ known: forget(group?.known ?? []), version: sql`${classes.version} + 1` })
            .where(eq(classes.id, classId));
        } else {
          const [pupil] = await tx
            .select({ known: pupils.known })
            .from(pupils)
            .where(eq(pupils.id, pupilId))
            .for('update');
          await tx
            .update(pupils)
            .set({ known: forget(pupil?.known ?? []), version: sql`${pupils.version} + 1` })
            .where(eq(pupils.id, pupilId));
        }
      }
      return rows.length > 0;
    });
  }

  /** Puts back rows of an account's file as they were: what is known came with the class and its pupils. */
  async bring(classId: string, rows: readonly Omit<MetView, 'batch'>[]): Promise<void> {
    const batch = randomUUID();
    const values = rows.map(({ pupilId, exerciseId, ...r }) => ({
      ...r,
      batch,
      classId,
      pupilId: pupilId ?? null,
      exerciseId: exerciseId ?? null,
    }));
    for (const some of portions(values)) await this.db.insert(met).values(some);
  }
}
