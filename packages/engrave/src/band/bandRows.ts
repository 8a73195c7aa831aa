import {
  type Annotations,
  type BandRow,
  DEFAULT_PAGE,
  type Instrument,
  keyNoteFifths,
  letterName,
  type NoteAnnotation,
  type NoteId,
  type PagePlan,
  type PlannedRow,
  type Part,
  type RowSetup,
  type RowSize,
  scaleDegree,
  solmization,
} from '@cifra/core';
import { figureLines } from '../diagram/figureLines';
import { figureHeight, figureReach } from '../diagram/drawFigure';
import { keysOfPart } from '../diagram/keyDiagram';
import type { KeyPlace } from '../diagram/keys.data';
import { STAFF_SPACE } from '../engine/engine';
import { measureText } from '../text/measureText';

/**
 * Sizes in hundredths of a millimetre, of a staff 7.2 mm high: on a beginner's smallest page names and figures have 11
 * points, what stands by them 8.
 */
const TEXT_SIZE: Readonly<Record<Exclude<BandRow, 'diagram'>, number>> = {
  figure: 372,
  name: 372,
  sounds: 272,
  count: 272,
  solfa: 280,
  degree: 280,
};
const HAND_SIZE = 285;
/** How much larger figures are drawn than described: a hole is 1.7 mm wide on a beginner's smallest page. */
const DRAWN = 1.43;
/** Room under the letter for the mark that says where its sign comes from. */
export const ORIGIN_MARK = 85;
const GAP = 55;
const PADDING = 75;
const SCALE: Readonly<Record<RowSize, number>> = { small: 0.82, medium: 1, large: 1.25 };

/** A row of the band with its place and everything that its cells need to be drawn. */
export interface RowPlace {
  readonly setup: PlannedRow;
  readonly row: BandRow;
  readonly scale: number;
  /** Size of its text. */
  readonly size: number;
  /** From the top of the band. */
  readonly top: number;
  readonly height: number;
}

export interface BandLayout {
  readonly rows: readonly RowPlace[];
  readonly height: number;
  /** Lines of the silent staff that is at least as high. */
  readonly lines: number;
  /** The keys that a woodwind's drawings show. */
  readonly keys: readonly KeyPlace[];
}

/** What a band shows: rows over notes, which of them stay empty over which notes, and which notes are new. */
export type BandSource = Pick<PagePlan, 'part' | 'annotations' | 'rows' | 'newNotes' | 'restCounts' | 'setup'>;

/** Every row over every note: for charts, and wherever notes stand for themselves. */
export const fullBand = (
  part: Part,
  annotations: Annotations,
  rows: readonly RowSetup[],
  newNotes: ReadonlySet<NoteId> = new Set(),
): BandSource => ({
  part,
  annotations,
  rows: rows.map((r) => ({ ...r, hiddenAt: new Set() })),
  newNotes,
  setup: DEFAULT_PAGE,
  restCounts: new Map(),
});

const textSize = (row: BandRow, instrument: Instrument): number =>
  row === 'diagram' ? 0 : row === 'figure' && instrument.system.kind === 'woodwind' ? HAND_SIZE : TEXT_SIZE[row];

/** A box that a child writes into, before it is enlarged with the page. */
export const BOX = { width: 620, height: 640 };
/** Keys are shaded rather than written: the drawing itself is left open. */
const isBox = ({ row, blank }: PlannedRow): boolean => blank !== undefined && row !== 'diagram';

function rowHeight(setup: PlannedRow, instrument: Instrument): number {
  const { system } = instrument;
  const { row } = setup;
  if (isBox(setup)) return BOX.height;
  switch (row) {
    case 'diagram':
      return figureHeight(instrument);
    case 'figure':
      return system.kind === 'woodwind' ? 2 * HAND_SIZE * 0.92 : TEXT_SIZE.figure * 0.72;
    case 'name':
      return TEXT_SIZE.name * 0.72 + ORIGIN_MARK;
    default:
      return TEXT_SIZE[row] * 0.78;
  }
}

/** Stacks the rows that are switched on and rounds the band up to whole staff spaces. */
export function layOutBand({ rows, part: { instrument }, annotations }: BandSource): BandLayout {
  if (rows.length === 0) return { rows: [], height: 0, lines: 0, keys: [] };
  const scales = rows.map((r) => SCALE[r.size ?? 'medium'] * (r.row === 'diagram' ? DRAWN : 1));
  const heights = rows.map((r, i) => rowHeight(r, instrument) * (scales[i] ?? 1));
  const needed = heights.reduce((a, b) => a + b, 0) + GAP * (rows.length - 1) + 2 * PADDING;
  const lines = Math.ceil(needed / STAFF_SPACE) + 1;
  const height = (lines - 1) * STAFF_SPACE;
  let top = PADDING + (height - needed) / 2;
  const places = rows.map((setup, i): RowPlace => {
    const scale = scales[i] ?? 1;
    const placed = {
      setup,
      row: setup.row,
      scale,
      size: textSize(setup.row, instrument) * scale,
      top,
      height: heights[i] ?? 0,
    };
    top += placed.height + GAP;
    return placed;
  });
  return {
    rows: places,
    height,
    lines,
    keys: instrument.system.kind === 'woodwind' ? keysOfPart(instrument.system.woodwind, annotations) : [],
  };
}

export const UNPLAYABLE_WORD: Readonly<Record<string, string>> = {
  'below-range': 'too low',
  'above-range': 'too high',
  'no-figure': 'not on it',
};

/** How far a cell reaches to either side of its notehead's middle. */
export interface Reach {
  readonly left: number;
  readonly right: number;
}

/** A note that is read without help keeps a small place to be chosen by. */
const HIDDEN_REACH = 110;

const centred = (width: number): Reach => ({ left: width / 2, right: width / 2 });

/** The words of a text row; a woodwind's figure has a line for each hand. */
export function rowText(
  row: Exclude<BandRow, 'diagram'>,
  note: NoteAnnotation,
  { teaching: { conventions } }: Part,
): string[] {
  switch (row) {
    case 'name':
      return [note.name];
    case 'count':
      return [note.count];
    case 'sounds':
      return [letterName(note.concert)];
    case 'solfa':
      return [solmization(note.written, keyNoteFifths(note), conventions.noteNames)];
    case 'degree':
      return [scaleDegree(note.concert, note.soundingKey)];
    case 'figure':
      return note.fingering.kind === 'unplayable'
        ? [UNPLAYABLE_WORD[note.fingering.because] ?? '']
        : figureLines(note.fingering.figure, conventions.fingerCount);
  }
}

/** Names and figures are set heavier than what stands by them. */
export const rowWeight = (row: BandRow): 'semibold' | 'regular' =>
  row === 'figure' || row === 'name' ? 'semibold' : 'regular';

function rowReach(
  { row, scale, size, setup }: RowPlace,
  note: NoteAnnotation,
  part: Part,
  { keys }: BandLayout,
): Reach {
  const { fingering } = note;
  if (isBox(setup)) {
    const answer = rowText(row as Exclude<BandRow, 'diagram'>, note, part);
    return centred(Math.max(BOX.width, ...answer.map((t) => measureText(t, size, rowWeight(row)) + 60)));
  }
  if (row !== 'diagram')
    return centred(Math.max(...rowText(row, note, part).map((t) => measureText(t, size, rowWeight(row)))));
  if (fingering.kind === 'unplayable')
    return centred(measureText(UNPLAYABLE_WORD[fingering.because] ?? '', TEXT_SIZE.sounds, 'semibold'));
  const plain = figureReach(fingering.figure, part.instrument, keys);
  return { left: plain.left * scale, right: plain.right * scale };
}

/** The width to keep free for a note's cell; a tied-to note has an empty cell but for its count. */
export function cellReach(note: NoteAnnotation, plan: BandLayout, source: BandSource): Reach {
  if (plan.rows.length === 0) return { left: 0, right: 0 };
  const shown = rowsOver(note, plan);
  if (shown.length === 0) return note.tiedFrom === undefined ? centred(2 * HIDDEN_REACH) : { left: 0, right: 0 };
  const reaches = shown.map((r) => rowReach(r, note, source.part, plan));
  return {
    left: Math.max(HIDDEN_REACH, ...reaches.map((r) => r.left)),
    right: Math.max(HIDDEN_REACH, ...reaches.map((r) => r.right)),
  };
}

/** The rows that say something over a note: over one that is held on, only what is counted. */
export function rowsOver(note: NoteAnnotation, plan: BandLayout): readonly RowPlace[] {
  return plan.rows.filter((r) => !r.setup.hiddenAt.has(note.id) && (note.tiedFrom === undefined || r.row === 'count'));
}

/** The row that says what is counted at the rests: it does so as long as it says so over every note. */
export const restRow = ({ rows }: BandLayout): RowPlace | undefined =>
  rows.find((r) => r.row === 'count' && r.setup.hiddenAt.size === 0);

/**
 * Symmetrical room for each note and each counted rest, since the reservation is centred on its sign. Every note that
 * something stands over has the same, so that bars of one rhythm are as wide and stand under each other.
 */
export function cellWidths(plan: BandLayout, source: BandSource): ReadonlyMap<NoteId, number> {
  const all = [...source.annotations.values()];
  const own = (note: NoteAnnotation): number => {
    const { left, right } = cellReach(note, plan, source);
    return 2 * Math.max(left, right);
  };
  const isShown = (note: NoteAnnotation): boolean => note.tiedFrom === undefined && rowsOver(note, plan).length > 0;
  const widest = Math.max(0, ...all.filter(isShown).map(own));
  const notes = all.map((note): [NoteId, number] => [note.id, isShown(note) ? widest : own(note)]);
  const row = restRow(plan);
  const rests = row === undefined ? [] : [...source.restCounts];
  return new Map([
    ...notes,
    ...rests.map(([id, text]): [NoteId, number] => [
      id,
      row !== undefined && isBox(row.setup) ? BOX.width : measureText(text, row?.size ?? 0, rowWeight('count')),
    ]),
  ]);
}
