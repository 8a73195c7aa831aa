import { demoTunes, line, longer, median, require } from './measuring.mjs';

const CLASS_SIZE = 20;

/** Deriving, annotating and explaining the parts of a class, against a theory library that only transposes. */
export async function benchCore() {
  const core = require('@cifra/core');
  require('@cifra/core/figures/all');
  const { Note } = require('tonal');

  const tunes = demoTunes();
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

  line(
    `${CLASS_SIZE} parts of 64 bars: derived, annotated, explained`,
    'Cifra ms',
    'tonal ms',
    'tonal/Cifra',
    'ns a note',
  );
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
      for (const [who, work] of [
        ['ours', () => explainAll(concert)],
        ['theirs', () => transposeAll(names)],
      ]) {
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
    line(
      `  ${exercise.source.title}, ${names.length} notes`,
      ours.toFixed(2),
      theirs.toFixed(2),
      ratios.at(-1).toFixed(2),
      ((ours * 1e6) / names.length / CLASS_SIZE).toFixed(0),
    );
    line('    with every page written out and every cell made', pages.toFixed(2), '', (theirs / pages).toFixed(2));
  }
  line(
    '  all six together; the worst',
    totals.ours.toFixed(2),
    totals.theirs.toFixed(2),
    (totals.theirs / totals.ours).toFixed(2),
    Math.min(...ratios).toFixed(2),
  );

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
  line(
    '  memory after 2,000 more lines for the class',
    `${((process.memoryUsage().heapUsed - before) / 2 ** 20).toFixed(1)} MB`,
  );
}
