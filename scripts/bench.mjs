// npm run bench: what things cost, as ratios measured in one run. `core` as an argument measures the core alone.
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
  require('@cifra/core/figures/all');
  const { engravePart } = require('@cifra/engrave');
  const { DEMO_TUNES } = require(join(ROOT, 'apps/server/dist/demo/tunes.data.js'));
  const { demoExercise } = require(join(ROOT, 'apps/server/dist/demo/seed.js'));
  const { Note } = require('tonal');

  /** A tune over and over until it has so many bars or notes, ids made new. */
  const longer = (tune, { bars = Infinity, notes = Infinity }) => {
    const of = tune.source.measures.filter((m) => m.pickup !== true);
    const measures = [];
    let count = 0;
    while (measures.length < bars && count < notes) {
      const i = measures.length;
      const { clef, key, meter, tempo, endBar: _end, repeatStart: _start, repeatEnd: _stop, ending: _ending, ...m } = of[i % of.length];
      const events = m.events.map((e, n) => ({ ...e, id: `n${i}-${n}` }));
      count += events.filter((e) => e.kind === 'note').length;
      measures.push({ ...m, ...(i === 0 ? tune.source.measures[0] : {}), clef, key, meter, tempo, ...(i === 0 ? { clef: tune.source.measures[0].clef, key: tune.source.measures[0].key, meter: tune.source.measures[0].meter, pickup: undefined } : {}), id: `m${i}`, events });
    }
    return { ...tune, source: { ...tune.source, measures, slurs: [], hairpins: [] } };
  };
  const tunes = DEMO_TUNES.map(demoExercise);
  const tune = tunes[2];
  const players = Array.from({ length: CLASS_SIZE }, (_u, i) => core.INSTRUMENTS[i % core.INSTRUMENTS.length]);
  const explainAll = (concert, withPages = false) => {
    for (const p of players) {
      const part = core.derivePart(concert, p, 'concert');
      const annotations = core.annotate(part);
      core.explainAll(part, annotations);
      if (withPages) void [part.score, annotations.values()];
    }
  };
  /** The interval by which each player's notes move, named for tonal. */
  const INTERVALS = { C: '1P', 'B♭': '2M', 'E♭': '6M', F: '5P' };
  const transposeAll = (names) => {
    for (const p of players) for (const name of names) Note.transpose(name, INTERVALS[p.inKey ?? 'C']);
  };
  const namesOf = (exercise) => core.notesOf(exercise.source).map((n) => core.pitchText(n.pitch));

  line(`${CLASS_SIZE} parts of 64 bars: derived, annotated, explained`, 'Cifra ms', 'tonal ms', 'tonal/Cifra', 'ns a note');
  const ratios = [];
  const totals = { ours: 0, theirs: 0 };
  for (const one of tunes) {
    const exercise = longer(one, { bars: 64 });
    const names = namesOf(exercise);
    for (let round = 0; round < 200; round++) explainAll(core.realize(exercise));
    // In turns, so that a slower minute of the machine falls on both.
    const times = { ours: [], theirs: [], pages: [] };
    for (let round = 0; round < 300; round++) {
      // A new line each time: nothing that was worked out for the last one helps this one.
      const concert = core.realize(exercise);
      for (const [who, work] of [['ours', () => explainAll(concert)], ['theirs', () => transposeAll(names)]]) {
        const start = performance.now();
        work();
        times[who].push(performance.now() - start);
      }
    }
    const middle = (all) => all.slice(50).sort((a, b) => a - b)[125];
    for (let round = 0; round < 300; round++) {
      const concert = core.realize(exercise);
      const start = performance.now();
      explainAll(concert, true);
      times.pages.push(performance.now() - start);
    }
    const [ours, theirs, pages] = [middle(times.ours), middle(times.theirs), middle(times.pages)];
    ratios.push(theirs / ours);
    totals.ours += ours;
    totals.theirs += theirs;
    line(`  ${exercise.source.title}, ${names.length} notes`, ours.toFixed(2), theirs.toFixed(2), ratios.at(-1).toFixed(2), ((ours * 1e6) / names.length / CLASS_SIZE).toFixed(0));
    line('    with every page written out and every cell made', pages.toFixed(2), '', (theirs / pages).toFixed(2));
  }
  line('  all six together; the worst', totals.ours.toFixed(2), totals.theirs.toFixed(2), (totals.theirs / totals.ours).toFixed(2), Math.min(...ratios).toFixed(2));

  line('cost a note of one part, and memory after it', 'ns a note', 'MB held');
  const costs = [];
  for (const notes of [100, 1000, 10_000, 100_000]) {
    const exercise = longer(tune, { notes });
    const count = namesOf(exercise).length;
    const concert = core.realize(exercise);
    const one = () => {
      const part = core.derivePart(core.realize(exercise), players[1], 'concert');
      return core.explainAll(part, core.annotate(part)).length;
    };
    const ms = await median(notes > 10_000 ? 9 : 101, one);
    globalThis.gc?.();
    costs.push((ms * 1e6) / count);
    line(`  ${count} notes`, costs.at(-1).toFixed(0), (process.memoryUsage().heapUsed / 2 ** 20).toFixed(1));
    if (concert.measures.length === 0) throw new Error('nothing was measured');
  }
  line('  100,000 notes against 100', `x ${(costs.at(-1) / costs[0]).toFixed(2)}`);
  const before = (globalThis.gc?.(), process.memoryUsage().heapUsed);
  for (let i = 0; i < 2000; i++) explainAll(core.realize(longer(tune, { bars: 16 })));
  globalThis.gc?.();
  line('  memory after 2,000 more lines for the class', `${((process.memoryUsage().heapUsed - before) / 2 ** 20).toFixed(1)} MB`);

  if (process.argv.includes('core')) return;

  const [{ default: createModule }, { VerovioToolkit }] = await Promise.all([import('verovio/wasm'), import('verovio/esm')]);
  const loadStart = performance.now();
  const engine = new VerovioToolkit(await createModule());
  line('engraving library loaded', `${(performance.now() - loadStart).toFixed(0)} ms`);
  for (const bars of [16, 64, 256, 1024]) {
    const part = core.derivePart(core.realize(longer(tune, { bars })), core.instrumentOf('trumpet'), 'concert');
    const annotations = core.annotate(part);
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
    const document = longer(tune, { bars: 32 });
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
