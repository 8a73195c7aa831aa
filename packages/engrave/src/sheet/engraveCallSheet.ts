import { type CallSheet, type Concert, type NoteId, placeMeasures, type Score } from '@cifra/core';
import { element, type XmlElement } from '@cifra/xml';
import { INK, SECONDARY } from '../diagram/ink';
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
const LARGEST = 1.25;
const SMALLEST = 0.5;
const MOST_LINES = 8;
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
  readonly lines: number;
  readonly scale: number;
  readonly breakBefore: ReadonlySet<number>;
}

/** Into how many lines the piece is broken so that the whole sheet is set as large as can be. */
function planLines(sheet: CallSheet, whole: Layout, room: { width: number; height: number }, namesWidth: number): Plan {
  const [system] = whole.systems;
  const measures = system?.measures ?? [];
  const bars = placeMeasures(sheet.concert);
  const rows = sheet.rows.reduce((sum, r) => sum + rowHeight(r), 0);
  const staff = system === undefined ? 0 : system.bottom + UNDER - topOf(system);
  const prefix = 1400;
  let best: Plan = { lines: 1, scale: 0, breakBefore: new Set() };
  for (let lines = 1; lines <= Math.min(MOST_LINES, bars.length); lines++) {
    const each = Math.ceil(bars.filter((b) => b.measure.pickup !== true).length / lines);
    const breakBefore = new Set<number>();
    let counted = 0;
    let widest = 0;
    let line = 0;
    bars.forEach((b, i) => {
      if (b.measure.pickup !== true) counted += 1;
      if (counted > each) {
        breakBefore.add(i);
        counted = b.measure.pickup === true ? 0 : 1;
        line = 0;
      }
      const m = measures.find((x) => x.id === PREFIX + b.measure.id);
      line += m === undefined ? 0 : m.right - m.left;
      widest = Math.max(widest, line);
    });
    const height = (breakBefore.size + 1) * (staff + rows + BLOCK_GAP);
    const scale = Math.min(LARGEST, room.width / (widest + prefix + namesWidth), room.height / height);
    if (scale > best.scale) best = { lines: breakBefore.size + 1, scale, breakBefore };
  }
  return best;
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
  drawText('Call sheet: letter and figure for every instrument; twice underlined is new', width - EDGE, EDGE + 400, {
    size: 270,
    weight: 'regular',
    fill: SECONDARY,
    anchor: 'end',
  }),
];

/**
 * The call sheet on landscape paper: the sounding line on top, under each of its notes the letter and figure of every
 * instrument. Set as large as fits on one page; a long piece goes on to further pages.
 */
export function engraveCallSheet(engine: Engine, sheet: CallSheet, paper: Paper): Page[] {
  const { width: short, height: long } = PAPER_SIZE[paper];
  const [width, height] = [Math.max(short, long), Math.min(short, long)];
  const room = { width: width - 2 * EDGE, height: height - 2 * EDGE - TITLE_ROOM };
  const widths = cellWidths(sheet);
  const namesWidth = namesWidthOf(sheet);
  const whole = layOutConcert(engine, sheet.concert, widths, room.width, new Set(), true);
  const plan = planLines(sheet, whole, room, namesWidth);
  const layOutAt = (at: number): Layout =>
    layOutConcert(engine, sheet.concert, widths, room.width / at - namesWidth, plan.breakBefore, false);
  // What the first setting shows to be too high is set a little smaller, once: its lines stay as they are.
  const tried = layOutAt(Math.max(SMALLEST, plan.scale));
  const high = tried.systems.reduce((sum, s) => sum + blockHeight(s, sheet) + BLOCK_GAP, -BLOCK_GAP);
  const scale = Math.max(SMALLEST, Math.min(plan.scale, room.height / high));
  const { systems, glyphs } = scale === plan.scale ? tried : layOutAt(scale);
  const numbers = new Map(placeMeasures(sheet.concert).map((p) => [PREFIX + p.measure.id, p]));
  const title = sheet.concert.title === '' ? 'Untitled line' : sheet.concert.title;

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
              size: 230,
              weight: 'regular',
              fill: SECONDARY,
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
  return pages.map((children, p) => {
    const drawn = [
      ...heading(title, width),
      element(
        'g',
        { transform: `translate(${EDGE} ${EDGE + TITLE_ROOM}) scale(${round(scale * 1000) / 1000})` },
        children,
      ),
    ];
    return { svg: wrapSvg(width, height, glyphs, drawn, `${title}, call sheet, page ${p + 1}`), width, height };
  });
}
