import { annotate, type Annotations, chartPart, notesUsed, type Part } from '@cifra/core';
import { element } from '@cifra/xml';
import { type BandRow, cellWidths, planBand } from '../band/bandRows';
import { type CellLabel, drawBand } from '../band/drawBand';
import { type Engine, layOut } from '../engine';
import { writeMei } from '../mei/writeMei';
import { NOTE_PREFIX } from '../notePrefix';
import type { Decorate } from '../page/composePages';
import { type Layout, readSystems } from '../system/readSystems';

/** Lays out notes that stand for themselves: lines as full as they get, no meter and no bar lines. */
export function layOutChart(engine: Engine, part: Part, annotations: Annotations, rows: readonly BandRow[], width: number): Layout {
  const plan = planBand(rows, part.instrument);
  const cells = cellWidths(annotations, rows, part);
  const mei = writeMei(part.score, {
    bandLines: plan.lines, cellWidth: (id) => cells.get(id) ?? 0, idPrefix: NOTE_PREFIX, slurs: false, finalBar: false, unmetered: true, breakBefore: new Set(),
    accidentals: { get: (id) => annotations.get(id)?.accidental },
  });
  return readSystems(layOut(engine, mei, width, 'auto'), plan.lines > 0);
}

/** The band over the systems of a chart. */
export function chartDecorator(part: Part, annotations: Annotations, rows: readonly BandRow[], label?: CellLabel): Decorate {
  const plan = planBand(rows, part.instrument);
  return (system) => {
    const band = drawBand(system, plan, annotations, part, NOTE_PREFIX, label);
    return band.length === 0 ? [element('g')] : band;
  };
}

/** The different notes of a page in one short chart, for its head. */
export function layOutStrip(engine: Engine, part: Part, rows: readonly BandRow[], width: number): { readonly layout: Layout; readonly decorate: Decorate } {
  const chart = chartPart(part.instrument, notesUsed(part), part.teaching, part.decisions.clef.clef);
  const annotations = annotate(chart, { alone: true });
  const shown = rows.filter((r) => r !== 'count');
  return { layout: layOutChart(engine, chart, annotations, shown, width), decorate: chartDecorator(chart, annotations, shown) };
}
