import { demoTunes, line, longer, median, require } from './measuring.mjs';

const RUNS = 15;

/** What the reading of a line costs as it grows, and twelve keys for a class of twenty. */
export async function benchReading() {
  const core = require('@cifra/core');
  const tune = demoTunes()[2];
  line('reading a line, for one instrument', 'patterns ms', 'facts ms', 'trouble ms', 'all ms', 'µs a bar');
  for (const bars of [64, 256, 1024]) {
    const exercise = longer(tune, { bars });
    const work = {
      patterns: (concert) => core.findPatterns(concert),
      facts: (concert) => [
        core.lineFacts(concert),
        core.lineSigns(concert),
        core.lineValues(concert),
        core.tiedSums(concert),
        core.plannedBreaths(concert, 'first-year'),
      ],
      trouble: (concert) => {
        const part = core.derivePart(concert, core.instrumentOf('clarinet'), 'concert');
        return core.troubleSpots(
          core.partChanges(part, core.annotate(part), () => false),
          core.annotate(part),
          5,
        );
      },
    };
    const cost = {};
    // A new line each time: nothing that was worked out for the last one helps this one.
    for (const [name, run] of Object.entries(work)) cost[name] = await median(RUNS, () => run(core.realize(exercise)));
    const all = Object.values(cost).reduce((a, b) => a + b, 0);
    line(
      `  ${bars} bars`,
      cost.patterns.toFixed(1),
      cost.facts.toFixed(1),
      cost.trouble.toFixed(1),
      all.toFixed(1),
      ((all * 1000) / bars).toFixed(0),
    );
  }
  const question = {
    exercise: longer(tune, { bars: 64 }),
    instruments: core.INSTRUMENTS.slice(0, 20).map((i) => i.id),
    teaching: core.DEFAULT_TEACHING,
    known: {},
  };
  line(
    'twelve keys, every octave, 20 instruments, 64 bars',
    `${(await median(5, () => [...core.fitKeys(question)])).toFixed(0)} ms`,
  );
}
