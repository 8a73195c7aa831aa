// npm run campaign: what is acknowledged stays, however server and database end. Names of trials as arguments run only
// those. CIFRA_KILLS says how often something is killed (1,000).
import { chmodSync, mkdirSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { spawnSync } from 'node:child_process';
import { connect, createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { setTimeout as pause } from 'node:timers/promises';
import { ensureBuilt } from './lib/build.mjs';
import { startPostgres } from './lib/postgres.mjs';
import { findPort, serve, startServer } from './lib/server.mjs';
import { fail, isRoot, Stop } from './lib/steps.mjs';
import { Writers } from './campaign/writers.mjs';

const KILLS = Number(process.env.CIFRA_KILLS ?? 1000);
const SECOND = 1000;
const FIRST_PORT = 4500;
const LOOK_EVERY = 25;
/** One link writes here for hundreds of pupils: how often it may is no matter of this trial. */
const CIFRA_LINK_REQUESTS = '1000000';
const wanted = process.argv.slice(2);

const say = (words) => process.stdout.write(`${words}\n`);
const tally = { failed: 0 };
const judge = (what, { missing, half }, counts) => {
  say(
    `${what}: ${counts.acknowledged} acknowledged, ${counts.refused} refused, ${counts.broken} without an answer; missing ${missing.length}, by half ${half.length}`,
  );
  for (const m of [...missing, ...half].slice(0, 5)) say(`  ${m}`);
  tally.failed += missing.length + half.length;
};

async function healthy({ base, lastWords }, seconds = 30) {
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

async function clientOf(url) {
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
async function people(base) {
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
const standing = new Set();

/** A database as careful as a real one with a server on it. */
async function world({ folder, settings = {}, databasePort, serverUrl = (url) => url, env = {} }) {
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

async function kills(folder) {
  const w = await world({ folder });
  const writers = await people(w.base);
  writers.start();
  const start = Date.now();
  const count = { server: 0, database: 0 };
  for (let i = 1; i <= KILLS; i++) {
    await pause(50 + Math.random() * 450);
    if (i % 2 === 0) {
      await w.killDatabase();
      count.database += 1;
    } else {
      await w.killServer();
      count.server += 1;
    }
    await healthy(w);
    if (i % LOOK_EVERY === 0) {
      const client = await clientOf(w.url);
      const seen = await writers.check(client);
      await client.end();
      if (seen.missing.length + seen.half.length > 0) judge(`after ${i} kills`, seen, writers.counts);
      if (i % 100 === 0)
        say(
          `  ${i} kills, ${writers.counts.acknowledged} writes acknowledged, ${((Date.now() - start) / 60 / SECOND).toFixed(1)} minutes`,
        );
    }
  }
  await writers.stop();
  const client = await clientOf(w.url);
  judge(
    `killed ${KILLS} times at random moments (the server ${count.server}, the database ${count.database})`,
    await writers.check(client),
    writers.counts,
  );
  say(`  other answers: ${[...writers.statuses].map(([s, n]) => `${s}: ${n}`).join(', ') || 'none'}`);
  await client.end();
  await w.end();
}

/** Between the server and the database: every line through it can be cut. */
async function wire(port) {
  const lines = new Set();
  let closed = false;
  const proxy = createServer((from) => {
    if (closed) {
      from.destroy();
      return;
    }
    const to = connect(port, '127.0.0.1');
    for (const [a, b] of [
      [from, to],
      [to, from],
    ]) {
      lines.add(a);
      a.pipe(b);
      a.on('error', () => b.destroy());
      a.on('close', () => {
        lines.delete(a);
        b.destroy();
      });
    }
  });
  await new Promise((r) => proxy.listen(0, '127.0.0.1', r));
  return {
    port: proxy.address().port,
    async cut(ms) {
      closed = true;
      for (const l of lines) l.destroy();
      await pause(ms);
      closed = false;
    },
    close: () => {
      for (const l of lines) l.destroy();
      proxy.close();
    },
  };
}

async function brokenWire(folder) {
  const cuts = Math.max(20, Math.round(KILLS / 5));
  const databasePort = await findPort(FIRST_PORT + 50);
  const middle = await wire(databasePort);
  const w = await world({ folder, databasePort, serverUrl: (url) => url.replace(/:\d+\//, `:${middle.port}/`) });
  const writers = await people(w.base);
  writers.start();
  for (let i = 0; i < cuts; i++) {
    await pause(30 + Math.random() * 300);
    await middle.cut(Math.random() * 200);
    await healthy(w);
  }
  await writers.stop();
  const client = await clientOf(w.url);
  judge(`connection to the database cut ${cuts} times`, await writers.check(client), writers.counts);
  await client.end();
  await w.end();
  middle.close();
}

/** A disk that is full: a small memory disk with a ballast that is taken away again. */
async function fullDisk(folder) {
  if (!isRoot()) {
    say('full disk: only root can make a small disk; not tried');
    return;
  }
  const disk = join(folder, 'disk');
  mkdirSync(disk);
  if (spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=150m,mode=755', 'tmpfs', disk]).status !== 0) {
    say('full disk: this machine lets nobody mount a disk; not tried');
    return;
  }
  try {
    const w = await world({ folder: disk, settings: { min_wal_size: '32MB', max_wal_size: '48MB' } });
    const writers = await people(w.base);
    writers.start();
    await pause(1 * SECOND);
    const ballast = join(disk, 'ballast');
    const { status } = spawnSync(
      'sh',
      ['-c', `dd if=/dev/zero of='${ballast}' bs=1M 2>/dev/null; df --output=avail '${disk}' | tail -1`],
      { encoding: 'utf8' },
    );
    const before = { ...writers.counts };
    await pause(20 * SECOND);
    const during = {
      acknowledged: writers.counts.acknowledged - before.acknowledged,
      refused: writers.counts.refused - before.refused,
      broken: writers.counts.broken - before.broken,
    };
    const statuses = new Map(writers.statuses);
    rmSync(ballast);
    await pause(500);
    // A database that had no room for its own log ends; started again it goes on from what it had.
    if (
      !(await fetch(`${w.base}/health`).then(
        (r) => r.ok,
        () => false,
      ))
    )
      await w.killDatabase();
    await healthy(w);
    const free = writers.counts.acknowledged;
    await pause(3 * SECOND);
    await writers.stop();
    const client = await clientOf(w.url);
    judge(
      `disk full for 20 s (dd ended with ${status}; meanwhile ${during.acknowledged} acknowledged, ${during.refused} refused, ${during.broken} without an answer: ${[...statuses].map(([s, n]) => `${s}: ${n}`).join(', ') || 'none'}; afterwards ${writers.counts.acknowledged - free} in 3 s)`,
      await writers.check(client),
      writers.counts,
    );
    if (writers.counts.acknowledged === free) {
      say('  nothing could be written afterwards');
      tally.failed += 1;
    }
    await client.end();
    await w.end();
  } finally {
    spawnSync('umount', ['-l', disk]);
  }
}

const SHIFT = fileURLToPath(new URL('./campaign/shiftClock.cjs', import.meta.url));

/** A clock that jumps: the server's alone, so that it does not agree with the database's either. */
async function clock(folder) {
  const w = await world({ folder });
  const writers = await people(w.base);
  writers.start();
  for (const days of [2, -2, 29, -400, 0]) {
    await pause(1500);
    await w.restartServer({ NODE_OPTIONS: `--require ${SHIFT}`, CIFRA_CLOCK_DAYS: String(days) });
    await healthy(w);
  }
  await pause(1500);
  await writers.stop();
  const client = await clientOf(w.url);
  judge('clock of the server moved by +2, -2, +29 and -400 days and back', await writers.check(client), writers.counts);
  await client.end();
  await w.end();
}

const TRIALS = { kills, wire: brokenWire, disk: fullDisk, clock };

const all = mkdtempSync(join(tmpdir(), 'cifra-campaign-'));
// The database runs as somebody else, and has to reach its folder.
chmodSync(all, 0o755);
try {
  await ensureBuilt();
  for (const [name, run] of Object.entries(TRIALS)) {
    if (wanted.length > 0 && !wanted.includes(name)) continue;
    const folder = join(all, name);
    mkdirSync(folder, { mode: 0o755 });
    await run(folder);
  }
  say(tally.failed === 0 ? 'Nothing is missing, and nothing is there by half.' : `${tally.failed} faults`);
  process.exitCode = tally.failed === 0 ? 0 : 1;
} catch (e) {
  fail(e);
} finally {
  for (const w of standing) await w.end();
  rmSync(all, { recursive: true, force: true });
  // People of a trial that failed are still writing.
  process.exit();
}
