import { type Annotations, type Part, placeMeasures, type Score, type Span, type Written } from '@cifra/core';
import { type BandRow, cellWidths, planBand } from './band/bandRows';
import { type CellLabel, drawBand } from './band/drawBand';
import { type Engine, layOut } from './engine';
import { layOutStrip } from './chart/layOutChart';
import { breakLines } from './lineBreaks';
import { type MeiOptions, writeMei } from './mei/writeMei';
import { composePages, type Page } from './page/composePages';
import { MARGIN, type Paper, PAPER_SIZE } from './page/paper';
import { NOTE_PREFIX } from './notePrefix';
import { partHeader } from './page/pageWords';
import { drawTempo } from './page/tempoMark';
import { type Layout, readSystems, type System } from './system/readSystems';
import { drawText } from './text/drawText';
import { element, type XmlElement } from '@cifra/xml';

export interface EngraveOptions {
  /** Rows of the band from top to bottom; none leaves the plain staff. */
  readonly rows: readonly BandRow[];
  readonly paper: Paper;
  /** The different notes of the page, with their figures, stand at its head. */
  readonly strip?: boolean;
  /** Words for the cells, so that a screen reader can walk them; left out on paper. */
  readonly label?: CellLabel;
}

const BAR_NUMBER_SIZE = 270;

/** Bars that are measured together: the library's time for one unbroken system grows with the square of its length. */
const SLICE = 32;

/** The bars from one on, standing alone: what is in force there is written at its start. */
function sliceOf(score: Score<Written>, from: number): Score<Written> {
  const start = placeMeasures(score)[from];
  const measures = score.measures.slice(from, from + SLICE).map((m, i) => (i === 0 && start !== undefined ? { ...m, clef: start.clef, key: start.key, meter: start.meter } : m));
  const kept = new Set(measures.flatMap((m) => m.events.map((e) => e.id)));
  const inside = (s: Span): boolean => kept.has(s.from) && kept.has(s.to);
  return { ...score, measures, slurs: score.slurs.filter(inside), hairpins: score.hairpins.filter(inside) };
}

/** How wide each bar is when nothing is squeezed or spread, and how wide clef, signature and meter are. */
function naturalWidths(engine: Engine, score: Score<Written>, options: Omit<MeiOptions, 'breakBefore'>, width: number): { widths: Map<string, number>; prefix: number } {
  const widths = new Map<string, number>();
  let prefix = 0;
  for (let from = 0; from < score.measures.length; from += SLICE) {
    const unbroken = readSystems(layOut(engine, writeMei(sliceOf(score, from), { ...options, breakBefore: new Set() }), width, 'none'), options.bandLines > 0);
    const [system] = unbroken.systems;
    const [first] = system?.measures ?? [];
    const opening = system?.heads[0] === undefined || first === undefined ? 0 : Math.max(0, Math.min(system.heads[0].x, first.right) - first.left);
    for (const m of system?.measures ?? []) widths.set(m.id.slice(NOTE_PREFIX.length), m.right - m.left - (m === first ? opening : 0));
    prefix = Math.max(prefix, opening);
  }
  return { widths, prefix };
}

/** Lays out a part with its band: once unbroken to learn how wide each bar is, then in lines. */
export function layOutPart(engine: Engine, part: Part, annotations: Annotations, rows: readonly BandRow[], width: number): Layout {
  const plan = planBand(rows, part.instrument);
  const cells = cellWidths(annotations, rows, part);
  const options = { bandLines: plan.lines, cellWidth: (id: string) => cells.get(id) ?? 0, idPrefix: NOTE_PREFIX, slurs: true, finalBar: true, accidentals: { get: (id: string) => annotations.get(id)?.accidental } };
  const { widths, prefix } = naturalWidths(engine, part.score, options, width);
  const breakBefore = breakLines(part.score, widths, width - prefix);
  return readSystems(layOut(engine, writeMei(part.score, { ...options, breakBefore }), width, breakBefore.size === 0 ? 'auto' : 'encoded'), plan.lines > 0);
}

/** Bar numbers, tempo marks and the band of a system. The band's strip comes first and lies under the music. */
export function decorator(part: Part, annotations: Annotations, rows: readonly BandRow[], label?: CellLabel): (system: System, index: number) => XmlElement[] {
  const plan = planBand(rows, part.instrument);
  const placed = new Map(placeMeasures(part.score).map((p) => [NOTE_PREFIX + p.measure.id, p]));
  return (system, index) => {
    const band = drawBand(system, plan, annotations, part, NOTE_PREFIX, label);
    const start = placed.get(system.measures[0]?.id ?? '');
    const numberY = (system.band?.bottom ?? system.staffTop - 160) - (system.band === undefined ? 0 : 70);
    const number = index === 0 || start === undefined ? [] : [drawText(String(start.number), system.left + 60, numberY, { size: BAR_NUMBER_SIZE, weight: 'regular', fill: '#4b5872', className: 'bar-number' })];
    const tempos = system.tempos.flatMap((t) => {
      const tempo = placed.get(NOTE_PREFIX + t.id.slice(`${NOTE_PREFIX}tempo-`.length))?.measure.tempo;
      return tempo === undefined ? [] : [drawTempo(tempo, t.x, t.y - 40)];
    });
    return [band[0] ?? element('g'), ...band.slice(1), ...number, ...tempos];
  };
}

/** Engraves a part on paper: pages as SVG, one unit a hundredth of a millimetre. */
export function engravePart(engine: Engine, part: Part, annotations: Annotations, o: EngraveOptions): Page[] {
  const width = PAPER_SIZE[o.paper].width - MARGIN.left - MARGIN.right;
  const layout = layOutPart(engine, part, annotations, o.rows, width);
  const decorate = decorator(part, annotations, o.rows, o.label);
  const header = partHeader(part, annotations);
  if (o.strip !== true) return composePages(layout, decorate, header, o.paper);
  const strip = layOutStrip(engine, part, o.rows, width);
  const systems = [...strip.layout.systems, ...layout.systems];
  const count = strip.layout.systems.length;
  return composePages({ systems, glyphs: [...strip.layout.glyphs, ...layout.glyphs] }, (s, i) => (i < count ? strip.decorate(s, i) : decorate(s, i - count)), header, o.paper);
}


