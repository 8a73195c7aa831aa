import { measureQuarters } from '../meter/meter';
import type { Pitch } from '../pitch/pitch';
import { add, compare, formatRational, type Rational, subtract, ZERO } from '../rational/rational';
import { durationQuarters } from '../score/duration';
import { filledQuarters } from '../score/measureSum';
import type { Note, Score } from '../score/score';
import { placeMeasures } from '../score/walk';
import { barsAsPlayed, type EventAsPlayed } from './barsAsPlayed';

/**
 * A bar's length of music: from bar line to bar line, or, where phrases begin with a pickup, from one pickup's place to
 * the next. Notes belong to the cell in which they start.
 */
export interface Cell {
  /** Index of the bar in which it starts. */
  readonly bar: number;
  /** Where in that bar, in quarters from its bar line; a pickup's own notes start at 0. */
  readonly from: Rational;
  /** Every event: note or rest, how long, whether it is tied to the next in the cell, and its pitch. */
  readonly events: readonly string[];
  /** How each event is played: what is held over the cell's ends, slurred and marked. */
  readonly touch: readonly string[];
  readonly rhythm: string;
  readonly pitches: string;
  readonly notes: readonly Note<Pitch>[];
}

const pitchName = ({ step, alter, octave }: Pitch): string => `${step}${alter}${octave}`;

/** How loud it is is left out: it is not what is read first. */
function touchOf({ event: e, held, slurred }: EventAsPlayed<Pitch>, isFirst: boolean, isLast: boolean): string {
  const marks = e.kind === 'note' ? [...(e.articulations ?? [])].sort() : [];
  return [
    isFirst && held ? 'held' : '',
    isLast && e.kind === 'note' && e.tie === true ? 'tied on' : '',
    slurred ? 'slurred' : '',
    e.fermata === true ? 'fermata' : '',
    ...marks,
  ].join(' ');
}

/** @param late how long after the cell's start its first event comes */
function readCell(bar: number, from: Rational, played: readonly EventAsPlayed<Pitch>[], late: Rational): Cell {
  const last = played.length - 1;
  const lengths = played.map(({ event: e }, i) =>
    [
      i === 0 && late.n > 0 ? `+${formatRational(late)} ` : '',
      e.kind === 'rest' ? 'r' : 'n',
      formatRational(durationQuarters(e.duration)),
      e.kind === 'note' && e.tie === true && i < last ? '~' : '',
    ].join(''),
  );
  const notes = played.flatMap(({ event: e }) => (e.kind === 'note' ? [e] : []));
  return {
    bar,
    from,
    rhythm: [played[0]?.held === true ? 'held' : '', ...lengths].join(' '),
    pitches: notes.map((n) => pitchName(n.pitch)).join(' '),
    notes,
    events: played.map(({ event: e }, i) => `${lengths[i]} ${e.kind === 'note' ? pitchName(e.pitch) : ''}`),
    touch: played.map((e, i) => touchOf(e, i === 0, i === last)),
  };
}

/** The bars of a line as they are written. */
export const barCells = <P extends Pitch>(score: Score<P>): Cell[] =>
  barsAsPlayed(score).map(({ events }, i) => readCell(i, ZERO, events, events[0]?.onset ?? ZERO));

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
  const bars = barsAsPlayed(score);
  const found: { bar: number; from: Rational; events: EventAsPlayed<Pitch>[]; late: Rational }[] = [
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
    for (const e of bars[index]?.events ?? []) {
      if (opens && !opened && compare(onset, cut) >= 0) open();
      const cell = found.at(-1);
      // What was held over from the cell before delays the first note of this one.
      if (cell !== undefined && cell.events.length === 0) cell.late = add(passed, onset);
      cell?.events.push(e);
      onset = add(onset, durationQuarters(e.event.duration));
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
    touch: cells.flatMap((c) => c.touch),
    rhythm: cells.map((c) => c.rhythm).join(' | '),
    pitches: cells.map((c) => c.pitches).join(' '),
    notes: cells.flatMap((c) => c.notes),
  };
}
