import { Global, Inject, Injectable, Module, type OnApplicationShutdown } from '@nestjs/common';
import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import { Pool } from 'pg';
import { SETTINGS, type Settings } from '../settings';
import * as schema from './schema/index';

export const DATABASE = Symbol('database');
export type Database = NodePgDatabase<typeof schema>;

/** Holds the connections and lets them go when the server stops. */
@Injectable()
export class DatabasePool implements OnApplicationShutdown {
  readonly pool: Pool;

  constructor(@Inject(SETTINGS) settings: Settings) {
    this.pool = new Pool({ connectionString: settings.databaseUrl, max: 10, connectionTimeoutMillis: 5000 });
    // An idle connection that breaks is replaced by the pool; the next query reports what matters.
    this.pool.on('error', () => undefined);
  }

  async onApplicationShutdown(): Promise<void> {
    await this.pool.end();
  }
}

@Global()
@Module({
  providers: [
    DatabasePool,
    { provide: DATABASE, inject: [DatabasePool], useFactory: (p: DatabasePool): Database => drizzle(p.pool, { schema }) },
  ],
  exports: [DATABASE, DatabasePool],
})
export class DatabaseModule {}
