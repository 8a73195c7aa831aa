import { annotate, chartPart, midi, notesUsed, type PagePlan } from '@cifra/core';
import { element } from '@cifra/xml';
import { type BandSource, cellWidths, fullBand, layOutBand } from '../band/bandRows';
import { type CellLabel, drawBand } from '../band/drawBand';
import { INK } from '../diagram/ink';
import { type Engine, layOut } from '../engine/engine';
import { writeMei } from '../mei/writeMei';
import { NOTE_PREFIX } from '../engine/notePrefix';
import type { Decorate } from '../page/composePages';
import { type Layout, readSystems } from '../system/readSystems';
import { drawText, round } from '../text/drawText';

/** Lays out notes that stand for themselves: lines as full as they get, no meter and no bar lines. */
export function layOutChart(engine: Engine, source: BandSource, width: number, headsOnly = false): Layout {
  const { part, annotations } = source;
  const plan = layOutBand(source);
  const cells = cellWidths(plan, source);
  const mei = writeMei(part.score, {
    bandLines: plan.lines,
    cellWidth: (id) => cells.get(id) ?? 0,
    idPrefix: NOTE_PREFIX,
    slurs: false,
    finalBar: false,
    unmetered: true,
    breakBefore: new Set(),
    accidentals: { get: (id) => annotations.get(id)?.accidental },
    headsOnly,
  });
  const drawn = { hasBand: plan.lines > 0, prefix: NOTE_PREFIX };
  // A short list stands as close as it likes; only a long one is broken and spread.
  const close = headsOnly ? readSystems(layOut(engine, mei, width, 'none'), drawn) : undefined;
  return close !== undefined && (close.systems[0]?.right ?? 0) <= width
    ? close
    : readSystems(layOut(engine, mei, width, 'auto'), drawn);
}

const NEW_SIZE = 275;
/** Room under a strip's staff for the word on new notes. */
const NEW_ROOM = 390;

/** The band over the systems of a chart; what is new says so under its staff. */
export function chartDecorator(source: BandSource, label?: CellLabel): Decorate {
  const plan = layOutBand(source);
  return (system) => {
    const band = drawBand(system, plan, source, 0, (id) => id, label);
    const words = system.heads
      .filter((h) => source.newNotes.has(h.note))
      .map((h) => {
        const y = system.bottom - NEW_ROOM + NEW_SIZE;
        return element('g', { class: 'new' }, [
          element('path', {
            d: `M${round(h.x - 130)} ${round(y + 70)}H${round(h.x + 130)}`,
            stroke: INK,
            'stroke-width': 20,
          }),
          drawText('new', h.x, y, {
            size: NEW_SIZE,
            weight: 'semibold',
            fill: INK,
            anchor: 'middle',
            className: 'new-word',
          }),
        ]);
      });
    return [...(band.length === 0 ? [element('g')] : band), ...words];
  };
}

/**
 * The different notes of a page in one short chart, for its head: low to high, those that the players have yet to meet
 * marked.
 */
export function layOutStrip(
  engine: Engine,
  { part, rows, known }: Pick<PagePlan, 'part' | 'rows' | 'known'>,
  width: number,
): { readonly layout: Layout; readonly decorate: Decorate } {
  const chart = chartPart(part.instrument, notesUsed(part), part.teaching, part.decisions.clef.clef);
  const annotations = annotate(chart, { alone: true });
  const newNotes = new Set([...annotations.values()].filter((n) => !known.has(midi(n.written))).map((n) => n.id));
  const source = fullBand(
    chart,
    annotations,
    rows.filter((r) => r.row !== 'count').map(({ row, size }) => ({ row, ...(size !== undefined && { size }) })),
    newNotes,
  );
  const layout = layOutChart(engine, source, width, true);
  const decorate = chartDecorator(source);
  return {
    layout: {
      ...layout,
      systems: layout.systems.map((s) =>
        s.heads.some((h) => newNotes.has(h.note)) ? { ...s, bottom: s.bottom + NEW_ROOM } : s,
      ),
    },
    decorate,
  };
}
