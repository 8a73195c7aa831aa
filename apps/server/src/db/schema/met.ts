import type { InstrumentId } from '@cifra/core';
import { date, index, jsonb, pgTable, text, timestamp, uuid } from 'drizzle-orm/pg-core';
import { classes, pupils } from './class';
import { exercises } from './exercise';

/** Which notes were new to whom on a day; without a pupil, to the whole class's players of an instrument. */
export const met = pgTable(
  'met',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    /** Rows of one saving, taken back together. */
    batch: uuid('batch').notNull(),
    classId: uuid('class_id')
      .notNull()
      .references(() => classes.id, { onDelete: 'cascade' }),
    pupilId: uuid('pupil_id').references(() => pupils.id, { onDelete: 'cascade' }),
    instrument: text('instrument').$type<InstrumentId>().notNull(),
    notes: jsonb('notes').$type<string[]>().notNull(),
    day: date('day', { mode: 'string' }).notNull(),
    exerciseId: uuid('exercise_id').references(() => exercises.id, { onDelete: 'set null' }),
    createdAt: timestamp('created_at', { withTimezone: true }).notNull().defaultNow(),
  },
  (t) => [
    index('met_class').on(t.classId, t.day),
    index('met_pupil').on(t.pupilId),
    index('met_exercise').on(t.exerciseId),
  ],
);
