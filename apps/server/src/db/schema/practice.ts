import type { DrillScoreDto, HandInMarkDto, SoundType } from '@cifra/contract';
import type { InstrumentId, LadderRung } from '@cifra/core';
import { date, index, integer, jsonb, pgTable, primaryKey, real, text, timestamp, uuid } from 'drizzle-orm/pg-core';
import { bytes } from './bytes';
import { pupils } from './class';
import { exercises } from './exercise';
import { teachers } from './teacher';

/** What a pupil has practised on one part of a line, all in all. */
export const practice = pgTable(
  'practice',
  {
    pupilId: uuid('pupil_id')
      .notNull()
      .references(() => pupils.id, { onDelete: 'cascade' }),
    exerciseId: uuid('exercise_id')
      .notNull()
      .references(() => exercises.id, { onDelete: 'cascade' }),
    instrument: text('instrument').$type<InstrumentId>().notNull(),
    teacherId: uuid('teacher_id')
      .notNull()
      .references(() => teachers.id, { onDelete: 'cascade' }),
    rungs: jsonb('rungs').$type<LadderRung[]>().notNull(),
    bestPercent: integer('best_percent').notNull(),
    cleanRuns: integer('clean_runs').notNull(),
    peeks: integer('peeks').notNull(),
    minutes: real('minutes').notNull(),
    drills: jsonb('drills').$type<DrillScoreDto[]>().notNull().default([]),
    updatedAt: timestamp('updated_at', { withTimezone: true }).notNull().defaultNow(),
  },
  (t) => [
    primaryKey({ columns: [t.pupilId, t.exerciseId, t.instrument] }),
    index('practice_exercise').on(t.exerciseId),
    index('practice_teacher').on(t.teacherId),
  ],
);

/** How far a part had come by the end of a day on which it was practised. */
export const practiceDays = pgTable(
  'practice_days',
  {
    pupilId: uuid('pupil_id')
      .notNull()
      .references(() => pupils.id, { onDelete: 'cascade' }),
    exerciseId: uuid('exercise_id')
      .notNull()
      .references(() => exercises.id, { onDelete: 'cascade' }),
    instrument: text('instrument').$type<InstrumentId>().notNull(),
    day: date('day', { mode: 'string' }).notNull(),
    bestPercent: integer('best_percent').notNull(),
    cleanRuns: integer('clean_runs').notNull(),
    minutes: real('minutes').notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.pupilId, t.exerciseId, t.instrument, t.day] }),
    index('practice_days_exercise').on(t.exerciseId),
  ],
);

/** Takes that pupils handed in. */
export const handIns = pgTable(
  'hand_ins',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    teacherId: uuid('teacher_id')
      .notNull()
      .references(() => teachers.id, { onDelete: 'cascade' }),
    pupilId: uuid('pupil_id')
      .notNull()
      .references(() => pupils.id, { onDelete: 'cascade' }),
    exerciseId: uuid('exercise_id')
      .notNull()
      .references(() => exercises.id, { onDelete: 'cascade' }),
    instrument: text('instrument').$type<InstrumentId>().notNull(),
    percent: integer('percent').notNull(),
    summary: text('summary').notNull(),
    sound: bytes('sound'),
    soundType: text('sound_type').$type<SoundType>(),
    /** What the teacher says of it. */
    remark: text('remark'),
    marks: jsonb('marks').$type<HandInMarkDto[]>(),
    createdAt: timestamp('created_at', { withTimezone: true }).notNull().defaultNow(),
  },
  (t) => [
    index('hand_ins_exercise').on(t.exerciseId, t.createdAt),
    index('hand_ins_pupil').on(t.pupilId),
    index('hand_ins_teacher').on(t.teacherId),
  ],
);
