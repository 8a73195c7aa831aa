import type { MarkDto } from '@cifra/contract';
import { boolean, date, index, integer, jsonb, pgTable, text, unique, uuid } from 'drizzle-orm/pg-core';
import { assignments } from './assignment';
import { classes, pupils } from './class';

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
    assignmentId: uuid('assignment_id').references(() => assignments.id, { onDelete: 'cascade' }),
    day: date('day', { mode: 'string' }).notNull(),
    done: boolean('done').notNull(),
    /** Was not there: nothing is known of the work. */
    absent: boolean('absent'),
    minutes: integer('minutes'),
    remark: text('remark'),
    marks: jsonb('marks').$type<MarkDto[]>(),
  },
  (t) => [
    index('lesson_log_class').on(t.classId, t.day),
    index('lesson_log_pupil').on(t.pupilId),
    index('lesson_log_assignment').on(t.assignmentId),
    // One for the lesson as a whole, too, where there is no assignment.
    unique('lesson_log_once').on(t.pupilId, t.day, t.assignmentId).nullsNotDistinct(),
  ],
);
