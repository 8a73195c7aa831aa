import { excerpt, type Pitch, type Score, type Written } from '@cifra/core';
import { LRUCache } from 'lru-cache';
import { type Engine, layOut, STAFF_SPACE } from './engine/engine';
import { NOTE_PREFIX } from './engine/notePrefix';
import type { MeiLine, MeiOptions } from './mei/meiOptions';
import { writeMeiOfLines } from './mei/writeMei';
import type { Extent } from './system/bounds';
import { readSystems } from './system/readSystems';

/** Bars that are measured together: the library's time for one unbroken system grows with the square of its length. */
const SLICE = 16;

/** A system that nothing has to fit into. */
const MEASURED_WIDTH = 18000;

/** Bars are measured under a band of so many lines, however high theirs is: its height changes no width. */
const MEASURED_BAND = 2;

/** A tempo mark over a bar, with its air. */
const TEMPO_ROOM = 480;

/** In one unbroken line the chord symbols of all bars would stand as high as those over a tempo mark. */
const withoutTempos = <P extends Pitch>(score: Score<P>): Score<P> => ({
  ...score,
  measures: score.measures.map(({ tempo: _tempo, ...m }) => m),
});

/** A bar when nothing is squeezed or spread: how wide it is, and how high and low its music and band reach. */
interface NaturalBar extends Extent {
  readonly width: number;
}
interface Slice {
  readonly bars: ReadonlyMap<string, NaturalBar>;
  /** How wide clef, signature and meter are before the first of them. */
  readonly opening: number;
}

function measureSlice(engine: Engine, mei: string, hasBand: boolean): Slice {
  const { systems } = readSystems(layOut(engine, mei, MEASURED_WIDTH, 'none'), { hasBand, prefix: NOTE_PREFIX });
  const [system] = systems;
  const [first] = system?.measures ?? [];
  const opening =
    system?.heads[0] === undefined || first === undefined
      ? 0
      : Math.max(0, Math.min(system.heads[0].x, first.right) - first.left);
  const over = Math.min(Infinity, ...(system?.bands.map((b) => b.top) ?? []));
  const bars = new Map(
    system?.measures.map((m) => [
      m.id.slice(NOTE_PREFIX.length),
      { width: m.right - m.left - (m === first ? opening : 0), top: Math.min(over, m.top), bottom: m.bottom },
    ]),
  );
  return { bars, opening };
}

/** What was measured last: choosing rows, paper or size of a page, or a pupil's copy of it, measures nothing anew. */
const measured = new LRUCache<string, Slice>({ max: 256 });

/** The bars of some lines when nothing is squeezed or spread, and how wide clef, signature and meter are. */
export interface Natural {
  readonly widths: ReadonlyMap<string, number>;
  /** How high and low the music of each bar reaches, its band over it. */
  readonly extents: ReadonlyMap<string, Extent>;
  readonly prefix: number;
}

export function naturalBars(
  engine: Engine,
  lines: readonly MeiLine<Written>[],
  options: Omit<MeiOptions, 'breakBefore'>,
): Natural {
  const widths = new Map<string, number>();
  const extents = new Map<string, Extent>();
  let prefix = 0;
  const measures = lines[0]?.score.measures ?? [];
  const withTempo = new Set(measures.flatMap((m) => (m.tempo === undefined ? [] : [m.id])));
  const hasBand = options.bandLines > 0;
  const bandLines = hasBand ? MEASURED_BAND : 0;
  const higher = (options.bandLines - bandLines) * STAFF_SPACE;
  for (let from = 0; from < measures.length; from += SLICE) {
    const slice = lines.map((l) => ({ ...l, score: withoutTempos(excerpt(l.score, from, from + SLICE - 1)) }));
    const mei = writeMeiOfLines(slice, { ...options, bandLines, breakBefore: new Set() });
    const { bars, opening } = measured.get(mei) ?? measureSlice(engine, mei, hasBand);
    measured.set(mei, { bars, opening });
    for (const [id, { width, top, bottom }] of bars) {
      widths.set(id, width);
      extents.set(id, {
        top: top - higher - (withTempo.has(id) ? TEMPO_ROOM : 0),
        bottom: bottom + higher * (lines.length - 1),
      });
    }
    prefix = Math.max(prefix, opening);
  }
  return { widths, extents, prefix };
}
