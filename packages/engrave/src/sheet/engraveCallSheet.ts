import {
  type CallRow,
  type CallSheet,
  type Concert,
  type NoteId,
  type PlacedMeasure,
  placeMeasures,
  type Score,
} from '@cifra/core';
import { element, type XmlElement } from '@cifra/xml';
import { INK } from '../diagram/ink';
import { type Engine, layOut } from '../engine/engine';
import { writeMei } from '../mei/writeMei';
import type { Page } from '../page/composePages';
import { type Paper, PAPER_SIZE } from '../page/paper';
import { wrapSvg } from '../page/wrapSvg';
import { extentOf } from '../system/bounds';
import { type Layout, readSystems, type System } from '../system/readSystems';
import { drawText, round, TITLE_FACE } from '../text/drawText';
import { cellWidths, drawRows, namesWidthOf, rowHeight } from './callRows';

const BLOCK_GAP = 420;
const EDGE = 1000;
const TITLE_ROOM = 1000;
const PREFIX = 's-';
/** A whole sheet is never set larger than this, and smaller only when nothing else fits. */
const LARGEST = 1.35;
const SMALLEST = 0.5;
const BAND_LINES = 5;

function layOutConcert(
  engine: Engine,
  score: Score<Concert>,
  widths: ReadonlyMap<NoteId, number>,
  width: number,
  breakBefore: ReadonlySet<number>,
  whole: boolean,
): Layout {
  const mei = writeMei(score, {
    bandLines: BAND_LINES,
    cellWidth: (id) => widths.get(id) ?? 0,
    idPrefix: PREFIX,
    slurs: false,
    finalBar: true,
    breakBefore,
  });
  return readSystems(layOut(engine, mei, width, whole ? 'none' : 'encoded'), { hasBand: true, prefix: PREFIX });
}

interface Plan {
  readonly scale: number;
  readonly breakBefore: ReadonlySet<number>;
}

/** Clef, signature and meter before the notes of a line. */
const OPENING = 1400;

/** Bars to a line that keep phrases whole, the most first. */
const BARS_TO_A_LINE = [16, 12, 8, 6, 4, 3, 2, 1] as const;

/** The lines of so many full bars each, and how wide the widest is. */
function linesOf(bars: readonly PlacedMeasure<Concert>[], each: number, width: (id: string) => number) {
  const breakBefore = new Set<number>();
  let [counted, line, widest] = [0, 0, 0];
  bars.forEach((b, i) => {
    const full = b.measure.pickup === true ? 0 : 1;
    if (counted + full > each) {
      breakBefore.add(i);
      [counted, line] = [0, 0];
    }
    counted += full;
    line += width(PREFIX + b.measure.id);
    widest = Math.max(widest, line);
  });
  return { breakBefore, widest };
}

/** How the piece is broken into lines: on as few pages as may be, and then as large as may be. */
function planLines(sheet: CallSheet, whole: Layout, room: { width: number; height: number }, namesWidth: number): Plan {
  const [system] = whole.systems;
  const bars = placeMeasures(sheet.concert);
  const widths = new Map(system?.measures.map((m) => [m.id, m.right - m.left]));
  const block = system === undefined ? 0 : blockHeight(system, sheet);
  let best: Plan & { readonly pages: number } = { pages: Infinity, scale: 0, breakBefore: new Set() };
  for (const each of BARS_TO_A_LINE) {
    const { breakBefore, widest } = linesOf(bars, each, (id) => widths.get(id) ?? 0);
    const wide = Math.min(LARGEST, room.width / (widest + OPENING + namesWidth));
    if (wide < 1 && each > 1) continue;
    const toAPage = Math.max(1, Math.floor((room.height + BLOCK_GAP) / (block + BLOCK_GAP)));
    const lines = breakBefore.size + 1;
    const pages = Math.ceil(lines / toAPage);
    const onOne = Math.ceil(lines / pages);
    const scale = Math.min(wide, room.height / (onOne * (block + BLOCK_GAP) - BLOCK_GAP));
    if (pages < best.pages || (pages === best.pages && scale > best.scale)) best = { pages, scale, breakBefore };
  }
  return best;
}

/** The rows in as many parts as pages are high: what does not fit under one staff stands under it once more. */
function partsOf(sheet: CallSheet, staff: number, height: number): CallSheet[] {
  const parts: CallRow[][] = [[]];
  let left = height - staff;
  for (const row of sheet.rows) {
    if (rowHeight(row) > left && (parts.at(-1)?.length ?? 0) > 0) {
      parts.push([]);
      left = height - staff;
    }
    parts.at(-1)?.push(row);
    left -= rowHeight(row);
  }
  return parts.map((rows) => ({ ...sheet, rows }));
}

/** From the music to the first row. */
const UNDER = 120;

/** The silent staff over the line only kept its place: what is drawn begins lower. */
const topOf = ({ drawing, staffTop }: System): number => Math.min(staffTop - 100, extentOf(drawing)?.top ?? staffTop);

/** One line of music with all rows under it. */
const blockHeight = (system: System, { rows }: CallSheet): number =>
  system.bottom + UNDER - topOf(system) + rows.reduce((sum, r) => sum + rowHeight(r), 0);

const heading = (title: string, width: number): XmlElement[] => [
  element(
    'text',
    {
      x: EDGE,
      y: EDGE + 420,
      'font-family': TITLE_FACE,
      'font-weight': 600,
      'font-size': 520,
      fill: INK,
      class: 'title',
    },
    [title],
  ),
  drawText('Call sheet. Twice underlined is new.', width - EDGE, EDGE + 400, {
    size: 290,
    weight: 'regular',
    fill: INK,
    anchor: 'end',
  }),
];

/**
 * The call sheet on landscape paper: the sounding line on top, under each of its notes the letter and figure of every
 * row. Nothing is set under eight points, on as many pages as that takes.
 */
export function engraveCallSheet(engine: Engine, sheet: CallSheet, paper: Paper): Page[] {
  const { width: short, height: long } = PAPER_SIZE[paper];
  const [width, height] = [Math.max(short, long), Math.min(short, long)];
  const room = { width: width - 2 * EDGE, height: height - 2 * EDGE - TITLE_ROOM };
  const widths = cellWidths(sheet);
  const whole = layOutConcert(engine, sheet.concert, widths, room.width, new Set(), true);
  const staff = Math.max(0, ...whole.systems.map((s) => blockHeight(s, { ...sheet, rows: [] })));
  const svgs = partsOf(sheet, staff, room.height).flatMap((part) =>
    pagesOf(part, whole, room, (breakBefore, systemWidth) =>
      layOutConcert(engine, sheet.concert, widths, systemWidth, breakBefore, false),
    ),
  );
  const title = sheet.concert.title === '' ? 'Untitled line' : sheet.concert.title;
  return svgs.map(({ glyphs, drawing }, p) => ({
    svg: wrapSvg(width, height, glyphs, [...heading(title, width), drawing], `${title}, call sheet, page ${p + 1}`),
    width,
    height,
  }));
}

/** The pages of a sheet whose rows fit under one staff. */
function pagesOf(
  sheet: CallSheet,
  whole: Layout,
  room: { readonly width: number; readonly height: number },
  layOutIn: (breakBefore: ReadonlySet<number>, systemWidth: number) => Layout,
): { readonly glyphs: Layout['glyphs']; readonly drawing: XmlElement }[] {
  const namesWidth = namesWidthOf(sheet);
  const plan = planLines(sheet, whole, room, namesWidth);
  const scale = Math.max(SMALLEST, plan.scale);
  const { systems, glyphs } = layOutIn(plan.breakBefore, room.width / scale - namesWidth);
  const numbers = new Map(placeMeasures(sheet.concert).map((p) => [PREFIX + p.measure.id, p]));

  const pages: XmlElement[][] = [[]];
  let y = 0;
  for (const system of systems) {
    const musicTop = topOf(system);
    const { drawing, bottom } = drawRows(system, sheet, system.bottom + UNDER, namesWidth);
    const high = bottom - musicTop;
    if (y > 0 && (y + high) * scale > room.height + 1) {
      pages.push([]);
      y = 0;
    }
    const start = numbers.get(system.measures[0]?.id ?? '');
    const number =
      start === undefined || start.number === 0
        ? []
        : [
            drawText(`bar ${start.number}`, -namesWidth + 60, system.staffTop + 480, {
              size: 290,
              weight: 'regular',
              fill: INK,
              className: 'bar-number',
            }),
          ];
    pages[pages.length - 1]?.push(
      element('g', { transform: `translate(${round(namesWidth)} ${round(y - musicTop)})` }, [
        ...drawing,
        system.drawing,
        ...number,
      ]),
    );
    y += high + BLOCK_GAP;
  }
  return pages.map((children) => ({
    glyphs,
    drawing: element(
      'g',
      { transform: `translate(${EDGE} ${EDGE + TITLE_ROOM}) scale(${round(scale * 1000) / 1000})` },
      children,
    ),
  }));
}
