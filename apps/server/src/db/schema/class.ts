import type { TermDto, KnownDto, PageSetupDto, PaperName, PupilPageDto, ConventionsDto } from '@cifra/contract';
import type { InstrumentId, Stage } from '@cifra/core';
import { index, integer, jsonb, pgTable, text, timestamp, uuid } from 'drizzle-orm/pg-core';
import { teachers } from './teacher';

export const classes = pgTable(
  'classes',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    teacherId: uuid('teacher_id')
      .notNull()
      .references(() => teachers.id, { onDelete: 'cascade' }),
    name: text('name').notNull(),
    instruments: jsonb('instruments').$type<InstrumentId[]>().notNull(),
    /** What this class does otherwise than its teacher's profile. */
    conventions: jsonb('conventions').$type<ConventionsDto>().notNull(),
    stage: text('stage').$type<Stage>().notNull().default('first-year'),
    /** The signature that it is used to, as it sounds. */
    usualFifths: integer('usual_fifths'),
    page: jsonb('page').$type<PageSetupDto>().notNull(),
    paper: text('paper').$type<PaperName>().notNull(),
    /** Notes that players have met. */
    known: jsonb('known').$type<KnownDto[]>().notNull().default([]),
    /** Term, days off, what is looked at, when which note comes. */
    term: jsonb('term').$type<TermDto>().notNull().default({ holidays: [], schedule: [] }),
    /** Counts the saves: one that was made on an older version is refused. */
    version: integer('version').notNull().default(1),
    termVersion: integer('term_version').notNull().default(1),
    createdAt: timestamp('created_at', { withTimezone: true }).notNull().defaultNow(),
  },
  (t) => [index('classes_teacher').on(t.teacherId)],
);

/** First names or initials, and what is played: pupils are never accounts. */
export const pupils = pgTable(
  'pupils',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    classId: uuid('class_id')
      .notNull()
      .references(() => classes.id, { onDelete: 'cascade' }),
    name: text('name').notNull(),
    instrument: text('instrument').$type<InstrumentId>().notNull(),
    /** Where the teacher put them in the list. */
    place: integer('place').notNull(),
    /** What this pupil's pages have otherwise than the class's. */
    page: jsonb('page').$type<PupilPageDto>(),
    /** Notes met otherwise than the class, by instrument. */
    known: jsonb('known').$type<KnownDto[]>(),
    stage: text('stage').$type<Stage>(),
    conventions: jsonb('conventions').$type<ConventionsDto>(),
    second: text('second').$type<InstrumentId>(),
    seat: text('seat'),
    note: text('note'),
    /** Counts the saves, as the class does. */
    version: integer('version').notNull().default(1),
    /** Taken off the list: comes back whole, or goes for good after some days. */
    removedAt: timestamp('removed_at', { withTimezone: true }),
    createdAt: timestamp('created_at', { withTimezone: true }).notNull().defaultNow(),
  },
  (t) => [index('pupils_class').on(t.classId, t.place)],
);
