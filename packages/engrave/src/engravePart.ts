import { excerpt, type NoteId, type PagePlan, type Written } from '@cifra/core';
import { element, type XmlElement } from '@cifra/xml';
import { type BandLayout, cellReach, cellWidths, layOutBand, rowsOver } from './band/bandRows';
import { type CellLabel, drawBand } from './band/drawBand';
import { drawBarNumbers, drawCircles, drawTempos, type Taken } from './band/pageMarks';
import { layOutStrip } from './chart/layOutChart';
import { drawLegend } from './diagram/legend';
import { type Engine, layOut } from './engine/engine';
import { breakSystems } from './systemBreaks';
import type { MeiLine, MeiOptions } from './mei/meiOptions';
import { tempoPlaceholder, writeMeiOfLines } from './mei/writeMei';
import { NOTE_PREFIX, pageName } from './engine/notePrefix';
import { composePages, composeStrip, type Page } from './page/composePages';
import { blockOf, enlarge, PAGE_SCALE } from './page/enlarge';
import { type PageExtras, partHeader } from './page/pageWords';
import { MARGIN, type Paper, PAPER_SIZE } from './page/paper';
import { type Layout, readSystems, type System } from './system/readSystems';
import { measureText } from './text/measureText';

export interface EngraveOptions extends PageExtras {
  readonly paper: Paper;
  /** Words for the cells by a note's name on the page, so that a screen reader can walk them; left out on paper. */
  readonly label?: CellLabel;
  /** Steps of a build-up are no full bars: no meter stands before them. */
  readonly hideMeter?: boolean;
}

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
interface Bands {
  readonly plans: readonly PagePlan[];
  readonly bands: readonly BandLayout[];
}

const bandsOf = (plans: readonly PagePlan[]): Bands => ({ plans, bands: plans.map(layOutBand) });

/** A layout, and how much smaller it has to be set so that its widest bar fits on a line. */
interface Fitted extends Layout {
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

/** Lays out a page's lines with their bands: once unbroken to learn how wide each bar is, then in lines. */
function layOutLines(engine: Engine, { plans, bands }: Bands, width: number, hideMeter = false): Fitted {
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
  const { widths, prefix } = naturalWidths(engine, lines, options, width);
  const shrink = Math.min(1, ((width - prefix) * SLACK) / Math.max(1, ...widths.values()));
  const room = width / shrink;
  const breakBefore = breakSystems(
    lead.part.score,
    widths,
    (room - prefix) * SLACK,
    lead.setup.barsPerSystem,
    tempoReaches(lead),
  );
  return {
    ...readSystems(
      layOut(
        engine,
        writeMeiOfLines(lines, { ...options, breakBefore }),
        room,
        breakBefore.size === 0 ? 'auto' : 'encoded',
        lines.length > 1 ? LINES_APART : undefined,
      ),
      { hasBand: bandLines > 0, prefix: NOTE_PREFIX, settle: true },
    ),
    shrink,
  };
}

/** Lays out one part with its band. */
export const layOutPart = (engine: Engine, plan: PagePlan, width: number): Layout =>
  layOutLines(engine, bandsOf([plan]), width);

/** Where cells stand in a system's band. */
function takenBy(system: System, plan: PagePlan, band: BandLayout, line: number): Taken {
  return system.heads.flatMap((h) => {
    const note = h.line === line ? plan.annotations.get(h.note) : undefined;
    if (note === undefined || rowsOver(note, band).length === 0) return [];
    const reach = cellReach(note, band, plan);
    return [{ left: h.x - reach.left, right: h.x + reach.right }];
  });
}

/** Everything that stands on a system besides the music. The bands' strips come first and lie under it. */
function decorate(system: System, { plans, bands }: Bands, label?: CellLabel): XmlElement[] {
  const over = plans.map((plan, line) => {
    const [strip, ...cells] = drawBand(
      system,
      bands[line] as BandLayout,
      plan,
      line,
      (id) => pageName(line, id),
      label === undefined ? undefined : (id) => label(pageName(line, id)),
    );
    return { strip, cells: [...cells, ...drawCircles(system, plan, line)] };
  });
  const [lead, band] = [plans[0] as PagePlan, bands[0] as BandLayout];
  const strips = element(
    'g',
    {},
    over.flatMap(({ strip }) => (strip === undefined ? [] : [strip])),
  );
  // In the order in which a page is read aloud: how fast, then note by note.
  return [
    strips,
    ...drawTempos(system, lead),
    ...drawBarNumbers(system, lead, takenBy(system, lead, band, 0)),
    ...over.flatMap((o) => o.cells),
  ];
}

/** How small the list of notes is set against the music, and how far the legend stands from it. */
const STRIP_SCALE = 0.86;
const BESIDE = 700;

/**
 * The head of the music: each different note once with its figure, and what the drawings mean; side by side where they
 * fit.
 */
function headBlocks(engine: Engine, plan: PagePlan, band: BandLayout, width: number): Layout {
  const { setup, part, annotations } = plan;
  const drawn = plan.rows.some((r) => r.row === 'diagram');
  const four = [...annotations.values()].some(
    ({ fingering: f }) => f.kind === 'playable' && f.figure.kind === 'valves' && f.figure.valves.includes(4),
  );
  const legend = setup.legend && drawn ? drawLegend(part.instrument, band.keys, four) : undefined;
  const explained = legend === undefined ? [] : [blockOf(legend.drawing, legend.height, legend.width)];
  if (!setup.strip) return { systems: explained, glyphs: [] };
  const strip = layOutStrip(engine, plan, width / STRIP_SCALE);
  const listed = strip.layout.systems.map((s, i) => enlarge(s, strip.decorate(s, i), STRIP_SCALE));
  const [only] = listed;
  if (legend === undefined || only === undefined || listed.length > 1 || only.right + BESIDE + legend.width > width)
    return { systems: [...explained, ...listed], glyphs: strip.layout.glyphs };
  const beside = element('g', { transform: `translate(${Math.round(only.right + BESIDE)} ${Math.round(only.top)})` }, [
    legend.drawing,
  ]);
  return {
    systems: [
      {
        ...only,
        drawing: element('g', {}, [only.drawing, beside]),
        bottom: Math.max(only.bottom, only.top + legend.height),
      },
    ],
    glyphs: strip.layout.glyphs,
  };
}

/**
 * Engraves a page's lines on paper: pages as SVG, one unit a hundredth of a millimetre.
 * @param plans one line, or several that are played together, each with a band of its own
 */
export function engravePart(
  engine: Engine,
  plans: readonly PagePlan[],
  { paper, label, hideMeter, ...extras }: EngraveOptions,
): Page[] {
  const [lead] = plans;
  if (lead === undefined) throw new RangeError('a page without a part');
  const scale = PAGE_SCALE[lead.setup.size];
  const width = (PAPER_SIZE[paper].width - MARGIN.left - MARGIN.right) / scale;
  const bands = bandsOf(plans);
  const layout = layOutLines(engine, bands, width, hideMeter);
  const head = headBlocks(engine, lead, bands.bands[0] as BandLayout, width);
  const systems = layout.systems.map((s) => enlarge(s, decorate(s, bands, label), scale * layout.shrink));
  return composePages(
    { systems, glyphs: [...head.glyphs, ...layout.glyphs] },
    partHeader(lead, extras),
    paper,
    head.systems.map((s) => enlarge(s, [], scale)),
  );
}

/** Engraves a page's lines as one long strip for a narrow screen, without a head: the screen says the words. */
export function engraveScroll(engine: Engine, plans: readonly PagePlan[], widthMm100: number, label?: CellLabel): Page {
  const [lead] = plans;
  if (lead === undefined) throw new RangeError('a page without a part');
  const scale = PAGE_SCALE[lead.setup.size];
  const bands = bandsOf(plans);
  const width = widthMm100 / scale;
  const layout = layOutLines(engine, bands, width);
  const head = headBlocks(engine, lead, bands.bands[0] as BandLayout, width);
  const systems = [...head.systems, ...layout.systems.map((s) => enlarge(s, decorate(s, bands, label), layout.shrink))];
  return composeStrip({ systems, glyphs: [...head.glyphs, ...layout.glyphs] }, () => [], lead.part.score.title);
}
