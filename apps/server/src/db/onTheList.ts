import { and, eq, isNull, type SQL } from 'drizzle-orm';
import { pupils } from './schema/index';

/** Pupils of a class who have not been taken off its list. */
export const onTheList = (classId: string): SQL | undefined =>
  and(eq(pupils.classId, classId), isNull(pupils.removedAt));
