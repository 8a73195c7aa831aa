import type { CallRow, CallSheet, NoteAnnotation, NoteId } from '@cifra/core';
import { element, type XmlElement } from '@cifra/xml';
import { rowText } from '../band/bandRows';
import { INK } from '../diagram/ink';
import type { System } from '../system/readSystems';
import { drawText, round } from '../text/drawText';
import { measureText } from '../text/measureText';

/** Sizes in hundredths of a millimetre of a sheet that is never set smaller: eight points are 282. */
const LETTER = 360;
const FIGURE = 290;
const LINE = 300;
const NAME = 330;
/** Where players sit, under the name; what is longer is cut. */
const SEATS = 285;
const WIDEST_SEATS = 2900;
const ROW_PAD = 90;

/** The letter and figure of a note, a line each; a woodwind's hands have a line each. */
const linesOf = (note: NoteAnnotation, row: CallRow): string[] => [
  note.name,
  ...(row.figures ? rowText('figure', note, row.part).filter((t) => t !== '') : []),
];

/** Lines of text that an instrument's cells have at most. */
const depthOf = (row: CallRow): number =>
  Math.max(
    1,
    ...[...row.annotations.values()].filter((n) => n.tiedFrom === undefined).map((n) => linesOf(n, row).length),
  );

/** The height of a row: its letters and figures, and who sits where. */
export const rowHeight = (row: CallRow): number =>
  LETTER +
  Math.max((depthOf(row) - 1) * LINE, (namesOf(row).length - 1) * NAME + (row.seats === undefined ? 0 : SEATS)) +
  ROW_PAD;

const lineSize = (i: number): number => (i === 0 ? LETTER : FIGURE);

/** The names of a row's instruments, as many to a line as have room. */
function namesOf({ names }: CallRow): string[] {
  const lines: string[] = [];
  for (const name of names) {
    const longer = `${lines.at(-1) ?? ''}${lines.length === 0 ? '' : ', '}${name}`;
    if (lines.length > 0 && measureText(longer, NAME, 'semibold') <= WIDEST_SEATS) lines[lines.length - 1] = longer;
    else lines.push(name);
  }
  return lines;
}

/** As much of the seats as has room beside the music. */
function fitSeats(seats: string): string {
  if (measureText(seats, SEATS, 'regular') <= WIDEST_SEATS) return seats;
  let end = seats.length;
  while (end > 1 && measureText(`${seats.slice(0, end)}…`, SEATS, 'regular') > WIDEST_SEATS) end -= 1;
  return `${seats.slice(0, end).trimEnd()}…`;
}

/** The widest cell at each note of the line, so that every instrument's fits under it. */
export function cellWidths({ concert, rows }: CallSheet): ReadonlyMap<NoteId, number> {
  const widths = new Map<NoteId, number>();
  for (const m of concert.measures) {
    for (const e of m.events) {
      const widest = Math.max(
        0,
        ...rows.flatMap((row) => {
          const note = row.annotations.get(e.id);
          return note === undefined || note.tiedFrom !== undefined
            ? []
            : linesOf(note, row).map((t, i) => measureText(t, lineSize(i), 'semibold'));
        }),
      );
      widths.set(e.id, widest + 40);
    }
  }
  return widths;
}

/** The width of the names before the rows, and of where players sit. */
export const namesWidthOf = ({ rows }: CallSheet): number =>
  Math.max(
    0,
    ...rows.map((row) =>
      Math.max(
        ...namesOf(row).map((name) => measureText(name, NAME, 'semibold')),
        row.seats === undefined ? 0 : measureText(fitSeats(row.seats), SEATS, 'regular'),
      ),
    ),
  ) + 180;

/** Under one line of music: a row for each instrument, its cells under the notes, bar lines through. */
export function drawRows(
  system: System,
  { rows }: CallSheet,
  top: number,
  namesWidth: number,
): { drawing: XmlElement[]; bottom: number } {
  const drawing: XmlElement[] = [];
  const shades: XmlElement[] = [];
  let y = top;
  rows.forEach((row, r) => {
    const height = rowHeight(row);
    if (r % 2 === 0)
      shades.push(
        element('rect', {
          class: 'shade',
          x: round(-namesWidth),
          y: round(y),
          width: round(system.right + namesWidth),
          height: round(height),
          fill: '#eef3f6',
        }),
      );
    const named = namesOf(row);
    const nameY = (i: number): number => y + ROW_PAD / 2 + LETTER * 0.78 + i * NAME;
    drawing.push(
      ...named.map((name, i) =>
        drawText(name, -namesWidth + 60, nameY(i), {
          size: NAME,
          weight: 'semibold',
          fill: INK,
          className: 'row-name',
        }),
      ),
    );
    if (row.seats !== undefined)
      drawing.push(
        drawText(fitSeats(row.seats), -namesWidth + 60, nameY(named.length - 1) + SEATS, {
          size: SEATS,
          weight: 'regular',
          fill: INK,
          className: 'row-seats',
        }),
      );
    for (const head of system.heads) {
      const note = row.annotations.get(head.note);
      if (note === undefined || note.tiedFrom !== undefined) continue;
      const lines = linesOf(note, row);
      const cell = lines.map((t, i) =>
        drawText(t, 0, ROW_PAD / 2 + LETTER * 0.78 + i * LINE, {
          size: lineSize(i),
          weight: i === 0 ? 'semibold' : 'regular',
          fill: INK,
          anchor: 'middle',
          className: i === 0 ? 'name' : 'figure',
        }),
      );
      const half = Math.max(...lines.map((t, i) => measureText(t, lineSize(i), 'semibold'))) / 2;
      // New: underlined twice, so that it is seen on any printer.
      const under = ROW_PAD / 2 + LETTER * 0.78 + (lines.length - 1) * LINE + 45;
      const fresh = row.newNotes.has(note.id)
        ? [
            element('path', {
              class: 'new',
              d: `M${round(-half)} ${under}H${round(half)}M${round(-half)} ${under + 32}H${round(half)}`,
              stroke: INK,
              'stroke-width': 15,
            }),
          ]
        : [];
      drawing.push(
        element('g', { class: 'call', 'data-note': note.id, transform: `translate(${round(head.x)} ${round(y)})` }, [
          ...cell,
          ...fresh,
        ]),
      );
    }
    y += height;
  });
  const lines = system.measures.map((m) => `M${round(m.right)} ${round(top)}V${round(y)}`).join('');
  // Pale and behind the words: a long figure may reach across one.
  return {
    drawing: [
      ...shades,
      element('path', { class: 'bar-lines', d: lines, stroke: '#b9c4d3', 'stroke-width': 14 }),
      ...drawing,
    ],
    bottom: y,
  };
}
