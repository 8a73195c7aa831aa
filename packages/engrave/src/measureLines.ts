import type { NoteId, PagePlan, Written } from '@cifra/core';
import { type BandLayout, cellWidths, layOutBand } from './band/bandRows';
import { type Engine, layOut } from './engine/engine';
import { NOTE_PREFIX } from './engine/notePrefix';
import type { MeiLine } from './mei/meiOptions';
import { tempoPlaceholder, writeMeiOfLines } from './mei/writeMei';
import { naturalBars } from './naturalBars';
import { breakSystems } from './systemBreaks';
import type { Extent } from './system/bounds';
import { type Layout, readSystems } from './system/readSystems';
import { measureText } from './text/measureText';

/** The library's own size for tempo words. */
const TEMPO_SIZE = 405;

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
  /** The full bars to a line that the page asks for, 0 for as many as fit. */
  readonly barsPerSystem: number;
  readonly breaksIn: (width: number, barsPerSystem: number) => Breaks;
  /** How high the systems will be, as far as their bars say before they are laid out. */
  readonly estimate: (breaks: Breaks) => readonly Extent[];
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
    hideBarLines: lead.hideBarLines,
    hideMeter,
  };
  const { widths, extents, prefix } = naturalBars(engine, lines, options);
  const reaches = tempoReaches(lead);
  return {
    barsPerSystem: lead.setup.barsPerSystem,
    breaksIn: (width, barsPerSystem) => {
      const shrink = Math.min(1, ((width - prefix) * SLACK) / Math.max(1, ...widths.values()));
      const room = width / shrink;
      return {
        before: breakSystems(lead.part.score, widths, (room - prefix) * SLACK, barsPerSystem, reaches),
        shrink,
        room,
      };
    },
    estimate: ({ before }) => {
      const systems: { top: number; bottom: number }[] = [];
      lead.part.score.measures.forEach((m, i) => {
        const own = extents.get(m.id);
        if (own === undefined) return;
        const last = systems.at(-1);
        if (last === undefined || before.has(i)) systems.push({ ...own });
        else Object.assign(last, { top: Math.min(last.top, own.top), bottom: Math.max(last.bottom, own.bottom) });
      });
      return systems;
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

export const inWidth = ({ barsPerSystem, breaksIn, layOut: lay }: Lines, width: number): Fitted =>
  lay(breaksIn(width, barsPerSystem));
