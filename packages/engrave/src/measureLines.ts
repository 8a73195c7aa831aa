import { excerpt, type NoteId, type PagePlan, type Written } from '@cifra/core';
import { type BandLayout, cellWidths, layOutBand } from './band/bandRows';
import { type Engine, layOut } from './engine/engine';
import { NOTE_PREFIX } from './engine/notePrefix';
import type { MeiLine, MeiOptions } from './mei/meiOptions';
import { tempoPlaceholder, writeMeiOfLines } from './mei/writeMei';
import type { ScaleRange } from './page/enlarge';
import { breakSystems } from './systemBreaks';
import { type Layout, readSystems, type System } from './system/readSystems';
import { measureText } from './text/measureText';

/** The library's own size for tempo words. */
const TEMPO_SIZE = 405;

/** Bars that are measured together: the library's time for one unbroken system grows with the square of its length. */
const SLICE = 32;

/** How wide each bar is when nothing is squeezed or spread, and how wide clef, signature and meter are. */
function naturalWidths(
  engine: Engine,
  lines: readonly MeiLine<Written>[],
  options: Omit<MeiOptions, 'breakBefore'>,
  width: number,
): { widths: Map<string, number>; prefix: number } {
  const widths = new Map<string, number>();
  let prefix = 0;
  const bars = lines[0]?.score.measures.length ?? 0;
  for (let from = 0; from < bars; from += SLICE) {
    const slice = lines.map((l) => ({ ...l, score: excerpt(l.score, from, from + SLICE - 1) }));
    const unbroken = readSystems(
      layOut(engine, writeMeiOfLines(slice, { ...options, breakBefore: new Set() }), width, 'none'),
      { hasBand: options.bandLines > 0, prefix: NOTE_PREFIX },
    );
    const [system] = unbroken.systems;
    const [first] = system?.measures ?? [];
    const opening =
      system?.heads[0] === undefined || first === undefined
        ? 0
        : Math.max(0, Math.min(system.heads[0].x, first.right) - first.left);
    for (const m of system?.measures ?? [])
      widths.set(m.id.slice(NOTE_PREFIX.length), m.right - m.left - (m === first ? opening : 0));
    prefix = Math.max(prefix, opening);
  }
  return { widths, prefix };
}

/** Notes that the key signature alters and that carry no sign of their own. */
const alteredBySignature = ({ annotations, setup }: PagePlan): ReadonlySet<NoteId> =>
  new Set(
    setup.signatureMarks
      ? [...annotations.values()]
          .filter(
            (n) => n.written.alter !== 0 && n.accidental.source === 'signature' && n.accidental.sign === undefined,
          )
          .map((n) => n.id)
      : [],
  );

/** One page's lines with the bands over them. */
export interface Bands {
  readonly plans: readonly PagePlan[];
  readonly bands: readonly BandLayout[];
}

export const bandsOf = (plans: readonly PagePlan[]): Bands => ({ plans, bands: plans.map(layOutBand) });

/** A layout, and how much smaller it has to be set so that its widest bar fits on a line. */
export interface Fitted extends Layout {
  readonly shrink: number;
}

/** How far tempo words reach from the start of their bars: no line may end before they do. */
const tempoReaches = ({ part }: PagePlan): ReadonlyMap<string, number> =>
  new Map(
    part.score.measures.flatMap((m) =>
      m.tempo === undefined ? [] : [[m.id, measureText(tempoPlaceholder(m.tempo), TEMPO_SIZE, 'semibold') * 1.25]],
    ),
  );

/** Lines that are played together stand so far apart that a dynamic finds room over the next band. */
const LINES_APART = 8;

/** A system that nothing has to fit into. */
const MEASURED_WIDTH = 18000;

/** The library spaces bars in a line a little otherwise than alone. */
const SLACK = 0.97;

/** Where lines break in systems of a width, and how much smaller they have to be set for their widest bar. */
interface Breaks {
  readonly before: ReadonlySet<number>;
  readonly shrink: number;
  readonly room: number;
}

/** A page's lines with their bands, before it is decided how wide their systems are. */
export interface Lines {
  readonly breaksIn: (width: number) => Breaks;
  readonly layOut: (breaks: Breaks) => Fitted;
}

/** Learns once how wide each bar of some lines is when nothing is squeezed. */
export function measureLines(engine: Engine, { plans, bands }: Bands, hideMeter = false): Lines {
  const [lead] = plans;
  if (lead === undefined) throw new RangeError('a page without a part');
  const cells = plans.map((p, i) => cellWidths(bands[i] as BandLayout, p));
  const lines = plans.map((p): MeiLine<Written> => ({
    score: p.part.score,
    accidentals: { get: (id) => p.annotations.get(id)?.accidental },
    marked: alteredBySignature(p),
  }));
  const bandLines = Math.max(...bands.map((b) => b.lines));
  const options = {
    bandLines,
    cellWidth: (id: NoteId, line: number) => cells[line]?.get(id) ?? 0,
    idPrefix: NOTE_PREFIX,
    slurs: lead.setup.slurs,
    lyrics: lead.setup.lyrics,
    chords: lead.setup.chords,
    finalBar: true,
    hideMeter,
  };
  const { widths, prefix } = naturalWidths(engine, lines, options, MEASURED_WIDTH);
  const reaches = tempoReaches(lead);
  return {
    breaksIn: (width) => {
      const shrink = Math.min(1, ((width - prefix) * SLACK) / Math.max(1, ...widths.values()));
      const room = width / shrink;
      const { barsPerSystem } = lead.setup;
      return {
        before: breakSystems(lead.part.score, widths, (room - prefix) * SLACK, barsPerSystem, reaches),
        shrink,
        room,
      };
    },
    layOut: ({ before, shrink, room }) => ({
      ...readSystems(
        layOut(
          engine,
          writeMeiOfLines(lines, { ...options, breakBefore: before }),
          room,
          before.size === 0 ? 'auto' : 'encoded',
          lines.length > 1 ? LINES_APART : undefined,
        ),
        { hasBand: bandLines > 0, prefix: NOTE_PREFIX, settle: true },
      ),
      shrink,
    }),
  };
}

export const inWidth = ({ breaksIn, layOut: lay }: Lines, width: number): Fitted => lay(breaksIn(width));

const same = (a: ReadonlySet<number>, b: ReadonlySet<number>): boolean =>
  a.size === b.size && [...a].every((x) => b.has(x));

/** Steps in which a page is made larger. */
const STEP = 0.025;

/**
 * The largest layout with the same bars on each line, and on as few pages, as the smallest that may be.
 * @param pages how many pages systems need that are set so much larger than they were laid out
 */
export function largest(
  lines: Lines,
  width: number,
  { least, most }: ScaleRange,
  pages: (systems: readonly System[], scale: number) => number,
): { readonly layout: Fitted; readonly scale: number } {
  const breaks = lines.breaksIn(width / least);
  const small = { layout: lines.layOut(breaks), scale: least };
  const needed = pages(small.layout.systems, least * breaks.shrink);
  for (let scale = most; scale > least + STEP / 2; scale -= STEP) {
    const larger = lines.breaksIn(width / scale);
    // Heights grow with the scale: what cannot fit is not laid out.
    const fits =
      larger.shrink === 1 && same(larger.before, breaks.before) && pages(small.layout.systems, scale) <= needed;
    const layout = fits ? lines.layOut(larger) : undefined;
    if (layout !== undefined && pages(layout.systems, scale) <= needed) return { layout, scale };
  }
  return small;
}
