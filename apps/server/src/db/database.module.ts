import { Global, Inject, Injectable, Module, type OnApplicationShutdown } from '@nestjs/common';
import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import { Pool } from 'pg';
import { SETTINGS, type Settings } from '../settings';
import * as schema from './schema/index';

export const DATABASE = Symbol('database');
export type Database = NodePgDatabase<typeof schema>;

/**
 * The database over a pool, each transaction on a connection that is given back whatever happens.
 *
 * Drizzle's own (0.45) takes a connection and begins before it looks out for errors: one that breaks just then is never
 * given back, and ten of those leave a server without any.
 */
function overPool(pool: Pool): Database {
  const db = drizzle(pool, { schema });
  const transaction: Database['transaction'] = async (run, config) => {
    const client = await pool.connect();
    try {
      return await drizzle(client, { schema }).transaction(run, config);
    } finally {
      client.release();
    }
  };
  return Object.assign(db, { transaction });
}

/** Holds the connections and lets them go when the server stops. */
@Injectable()
export class DatabasePool implements OnApplicationShutdown {
  readonly pool: Pool;

  constructor(@Inject(SETTINGS) settings: Settings) {
    this.pool = new Pool({ connectionString: settings.databaseUrl, max: 10, connectionTimeoutMillis: 5000 });
    // An idle connection that breaks is replaced by the pool; the next query reports what matters.
    this.pool.on('error', () => undefined);
    // One that breaks in the middle of a transaction tells the query that waits; without a listener it would end the
    // server.
    this.pool.on('connect', (client) => client.on('error', () => undefined));
  }

  async onApplicationShutdown(): Promise<void> {
    await this.pool.end();
  }
}

@Global()
@Module({
  providers: [
    DatabasePool,
    { provide: DATABASE, inject: [DatabasePool], useFactory: (p: DatabasePool): Database => overPool(p.pool) },
  ],
  exports: [DATABASE, DatabasePool],
})
export class DatabaseModule {}
