import { measureQuarters } from '../meter/meter';
import type { Pitch } from '../pitch/pitch';
import { add, compare, formatRational, type Rational, subtract, ZERO } from '../rational/rational';
import { durationQuarters } from '../score/duration';
import { filledQuarters } from '../score/measureSum';
import type { MusicEvent, Note, Score } from '../score/score';
import { placeMeasures } from '../score/walk';

/**
 * A bar's length of music: from bar line to bar line, or, where phrases begin with a pickup, from one pickup's place to
 * the next. Notes belong to the cell in which they start.
 */
export interface Cell {
  /** Index of the bar in which it starts. */
  readonly bar: number;
  /** Where in that bar, in quarters from its bar line; a pickup's own notes start at 0. */
  readonly from: Rational;
  /** Every event: how long it lasts, whether it is held on, and its pitch. */
  readonly events: readonly string[];
  readonly rhythm: string;
  readonly pitches: string;
  readonly notes: readonly Note<Pitch>[];
}

const pitchName = ({ step, alter, octave }: Pitch): string => `${step}${alter}${octave}`;

/**
 * Marks and slurs are left out: they are not what is read first.
 * @param late how long after the cell's start its first event comes
 */
function readCell(bar: number, from: Rational, events: readonly MusicEvent<Pitch>[], late: Rational): Cell {
  const lengths = events.map(
    (e, i) =>
      `${i === 0 && late.n > 0 ? `+${formatRational(late)} ` : ''}${e.kind === 'rest' ? 'r' : 'n'}${formatRational(durationQuarters(e.duration))}${e.kind === 'note' && e.tie === true ? '~' : ''}`,
  );
  const notes = events.flatMap((e) => (e.kind === 'note' ? [e] : []));
  return {
    bar,
    from,
    rhythm: lengths.join(' '),
    pitches: notes.map((n) => pitchName(n.pitch)).join(' '),
    notes,
    events: events.map((e, i) => `${lengths[i]} ${e.kind === 'note' ? pitchName(e.pitch) : ''}`),
  };
}

/** The bars of a line as they are written. */
export const barCells = <P extends Pitch>({ measures }: Score<P>): Cell[] =>
  measures.map((m, i) => readCell(i, ZERO, m.events, ZERO));

/**
 * The bars of a line that opens with a pickup, each beginning where the pickup does: its last beats belong to the bar
 * after it.
 * @returns undefined for a line without a pickup
 */
export function pickupCells<P extends Pitch>(score: Score<P>): Cell[] | undefined {
  const placed = placeMeasures(score);
  const [first] = placed;
  if (first?.measure.pickup !== true) return undefined;
  const pickup = filledQuarters(first.measure);
  const found: { bar: number; from: Rational; events: MusicEvent<Pitch>[]; late: Rational }[] = [
    { bar: 0, from: ZERO, events: [], late: ZERO },
  ];
  /** How far into the open cell the bar begins that is being read. */
  let passed = ZERO;
  for (const { measure, meter, index } of placed) {
    const cut = subtract(measureQuarters(meter), pickup);
    const opens = index > 0 && measure.pickup !== true && cut.n > 0;
    let onset = ZERO;
    let opened = false;
    const open = (): void => {
      found.push({ bar: index, from: cut, events: [], late: ZERO });
      passed = subtract(ZERO, cut);
      opened = true;
    };
    for (const e of measure.events) {
      if (opens && !opened && compare(onset, cut) >= 0) open();
      const cell = found.at(-1);
      // What was held over from the cell before delays the first note of this one.
      if (cell !== undefined && cell.events.length === 0) cell.late = add(passed, onset);
      cell?.events.push(e);
      onset = add(onset, durationQuarters(e.duration));
    }
    if (opens && !opened) open();
    passed = add(passed, onset);
  }
  if (found.at(-1)?.events.length === 0) found.pop();
  return found.map((c) => readCell(c.bar, c.from, c.events, c.late));
}

/** Several cells read as one: a line. */
export function joinCells(cells: readonly Cell[]): Cell {
  const [first] = cells;
  if (first === undefined) throw new RangeError('nothing to join');
  return {
    bar: first.bar,
    from: first.from,
    events: cells.flatMap((c) => c.events),
    rhythm: cells.map((c) => c.rhythm).join(' | '),
    pitches: cells.map((c) => c.pitches).join(' '),
    notes: cells.flatMap((c) => c.notes),
  };
}
