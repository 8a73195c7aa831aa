import { closeSync, existsSync, mkdirSync, openSync, renameSync, rmSync, statSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { findBinaries } from './postgres.mjs';
import { FOLDER, readRunning } from './running.mjs';
import { run, Stop } from './steps.mjs';

/**
 * The queue of the servers that run: it is made anew from what is not finished, and its divided tables cannot be put
 * back one by one.
 */
const JOBS = 'jobs';
const two = (n) => String(n).padStart(2, '0');

/** The address of the database: given, or of the Cifra that runs from this folder. */
export function databaseUrl() {
  const url = process.env.DATABASE_URL ?? readRunning()?.databaseUrl;
  if (url === undefined)
    throw new Stop('Cifra does not run from this folder. Start it with npm start, or set DATABASE_URL.');
  return url;
}

function program(name) {
  const folder = findBinaries();
  if (folder === undefined || !existsSync(join(folder, name)))
    throw new Stop(`${name} is not installed. Ask an administrator for: apt-get install postgresql-client.`);
  return join(folder, name);
}

/** The address without the password, which goes by the environment: what runs is seen by everybody on a machine. */
function connection(url) {
  const u = new URL(url);
  const password = decodeURIComponent(u.password);
  u.password = '';
  return { address: u.toString(), env: { ...process.env, PGPASSWORD: password } };
}

/** Where backups are kept, and what one of now is called. */
export function backupName(folder = process.env.CIFRA_BACKUPS ?? join(FOLDER, 'backups'), now = new Date()) {
  return join(
    folder,
    `cifra ${now.getFullYear()}-${two(now.getMonth() + 1)}-${two(now.getDate())} ${two(now.getHours())}${two(now.getMinutes())}${two(now.getSeconds())}.${String(now.getMilliseconds()).padStart(3, '0')}.dump`,
  );
}

/** Writes everything to a file, which has its name only when it is whole and can be read back. */
export async function dumpDatabase(url, file) {
  mkdirSync(dirname(file), { recursive: true, mode: 0o700 });
  const { address, env } = connection(url);
  const part = `${file}.part`;
  // Names of children are in it: whoever else is on the machine does not read it, in whatever folder it is.
  rmSync(part, { force: true });
  closeSync(openSync(part, 'wx', 0o600));
  try {
    await run(
      program('pg_dump'),
      ['--format=custom', `--exclude-schema=${JOBS}`, `--file=${part}`, `--dbname=${address}`],
      { env },
    );
    await run(program('pg_restore'), ['--list', part]);
    renameSync(part, file);
  } finally {
    rmSync(part, { force: true });
  }
  return statSync(file).size;
}

/** Puts a file's state in place of what is there, all of it or nothing. */
export async function restoreDatabase(url, file) {
  if (!existsSync(file)) throw new Stop(`There is no file ${file}.`);
  const { address, env } = connection(url);
  await run(
    program('pg_restore'),
    ['--clean', '--if-exists', '--no-owner', '--single-transaction', '--exit-on-error', `--dbname=${address}`, file],
    { env },
  );
}
