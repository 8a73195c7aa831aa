import { spawnSync } from 'node:child_process';
import { ROOT } from '../lib/steps.mjs';

const REQUESTS = 20_000;

/**
 * Requests that nobody should send, to every route: how many were told that the server failed, or held its event loop
 * for more than 50 ms. `CIFRA_FUZZ` asks for another number of them, `CIFRA_SEED` for others.
 */
export function benchApi() {
  const run = spawnSync(
    process.execPath,
    ['scripts/withDatabase.mjs', 'jest', 'apps/server/src/access/fuzz', '--testTimeout', '7200000'],
    { cwd: ROOT, stdio: 'inherit', env: { CIFRA_FUZZ: String(REQUESTS), ...process.env } },
  );
  if (run.status !== 0) process.exitCode = 1;
}
