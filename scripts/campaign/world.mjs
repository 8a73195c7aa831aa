import { readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import { startPostgres } from '../lib/postgres.mjs';
import { findPort, serve, startServer } from '../lib/server.mjs';
import { Stop } from '../lib/steps.mjs';
import { Writers } from './writers.mjs';

const SECOND = 1000;
export const FIRST_PORT = 4500;
/** One link writes here for hundreds of pupils: how often it may is no matter of this trial. */
const CIFRA_LINK_REQUESTS = '1000000';

/** Waits until a server answers again. */
export async function healthy({ base, lastWords }, seconds = 30) {
  const end = Date.now() + seconds * SECOND;
  while (Date.now() < end) {
    const ok = await fetch(`${base}/health`).then(
      (r) => r.ok,
      () => false,
    );
    if (ok) return;
    await pause(20);
  }
  const answer = await fetch(`${base}/health`).then(
    async (r) => `${r.status} ${await r.text()}`,
    (e) => String(e.cause ?? e),
  );
  throw new Stop(`The server did not come back (${answer}):\n${lastWords()}`);
}

/** A connection to a database that may be away for a moment. */
export async function clientOf(url) {
  const { default: pg } = await import('pg');
  for (let tries = 0; ; tries++) {
    const client = new pg.Client({ connectionString: url });
    // The database may be killed under it; whoever uses it next hears of it.
    client.on('error', () => undefined);
    try {
      await client.connect();
      return client;
    } catch (e) {
      if (tries > 100) throw e;
      await pause(100);
    }
  }
}

/** People at work on a server that has just been started. */
export async function people(base) {
  const signedIn = await fetch(`${base}/api/session/demo`, { method: 'POST' });
  const headers = { cookie: signedIn.headers.get('set-cookie').split(';')[0], 'content-type': 'application/json' };
  const json = async (path, init = {}) => (await fetch(`${base}${path}`, { ...init, headers })).json();
  const [group] = await json('/api/classes');
  const pupils = await json(`/api/classes/${group.id}/pupils`);
  const listed = await json('/api/exercises');
  const exercises = await Promise.all(listed.map(({ id }) => json(`/api/exercises/${id}`)));
  const [pupil] = pupils;
  const { token } = await json('/api/links', {
    method: 'POST',
    body: JSON.stringify({
      exerciseId: exercises[5].id,
      classId: group.id,
      instrument: pupil.instrument,
      pupilId: pupil.id,
      days: 90,
    }),
  });
  return new Writers(base, headers, { group, pupils, exercises: exercises.slice(0, 3), token, pupil });
}

/** A process and its children: PostgreSQL's have sessions of their own, so that no group holds them all. */
function processesUnder(pid) {
  const children = readFileSync(`/proc/${pid}/task/${pid}/children`, 'utf8').trim();
  return [pid, ...(children === '' ? [] : children.split(' ').map(Number))];
}

/** Whether a process still has its memory: one that is dead and only not yet counted has not. */
function isThere(pid) {
  try {
    return !/^State:\s+[ZX]/m.test(readFileSync(`/proc/${pid}/status`, 'utf8'));
  } catch {
    return false;
  }
}

function killed(pid) {
  try {
    process.kill(pid, 'SIGKILL');
  } catch {
    // Gone by itself in the meantime.
  }
}

/** Worlds that stand, to be taken down whatever happens. */
export const standing = new Set();

/** A database as careful as a real one with a server on it. */
export async function world({ folder, settings = {}, databasePort, serverUrl = (url) => url, env = {} }) {
  let postgres = await startPostgres({ folder: join(folder, 'data'), careful: true, port: databasePort, settings });
  await postgres.ensureDatabase('campaign');
  const url = postgres.urlOf('campaign');
  const port = await findPort(FIRST_PORT);
  const base = `http://127.0.0.1:${port}`;
  const told = {
    ...process.env,
    DATABASE_URL: serverUrl(url),
    PORT: String(port),
    CIFRA_DEMO: '1',
    CIFRA_LINK_REQUESTS,
    LOG_LEVEL: process.env.LOG_LEVEL ?? 'silent',
    ...env,
  };
  let server = await startServer({
    databaseUrl: url,
    port,
    demo: true,
    env: { DATABASE_URL: url, CIFRA_LINK_REQUESTS, LOG_LEVEL: 'silent' },
  });
  // A trial that fails leaves nothing behind.
  const gone = (child) =>
    new Promise((r) => {
      if (child.exitCode !== null || child.signalCode !== null) r();
      else child.once('exit', r);
    });
  if (serverUrl(url) !== url || Object.keys(env).length > 0) {
    await server.stop();
    server = await serve(told);
  }
  const made = {
    base,
    url,
    /** What the server said on its way out, where it ended by itself. */
    lastWords: () => server.errors(),
    async killServer() {
      server.child.kill('SIGKILL');
      await gone(server.child);
      server = await serve(told);
    },
    /** All of the database's processes at once, as when the power goes. */
    async killDatabase() {
      const all = processesUnder(postgres.child.pid);
      for (const pid of all) killed(pid);
      await gone(postgres.child);
      // The memory that they share is free only when the last of them is gone.
      while (all.some(isThere)) await pause(5);
      postgres = await startPostgres({ folder: join(folder, 'data'), careful: true, port: postgres.port, settings });
    },
    async restartServer(env2) {
      await server.stop();
      server = await serve({ ...told, ...env2 });
    },
    async end() {
      standing.delete(made);
      if (server.child.signalCode === null) await server.stop();
      await postgres.stop();
      rmSync(postgres.data, { recursive: true, force: true });
      rmSync(`${postgres.data}.password`, { force: true });
    },
  };
  standing.add(made);
  return made;
}
