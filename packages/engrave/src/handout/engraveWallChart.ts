import {
  annotate,
  CHART_ROWS,
  chartNotes,
  chartPart,
  type InstrumentId,
  saysSomething,
  taughtAs,
  type Teaching,
} from '@cifra/core';
import { element, type XmlElement } from '@cifra/xml';
import { fullBand } from '../band/bandRows';
import { chartDecorator, layOutChart } from '../chart/layOutChart';
import { INK } from '../diagram/ink';
import type { Engine } from '../engine/engine';
import type { Page } from '../page/composePages';
import { enlarge } from '../page/enlarge';
import { type Paper, PAPER_SIZE } from '../page/paper';
import { instrumentTitle } from '../page/pageWords';
import { wrapSvg } from '../page/wrapSvg';
import { drawText, round } from '../text/drawText';

interface Size {
  readonly width: number;
  readonly height: number;
}

/** A large sheet across, in hundredths of a millimetre. A3: ISO 216; 11 by 17 inches: ANSI/ASME Y14.1. */
const LARGE: Readonly<Record<Paper, Size>> = {
  a4: { width: 42000, height: 29700 },
  letter: { width: 43180, height: 27940 },
};
const MARGIN = 1500;
const TITLE = 1100;
const HEAD = 2300;
const GAP = 700;
/** What is tried, the largest first. */
const SCALES = [3.2, 2.8, 2.4, 2.1, 1.8, 1.6, 1.4, 1.2, 1] as const;
/** Sheets that are glued together overlap by so much. */
const GLUE = 1000;

/** What stands on a wall, whatever sheets it is printed on. */
interface Wall {
  readonly glyphs: readonly XmlElement[];
  readonly children: readonly XmlElement[];
  readonly label: string;
}

/** Every note of a stage with its figure on one large sheet, as large as all of them fit. */
function wall(engine: Engine, id: InstrumentId, teaching: Teaching, size: Size): Wall {
  const instrument = taughtAs(id, teaching.conventions);
  const part = chartPart(instrument, chartNotes(instrument, teaching.stage), teaching);
  const annotations = annotate(part, { alone: true });
  const rows = CHART_ROWS.filter((row) => saysSomething(row, part, annotations)).map((row) => ({ row }));
  const source = fullBand(part, annotations, rows);
  const decorate = chartDecorator(source);
  const room = { width: size.width - 2 * MARGIN, height: size.height - 2 * MARGIN - HEAD };
  const laidOut = (scale: number) => {
    const { systems, glyphs } = layOutChart(engine, source, room.width / scale);
    const large = systems.map((s, i) => enlarge(s, decorate(s, i), scale));
    return { large, glyphs, height: large.reduce((sum, s) => sum + s.bottom - s.top + GAP, -GAP) };
  };
  let tried = laidOut(SCALES[0]);
  for (const scale of SCALES.slice(1)) if (tried.height > room.height) tried = laidOut(scale);
  const { large, glyphs, height } = tried;
  const gap = GAP + Math.max(0, Math.min(GAP * 3, (room.height - height) / Math.max(1, large.length)));
  let y = MARGIN + HEAD;
  const drawn = large.map((s) => {
    const g = element('g', { class: 'placed', transform: `translate(${MARGIN} ${round(y - s.top)})` }, [s.drawing]);
    y += s.bottom - s.top + gap;
    return g;
  });
  const title = instrumentTitle(instrument);
  const head = drawText(title, MARGIN, MARGIN + TITLE, {
    size: TITLE,
    weight: 'semibold',
    fill: INK,
    className: 'wall-title',
  });
  return { glyphs, children: [head, ...drawn], label: `${title}, chart for the wall` };
}

/** A fingering chart for the wall: on one large sheet, or spread over four that are glued together. */
export function engraveWallChart(
  engine: Engine,
  id: InstrumentId,
  teaching: Teaching,
  sheets: 'large' | 'four',
  paper: Paper,
): Page[] {
  if (sheets === 'large') {
    const { glyphs, children, label } = wall(engine, id, teaching, LARGE[paper]);
    return [{ svg: wrapSvg(LARGE[paper].width, LARGE[paper].height, glyphs, children, label), ...LARGE[paper] }];
  }
  const { width: height, height: width } = PAPER_SIZE[paper];
  const { glyphs, children, label } = wall(engine, id, teaching, {
    width: 2 * width - GLUE,
    height: 2 * height - GLUE,
  });
  return [0, 1, 2, 3].map((i) => {
    const [x, y] = [(i % 2) * (width - GLUE), Math.floor(i / 2) * (height - GLUE)];
    const part = element('g', { transform: `translate(${-x} ${-y})` }, [...children]);
    return { svg: wrapSvg(width, height, glyphs, [part], `${label}, sheet ${i + 1} of 4`), width, height };
  });
}
