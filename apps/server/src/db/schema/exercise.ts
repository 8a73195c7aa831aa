import type { Exercise, LineSummary } from '@cifra/core';
import { boolean, index, integer, jsonb, pgTable, primaryKey, text, timestamp, uuid } from 'drizzle-orm/pg-core';
import { teachers } from './teacher';

export const exercises = pgTable(
  'exercises',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    teacherId: uuid('teacher_id')
      .notNull()
      .references(() => teachers.id, { onDelete: 'cascade' }),
    title: text('title').notNull(),
    document: jsonb('document').$type<Exercise>().notNull(),
    /**
     * What the shelf shows, worked out from the document when it is saved; null until it is first asked for. A
     * migration that changes what a summary holds sets it to null.
     */
    summary: jsonb('summary').$type<LineSummary>(),
    version: integer('version').notNull().default(1),
    createdAt: timestamp('created_at', { withTimezone: true }).notNull().defaultNow(),
    updatedAt: timestamp('updated_at', { withTimezone: true }).notNull().defaultNow(),
    /** Deleted rows stay until they are swept, so that a deletion can be undone. */
    deletedAt: timestamp('deleted_at', { withTimezone: true }),
  },
  (t) => [index('exercises_teacher').on(t.teacherId, t.updatedAt)],
);

/** Every save, and every save that was refused because a newer version stood. */
export const revisions = pgTable(
  'revisions',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    exerciseId: uuid('exercise_id')
      .notNull()
      .references(() => exercises.id, { onDelete: 'cascade' }),
    version: integer('version'),
    baseVersion: integer('base_version'),
    title: text('title').notNull(),
    document: jsonb('document').$type<Exercise>().notNull(),
    refused: boolean('refused').notNull().default(false),
    /** A save with a name is kept for ever. */
    name: text('name'),
    createdAt: timestamp('created_at', { withTimezone: true }).notNull().defaultNow(),
  },
  (t) => [index('revisions_exercise').on(t.exerciseId, t.createdAt)],
);

/** Which windows have a line open. Not logged: after a crash they say so again within seconds. */
export const presence = pgTable(
  'presence',
  {
    exerciseId: uuid('exercise_id')
      .notNull()
      .references(() => exercises.id, { onDelete: 'cascade' }),
    windowId: uuid('window_id').notNull(),
    /** When nothing more was heard by then, it is closed. */
    until: timestamp('until', { withTimezone: true }).notNull(),
  },
  (t) => [primaryKey({ columns: [t.exerciseId, t.windowId] })],
);
