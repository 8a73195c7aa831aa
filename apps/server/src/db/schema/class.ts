import type { BandDto, PaperName, SchoolsDto } from '@cifra/contract';
import type { InstrumentId, Stage } from '@cifra/core';
import { boolean, index, jsonb, pgTable, text, timestamp, uuid } from 'drizzle-orm/pg-core';
import { teachers } from './teacher';

export const classes = pgTable('classes', {
  id: uuid('id').primaryKey().defaultRandom(),
  teacherId: uuid('teacher_id').notNull().references(() => teachers.id, { onDelete: 'cascade' }),
  name: text('name').notNull(),
  instruments: jsonb('instruments').$type<InstrumentId[]>().notNull(),
  /** What this class does otherwise than its teacher's profile. */
  schools: jsonb('schools').$type<SchoolsDto>().notNull(),
  stage: text('stage').$type<Stage>().notNull().default('first-year'),
  band: jsonb('band').$type<BandDto>().notNull(),
  paper: text('paper').$type<PaperName>().notNull(),
  strip: boolean('strip').notNull().default(false),
  createdAt: timestamp('created_at', { withTimezone: true }).notNull().defaultNow(),
}, (t) => [index('classes_teacher').on(t.teacherId)]);
