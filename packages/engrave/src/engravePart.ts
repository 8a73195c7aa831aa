import type { Annotations, Part } from '@cifra/core';
import { type BandRow, cellWidths, planBand } from './band/bandRows';
import { type CellLabel, drawBand } from './band/drawBand';
import { type Engine, layOut } from './engine';
import { breakLines } from './lineBreaks';
import { writeMei } from './mei/writeMei';
import { composePages, type Page } from './page/composePages';
import { MARGIN, type Paper, PAPER_SIZE } from './page/paper';
import { partHeader } from './page/pageWords';
import { drawTempo } from './page/tempoMark';
import { type Layout, readSystems, type System } from './system/readSystems';
import { drawText } from './text/drawText';
import { element, type XmlElement } from '@cifra/xml';
import { placeMeasures } from '@cifra/core';

export interface EngraveOptions {
  /** Rows of the band from top to bottom; none leaves the plain staff. */
  readonly rows: readonly BandRow[];
  readonly paper: Paper;
  /** Words for the cells, so that a screen reader can walk them; left out on paper. */
  readonly label?: CellLabel;
}

const ID_PREFIX = 'c-';
const BAR_NUMBER_SIZE = 270;

function naturalWidths(layout: Layout): Map<string, number> {
  return new Map(layout.systems.flatMap((s) => s.measures.map((m) => [m.id.slice(ID_PREFIX.length), m.right - m.left] as const)));
}

/** Lays out a part with its band: once unbroken to learn how wide each bar is, then in lines. */
export function layOutPart(engine: Engine, part: Part, annotations: Annotations, rows: readonly BandRow[], width: number): Layout {
  const plan = planBand(rows, part.instrument);
  const cells = cellWidths(annotations, rows, part.instrument);
  const options = { bandLines: plan.lines, cellWidth: (id: string) => cells.get(id) ?? 0, idPrefix: ID_PREFIX, slurs: true, finalBar: true };
  const unbroken = readSystems(layOut(engine, writeMei(part.score, { ...options, breakBefore: new Set() }), width, 'none'), plan.lines > 0);
  const first = unbroken.systems[0];
  // The first bar's span includes clef, signature and meter; on later lines clef and signature take about as much.
  const firstHead = first?.heads[0];
  const prefix = firstHead === undefined ? 0 : firstHead.x - (first?.measures[0]?.left ?? 0);
  const widths = naturalWidths(unbroken);
  const firstId = part.score.measures[0]?.id ?? '';
  widths.set(firstId, Math.max(0, (widths.get(firstId) ?? 0) - prefix));
  const breakBefore = breakLines(part.score, widths, width - prefix);
  return readSystems(layOut(engine, writeMei(part.score, { ...options, breakBefore }), width, breakBefore.size === 0 ? 'auto' : 'encoded'), plan.lines > 0);
}

/** Bar numbers, tempo marks and the band of a system. The band's strip comes first and lies under the music. */
export function decorator(part: Part, annotations: Annotations, rows: readonly BandRow[], label?: CellLabel): (system: System, index: number) => XmlElement[] {
  const plan = planBand(rows, part.instrument);
  const placed = new Map(placeMeasures(part.score).map((p) => [ID_PREFIX + p.measure.id, p]));
  return (system, index) => {
    const band = drawBand(system, plan, annotations, part.instrument, ID_PREFIX, label);
    const start = placed.get(system.measures[0]?.id ?? '');
    const numberY = (system.band?.bottom ?? system.staffTop - 160) - (system.band === undefined ? 0 : 70);
    const number = index === 0 || start === undefined ? [] : [drawText(String(start.number), system.left + 60, numberY, { size: BAR_NUMBER_SIZE, weight: 'regular', fill: '#4b5872', className: 'bar-number' })];
    const tempos = system.tempos.flatMap((t) => {
      const tempo = placed.get(ID_PREFIX + t.id.slice(`${ID_PREFIX}tempo-`.length))?.measure.tempo;
      return tempo === undefined ? [] : [drawTempo(tempo, t.x, t.y - 40)];
    });
    return [band[0] ?? element('g'), ...band.slice(1), ...number, ...tempos];
  };
}

/** Engraves a part on paper: pages as SVG, one unit a hundredth of a millimetre. */
export function engravePart(engine: Engine, part: Part, annotations: Annotations, o: EngraveOptions): Page[] {
  const width = PAPER_SIZE[o.paper].width - MARGIN.left - MARGIN.right;
  const layout = layOutPart(engine, part, annotations, o.rows, width);
  return composePages(layout, decorator(part, annotations, o.rows, o.label), partHeader(part), o.paper);
}


