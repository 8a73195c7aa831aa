import type { PrintSetKind } from '@cifra/contract';
import type { Handout, InstrumentId } from '@cifra/core';
import { boolean, date, index, integer, jsonb, pgTable, text, timestamp, uuid } from 'drizzle-orm/pg-core';
import { bytes } from './bytes';
import { classes, pupils } from './class';
import { exercises } from './exercise';
import { teachers } from './teacher';

/** Pages made for a class, kept for a while under a link that stays. */
export const printSets = pgTable(
  'print_sets',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    teacherId: uuid('teacher_id')
      .notNull()
      .references(() => teachers.id, { onDelete: 'cascade' }),
    exerciseId: uuid('exercise_id')
      .notNull()
      .references(() => exercises.id, { onDelete: 'cascade' }),
    classId: uuid('class_id')
      .notNull()
      .references(() => classes.id, { onDelete: 'cascade' }),
    kind: text('kind').$type<PrintSetKind>().notNull(),
    /** The day on which the pages are used. */
    today: date('today', { mode: 'string' }).notNull(),
    codes: boolean('codes').notNull().default(false),
    /** What is made instead of the parts. */
    handout: jsonb('handout').$type<Handout>(),
    /** Address of the application as the teacher saw it, for codes to scan. */
    origin: text('origin').notNull(),
    state: text('state').$type<'working' | 'done' | 'cancelled' | 'failed'>().notNull().default('working'),
    done: integer('done').notNull().default(0),
    total: integer('total').notNull().default(0),
    fileName: text('file_name').notNull(),
    file: bytes('file'),
    detail: text('detail'),
    createdAt: timestamp('created_at', { withTimezone: true }).notNull().defaultNow(),
  },
  (t) => [
    index('print_sets_teacher').on(t.teacherId, t.createdAt),
    index('print_sets_exercise').on(t.exerciseId),
    index('print_sets_class').on(t.classId),
  ],
);

/** Links by which pupils open one part without an account. */
export const links = pgTable(
  'links',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    teacherId: uuid('teacher_id')
      .notNull()
      .references(() => teachers.id, { onDelete: 'cascade' }),
    exerciseId: uuid('exercise_id')
      .notNull()
      .references(() => exercises.id, { onDelete: 'cascade' }),
    classId: uuid('class_id')
      .notNull()
      .references(() => classes.id, { onDelete: 'cascade' }),
    instrument: text('instrument').$type<InstrumentId>().notNull(),
    pupilId: uuid('pupil_id').references(() => pupils.id, { onDelete: 'cascade' }),
    /**
     * Kept as it is, since the teacher copies the link again and pages carry it as a code; it opens one part to read
     * and no more.
     */
    token: text('token').notNull().unique(),
    createdAt: timestamp('created_at', { withTimezone: true }).notNull().defaultNow(),
    expiresAt: timestamp('expires_at', { withTimezone: true }).notNull(),
  },
  (t) => [
    index('links_exercise').on(t.exerciseId),
    index('links_teacher').on(t.teacherId),
    index('links_class').on(t.classId),
    index('links_pupil').on(t.pupilId),
  ],
);
