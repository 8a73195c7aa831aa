import type { BandRow, NoteAnnotation, NoteId, PageSetup, Part } from '@cifra/core';
import { element, type XmlElement } from '@cifra/xml';
import { INK, SECONDARY, WARNING } from '../diagram/ink';
import { drawKeyDiagram } from '../diagram/keyDiagram';
import { drawSlide } from '../diagram/slide';
import { drawValves, hasThumbLever } from '../diagram/valves';
import type { System } from '../system/readSystems';
import { drawText, round } from '../text/drawText';
import { measureText } from '../text/measureText';
import {
  type BandLayout,
  type BandSource,
  cellReach,
  type Reach,
  restRow,
  type RowPlace,
  rowsOver,
  rowText,
  rowWeight,
  UNPLAYABLE_WORD,
} from './bandRows';

const TINT = '#eef3f6';
const FRAME_PAD = 45;
const MARK_SIZE = 240;
const UNPLAYABLE_SIZE = 255;

/** What a screen reader says of a note's cell. */
export type CellLabel = (id: NoteId) => string;

/** Under the letter: a line for the key signature, dots for an earlier sign in the bar, an arc for a tie. */
function originMark(note: NoteAnnotation, y: number, size: number): XmlElement[] {
  const half = measureText(note.name, size, 'semibold') / 2;
  const stroke = { stroke: INK, 'stroke-width': 17, fill: 'none', class: 'origin' };
  if (note.written.alter === 0 && note.accidental.source !== 'bar') return [];
  switch (note.accidental.source) {
    case 'signature':
      return [element('path', { ...stroke, d: `M${round(-half)} ${round(y)}H${round(half)}` })];
    case 'bar':
      return [-55, 0, 55].map((x) => element('circle', { cx: x, cy: round(y), r: 17, fill: INK, class: 'origin' }));
    case 'tie':
      return [
        element('path', {
          ...stroke,
          d: `M${round(-half)} ${round(y - 20)}Q0 ${round(y + 25)} ${round(half)} ${round(y - 20)}`,
        }),
      ];
    default:
      return [];
  }
}

const FILL: Readonly<Partial<Record<BandRow, string>>> = { figure: INK, name: INK };

function drawRow(
  { row, top, height, scale, size }: RowPlace,
  note: NoteAnnotation,
  part: Part,
  { keys }: BandLayout,
): XmlElement[] {
  const { fingering } = note;
  if ((row === 'diagram' || row === 'figure') && fingering.kind === 'unplayable') {
    return [
      drawText(UNPLAYABLE_WORD[fingering.because] ?? '', 0, top + height / 2 + UNPLAYABLE_SIZE * 0.35, {
        size: UNPLAYABLE_SIZE,
        weight: 'semibold',
        fill: WARNING,
        anchor: 'middle',
        className: 'unplayable',
      }),
    ];
  }
  if (row !== 'diagram') {
    const lines = rowText(row, note, part).map((t, i) =>
      drawText(t, 0, top + size * (0.71 + 0.94 * i), {
        size,
        weight: rowWeight(row),
        fill: FILL[row] ?? SECONDARY,
        anchor: 'middle',
        className: row,
      }),
    );
    return row === 'name' ? [...lines, ...originMark(note, top + height - 25, size)] : lines;
  }
  if (fingering.kind === 'unplayable') return [];
  const { figure } = fingering;
  const { instrument } = part;
  const drawing =
    figure.kind === 'valves'
      ? drawValves(figure, hasThumbLever(instrument))
      : figure.kind === 'slide'
        ? drawSlide(figure)
        : drawKeyDiagram(figure, instrument.system.kind === 'woodwind' ? instrument.system.woodwind : 'flute', keys);
  return [
    {
      ...drawing,
      attributes: {
        ...drawing.attributes,
        transform: `translate(0 ${round(top)})${scale === 1 ? '' : ` scale(${scale})`}`,
      },
    },
  ];
}

/** A figure that there is none of is said once, however many rows would have shown it. */
function saidOnce(rows: readonly RowPlace[], { fingering }: NoteAnnotation): readonly RowPlace[] {
  if (fingering.kind === 'playable') return rows;
  const first = rows.find((r) => r.row === 'diagram' || r.row === 'figure');
  return rows.filter((r) => r === first || (r.row !== 'diagram' && r.row !== 'figure'));
}

/**
 * In the corners of a cell: where it is asked for a triangle at a figure that another would be easier than, and `8va`
 * or `8vb` on a note moved alone.
 */
function cornerMarks(note: NoteAnnotation, { left, right }: Reach, { easierFigures }: PageSetup): XmlElement[] {
  const marks: XmlElement[] = [];
  if (easierFigures && note.better !== undefined)
    marks.push(element('path', { class: 'better', d: `M${round(right - 40)} 45h90l-45 78z`, fill: INK }));
  if (note.movedOctaves !== 0)
    marks.push(
      drawText(note.movedOctaves > 0 ? '8va' : '8vb', -left, 190, {
        size: MARK_SIZE,
        weight: 'semibold',
        fill: INK,
        className: 'moved',
      }),
    );
  return marks;
}

/**
 * Draws the band over one line of a system: a pale strip with one cell centred on each notehead.
 * @param line which of several lines that are played together
 * @param name the name of a note on the page
 */
export function drawBand(
  system: System,
  plan: BandLayout,
  source: BandSource,
  line: number,
  name: (id: NoteId) => string,
  label?: CellLabel,
): XmlElement[] {
  const place = system.bands[line];
  if (place === undefined || plan.rows.length === 0) return [];
  const { top } = place;
  const strip = element('rect', {
    class: 'strip',
    x: round(system.left),
    y: round(top),
    width: round(system.right - system.left),
    height: plan.height,
    fill: TINT,
  });
  const cells = system.heads.flatMap((head): XmlElement[] => {
    const note = head.line === line ? source.annotations.get(head.note) : undefined;
    if (note === undefined) return [];
    const rows = saidOnce(rowsOver(note, plan), note);
    // Nothing new is fingered where a note is held on: only its count goes on.
    if (note.tiedFrom !== undefined && rows.length === 0) return [];
    const reach = cellReach(note, plan, source);
    const left = reach.left + FRAME_PAD;
    const width = left + reach.right + FRAME_PAD;
    const hidden = rows.length === 0;
    return [
      element(
        'g',
        {
          class: 'cell',
          'data-note': name(note.id),
          transform: `translate(${round(head.x)} ${round(top)})`,
          ...(label !== undefined && { role: 'button', tabindex: 0, 'aria-label': label(note.id) }),
        },
        [
          element('rect', {
            class: 'frame',
            x: round(-left),
            y: 18,
            width: round(width),
            height: plan.height - 36,
            rx: 50,
            fill: 'none',
            stroke: 'none',
          }),
          ...rows.flatMap((r) => drawRow(r, note, source.part, plan)),
          ...(hidden || note.tiedFrom !== undefined ? [] : cornerMarks(note, reach, source.setup)),
        ],
      ),
    ];
  });
  const row = restRow(plan);
  const rests = system.rests.flatMap((rest): XmlElement[] => {
    const text = rest.line === line ? source.restCounts.get(rest.note) : undefined;
    if (row === undefined || text === undefined) return [];
    const y = top + row.top + row.size * 0.71;
    return [
      drawText(text, rest.x, y, {
        size: row.size,
        weight: rowWeight('count'),
        fill: SECONDARY,
        anchor: 'middle',
        className: 'count rest-count',
      }),
    ];
  });
  return [strip, ...rests, ...cells];
}
