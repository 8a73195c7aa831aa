import { customType } from 'drizzle-orm/pg-core';

/** A column of plain bytes. */
export const bytes = customType<{ data: Buffer }>({ dataType: () => 'bytea' });
