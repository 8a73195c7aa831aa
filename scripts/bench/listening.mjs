import { spawnSync } from 'node:child_process';
import { ROOT } from '../lib/steps.mjs';

/** How many of the simulated player's planted faults are found, and how many clean notes are accused: eight instruments, quiet and hissing rooms. */
export async function benchListening() {
  const run = spawnSync(process.execPath, ['node_modules/jest/bin/jest.js', 'apps/web/src/listen', '--silent=false'], {
    cwd: ROOT,
    stdio: 'inherit',
    env: { ...process.env, CIFRA_LISTEN_SEEDS: '4' },
  });
  if (run.status !== 0) process.exitCode = 1;
}
