import {
  annotate,
  chartPart,
  type Clef,
  type Instrument,
  isOpenOnly,
  type NoteAnnotation,
  type Part,
  type Teaching,
  type Written,
} from '@cifra/core';
import { element, type XmlElement } from '@cifra/xml';
import { fullBand, rowText } from '../band/bandRows';
import { layOutChart } from '../chart/layOutChart';
import { drawFigure, figureHeight, figureReach } from '../diagram/drawFigure';
import { INK } from '../diagram/ink';
import { keysUsed } from '../diagram/keyDiagram';
import type { Engine } from '../engine/engine';
import type { Page } from '../page/composePages';
import { type Paper, PAPER_SIZE } from '../page/paper';
import { instrumentTitle } from '../page/pageWords';
import { wrapSvg } from '../page/wrapSvg';
import { drawText, round } from '../text/drawText';
import { measureText } from '../text/measureText';

const COLUMNS = 3;
const ROWS = 4;
/** Printers leave so much of the edge white. */
const EDGE = 1000;
/** Lines to cut along reach so far beyond the cards. */
const CUT = 400;
const NOTE_SCALE = 2.6;
const NAME_SIZE = 1500;
const FIGURE_SIZE = 620;
const SMALL = 270;

interface Card {
  readonly front: XmlElement;
  readonly back: XmlElement;
  readonly glyphs: readonly XmlElement[];
}

/** Who learns from the cards, and the clef that they read. */
export interface CardsFor {
  readonly instrument: Instrument;
  readonly teaching: Teaching;
  readonly clef?: Clef | undefined;
}

/** Where a drawing lies, in its own units. */
interface Extent {
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
}

/** A drawing moved and enlarged so that its middle stands at a place, no wider or higher than a room. */
function centred(
  drawing: XmlElement,
  e: Extent,
  y: number,
  scale: number,
  room: { width: number; height: number },
): XmlElement {
  const k = Math.min(scale, room.width / (e.right - e.left), room.height / (e.bottom - e.top));
  const [dx, dy] = [(-k * (e.left + e.right)) / 2, y - (k * (e.top + e.bottom)) / 2];
  return element('g', { transform: `translate(${round(dx)} ${round(dy)}) scale(${round(k * 1000) / 1000})` }, [
    drawing,
  ]);
}

const middle = (text: string, y: number, size: number, weight: 'regular' | 'semibold', width: number): XmlElement => {
  const measured = measureText(text, size, weight);
  return drawText(text, 0, y, {
    size: Math.min(size, (size * width) / Math.max(1, measured)),
    weight,
    fill: INK,
    anchor: 'middle',
    className: 'card-word',
  });
};

/** The name, what is pressed, and for whom. */
function backOf(note: NoteAnnotation, part: Part, width: number, height: number): XmlElement {
  const room = width - 700;
  const { instrument } = part;
  const under = height / 2 - 300;
  const text = rowText('figure', note, part)
    .filter((t) => t !== '')
    .join(' | ');
  const figure = note.fingering.kind === 'playable' && !isOpenOnly(instrument) ? note.fingering.figure : undefined;
  const keys =
    figure?.kind === 'keys' && instrument.system.kind === 'woodwind'
      ? keysUsed(instrument.system.woodwind, [figure])
      : [];
  const drawn =
    figure === undefined
      ? []
      : [
          centred(
            drawFigure(figure, instrument, keys),
            { ...sides(figureReach(figure, instrument, keys)), top: 0, bottom: figureHeight(instrument) },
            0.06 * height,
            3,
            { width: room, height: height * 0.42 },
          ),
        ];
  return element('g', { class: 'card-back' }, [
    middle(note.name, -height / 2 + 1500, NAME_SIZE, 'semibold', room),
    ...drawn,
    middle(text, under - 500, FIGURE_SIZE, 'semibold', room),
    middle(instrumentTitle(instrument), under, SMALL, 'regular', room),
  ]);
}

const sides = ({ left, right }: { readonly left: number; readonly right: number }) => ({ left: -left, right });

/** One note as a card: the note alone, and on its back its name and figure. */
function cardOf(
  engine: Engine,
  note: Written,
  { instrument, teaching, clef }: CardsFor,
  width: number,
  height: number,
): Card {
  const part = chartPart(instrument, [note], teaching, clef);
  const annotations = annotate(part, { alone: true });
  const [own] = annotations.values();
  const { systems, glyphs } = layOutChart(engine, fullBand(part, annotations, []), 6000, true);
  const [system] = systems;
  if (own === undefined || system === undefined) throw new Error('a card without its note');
  const staff = system.staves[0] ?? { top: system.staffTop, bottom: system.staffTop + 720 };
  const room = { width: width - 1200, height: height - 1400 };
  const box = {
    left: system.left,
    right: system.right,
    top: Math.min(system.top, staff.top - 500),
    bottom: Math.max(system.bottom, staff.bottom + 500),
  };
  return {
    glyphs,
    front: element('g', { class: 'card-front' }, [
      centred(system.drawing, box, -150, NOTE_SCALE, room),
      middle(instrumentTitle(part.instrument), height / 2 - 300, SMALL, 'regular', width - 700),
    ]),
    back: backOf(own, part, width, height),
  };
}

/** Lines to cut along, a little beyond the cards. */
function cutLines(left: number, top: number, width: number, height: number): XmlElement {
  const xs = Array.from({ length: COLUMNS + 1 }, (_u, i) => left + i * width);
  const ys = Array.from({ length: ROWS + 1 }, (_u, i) => top + i * height);
  const [right, bottom] = [left + COLUMNS * width, top + ROWS * height];
  const d = [
    ...xs.map((x) => `M${round(x)} ${round(top - CUT)}V${round(bottom + CUT)}`),
    ...ys.map((y) => `M${round(left - CUT)} ${round(y)}H${round(right + CUT)}`),
  ].join('');
  return element('path', { class: 'cut', d, fill: 'none', stroke: '#9a9a9a', 'stroke-width': 8 });
}

/**
 * Cards to cut: a sheet of notes, and after it the sheet of their names and figures, which lies behind it when it is
 * printed on both sides and turned on its long edge.
 */
export function engraveCards(engine: Engine, notes: readonly Written[], players: CardsFor, paper: Paper): Page[] {
  const { width, height } = PAPER_SIZE[paper];
  if (notes.length === 0) {
    const words = drawText('There is no note to make a card of.', EDGE, 2 * EDGE, {
      size: 400,
      weight: 'regular',
      fill: INK,
    });
    return [{ svg: wrapSvg(width, height, [], [words], 'No cards'), width, height }];
  }
  const [w, h] = [(width - 2 * EDGE) / COLUMNS, (height - 2 * EDGE) / ROWS];
  const cards = notes.map((n) => cardOf(engine, n, players, w, h));
  const glyphs = [...new Map(cards.flatMap((c) => c.glyphs).map((g) => [g.attributes.id, g])).values()];
  const pages: Page[] = [];
  for (let from = 0; from < cards.length; from += COLUMNS * ROWS) {
    const here = cards.slice(from, from + COLUMNS * ROWS);
    const sheet = (side: 'front' | 'back'): Page => {
      const drawn = here.map((card, i) => {
        const column = i % COLUMNS;
        // Seen from behind, the first column is the last.
        const x = EDGE + w * ((side === 'front' ? column : COLUMNS - 1 - column) + 0.5);
        const y = EDGE + h * (Math.floor(i / COLUMNS) + 0.5);
        return element('g', { transform: `translate(${round(x)} ${round(y)})` }, [card[side]]);
      });
      const label = `${instrumentTitle(players.instrument)}, cards, ${side}`;
      return { svg: wrapSvg(width, height, glyphs, [cutLines(EDGE, EDGE, w, h), ...drawn], label), width, height };
    };
    pages.push(sheet('front'), sheet('back'));
  }
  return pages;
}
