import type { NoteAnnotation, NoteId, PageSetup, Part } from '@cifra/core';
import { element, type XmlElement } from '@cifra/xml';
import { INK, WARNING } from '../diagram/ink';
import { drawFigure } from '../diagram/drawFigure';
import type { System } from '../system/readSystems';
import { drawText, round } from '../text/drawText';
import {
  type BandLayout,
  BOX,
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
import { originMark } from '../diagram/originMark';

const TINT = '#eef3f6';
const FRAME_PAD = 45;
const MARK_SIZE = 240;
const UNPLAYABLE_SIZE = 255;

/** What a screen reader says of a note's cell. */
export type CellLabel = (id: NoteId) => string;

/** An empty box to write into, round a place. */
const drawBox = (x: number, top: number): XmlElement =>
  element('rect', {
    class: 'box',
    x: round(x - BOX.width / 2 + 20),
    y: round(top),
    width: BOX.width - 40,
    height: BOX.height,
    rx: 40,
    fill: '#ffffff',
    stroke: INK,
    'stroke-width': 12,
  });

/** How far under the top of a box its answer stands. */
const middleOf = ({ height, size }: RowPlace): number => (height - size * 0.9) / 2;

/** What is to be written into a row's boxes, or shaded, and nothing of it while it is asked for. */
function drawBlank(place: RowPlace, note: NoteAnnotation, part: Part, layout: BandLayout): XmlElement[] {
  const { row, setup, top } = place;
  const isAnswered = setup.blank === 'answered';
  if (row === 'diagram') {
    const open: NoteAnnotation = isAnswered ? note : { ...note, fingering: { ...NOTHING_PRESSED } };
    return drawFilled(place, open, part, layout);
  }
  const answer = isAnswered ? drawFilled({ ...place, top: top + middleOf(place) }, note, part, layout) : [];
  return [drawBox(0, top), ...answer];
}

const NOTHING_PRESSED: NoteAnnotation['fingering'] = {
  kind: 'playable',
  figure: { kind: 'keys', left: [], right: [] },
  alternates: [],
};

const drawRow = (place: RowPlace, note: NoteAnnotation, part: Part, layout: BandLayout): XmlElement[] =>
  (place.setup.blank === undefined ? drawFilled : drawBlank)(place, note, part, layout);

function drawFilled(
  { row, top, height, scale, size, setup }: RowPlace,
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
        fill: INK,
        anchor: 'middle',
        className: row,
      }),
    );
    return row === 'name' && setup.blank === undefined
      ? [...lines, ...originMark(note, top + height - 25, size)]
      : lines;
  }
  if (fingering.kind === 'unplayable') return [];
  const drawing = drawFigure(fingering.figure, part.instrument, keys);
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
    const { blank } = row.setup;
    const y = top + row.top + (blank === undefined ? 0 : middleOf(row)) + row.size * 0.71;
    const count = drawText(text, rest.x, y, {
      size: row.size,
      weight: rowWeight('count'),
      fill: INK,
      anchor: 'middle',
      className: 'count rest-count',
    });
    return [...(blank === undefined ? [] : [drawBox(rest.x, top + row.top)]), ...(blank === 'empty' ? [] : [count])];
  });
  return [strip, ...rests, ...cells];
}
