import type { KitKind, MarkDto } from '@cifra/contract';
import type { FadeStep, LadderRung, Section, SetFor } from '@cifra/core';
import { boolean, date, index, integer, jsonb, pgTable, text, timestamp, uniqueIndex, uuid } from 'drizzle-orm/pg-core';
import { classes, pupils } from './class';
import { exercises } from './exercise';

/** Work that is set for a class. */
export const work = pgTable(
  'work',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    classId: uuid('class_id')
      .notNull()
      .references(() => classes.id, { onDelete: 'cascade' }),
    exerciseId: uuid('exercise_id')
      .notNull()
      .references(() => exercises.id, { onDelete: 'cascade' }),
    fromBar: integer('from_bar'),
    toBar: integer('to_bar'),
    for: text('for').$type<SetFor>().notNull(),
    section: text('section').$type<Section>(),
    pupilIds: jsonb('pupil_ids').$type<string[]>(),
    rungs: jsonb('rungs').$type<LadderRung[]>().notNull(),
    goalPercent: integer('goal_percent'),
    fade: text('fade').$type<FadeStep>(),
    due: date('due', { mode: 'string' }).notNull(),
    note: text('note'),
    createdAt: timestamp('created_at', { withTimezone: true }).notNull().defaultNow(),
  },
  (t) => [index('work_class').on(t.classId, t.due), index('work_exercise').on(t.exerciseId)],
);

/** What happened, pupil by pupil and day by day. */
export const lessonLog = pgTable(
  'lesson_log',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    classId: uuid('class_id')
      .notNull()
      .references(() => classes.id, { onDelete: 'cascade' }),
    pupilId: uuid('pupil_id')
      .notNull()
      .references(() => pupils.id, { onDelete: 'cascade' }),
    workId: uuid('work_id').references(() => work.id, { onDelete: 'cascade' }),
    day: date('day', { mode: 'string' }).notNull(),
    done: boolean('done').notNull(),
    minutes: integer('minutes'),
    remark: text('remark'),
    marks: jsonb('marks').$type<MarkDto[]>(),
  },
  (t) => [
    index('lesson_log_class').on(t.classId, t.day),
    index('lesson_log_pupil').on(t.pupilId),
    uniqueIndex('lesson_log_once').on(t.pupilId, t.day, t.workId),
  ],
);

/** Instruments on loan, supplies and repairs. */
export const kit = pgTable(
  'kit',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    classId: uuid('class_id')
      .notNull()
      .references(() => classes.id, { onDelete: 'cascade' }),
    kind: text('kind').$type<KitKind>().notNull(),
    what: text('what').notNull(),
    number: text('number'),
    pupilId: uuid('pupil_id').references(() => pupils.id, { onDelete: 'cascade' }),
    from: date('from_day', { mode: 'string' }).notNull(),
    due: date('due', { mode: 'string' }),
    settled: date('settled', { mode: 'string' }),
    note: text('note'),
  },
  (t) => [index('kit_class').on(t.classId, t.from)],
);
