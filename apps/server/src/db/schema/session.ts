import { bigint, index, integer, pgTable, text, timestamp, uuid, varchar } from 'drizzle-orm/pg-core';
import { teachers } from './teacher';

export const sessions = pgTable(
  'sessions',
  {
    /** SHA-256 of the token in the cookie: a copy of the table opens no session. */
    tokenHash: text('token_hash').primaryKey(),
    teacherId: uuid('teacher_id')
      .notNull()
      .references(() => teachers.id, { onDelete: 'cascade' }),
    createdAt: timestamp('created_at', { withTimezone: true }).notNull().defaultNow(),
    expiresAt: timestamp('expires_at', { withTimezone: true }).notNull(),
  },
  (t) => [index('sessions_expires').on(t.expiresAt), index('sessions_teacher').on(t.teacherId)],
);

/**
 * How often something was asked for or failed, as rate-limiter-flexible keeps it. Not logged: after a crash it begins
 * anew, and nothing waits for the disk.
 */
export const requestCounts = pgTable('request_counts', {
  key: varchar('key', { length: 255 }).primaryKey(),
  points: integer('points').notNull().default(0),
  /** In milliseconds since 1970. */
  expire: bigint('expire', { mode: 'number' }),
});
