import { element, type XmlElement } from '@cifra/xml';
import { INK } from '../diagram/ink';
import { drawText, round, SIGN_FACE, TITLE_FACE } from '../text/drawText';
import { isSign, measureText } from '../text/measureText';

/** The words at the head of a part, and at its foot. */
export interface Header {
  readonly title: string;
  readonly instrument: string;
  readonly nameLabel: string;
  /** The player's name, on a copy that is theirs. */
  readonly name?: string;
  /** What these pages hold, where it is no music. */
  readonly notes?: readonly string[];
  /** What to look at before playing, and what the teacher says: a line each. */
  readonly advice?: readonly Advice[];
  /** What a player can do without: who made it, what was moved and why, what marks mean. */
  readonly foot?: readonly string[];
  /** An address to scan, as the rows of a QR code: 1 is dark. */
  readonly code?: readonly string[];
}

/** A line for the player: its first words are set heavier. */
export interface Advice {
  readonly lead: string;
  readonly text: string;
}

const TITLE_SIZE = 720;
const LINE_HEIGHT = 440;
/** The title face is a little wider than the figure face that is measured. */
const TITLE_FACTOR = 1.18;

function drawTitle(title: string, x: number, y: number, width: number): XmlElement {
  const measured = measureText(title, TITLE_SIZE, 'semibold') * TITLE_FACTOR;
  const size = Math.round(Math.max(360, Math.min(TITLE_SIZE, (TITLE_SIZE * width) / Math.max(1, measured))));
  const runs = [...title].reduce<{ sign: boolean; text: string }[]>((all, c) => {
    const last = all[all.length - 1];
    if (last !== undefined && last.sign === isSign(c)) last.text += c;
    else all.push({ sign: isSign(c), text: c });
    return all;
  }, []);
  return element(
    'text',
    { x, y, 'font-family': TITLE_FACE, 'font-weight': 600, 'font-size': size, fill: INK, class: 'title' },
    runs.map((r) => element('tspan', { 'font-family': r.sign ? SIGN_FACE : TITLE_FACE }, [r.text])),
  );
}

/** Breaks sentences into lines that fit. */
function wrap(notes: readonly string[], width: number, size: number): string[] {
  const lines: string[] = [];
  let line = '';
  for (const note of notes) {
    const longer = line === '' ? note : `${line}   ·   ${note}`;
    if (line !== '' && measureText(longer, size, 'regular') > width) {
      lines.push(line);
      line = note;
    } else line = longer;
  }
  return line === '' ? lines : [...lines, line];
}

const ADVICE_SIZE = 370;
const ADVICE_HEIGHT = 500;

/** Breaks a text into lines that fit, the first beside its heavier words. */
function wrapWords(text: string, width: number, first: number): string[] {
  const lines: string[] = [];
  let line = '';
  for (const word of text.split(/\s+/)) {
    const longer = line === '' ? word : `${line} ${word}`;
    if (line !== '' && measureText(longer, ADVICE_SIZE, 'regular') > (lines.length === 0 ? first : width)) {
      lines.push(line);
      line = word;
    } else line = longer;
  }
  return [...lines, line];
}

function drawAdvice(
  { lead, text }: Advice,
  left: number,
  width: number,
  top: number,
): { drawing: XmlElement[]; height: number } {
  const indent = measureText(lead, ADVICE_SIZE, 'semibold') + 140;
  const lines = text === '' ? [] : wrapWords(text, width, width - indent);
  const drawing = [
    drawText(lead, left, top + ADVICE_SIZE, { size: ADVICE_SIZE, weight: 'semibold', fill: INK, className: 'advice' }),
    ...lines.map((l, i) =>
      drawText(l, i === 0 ? left + indent : left, top + ADVICE_SIZE + i * ADVICE_HEIGHT, {
        size: ADVICE_SIZE,
        weight: 'regular',
        fill: INK,
        className: 'advice',
      }),
    ),
  ];
  return { drawing, height: Math.max(1, lines.length) * ADVICE_HEIGHT };
}

/** Height and width of a code on paper: a phone reads it from a music stand. */
const CODE_SIZE = 1900;

/** A QR code as one path, its quiet zone the page's own white. */
function drawCode(rows: readonly string[], x: number, y: number): XmlElement {
  const module = CODE_SIZE / rows.length;
  const d = rows.flatMap((row, j) =>
    [...row].flatMap((c, i) =>
      c === '1'
        ? [`M${round(x + i * module)} ${round(y + j * module)}h${round(module)}v${round(module)}h${round(-module)}Z`]
        : [],
    ),
  );
  return element('path', { class: 'code', d: d.join(''), fill: '#000000' });
}

/** Draws the head of the first page. @returns the drawing and how far down it reaches */
export function drawHeader(
  h: Header,
  left: number,
  edge: number,
  top: number,
): { drawing: XmlElement[]; bottom: number } {
  const right = h.code === undefined ? edge : edge - CODE_SIZE - 350;
  const width = right - left;
  const instrumentWidth = measureText(h.instrument, 430, 'semibold');
  const nameWidth = 4600;
  const drawing = [drawTitle(h.title, left, top + 760, width - Math.max(instrumentWidth, nameWidth + 900) - 400)];
  drawing.push(
    drawText(h.instrument, right, top + 420, {
      size: 430,
      weight: 'semibold',
      fill: INK,
      anchor: 'end',
      className: 'instrument',
    }),
  );
  if (h.name === undefined) {
    drawing.push(
      drawText(h.nameLabel, right - nameWidth - 120, top + 1010, {
        size: 300,
        weight: 'regular',
        fill: INK,
        anchor: 'end',
      }),
    );
    drawing.push(
      element('path', {
        class: 'name-line',
        d: `M${right - nameWidth} ${top + 1030}H${right}`,
        stroke: INK,
        'stroke-width': 14,
      }),
    );
  } else
    drawing.push(
      drawText(h.name, right, top + 1010, {
        size: 400,
        weight: 'semibold',
        fill: INK,
        anchor: 'end',
        className: 'player',
      }),
    );
  let bottom = top + 1200;
  drawing.push(element('path', { d: `M${left} ${bottom}H${right}`, stroke: INK, 'stroke-width': 22 }));
  for (const line of wrap(h.notes ?? [], width, 310)) {
    drawing.push(
      drawText(line, left, bottom + 430, { size: 310, weight: 'regular', fill: INK, className: 'note-line' }),
    );
    bottom += LINE_HEIGHT;
  }
  for (const advice of h.advice ?? []) {
    const { drawing: lines, height } = drawAdvice(advice, left, width, bottom + 120);
    drawing.push(...lines);
    bottom += height;
  }
  if (h.code !== undefined) {
    drawing.push(drawCode(h.code, edge - CODE_SIZE, top + 60));
    bottom = Math.max(bottom, top + CODE_SIZE + 60);
  }
  return { drawing, bottom: bottom + 280 };
}

/** Seven points, the least that is printed for a beginner. */
const FOOT_SIZE = 252;
const FOOT_HEIGHT = 350;
/** Lines that the lower margin has room for. */
const FOOT_LINES = 2;
/** Room for the number of the page beside them. */
const BESIDE_FOOT = 1500;

/**
 * Draws the foot of the first page under the music.
 * @param bottom where music ends on a page without a foot
 * @returns the drawing, and how much of the music's room it takes
 */
export function drawFoot(
  { foot = [] }: Header,
  left: number,
  edge: number,
  bottom: number,
): { drawing: XmlElement[]; height: number } {
  const lines = wrap(foot, edge - left - BESIDE_FOOT, FOOT_SIZE);
  const height = Math.max(0, lines.length - FOOT_LINES) * FOOT_HEIGHT;
  const drawing = lines.map((line, i) =>
    drawText(line, left, bottom - height + 490 + i * FOOT_HEIGHT, {
      size: FOOT_SIZE,
      weight: 'regular',
      fill: INK,
      className: 'foot',
    }),
  );
  return { drawing, height };
}
