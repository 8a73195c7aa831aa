import { spawnSync } from 'node:child_process';
import { ROOT } from '../lib/steps.mjs';

/** Runs tests with everything of which npm test takes a share: every instrument, ten times the runs of a property. */
export function allOfTests(args) {
  const run = spawnSync(process.execPath, ['node_modules/jest/bin/jest.js', ...args], {
    cwd: ROOT,
    stdio: 'inherit',
    env: { ...process.env, CIFRA_FULL: '1' },
  });
  if (run.status !== 0) process.exitCode = 1;
}

/** Every page of every instrument measured, and every sentence of the trail: what npm test takes a share of. */
export const benchFull = () => allOfTests(['packages', 'apps/web/src/words', '--silent']);
