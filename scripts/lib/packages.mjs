import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { isRoot, ROOT, run, step, Stop } from './steps.mjs';

const STAMP = join(ROOT, 'node_modules/.cifra-lock');
const NODE = [20, 19];

export function checkNode() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < NODE[0] || (major === NODE[0] && minor < NODE[1]))
    throw new Stop(`Cifra needs Node.js ${NODE.join('.')} or newer; this is ${process.versions.node}.`);
}

/** Installs the npm packages of the lock file, unless just these are there. */
export async function ensureNpmPackages() {
  const hash = createHash('sha256')
    .update(readFileSync(join(ROOT, 'package-lock.json')))
    .digest('hex');
  if (existsSync(STAMP) && readFileSync(STAMP, 'utf8') === hash) return;
  await step('Installing npm packages', () => run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error']));
  writeFileSync(STAMP, hash);
}

const onPath = (program) =>
  (process.env.PATH ?? '')
    .split(':')
    .concat('/usr/sbin', '/sbin')
    .some((d) => d !== '' && existsSync(join(d, program)));

/**
 * Installs Debian packages whose programs are missing.
 * @param wanted list of [program, package]
 */
export async function ensurePrograms(wanted) {
  const missing = wanted.filter(([program]) => !onPath(program)).map(([, name]) => name);
  if (missing.length === 0) return;
  await aptInstall(missing);
}

export async function aptInstall(names) {
  if (!isRoot() || !onPath('apt-get'))
    throw new Stop(
      `Missing: ${names.join(', ')}. Install them first, for example: sudo apt-get install ${names.join(' ')}`,
    );
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  await step(`Installing ${names.join(', ')} from Debian`, async () => {
    await run('apt-get', ['update', '-qq'], { env });
    await run('apt-get', ['install', '-y', '-qq', '--no-install-recommends', ...names], { env });
  });
}

/** A fingerprint of everything that a build is made from. */
export function sourceHash() {
  const hash = createHash('sha256');
  const visit = (path) => {
    const stat = statSync(path);
    if (stat.isDirectory()) {
      for (const name of readdirSync(path).sort())
        if (!['node_modules', 'dist', '.cifra'].includes(name) && !name.endsWith('.tsbuildinfo'))
          visit(join(path, name));
    } else hash.update(path.slice(ROOT.length)).update(readFileSync(path));
  };
  for (const name of ['packages', 'apps', 'package-lock.json', 'tsconfig.json', 'tsconfig.base.json'])
    visit(join(ROOT, name));
  return hash.digest('hex');
}
