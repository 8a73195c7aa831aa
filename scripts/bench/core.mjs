import { demoTunes, line, longer, median, require } from './measuring.mjs';

const CLASS_SIZE = 20;
const BARS = 64;
const MOST_BARS = 1024;
const FRAME_MS = 16;
const SLOWER_A_BAR = 1.15;

/** Deriving, annotating and explaining the parts of a class: all of it, and nothing kept from the time before. */
export async function benchCore() {
  const core = require('@cifra/core');
  const players = Array.from({ length: CLASS_SIZE }, (_u, i) => core.INSTRUMENTS[i % core.INSTRUMENTS.length]);
  const workOut = (concert, instruments) =>
    instruments.reduce((notes, player) => {
      const part = core.derivePart(concert, player, 'concert');
      return notes + core.explain(part, core.annotate(part)).size;
    }, 0);

  const tunes = demoTunes();
  line(`${CLASS_SIZE} parts of ${BARS} bars: derived, annotated, explained`, 'notes', 'median ms');
  const medians = [];
  for (const tune of tunes) {
    const concert = core.realize(longer(tune, { bars: BARS }));
    medians.push(await median(300, () => workOut(concert, players)));
    line(`  ${tune.source.title}`, core.notesOf(concert).length * CLASS_SIZE, medians.at(-1).toFixed(1));
  }
  medians.sort((a, b) => a - b);
  const middle = medians[Math.floor(medians.length / 2)];
  line(`  the middle tune, asked ${FRAME_MS}`, '', middle.toFixed(1));

  line('cost a bar of one part', 'µs a bar');
  const costs = [];
  for (const bars of [BARS, MOST_BARS]) {
    const concert = core.realize(longer(tunes[0], { bars }));
    const ms = await median(Math.ceil((300 * BARS) / bars), () => workOut(concert, players.slice(0, 5)));
    costs.push((ms * 1000) / bars / 5);
    line(`  ${bars} bars`, costs.at(-1).toFixed(1));
  }
  line(`  ${MOST_BARS} bars against ${BARS}, asked ${SLOWER_A_BAR}`, `x ${(costs[1] / costs[0]).toFixed(2)}`);
}
