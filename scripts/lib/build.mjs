import { spawn } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { sourceHash } from './packages.mjs';
import { ROOT, run, step } from './steps.mjs';

const STAMP = join(ROOT, '.cifra/built');
/** The native compiler; typescript-eslint reads types by the other one. Both call their program tsc. */
export const TSC = join(ROOT, 'node_modules/typescript-native/bin/tsc');

/** Compiles the packages and the server, which run from what is compiled. */
export const buildPackages = () => step('Compiling', () => run(process.execPath, [TSC, '-b']));

export const buildWeb = () =>
  step('Building the web', () => run('npm', ['run', 'build', '-w', '@cifra/web', '--silent']));

const typesHold = (project) =>
  new Promise((resolve) => {
    const child = spawn(process.execPath, [TSC, '-p', project], { cwd: ROOT, stdio: 'inherit' });
    child.on('exit', (code) => resolve(code === 0));
  });

/** Checks the types of what is not compiled: the web and the tests. @returns whether all hold */
export const checkTypes = () =>
  step('Checking types', async () =>
    (await Promise.all(['apps/web/tsconfig.json', 'tsconfig.check.json'].map(typesHold))).every((ok) => ok),
  );

/** Builds core, server and web, unless nothing changed since. */
export async function ensureBuilt() {
  const hash = sourceHash();
  const there =
    existsSync(join(ROOT, 'apps/server/dist/main.js')) && existsSync(join(ROOT, 'apps/web/dist/index.html'));
  if (there && existsSync(STAMP) && readFileSync(STAMP, 'utf8') === hash) return;
  await buildPackages();
  await buildWeb();
  mkdirSync(dirname(STAMP), { recursive: true });
  writeFileSync(STAMP, hash);
}
