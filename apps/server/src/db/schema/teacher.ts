import type { PracticeSetupDto, SentencesDto } from '@cifra/contract';
import type { SchoolOverrides } from '@cifra/core';
import { jsonb, pgTable, text, timestamp, uuid } from 'drizzle-orm/pg-core';

export const teachers = pgTable('teachers', {
  id: uuid('id').primaryKey().defaultRandom(),
  /** Lower case. */
  email: text('email').notNull().unique(),
  name: text('name').notNull(),
  /** argon2id, with its parameters. */
  passwordHash: text('password_hash').notNull(),
  /** The teacher's profile: where they do otherwise than the defaults. */
  schools: jsonb('schools').$type<SchoolOverrides>().notNull().default({}),
  /** Memory sentences for lines and spaces. */
  sentences: jsonb('sentences').$type<SentencesDto>().notNull().default({}),
  /** The order of practice, and how often clean is enough. */
  practice: jsonb('practice').$type<PracticeSetupDto>().notNull().default({}),
  createdAt: timestamp('created_at', { withTimezone: true }).notNull().defaultNow(),
});
