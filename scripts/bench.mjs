// npm run bench: what things cost, as ratios measured in one run.
import { mkdtempSync, rmSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ensureBuilt } from './lib/build.mjs';
import { ensureNpmPackages } from './lib/packages.mjs';
import { startPostgres } from './lib/postgres.mjs';
import { findPort, startServer } from './lib/server.mjs';
import { fail, ROOT } from './lib/steps.mjs';

const require = createRequire(import.meta.url);
const CLASS_SIZE = 20;

/** The median of several runs, in milliseconds, after one to warm up. */
async function median(runs, work) {
  await work();
  const times = [];
  for (let i = 0; i < runs; i++) {
    const start = performance.now();
    await work();
    times.push(performance.now() - start);
  }
  return times.sort((a, b) => a - b)[Math.floor(runs / 2)];
}

const line = (...cells) => process.stdout.write(`${cells.map((c, i) => (i === 0 ? String(c).padEnd(52) : String(c).padStart(14))).join('')}\n`);

async function bench() {
  await ensureNpmPackages();
  await ensureBuilt();
  const core = require('@cifra/core');
  const { engravePart } = require('@cifra/engrave');
  const { DEMO_TUNES } = require(join(ROOT, 'apps/server/dist/demo/tunes.data.js'));
  const { demoExercise } = require(join(ROOT, 'apps/server/dist/demo/seed.js'));
  const { Note } = require('tonal');

  const tune = demoExercise(DEMO_TUNES[2]);
  /** The tune over and over, ids made new. */
  const longer = (bars) => {
    const of = tune.source.measures;
    const measures = Array.from({ length: bars }, (_u, i) => {
      const { clef, key, meter, tempo, endBar: _end, ...m } = of[i % of.length];
      return { ...m, ...(i === 0 ? { clef, key, meter, tempo } : {}), id: `m${i}`, events: m.events.map((e, n) => ({ ...e, id: `n${i}-${n}` })) };
    });
    return { ...tune, source: { ...tune.source, measures, slurs: [], hairpins: [] } };
  };
  const players = Array.from({ length: CLASS_SIZE }, (_u, i) => core.INSTRUMENTS[i % core.INSTRUMENTS.length]);
  const derive = (exercise) => {
    const concert = core.realize(exercise);
    for (const p of players) core.annotate(core.derivePart(concert, p, 'concert'), core.DEFAULT_SCHOOLS);
  };
  const INTERVALS = { C: '1P', 'B♭': '2M', 'E♭': '6M', F: '5P' };
  const transposeAll = (exercise) => {
    const names = core.notesOf(exercise.source).map((n) => core.pitchText(n.pitch));
    for (const p of players) for (const name of names) Note.transpose(name, INTERVALS[p.inKey ?? 'C']);
  };

  line(`${CLASS_SIZE} parts derived and annotated`, 'Cifra ms', 'tonal ms', 'tonal/Cifra', 'us a bar');
  const perBar = [];
  for (const bars of [16, 64, 256, 1024]) {
    const exercise = longer(bars);
    const ours = await median(bars > 256 ? 5 : 15, () => derive(exercise));
    const theirs = await median(bars > 256 ? 3 : 9, () => transposeAll(exercise));
    perBar.push((ours * 1000) / bars / CLASS_SIZE);
    line(`  ${bars} bars`, ours.toFixed(1), theirs.toFixed(1), (theirs / ours).toFixed(2), perBar.at(-1).toFixed(2));
  }
  line('  cost a bar, 1,024 bars against 16', `x ${(perBar.at(-1) / perBar[0]).toFixed(2)}`);

  const [{ default: createModule }, { VerovioToolkit }] = await Promise.all([import('verovio/wasm'), import('verovio/esm')]);
  const loadStart = performance.now();
  const engine = new VerovioToolkit(await createModule());
  line('engraving library loaded', `${(performance.now() - loadStart).toFixed(0)} ms`);
  for (const bars of [16, 64, 256, 1024]) {
    const part = core.derivePart(core.realize(longer(bars)), core.instrumentOf('trumpet'), 'concert');
    const annotations = core.annotate(part, core.DEFAULT_SCHOOLS);
    const ms = await median(bars > 64 ? 1 : 5, () => engravePart(engine, part, annotations, { rows: ['diagram', 'figure', 'name', 'sounds'], paper: 'a4' }));
    line(`a part engraved, ${bars} bars`, `${ms.toFixed(0)} ms`, `${(ms / bars).toFixed(2)} a bar`);
  }

  const folder = mkdtempSync(join(tmpdir(), 'cifra-bench-'));
  const startOf = performance.now();
  const postgres = await startPostgres({ folder: join(folder, 'data'), throwaway: true });
  await postgres.ensureDatabase('bench');
  const databaseStart = performance.now() - startOf;
  const serverStart = performance.now();
  const port = await findPort(4410);
  const server = await startServer({ databaseUrl: postgres.urlOf('bench'), port, demo: true });
  line('start-up: a new database; migrations, demo and server', `${databaseStart.toFixed(0)} ms`, `${(performance.now() - serverStart).toFixed(0)} ms`);
  try {
    const base = `http://127.0.0.1:${port}`;
    const signedIn = await fetch(`${base}/api/session/demo`, { method: 'POST' });
    const headers = { cookie: signedIn.headers.get('set-cookie').split(';')[0], 'content-type': 'application/json' };
    const [group] = await (await fetch(`${base}/api/classes`, { headers })).json();
    const { id, ...dto } = group;
    await fetch(`${base}/api/classes/${id}`, { method: 'PUT', headers, body: JSON.stringify({ ...dto, instruments: core.INSTRUMENT_IDS }) });
    const document = longer(32);
    const made = await (await fetch(`${base}/api/exercises`, { method: 'POST', headers, body: JSON.stringify({ title: 'Bench', document }) })).json();
    const book = await median(3, async () => {
      const response = await fetch(`${base}/api/exercises/${made.id}/book.pdf?class=${id}`, { headers });
      if (!response.ok) throw new Error(await response.text());
      await response.arrayBuffer();
    });
    line(`a class book as PDF, ${core.INSTRUMENT_IDS.length} parts of 32 bars`, `${book.toFixed(0)} ms`, `${(book / core.INSTRUMENT_IDS.length).toFixed(0)} a part`);
  } finally {
    await server.stop();
    await postgres.stop();
    rmSync(folder, { recursive: true, force: true });
  }
}

bench().catch(fail);
