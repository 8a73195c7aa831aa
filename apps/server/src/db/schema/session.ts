import { index, pgTable, serial, text, timestamp, uuid } from 'drizzle-orm/pg-core';
import { teachers } from './teacher';

export const sessions = pgTable('sessions', {
  /** SHA-256 of the token in the cookie: a copy of the table opens no session. */
  tokenHash: text('token_hash').primaryKey(),
  teacherId: uuid('teacher_id').notNull().references(() => teachers.id, { onDelete: 'cascade' }),
  createdAt: timestamp('created_at', { withTimezone: true }).notNull().defaultNow(),
  expiresAt: timestamp('expires_at', { withTimezone: true }).notNull(),
}, (t) => [index('sessions_expires').on(t.expiresAt)]);

/** Failed attempts, counted per e-mail and per address. */
export const signInFailures = pgTable('sign_in_failures', {
  id: serial('id').primaryKey(),
  subject: text('subject').notNull(),
  at: timestamp('at', { withTimezone: true }).notNull().defaultNow(),
}, (t) => [index('sign_in_failures_subject').on(t.subject, t.at)]);
