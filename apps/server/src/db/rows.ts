import { type AnyColumn, eq, getTableColumns, type SQL } from 'drizzle-orm';
import type { PgTable } from 'drizzle-orm/pg-core';

/** The row that an insert returned. @throws Error when there is none: a bug, since an insert that fails throws */
export function inserted<T>([row]: readonly T[]): T {
  if (row === undefined) throw new Error('an insert returned no row');
  return row;
}

/** A row without what is not there: null in the table, absent for the browser. */
export function present<T extends object>(row: T): { [K in keyof T]: Exclude<T[K], null> } {
  return Object.fromEntries(Object.entries(row).filter(([, v]) => v !== null)) as {
    [K in keyof T]: Exclude<T[K], null>;
  };
}

/** A table's columns that a DTO may fill, with null where it may leave them out. */
type Filled<T extends PgTable, D> = {
  [K in Exclude<keyof T['$inferSelect'] & keyof D, 'id'>]: null extends T['$inferSelect'][K]
    ? Exclude<D[K], undefined> | null
    : D[K];
};

/**
 * What a DTO says as a row of a table, whole: what it leaves out is taken away, and what is no column is passed over.
 * @param kept columns that stay as they are where the DTO says nothing of them
 * @example wholeRow(kit, { kind: 'loan', what: 'horn', from: '2026-09-14' }) // due, settled and note are null
 */
export function wholeRow<T extends PgTable, D extends object>(
  table: T,
  dto: D,
  kept: readonly (keyof D)[] = [],
): Filled<T, D> {
  const given = dto as Record<string, unknown>;
  const row = Object.entries(getTableColumns(table)).flatMap(([name, { notNull }]) => {
    if (given[name] !== undefined) return name === 'id' ? [] : [[name, given[name]]];
    return notNull || kept.includes(name as keyof D) ? [] : [[name, null]];
  });
  return Object.fromEntries(row) as Filled<T, D>;
}

/** Rows in portions: to write the statement for 50 takes some milliseconds in which nobody else is served. */
export function* portions<T>(rows: readonly T[], most = 50): Generator<T[]> {
  for (let i = 0; i < rows.length; i += most) yield rows.slice(i, i + most);
}

/** Holds where a row is still the version that a change was made on, or where the change says none. */
export const isVersion = (column: AnyColumn, version: number | undefined): SQL | undefined =>
  version === undefined ? undefined : eq(column, version);
