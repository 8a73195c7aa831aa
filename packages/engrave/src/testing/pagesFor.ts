import {
  DEFAULT_PAGE,
  DEFAULT_TEACHING,
  type Exercise,
  type InstrumentId,
  type PagePlan,
  type PageSetup,
  planPages,
  type RowSetup,
  type Teaching,
  withSetup,
} from '@cifra/core';

/** A page's rows from names, the same for both families. */
export const rowsOf = (...rows: readonly RowSetup['row'][]): PageSetup['rows'] => ({
  woodwind: rows.map((row) => ({ row })),
  brass: rows.map((row) => ({ row })),
});

export const TODAY = '2026-11-25';

/** What an instrument's page of an exercise is engraved from. */
export const plansFor = (
  exercise: Exercise,
  id: InstrumentId,
  setup: Partial<PageSetup> = {},
  teaching: Teaching = DEFAULT_TEACHING,
): PagePlan[] => planPages(exercise, id, teaching, withSetup(DEFAULT_PAGE, setup), { today: TODAY });
