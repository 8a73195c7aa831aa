import type { IRateLimiterPostgresOptions } from 'rate-limiter-flexible';
import type { DatabasePool } from './database.module';

/** Where every limit counts, for all servers on the database. */
export const requestCountsIn = ({ pool }: DatabasePool): Omit<IRateLimiterPostgresOptions, 'points' | 'duration'> => ({
  storeClient: pool,
  storeType: 'pool',
  tableName: 'request_counts',
  tableCreated: true,
});
