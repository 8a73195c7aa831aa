// npm run campaign: what is acknowledged stays, however server and database end. Names of trials as arguments run only
// those. CIFRA_KILLS says how often something is killed (1,000).
import { chmodSync, mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import { spawnSync } from 'node:child_process';
import { connect, createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { setTimeout as pause } from 'node:timers/promises';
import { ensureBuilt } from './lib/build.mjs';
import { findPort } from './lib/server.mjs';
import { fail, isRoot } from './lib/steps.mjs';
import { starterTrial } from './campaign/starter.mjs';
import { weekTrial } from './campaign/week.mjs';
import { clientOf, FIRST_PORT, healthy, people, standing, world } from './campaign/world.mjs';

const KILLS = Number(process.env.CIFRA_KILLS ?? 1000);
const SECOND = 1000;
const LOOK_EVERY = 25;
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

/** The database killed again and again under Cifra as it is started: nobody but the starter brings it back. */
async function starter(folder) {
  const { back, seen, counts } = await starterTrial(folder);
  judge(
    `the database killed ${back.length} times under the starter, back after ${Math.max(...back)} ms at most`,
    seen,
    counts,
  );
}

/** A week through the real interface. */
const week = (folder) => weekTrial(folder, (words) => say(`  ${words}`));

const TRIALS = { kills, wire: brokenWire, disk: fullDisk, clock, starter, week };

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
