import { spawnSync } from 'node:child_process';
import { ROOT } from '../lib/steps.mjs';

const LINES = 20_000;

/**
 * What Cifra says of generated lines, held against its oracles: for each kind of claim how many were made, false and
 * missed. `CIFRA_LINES` asks for another number of lines.
 */
export function benchClaims() {
  const run = spawnSync(
    process.execPath,
    ['node_modules/jest/bin/jest.js', 'packages/core/src/testing/claims', '--testTimeout', '60000'],
    { cwd: ROOT, stdio: 'inherit', env: { CIFRA_LINES: String(LINES), ...process.env } },
  );
  if (run.status !== 0) process.exitCode = 1;
}
