// npm run check-backup -- file: restores a backup into a new database cluster, opens it with a server, and says what is
// in it.
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ensureBuilt } from './lib/build.mjs';
import { restoreDatabase } from './lib/dump.mjs';
import { startPostgres } from './lib/postgres.mjs';
import { findPort, startServer } from './lib/server.mjs';
import { fail, Stop } from './lib/steps.mjs';

const FIRST_PORT = 4400;
const TABLES = [
  'teachers',
  'exercises',
  'revisions',
  'classes',
  'pupils',
  'assignments',
  'lesson_log',
  'kit',
  'practice',
  'hand_ins',
];

const folder = mkdtempSync(join(tmpdir(), 'cifra-check-'));
try {
  const [file] = process.argv.slice(2);
  if (file === undefined) throw new Stop('Say which file: npm run check-backup -- file');
  await ensureBuilt();
  const postgres = await startPostgres({ folder: join(folder, 'data'), throwaway: true });
  try {
    await postgres.ensureDatabase('restored');
    const url = postgres.urlOf('restored');
    await restoreDatabase(url, file);
    const port = await findPort(FIRST_PORT);
    const server = await startServer({ databaseUrl: url, port, demo: false });
    try {
      const health = await fetch(`http://127.0.0.1:${port}/health`);
      if (!health.ok) throw new Stop(`The server does not open it: ${health.status}.`);
    } finally {
      await server.stop();
    }
    const { default: pg } = await import('pg');
    const client = new pg.Client({ connectionString: url });
    await client.connect();
    const counts = {};
    for (const table of TABLES)
      counts[table] = Number((await client.query(`select count(*) as n from ${table}`)).rows[0].n);
    await client.end();
    process.stdout.write(`It opens. ${JSON.stringify(counts)}\n`);
  } finally {
    await postgres.stop();
  }
} catch (e) {
  fail(e);
} finally {
  rmSync(folder, { recursive: true, force: true });
}
