import type { PagePlan } from '@cifra/core';
import { element, type XmlElement } from '@cifra/xml';
import { type BandLayout, cellReach, rowsOver } from './band/bandRows';
import { type CellLabel, drawBand } from './band/drawBand';
import { drawBarNumbers, drawCircles, drawTempos, type Taken } from './band/pageMarks';
import { layOutStrip } from './chart/layOutChart';
import { drawLegend } from './diagram/legend';
import type { Engine } from './engine/engine';
import { largest } from './largest';
import { type Bands, bandsOf, type Fitted, inWidth, measureLines } from './measureLines';
import { pageName } from './engine/notePrefix';
import { composePages, composeStrip, measurePages, type Page, type PaperPage } from './page/composePages';
import { blockOf, enlarge, PAGE_SCALE } from './page/enlarge';
import type { Header } from './page/header';
import { type PageExtras, partHeader } from './page/pageWords';
import { MARGIN, type Paper, PAPER_SIZE } from './page/paper';
import type { Layout, System } from './system/readSystems';

export interface EngraveOptions extends PageExtras {
  readonly paper: Paper;
  /** Words for the cells by a note's name on the page, so that a screen reader can walk them; left out on paper. */
  readonly label?: CellLabel;
  /** What stands at the head instead of what a part has there. */
  readonly head?: Partial<Header>;
  /** Steps of a build-up are no full bars: no meter stands before them. */
  readonly hideMeter?: boolean;
}

/** Lays out one part with its band. */
export const layOutPart = (engine: Engine, plan: PagePlan, width: number): Fitted =>
  inWidth(measureLines(engine, bandsOf([plan])), width);

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
const STRIP_SCALE = 0.9;
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
  { paper, label, hideMeter, head: words, ...extras }: EngraveOptions,
): PaperPage[] {
  const [lead] = plans;
  if (lead === undefined) throw new RangeError('a page without a part');
  const range = PAGE_SCALE[lead.setup.size];
  const width = PAPER_SIZE[paper].width - MARGIN.left - MARGIN.right;
  const bands = bandsOf(plans);
  const head = headBlocks(engine, lead, bands.bands[0] as BandLayout, width / range.least);
  const heads = head.systems.map((s) => enlarge(s, [], range.least));
  const header = { ...partHeader(lead, extras), ...words };
  const lines = measureLines(engine, bands, hideMeter);
  const { layout, scale } = largest(lines, width, range, measurePages(header, paper, heads));
  const systems = layout.systems.map((s) => enlarge(s, decorate(s, bands, label), scale * layout.shrink));
  return composePages({ systems, glyphs: [...head.glyphs, ...layout.glyphs] }, header, paper, heads);
}

/** Engraves a page's lines as one long strip for a narrow screen, without a head: the screen says the words. */
export function engraveScroll(engine: Engine, plans: readonly PagePlan[], widthMm100: number, label?: CellLabel): Page {
  const [lead] = plans;
  if (lead === undefined) throw new RangeError('a page without a part');
  const bands = bandsOf(plans);
  const width = widthMm100 / PAGE_SCALE[lead.setup.size].least;
  const layout = inWidth(measureLines(engine, bands), width);
  const head = headBlocks(engine, lead, bands.bands[0] as BandLayout, width);
  const systems = [...head.systems, ...layout.systems.map((s) => enlarge(s, decorate(s, bands, label), layout.shrink))];
  return composeStrip({ systems, glyphs: [...head.glyphs, ...layout.glyphs] }, () => [], lead.part.score.title);
}
