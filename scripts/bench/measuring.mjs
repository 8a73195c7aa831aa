import { createRequire } from 'node:module';
import { join } from 'node:path';
import { startPostgres } from '../lib/postgres.mjs';
import { findPort, startServer } from '../lib/server.mjs';
import { ROOT } from '../lib/steps.mjs';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';

export const require = createRequire(import.meta.url);

/** The median of several runs, in milliseconds, after one to warm up. */
export async function median(runs, work) {
  await work();
  const times = [];
  for (let i = 0; i < runs; i++) {
    const start = performance.now();
    await work();
    times.push(performance.now() - start);
  }
  return times.sort((a, b) => a - b)[Math.floor(runs / 2)];
}

export const line = (...cells) =>
  process.stdout.write(`${cells.map((c, i) => (i === 0 ? String(c).padEnd(52) : String(c).padStart(14))).join('')}\n`);

/** The demo's tunes; asked for only once the code is built. */
export function demoTunes() {
  const { DEMO_TUNES } = require(join(ROOT, 'apps/server/dist/demo/tunes.data.js'));
  const { demoExercise } = require(join(ROOT, 'apps/server/dist/demo/seed.js'));
  return DEMO_TUNES.map(demoExercise);
}

/** A tune over and over until it has so many bars or notes, ids made new. */
export const longer = (tune, { bars = Infinity, notes = Infinity }) => {
  const of = tune.source.measures.filter((m) => m.pickup !== true);
  const measures = [];
  let count = 0;
  while (measures.length < bars && count < notes) {
    const i = measures.length;
    const {
      clef,
      key,
      meter,
      tempo,
      endBar: _end,
      repeatStart: _start,
      repeatEnd: _stop,
      ending: _ending,
      ...m
    } = of[i % of.length];
    const events = m.events.map((e, n) => ({ ...e, id: `n${i}-${n}` }));
    count += events.filter((e) => e.kind === 'note').length;
    measures.push({
      ...m,
      ...(i === 0 ? tune.source.measures[0] : {}),
      clef,
      key,
      meter,
      tempo,
      ...(i === 0 && {
        clef: tune.source.measures[0].clef,
        key: tune.source.measures[0].key,
        meter: tune.source.measures[0].meter,
        pickup: undefined,
      }),
      id: `m${i}`,
      events,
    });
  }
  return { ...tune, source: { ...tune.source, measures, slurs: [], hairpins: [] } };
};

/**
 * Runs with a server of its own over a new database, signed in as the demo's teacher.
 * @param careful the database writes as safely as a real one
 * @param env what the server is told besides
 */
export async function withDemoServer(work, { careful = false, env = {} } = {}) {
  const folder = mkdtempSync(join(tmpdir(), 'cifra-bench-'));
  const startOf = performance.now();
  const postgres = await startPostgres({ folder: join(folder, 'data'), throwaway: true, careful });
  await postgres.ensureDatabase('bench');
  const databaseMs = performance.now() - startOf;
  const serverStart = performance.now();
  const port = await findPort(4410);
  const server = await startServer({ databaseUrl: postgres.urlOf('bench'), port, demo: true, env });
  const serverMs = performance.now() - serverStart;
  try {
    const base = `http://127.0.0.1:${port}`;
    const signedIn = await fetch(`${base}/api/session/demo`, { method: 'POST' });
    const headers = { cookie: signedIn.headers.get('set-cookie').split(';')[0], 'content-type': 'application/json' };
    await work({ base, headers, databaseMs, serverMs, pid: server.child.pid, databaseUrl: postgres.urlOf('bench') });
  } finally {
    await server.stop();
    await postgres.stop();
    rmSync(folder, { recursive: true, force: true });
  }
}

/** A page of a browser in which the demo's teacher is signed in, on the shelf. */
export async function signedInPage(browser, base) {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(`${base}/sign-in`);
  await page.getByRole('button', { name: /Open the demo/ }).click();
  await page.getByRole('heading', { name: 'Shelf' }).waitFor();
  return page;
}
