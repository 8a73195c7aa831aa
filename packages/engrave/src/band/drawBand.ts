import type { Annotations, Instrument, NoteAnnotation, NoteId } from '@cifra/core';
import { letterName } from '@cifra/core';
import { element, type XmlElement } from '@cifra/xml';
import { figureLines } from '../diagram/figureLines';
import { drawSlide } from '../diagram/slide';
import { drawValves, INK } from '../diagram/valves';
import { drawWoodwind } from '../diagram/woodwind';
import type { System } from '../system/readSystems';
import { drawText, round } from '../text/drawText';
import { measureText } from '../text/measureText';
import { type BandPlan, cellReach, FIGURE_SIZE, HAND_SIZE, NAME_SIZE, type RowPlace, SOUNDS_SIZE, UNPLAYABLE_WORD } from './bandRows';

const SECONDARY = '#4b5872';
const WARNING = '#b3261e';
const TINT = '#eef3f6';
const FRAME_PAD = 45;

/** What a screen reader says of a note's cell. */
export type CellLabel = (id: NoteId) => string;

/** Under the letter: a line for the key signature, dots for an earlier sign in the bar, an arc for a tie. */
function originMark(note: NoteAnnotation, y: number): XmlElement[] {
  const half = measureText(letterName(note.written), NAME_SIZE, 'semibold') / 2;
  const stroke = { stroke: INK, 'stroke-width': 17, fill: 'none', class: 'origin' };
  if (note.written.alter === 0 && note.accidental.source !== 'bar') return [];
  switch (note.accidental.source) {
    case 'signature': return [element('path', { ...stroke, d: `M${round(-half)} ${y}H${round(half)}` })];
    case 'bar': return [-55, 0, 55].map((x) => element('circle', { cx: x, cy: y, r: 17, fill: INK, class: 'origin' }));
    case 'tie': return [element('path', { ...stroke, d: `M${round(-half)} ${y - 20}Q0 ${y + 25} ${round(half)} ${y - 20}` })];
    default: return [];
  }
}

function drawRow({ row, top, height }: RowPlace, note: NoteAnnotation, instrument: Instrument): XmlElement[] {
  const { fingering } = note;
  const text = (t: string, y: number, size: number, weight: 'regular' | 'semibold', fill = INK, className?: string): XmlElement =>
    drawText(t, 0, y, { size, weight, fill, anchor: 'middle', ...(className === undefined ? {} : { className }) });
  if (row === 'name') return [text(letterName(note.written), top + NAME_SIZE * 0.7, NAME_SIZE, 'semibold', INK, 'name'), ...originMark(note, top + height - 25)];
  if (row === 'sounds') return [text(letterName(note.concert), top + SOUNDS_SIZE * 0.7, SOUNDS_SIZE, 'regular', SECONDARY, 'sounds')];
  if (fingering.kind === 'unplayable') return [text(UNPLAYABLE_WORD[fingering.because] ?? '', top + height / 2 + SOUNDS_SIZE * 0.35, SOUNDS_SIZE, 'semibold', WARNING, 'unplayable')];
  const { figure } = fingering;
  if (row === 'figure') {
    const lines = figureLines(figure);
    if (figure.kind !== 'keys') return [text(lines[0] ?? '', top + FIGURE_SIZE * 0.71, FIGURE_SIZE, 'semibold', INK, 'figure')];
    return lines.map((l, i) => text(l, top + HAND_SIZE * (0.72 + 0.94 * i), HAND_SIZE, 'semibold', INK, 'figure'));
  }
  const drawing = figure.kind === 'valves' ? drawValves(figure) : figure.kind === 'slide' ? drawSlide(figure)
    : drawWoodwind(figure, instrument.system.kind === 'woodwind' ? instrument.system.woodwind : 'flute');
  return [{ ...drawing, attributes: { ...drawing.attributes, transform: `translate(0 ${round(top)})` } }];
}

/** Draws the band of one system: a pale strip with one cell centred on each notehead. */
export function drawBand(
  system: System, plan: BandPlan, annotations: Annotations, instrument: Instrument, idPrefix: string, label?: CellLabel,
): XmlElement[] {
  if (system.band === undefined || plan.rows.length === 0) return [];
  const { top } = system.band;
  const rows = plan.rows.map((r) => r.row);
  const strip = element('rect', { class: 'strip', x: round(system.left), y: round(top), width: round(system.right - system.left), height: plan.height, fill: TINT });
  const cells = system.heads.flatMap((head): XmlElement[] => {
    const id = head.id.slice(idPrefix.length);
    const note = annotations.get(id);
    if (note === undefined || note.tiedFrom !== undefined) return [];
    const reach = cellReach(note, rows, instrument);
    const left = reach.left + FRAME_PAD;
    const width = left + reach.right + FRAME_PAD;
    return [element('g', {
      class: 'cell', 'data-note': id, transform: `translate(${round(head.x)} ${round(top)})`,
      ...(label === undefined ? {} : { role: 'button', tabindex: 0, 'aria-label': label(id) }),
    }, [
      element('rect', { class: 'frame', x: round(-left), y: 18, width: round(width), height: plan.height - 36, rx: 50, fill: 'none', stroke: 'none' }),
      ...plan.rows.flatMap((r) => drawRow(r, note, instrument)),
    ])];
  });
  return [strip, ...cells];
}
