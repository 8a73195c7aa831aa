import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { sourceHash } from './packages.mjs';
import { ROOT, run, step } from './steps.mjs';

const STAMP = join(ROOT, '.cifra/built');

/** Builds core, server and web, unless nothing changed since. */
export async function ensureBuilt() {
  const hash = sourceHash();
  const there =
    existsSync(join(ROOT, 'apps/server/dist/main.js')) && existsSync(join(ROOT, 'apps/web/dist/index.html'));
  if (there && existsSync(STAMP) && readFileSync(STAMP, 'utf8') === hash) return;
  await step('Building', async () => {
    await run('npx', ['tsc', '-b']);
    await run('npm', ['run', 'build', '-w', '@cifra/web', '--silent']);
  });
  mkdirSync(dirname(STAMP), { recursive: true });
  writeFileSync(STAMP, hash);
}
