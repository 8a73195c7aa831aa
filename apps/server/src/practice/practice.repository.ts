import {
  type HandInDto,
  type HandInView,
  MAX_HAND_INS,
  type PracticeDayView,
  type PracticeView,
  type SavePracticeDto,
  type SayHandInDto,
  type SoundType,
} from '@cifra/contract';
import type { InstrumentId } from '@cifra/core';
import { Inject, Injectable } from '@nestjs/common';
import { and, asc, desc, eq, isNotNull, isNull, sql } from 'drizzle-orm';
import { DATABASE, type Database } from '../db/database.module';
import { madeWithin } from '../db/once';
import { onTheList } from '../db/onTheList';
import { portions, present } from '../db/rows';
import { handIns, practice, practiceDays, pupils } from '../db/schema/index';

/** Whose practice it is, and of what. */
export interface PracticeOf {
  readonly teacherId: string;
  readonly pupilId: string;
  readonly exerciseId: string;
  readonly instrument: InstrumentId;
}

/** What is listed: of one line, or of one class. */
export type PracticeScope = { readonly exerciseId: string } | { readonly classId: string };

@Injectable()
export class PracticeRepository {
  constructor(@Inject(DATABASE) private readonly db: Database) {}

  /**
   * Keeps the more of what was known and what is told, and how far it had come on that day, in one statement: two
   * devices may tell at once. A step that is done is not done any more when the device that told it says so.
   * @param day ISO date
   */
  async save(
    { teacherId, pupilId, exerciseId, instrument }: PracticeOf,
    told: SavePracticeDto,
    day: string,
  ): Promise<void> {
    const { rungs, undone = [], bestPercent, cleanRuns, peeks, minutes, drills = [] } = told;
    // Of each drill the score with more answers.
    await this.db.execute(sql`
      with whole as (
        insert into practice as p (pupil_id, exercise_id, instrument, teacher_id, rungs, best_percent, clean_runs, peeks, minutes, drills, updated_at)
        values (${pupilId}, ${exerciseId}, ${instrument}, ${teacherId}, ${JSON.stringify(rungs)}::jsonb, ${bestPercent}, ${cleanRuns}, ${peeks}, ${minutes}, ${JSON.stringify(drills)}::jsonb, now())
        on conflict (pupil_id, exercise_id, instrument) do update set
          rungs = (select coalesce(jsonb_agg(distinct r), '[]') from jsonb_array_elements(p.rungs || excluded.rungs) as r
            where not ${JSON.stringify(undone)}::jsonb @> r or excluded.rungs @> r),
          best_percent = greatest(p.best_percent, excluded.best_percent), clean_runs = greatest(p.clean_runs, excluded.clean_runs),
          peeks = greatest(p.peeks, excluded.peeks), minutes = greatest(p.minutes, excluded.minutes), updated_at = excluded.updated_at,
          drills = (select coalesce(jsonb_agg(d order by d->>'drill'), '[]') from (
            select distinct on (d->>'drill') d from jsonb_array_elements(p.drills || excluded.drills) as d order by d->>'drill', (d->>'asked')::int desc
          ) as best)
        returning best_percent, clean_runs, minutes
      )
      insert into practice_days as d (pupil_id, exercise_id, instrument, day, best_percent, clean_runs, minutes)
      select ${pupilId}::uuid, ${exerciseId}::uuid, ${instrument}, ${day}::date, best_percent, clean_runs, minutes from whole
      on conflict (pupil_id, exercise_id, instrument, day) do update set
        best_percent = greatest(d.best_percent, excluded.best_percent), clean_runs = greatest(d.clean_runs, excluded.clean_runs), minutes = greatest(d.minutes, excluded.minutes)`);
  }

  /** How far each part of a class had come, day by day, the earliest first. */
  listDays(classId: string): Promise<PracticeDayView[]> {
    const { pupilId, exerciseId, instrument, day, bestPercent, cleanRuns, minutes } = practiceDays;
    return this.db
      .select({ pupilId, exerciseId, instrument, day, bestPercent, cleanRuns, minutes })
      .from(practiceDays)
      .innerJoin(pupils, eq(pupilId, pupils.id))
      .where(onTheList(classId))
      .orderBy(asc(day));
  }

  /** Puts back what a file of an account holds. */
  async bring(
    teacherId: string,
    whole: readonly (SavePracticeDto & Omit<PracticeOf, 'teacherId'> & { readonly updatedAt: Date })[],
    days: readonly PracticeDayView[],
  ): Promise<void> {
    for (const some of portions(whole))
      await this.db
        .insert(practice)
        .values(some.map((w) => ({ ...w, teacherId, drills: w.drills ?? [] })))
        .onConflictDoNothing();
    for (const some of portions(days)) await this.db.insert(practiceDays).values(some).onConflictDoNothing();
  }

  /** Of one line, or of all lines by one class's pupils. */
  async list(teacherId: string, of: PracticeScope): Promise<PracticeView[]> {
    const which = 'exerciseId' in of ? eq(practice.exerciseId, of.exerciseId) : eq(pupils.classId, of.classId);
    const rows = await this.db
      .select({ p: practice, name: pupils.name })
      .from(practice)
      .innerJoin(pupils, eq(practice.pupilId, pupils.id))
      .where(and(eq(practice.teacherId, teacherId), which, isNull(pupils.removedAt)))
      .orderBy(asc(pupils.name));
    return rows.map(({ p: { teacherId: _teacher, updatedAt, ...p }, name }) => ({
      ...p,
      pupil: name,
      updatedAt: updatedAt.toISOString(),
    }));
  }

  /** @returns false where there are as many as there may be */
  async handIn(
    { teacherId, pupilId, exerciseId, instrument }: PracticeOf,
    { percent, summary, type }: HandInDto,
    sound: Buffer | undefined,
    id: string,
    at?: Date,
  ): Promise<boolean> {
    const values = {
      id,
      teacherId,
      pupilId,
      exerciseId,
      instrument,
      percent,
      summary,
      ...(at !== undefined && { createdAt: at }),
      ...(sound !== undefined && type !== undefined && { sound, soundType: type }),
    };
    const of = and(eq(handIns.pupilId, pupilId), eq(handIns.exerciseId, exerciseId));
    const made = await madeWithin(this.db, teacherId, handIns, values, of, { most: MAX_HAND_INS, of });
    return made !== undefined;
  }

  /** Takes of one line, or of all lines by one class's pupils, newest first. */
  async listHandIns(teacherId: string, of: PracticeScope): Promise<HandInView[]> {
    const rows = await this.db
      .select({
        id: handIns.id,
        pupilId: handIns.pupilId,
        exerciseId: handIns.exerciseId,
        pupil: pupils.name,
        instrument: handIns.instrument,
        percent: handIns.percent,
        summary: handIns.summary,
        soundType: handIns.soundType,
        remark: handIns.remark,
        marks: handIns.marks,
        createdAt: handIns.createdAt,
      })
      .from(handIns)
      .innerJoin(pupils, eq(handIns.pupilId, pupils.id))
      .where(
        and(
          eq(handIns.teacherId, teacherId),
          'exerciseId' in of ? eq(handIns.exerciseId, of.exerciseId) : eq(pupils.classId, of.classId),
          isNull(pupils.removedAt),
        ),
      )
      .orderBy(desc(handIns.createdAt));
    return rows.map(({ soundType, remark, marks, createdAt, ...r }) => ({
      ...r,
      ...present({ remark, marks }),
      hasSound: soundType !== null,
      createdAt: createdAt.toISOString(),
    }));
  }

  async sound(teacherId: string, id: string): Promise<{ sound: Buffer; type: SoundType } | undefined> {
    const [row] = await this.db
      .select({ sound: handIns.sound, type: handIns.soundType })
      .from(handIns)
      .where(and(eq(handIns.id, id), eq(handIns.teacherId, teacherId), isNotNull(handIns.sound)))
      .limit(1);
    return row === undefined || row.sound === null || row.type === null
      ? undefined
      : { sound: row.sound, type: row.type };
  }

  /** @returns false where the teacher has no such take */
  async say(teacherId: string, id: string, { remark, marks }: SayHandInDto): Promise<boolean> {
    const said = await this.db
      .update(handIns)
      .set({ remark: remark ?? null, marks: marks ?? null })
      .where(and(eq(handIns.id, id), eq(handIns.teacherId, teacherId)))
      .returning({ id: handIns.id });
    return said.length > 0;
  }

  async removeHandIn(teacherId: string, id: string): Promise<boolean> {
    return (
      (
        await this.db
          .delete(handIns)
          .where(and(eq(handIns.id, id), eq(handIns.teacherId, teacherId)))
          .returning({ id: handIns.id })
      ).length > 0
    );
  }
}
