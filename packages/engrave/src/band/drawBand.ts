import type { Annotations, NoteAnnotation, NoteId, Part } from '@cifra/core';
import { letterName } from '@cifra/core';
import { element, type XmlElement } from '@cifra/xml';
import { figureLines } from '../diagram/figureLines';
import { drawSlide } from '../diagram/slide';
import { drawValves, hasThumbLever, INK } from '../diagram/valves';
import { drawWoodwind } from '../diagram/woodwind';
import type { System } from '../system/readSystems';
import { drawText, round } from '../text/drawText';
import { measureText } from '../text/measureText';
import { type BandPlan, cellReach, FIGURE_SIZE, HAND_SIZE, NAME_SIZE, type Reach, type RowPlace, SOUNDS_SIZE, UNPLAYABLE_WORD } from './bandRows';

const SECONDARY = '#4b5872';
const WARNING = '#b3261e';
const TINT = '#eef3f6';
const FRAME_PAD = 45;
const MARK_SIZE = 190;

/** What a screen reader says of a note's cell. */
export type CellLabel = (id: NoteId) => string;

/** Under the letter: a line for the key signature, dots for an earlier sign in the bar, an arc for a tie. */
function originMark(note: NoteAnnotation, y: number): XmlElement[] {
  const half = measureText(note.name, NAME_SIZE, 'semibold') / 2;
  const stroke = { stroke: INK, 'stroke-width': 17, fill: 'none', class: 'origin' };
  if (note.written.alter === 0 && note.accidental.source !== 'bar') return [];
  switch (note.accidental.source) {
    case 'signature': return [element('path', { ...stroke, d: `M${round(-half)} ${y}H${round(half)}` })];
    case 'bar': return [-55, 0, 55].map((x) => element('circle', { cx: x, cy: y, r: 17, fill: INK, class: 'origin' }));
    case 'tie': return [element('path', { ...stroke, d: `M${round(-half)} ${y - 20}Q0 ${y + 25} ${round(half)} ${y - 20}` })];
    default: return [];
  }
}

function drawRow({ row, top, height }: RowPlace, note: NoteAnnotation, { instrument, teaching }: Part): XmlElement[] {
  const { fingering } = note;
  const text = (t: string, y: number, size: number, weight: 'regular' | 'semibold', fill = INK, className?: string): XmlElement =>
    drawText(t, 0, y, { size, weight, fill, anchor: 'middle', ...(className === undefined ? {} : { className }) });
  if (row === 'name') return [text(note.name, top + NAME_SIZE * 0.7, NAME_SIZE, 'semibold', INK, 'name'), ...originMark(note, top + height - 25)];
  if (row === 'sounds') return [text(letterName(note.concert), top + SOUNDS_SIZE * 0.7, SOUNDS_SIZE, 'regular', SECONDARY, 'sounds')];
  if (row === 'count') return [text(note.count, top + SOUNDS_SIZE * 0.7, SOUNDS_SIZE, 'regular', SECONDARY, 'count')];
  if (fingering.kind === 'unplayable') return [text(UNPLAYABLE_WORD[fingering.because] ?? '', top + height / 2 + SOUNDS_SIZE * 0.35, SOUNDS_SIZE, 'semibold', WARNING, 'unplayable')];
  const { figure } = fingering;
  if (row === 'figure') {
    const lines = figureLines(figure, teaching.schools.fingerCount);
    if (figure.kind !== 'keys') return [text(lines[0] ?? '', top + FIGURE_SIZE * 0.71, FIGURE_SIZE, 'semibold', INK, 'figure')];
    return lines.map((l, i) => text(l, top + HAND_SIZE * (0.72 + 0.94 * i), HAND_SIZE, 'semibold', INK, 'figure'));
  }
  const drawing = figure.kind === 'valves' ? drawValves(figure, hasThumbLever(instrument)) : figure.kind === 'slide' ? drawSlide(figure)
    : drawWoodwind(figure, instrument.system.kind === 'woodwind' ? instrument.system.woodwind : 'flute');
  return [{ ...drawing, attributes: { ...drawing.attributes, transform: `translate(0 ${round(top)})` } }];
}

/** In the corners of a cell: a triangle where another figure is easier in this passage, `8va` or `8vb` on a note moved alone. */
function cornerMarks(note: NoteAnnotation, { left, right }: Reach): XmlElement[] {
  const marks: XmlElement[] = [];
  if (note.better !== undefined) marks.push(element('path', { class: 'better', d: `M${round(right - 40)} 45h90l-45 78z`, fill: INK }));
  if (note.movedOctaves !== 0) marks.push(drawText(note.movedOctaves > 0 ? '8va' : '8vb', -left, 190, { size: MARK_SIZE, weight: 'semibold', fill: INK, className: 'moved' }));
  return marks;
}

/** Draws the band of one system: a pale strip with one cell centred on each notehead. */
export function drawBand(
  system: System, plan: BandPlan, annotations: Annotations, part: Part, idPrefix: string, label?: CellLabel,
): XmlElement[] {
  if (system.band === undefined || plan.rows.length === 0) return [];
  const { top } = system.band;
  const rows = plan.rows.map((r) => r.row);
  const strip = element('rect', { class: 'strip', x: round(system.left), y: round(top), width: round(system.right - system.left), height: plan.height, fill: TINT });
  const cells = system.heads.flatMap((head): XmlElement[] => {
    const id = head.id.slice(idPrefix.length);
    const note = annotations.get(id);
    if (note === undefined || note.tiedFrom !== undefined) return [];
    const reach = cellReach(note, rows, part);
    const left = reach.left + FRAME_PAD;
    const width = left + reach.right + FRAME_PAD;
    return [element('g', {
      class: 'cell', 'data-note': id, transform: `translate(${round(head.x)} ${round(top)})`,
      ...(label === undefined ? {} : { role: 'button', tabindex: 0, 'aria-label': label(id) }),
    }, [
      element('rect', { class: 'frame', x: round(-left), y: 18, width: round(width), height: plan.height - 36, rx: 50, fill: 'none', stroke: 'none' }),
      ...(note.hidden ? [] : [...plan.rows.flatMap((r) => drawRow(r, note, part)), ...cornerMarks(note, reach)]),
    ])];
  });
  return [strip, ...cells];
}
