import type { PracticeSetupDto, SentencesDto } from '@cifra/contract';
import type { ConventionOverrides } from '@cifra/core';
import { integer, jsonb, pgTable, text, timestamp, uuid } from 'drizzle-orm/pg-core';

export const teachers = pgTable('teachers', {
  id: uuid('id').primaryKey().defaultRandom(),
  /** Lower case. */
  email: text('email').notNull().unique(),
  name: text('name').notNull(),
  /** argon2id, with its parameters. */
  passwordHash: text('password_hash').notNull(),
  /** The teacher's profile: where they do otherwise than the defaults. */
  conventions: jsonb('conventions').$type<ConventionOverrides>().notNull().default({}),
  /** Memory sentences for lines and spaces. */
  sentences: jsonb('sentences').$type<SentencesDto>().notNull().default({}),
  /** The order of practice, and how often clean is enough. */
  practice: jsonb('practice').$type<PracticeSetupDto>().notNull().default({}),
  /** Months after which records of pupils are deleted; 0 for never. */
  keepMonths: integer('keep_months').notNull().default(0),
  /** Counts the saves of the profile: one that was made on an older version is refused. */
  version: integer('version').notNull().default(1),
  createdAt: timestamp('created_at', { withTimezone: true }).notNull().defaultNow(),
});
