import { element, type XmlElement } from '@cifra/xml';
import { INK } from '../diagram/valves';
import { drawText, SIGN_FACE, TITLE_FACE } from '../text/drawText';
import { isSign, measureText } from '../text/measureText';

/** The words at the head of a part. */
export interface Header {
  readonly title: string;
  readonly composer?: string;
  readonly instrument: string;
  readonly nameLabel: string;
  /** One or two short lines: what the signature changes, what was moved and why. */
  readonly notes: readonly string[];
}

const TITLE_SIZE = 720;
const SECONDARY = '#4b5872';
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
  return element('text', { x, y, 'font-family': TITLE_FACE, 'font-weight': 600, 'font-size': size, fill: INK, class: 'title' },
    runs.map((r) => element('tspan', { 'font-family': r.sign ? SIGN_FACE : TITLE_FACE }, [r.text])));
}

/** Breaks the notes into lines that fit. */
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

/** Draws the head of the first page. @returns the drawing and how far down it reaches */
export function drawHeader(h: Header, left: number, right: number, top: number): { drawing: XmlElement[]; bottom: number } {
  const width = right - left;
  const drawing = [drawTitle(h.title, left, top + 760, width - 6300)];
  drawing.push(drawText(h.instrument, right, top + 420, { size: 430, weight: 'semibold', fill: INK, anchor: 'end', className: 'instrument' }));
  const nameWidth = 4200;
  drawing.push(drawText(h.nameLabel, right - nameWidth - 120, top + 960, { size: 300, weight: 'regular', fill: SECONDARY, anchor: 'end' }));
  drawing.push(element('path', { d: `M${right - nameWidth} ${top + 975}H${right}`, stroke: SECONDARY, 'stroke-width': 14 }));
  if (h.composer !== undefined) drawing.push(drawText(h.composer, left, top + 1180, { size: 310, weight: 'regular', fill: SECONDARY, className: 'composer' }));
  let bottom = top + (h.composer === undefined ? 1150 : 1380);
  drawing.push(element('path', { d: `M${left} ${bottom}H${right}`, stroke: INK, 'stroke-width': 22 }));
  for (const line of wrap(h.notes, width, 310)) {
    drawing.push(drawText(line, left, bottom + 430, { size: 310, weight: 'regular', fill: INK, className: 'note-line' }));
    bottom += LINE_HEIGHT;
  }
  return { drawing, bottom: bottom + 280 };
}
