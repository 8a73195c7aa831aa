import type { FadeStep, LadderRung, Section, AssignedTo } from '@cifra/core';
import { date, index, integer, jsonb, pgTable, text, timestamp, uuid } from 'drizzle-orm/pg-core';
import { classes } from './class';
import { exercises } from './exercise';

/** What is set for a class. */
export const assignments = pgTable(
  'assignments',
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
    for: text('for').$type<AssignedTo>().notNull(),
    section: text('section').$type<Section>(),
    pupilIds: jsonb('pupil_ids').$type<string[]>(),
    rungs: jsonb('rungs').$type<LadderRung[]>().notNull(),
    goalPercent: integer('goal_percent'),
    fade: text('fade').$type<FadeStep>(),
    due: date('due', { mode: 'string' }).notNull(),
    note: text('note'),
    /** Taken back: comes back with what was logged of it, or goes for good after some days. */
    removedAt: timestamp('removed_at', { withTimezone: true }),
    createdAt: timestamp('created_at', { withTimezone: true }).notNull().defaultNow(),
  },
  (t) => [index('assignments_class').on(t.classId, t.due), index('assignments_exercise').on(t.exerciseId)],
);
