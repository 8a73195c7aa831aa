import type { KitKind } from '@cifra/contract';
import { date, index, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import { classes, pupils } from './class';

/** Instruments on loan, supplies and repairs. */
export const kit = pgTable(
  'kit',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    classId: uuid('class_id')
      .notNull()
      .references(() => classes.id, { onDelete: 'cascade' }),
    kind: text('kind').$type<KitKind>().notNull(),
    what: text('what').notNull(),
    number: text('number'),
    /** Stays when its holder goes: it is the school's. */
    pupilId: uuid('pupil_id').references(() => pupils.id, { onDelete: 'set null' }),
    from: date('from_day', { mode: 'string' }).notNull(),
    due: date('due', { mode: 'string' }),
    settled: date('settled', { mode: 'string' }),
    note: text('note'),
  },
  (t) => [index('kit_class').on(t.classId, t.from), index('kit_pupil').on(t.pupilId)],
);
