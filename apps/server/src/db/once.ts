import { and, eq, type SQL } from 'drizzle-orm';
import type { AnyPgColumn, PgTable } from 'drizzle-orm/pg-core';
import { Refusal } from '../refusal/refusal';
import type { Database } from './database.module';
import { teachers } from './schema/index';

/**
 * Makes a row under the id that its act gave it; where the same act made it already, that row.
 * @param own what holds for rows of the same owner
 * @throws Refusal conflict where something of somebody else's has that id
 */
export async function madeOnce<T extends PgTable & { readonly id: AnyPgColumn }>(
  db: Database,
  table: T,
  values: T['$inferInsert'] & { readonly id: string },
  own: SQL | undefined,
): Promise<T['$inferSelect']> {
  const made: T['$inferSelect'][] = await db
    .insert(table)
    .values(values as never)
    .onConflictDoNothing({ target: table.id })
    .returning();
  if (made[0] !== undefined) return made[0];
  const [there]: T['$inferSelect'][] = await db
    .select()
    .from(table as PgTable)
    .where(and(eq(table.id, values.id), own));
  if (there === undefined) throw new Refusal('conflict', 'Something else has that name already. Try again.');
  return there;
}

/** The same, unless there are so many of its kind already: then nothing is made. */
export const madeWithin = <T extends PgTable & { readonly id: AnyPgColumn }>(
  db: Database,
  teacherId: string,
  table: T,
  values: T['$inferInsert'] & { readonly id: string },
  own: SQL | undefined,
  { most, of }: { readonly most: number; readonly of: SQL | undefined },
): Promise<T['$inferSelect'] | undefined> =>
  inTurn(db, teacherId, async (tx) => {
    const there = await tx.$count(table, and(eq(table.id, values.id), own));
    if (there === 0 && (await tx.$count(table, of)) >= most) return undefined;
    return madeOnce(tx, table, values, own);
  });

/** Runs what counts before it makes something: for one teacher one after another, whatever asks at the same moment. */
export const inTurn = <T>(db: Database, teacherId: string, run: (tx: Database) => Promise<T>): Promise<T> =>
  db.transaction(async (tx) => {
    await tx.select({ id: teachers.id }).from(teachers).where(eq(teachers.id, teacherId)).for('no key update');
    return run(tx);
  });
