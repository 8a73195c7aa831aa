import type { DrillScoreDto, HandInDto, HandInView, PracticeView, SavePracticeDto, SoundType } from '@cifra/contract';
import type { InstrumentId } from '@cifra/core';
import { Inject, Injectable } from '@nestjs/common';
import { and, asc, count, desc, eq, isNotNull } from 'drizzle-orm';
import { DATABASE, type Database } from '../db/database.module';
import { handIns, practice, pupils } from '../db/schema/index';

/** Whose practice it is, and of what. */
export interface PracticeOf {
  readonly teacherId: string;
  readonly pupilId: string;
  readonly exerciseId: string;
  readonly instrument: InstrumentId;
}

/** Counts of two devices of one pupil: neither takes anything from the other. */
function joined(before: readonly DrillScoreDto[], now: readonly DrillScoreDto[]): DrillScoreDto[] {
  const all = new Map(before.map((d) => [d.drill, d]));
  for (const d of now) if ((all.get(d.drill)?.asked ?? -1) < d.asked) all.set(d.drill, d);
  return [...all.values()];
}

@Injectable()
export class PracticeRepository {
  constructor(@Inject(DATABASE) private readonly db: Database) {}

  /** Keeps the more of what was known and what is told. */
  async save({ teacherId, pupilId, exerciseId, instrument }: PracticeOf, told: SavePracticeDto): Promise<void> {
    await this.db.transaction(async (tx) => {
      const own = and(eq(practice.pupilId, pupilId), eq(practice.exerciseId, exerciseId), eq(practice.instrument, instrument));
      await tx.insert(practice).values({ pupilId, exerciseId, instrument, teacherId, rungs: [], bestPercent: 0, cleanRuns: 0, peeks: 0, minutes: 0 }).onConflictDoNothing();
      const [before] = await tx.select().from(practice).where(own).for('update');
      if (before === undefined) throw new Error('an insert left no row');
      await tx.update(practice).set({
        rungs: told.rungs, bestPercent: Math.max(before.bestPercent, told.bestPercent), cleanRuns: Math.max(before.cleanRuns, told.cleanRuns), peeks: Math.max(before.peeks, told.peeks), minutes: Math.max(before.minutes, told.minutes),
        drills: joined(before.drills, told.drills ?? []), updatedAt: new Date(),
      }).where(own);
    });
  }

  /** Of one line, or of all lines by one class's pupils. */
  async list(teacherId: string, of: { readonly exerciseId: string } | { readonly classId: string }): Promise<PracticeView[]> {
    const which = 'exerciseId' in of ? eq(practice.exerciseId, of.exerciseId) : eq(pupils.classId, of.classId);
    const rows = await this.db.select({ p: practice, name: pupils.name }).from(practice).innerJoin(pupils, eq(practice.pupilId, pupils.id))
      .where(and(eq(practice.teacherId, teacherId), which)).orderBy(asc(pupils.name));
    return rows.map(({ p: { teacherId: _teacher, updatedAt, ...p }, name }) => ({ ...p, pupil: name, updatedAt: updatedAt.toISOString() }));
  }

  async countHandIns({ pupilId, exerciseId }: PracticeOf): Promise<number> {
    return (await this.db.select({ n: count() }).from(handIns).where(and(eq(handIns.pupilId, pupilId), eq(handIns.exerciseId, exerciseId))))[0]?.n ?? 0;
  }

  async handIn({ teacherId, pupilId, exerciseId, instrument }: PracticeOf, { percent, summary, type }: HandInDto, sound: Buffer | undefined): Promise<void> {
    await this.db.insert(handIns).values({ teacherId, pupilId, exerciseId, instrument, percent, summary, ...(sound === undefined || type === undefined ? {} : { sound, soundType: type }) });
  }

  async listHandIns(teacherId: string, exerciseId: string): Promise<HandInView[]> {
    const rows = await this.db.select({ id: handIns.id, pupil: pupils.name, instrument: handIns.instrument, percent: handIns.percent, summary: handIns.summary, soundType: handIns.soundType, createdAt: handIns.createdAt })
      .from(handIns).innerJoin(pupils, eq(handIns.pupilId, pupils.id)).where(and(eq(handIns.teacherId, teacherId), eq(handIns.exerciseId, exerciseId))).orderBy(desc(handIns.createdAt));
    return rows.map(({ soundType, createdAt, ...r }) => ({ ...r, hasSound: soundType !== null, createdAt: createdAt.toISOString() }));
  }

  async sound(teacherId: string, id: string): Promise<{ sound: Buffer; type: SoundType } | undefined> {
    const [row] = await this.db.select({ sound: handIns.sound, type: handIns.soundType }).from(handIns).where(and(eq(handIns.id, id), eq(handIns.teacherId, teacherId), isNotNull(handIns.sound))).limit(1);
    return row === undefined || row.sound === null || row.type === null ? undefined : { sound: row.sound, type: row.type };
  }

  async removeHandIn(teacherId: string, id: string): Promise<boolean> {
    return (await this.db.delete(handIns).where(and(eq(handIns.id, id), eq(handIns.teacherId, teacherId))).returning({ id: handIns.id })).length > 0;
  }
}
