import type { Annotations, Instrument, NoteAnnotation, Part } from '@cifra/core';
import { letterName } from '@cifra/core';
import { figureLines } from '../diagram/figureLines';
import { SLIDE_HEIGHT, SLIDE_WIDTH } from '../diagram/slide';
import { hasThumbLever, VALVES_HEIGHT, valvesWidth } from '../diagram/valves';
import { woodwindHeight, woodwindReach } from '../diagram/woodwind';
import { measureText } from '../text/measureText';
import { STAFF_SPACE } from '../engine';

/** What can stand over a note: the figure drawn, the figure as text, the written name, the concert pitch, what is counted. */
export const BAND_ROWS = ['diagram', 'figure', 'name', 'sounds', 'count'] as const;
export type BandRow = (typeof BAND_ROWS)[number];

/** Sizes in hundredths of a millimetre. */
export const FIGURE_SIZE = 350;
export const HAND_SIZE = 270;
export const NAME_SIZE = 340;
export const SOUNDS_SIZE = 255;
/** Room under the letter for the mark that says where its sign comes from. */
export const ORIGIN_MARK = 85;
const GAP = 55;
const PADDING = 75;

export interface RowPlace {
  readonly row: BandRow;
  /** From the top of the band. */
  readonly top: number;
  readonly height: number;
}

export interface BandPlan {
  readonly rows: readonly RowPlace[];
  readonly height: number;
  /** Lines of the silent staff that is at least as high. */
  readonly lines: number;
}

export function rowHeight(row: BandRow, instrument: Instrument): number {
  const { system } = instrument;
  switch (row) {
    case 'diagram': return system.kind === 'woodwind' ? woodwindHeight(system.woodwind) : system.tube.kind === 'slide' ? SLIDE_HEIGHT : VALVES_HEIGHT;
    case 'figure': return system.kind === 'woodwind' ? 2 * HAND_SIZE * 0.92 : FIGURE_SIZE * 0.72;
    case 'name': return NAME_SIZE * 0.72 + ORIGIN_MARK;
    case 'sounds': case 'count': return SOUNDS_SIZE * 0.78;
  }
}

/** Stacks the rows that are switched on and rounds the band up to whole staff spaces. */
export function planBand(rows: readonly BandRow[], instrument: Instrument): BandPlan {
  if (rows.length === 0) return { rows: [], height: 0, lines: 0 };
  const heights = rows.map((r) => rowHeight(r, instrument));
  const needed = heights.reduce((a, b) => a + b, 0) + GAP * (rows.length - 1) + 2 * PADDING;
  const lines = Math.ceil(needed / STAFF_SPACE) + 1;
  const height = (lines - 1) * STAFF_SPACE;
  let top = PADDING + (height - needed) / 2;
  const places = rows.map((row, i): RowPlace => {
    const place = { row, top, height: heights[i] ?? 0 };
    top += place.height + GAP;
    return place;
  });
  return { rows: places, height, lines };
}

export const UNPLAYABLE_WORD: Readonly<Record<string, string>> = { 'below-range': 'too low', 'above-range': 'too high', 'no-figure': 'no figure' };

/** How far a cell reaches to either side of its notehead's middle. */
export interface Reach {
  readonly left: number;
  readonly right: number;
}

/** A note that is read without a figure keeps a small place to be chosen by. */
const HIDDEN_REACH = 110;

const centred = (width: number): Reach => ({ left: width / 2, right: width / 2 });

export function rowReach(row: BandRow, note: NoteAnnotation, { instrument, teaching }: Part): Reach {
  const { fingering } = note;
  if (row === 'name') return centred(measureText(note.name, NAME_SIZE, 'semibold'));
  if (row === 'count') return centred(measureText(note.count, SOUNDS_SIZE, 'regular'));
  if (row === 'sounds') return centred(measureText(letterName(note.concert), SOUNDS_SIZE, 'regular'));
  if (fingering.kind === 'unplayable') return centred(measureText(UNPLAYABLE_WORD[fingering.because] ?? '', SOUNDS_SIZE, 'semibold'));
  const { figure } = fingering;
  if (row === 'figure') {
    const size = figure.kind === 'keys' ? HAND_SIZE : FIGURE_SIZE;
    return centred(Math.max(...figureLines(figure, teaching.schools.fingerCount).map((l) => measureText(l, size, 'semibold'))));
  }
  if (figure.kind === 'valves') return centred(valvesWidth(figure, hasThumbLever(instrument)));
  if (figure.kind === 'slide') return centred(SLIDE_WIDTH);
  return woodwindReach(figure, instrument.system.kind === 'woodwind' ? instrument.system.woodwind : 'flute');
}

/** The width to keep free for a note's cell; a tied-to note has an empty cell. */
export function cellReach(note: NoteAnnotation, rows: readonly BandRow[], part: Part): Reach {
  if (note.tiedFrom !== undefined || rows.length === 0) return { left: 0, right: 0 };
  if (note.hidden) return centred(2 * HIDDEN_REACH);
  const reaches = rows.map((r) => rowReach(r, note, part));
  return { left: Math.max(...reaches.map((r) => r.left)), right: Math.max(...reaches.map((r) => r.right)) };
}

/** Symmetrical room for each note, since the reservation is centred on the notehead. */
export const cellWidths = (annotations: Annotations, rows: readonly BandRow[], part: Part): ReadonlyMap<string, number> =>
  new Map([...annotations].map(([id, note]) => {
    const { left, right } = cellReach(note, rows, part);
    return [id, 2 * Math.max(left, right)];
  }));
