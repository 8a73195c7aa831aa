// Runs a command with a throwaway PostgreSQL: node scripts/withDatabase.mjs jest …
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { startPostgres } from './lib/postgres.mjs';
import { fail, ROOT } from './lib/steps.mjs';

const folder = mkdtempSync(join(tmpdir(), 'cifra-test-'));
const [command, ...args] = process.argv.slice(2);
let postgres;
try {
  postgres = await startPostgres({ folder: join(folder, 'data'), throwaway: true });
  const child = spawn(join(ROOT, 'node_modules/.bin', command), args, {
    cwd: ROOT,
    stdio: 'inherit',
    env: { ...process.env, TEST_DATABASE_URL: postgres.urlOf('postgres') },
  });
  // Who ends this early ends the command; the database is stopped on the way out.
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => child.kill('SIGTERM'));
  process.exitCode = await new Promise((resolve, reject) => {
    child.on('exit', (code) => resolve(code ?? 1));
    child.on('error', reject);
  });
} catch (e) {
  fail(e);
} finally {
  await postgres?.stop();
  rmSync(folder, { recursive: true, force: true });
}
