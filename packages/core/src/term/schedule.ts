import type { Conventions } from '../convention/conventions';
import type { InstrumentId } from '../instrument/instrument';
import { taughtAs } from '../instrument/taught';
import { chartNotes } from '../part/chart';
import { invert, transpose } from '../pitch/interval';
import { midi, parsePitch, type Pitch, pitchText } from '../pitch/pitch';

/** Notes, as written, that an instrument meets in a week of lessons, counted from 1. */
export interface Introduction {
  readonly instrument: InstrumentId;
  readonly week: number;
  readonly notes: readonly string[];
}

/**
 * The sounding letters of B flat major, in which most bands begin; then what E flat and F major add to them. Common
 * practice, no source.
 */
const FIRST_SCALE = new Set([10, 0, 2, 3, 5, 7, 9]);
const NEXT_LETTERS = new Set([8, 4]);
const SEMITONES = 12;
const FIRST_WEEKS = 5;

/**
 * The usual order of a first year: the first notes one by one, then the rest of the B flat scale from there outwards,
 * then what other beginners' keys add, then what is left; from the sixth week on a note a week, later two. Common
 * practice, no source.
 * @example usualSchedule('trumpet', DEFAULT_CONVENTIONS)[0] // { instrument: 'trumpet', week: 1, notes: ['C4'] }
 */
export function usualSchedule(id: InstrumentId, conventions: Conventions): Introduction[] {
  const instrument = taughtAs(id, conventions);
  const first = instrument.firstNotes.map((p) => midi(p));
  const middle = first.reduce((a, b) => a + b, 0) / Math.max(1, first.length);
  const names = new Map(chartNotes(instrument, 'first-year').map((p) => [midi(p), pitchText(p)]));
  for (const p of instrument.firstNotes) names.set(midi(p), pitchText(p));
  const { low, high } = instrument.ranges['first-octave'];
  const early = (n: number): boolean => n >= midi(low) && n <= midi(high);
  const kind = (n: number): number => {
    const letter =
      ((midi(transpose(parsePitch(names.get(n) ?? 'C4'), invert(instrument.toWritten))) % SEMITONES) + SEMITONES) %
      SEMITONES;
    const scale = FIRST_SCALE.has(letter) ? 0 : NEXT_LETTERS.has(letter) ? 1 : 2;
    return early(n) ? scale : scale + 2;
  };
  const rest = [...names.keys()]
    .filter((n) => !first.includes(n))
    .sort((a, b) => kind(a) - kind(b) || Math.abs(a - middle) - Math.abs(b - middle) || a - b);
  const made: Introduction[] = first.map((n, i) => ({
    instrument: id,
    week: Math.min(FIRST_WEEKS, i + 1),
    notes: [names.get(n) ?? ''],
  }));
  let week = FIRST_WEEKS;
  for (let i = 0; i < rest.length;) {
    week += 1;
    const many = kind(rest[i] ?? 0) === 0 ? 1 : 2;
    made.push({ instrument: id, week, notes: rest.slice(i, i + many).map((n) => names.get(n) ?? '') });
    i += many;
  }
  return made;
}

/** An instrument's own schedule where the teacher wrote one, else the usual order. */
export function scheduleOf(
  id: InstrumentId,
  written: readonly Introduction[],
  conventions: Conventions,
): readonly Introduction[] {
  const own = written.filter((i) => i.instrument === id);
  return own.length > 0 ? own : usualSchedule(id, conventions);
}

/** A note that a line asks for before its week; without a week it is not on the schedule at all. */
export interface Ahead {
  readonly note: string;
  readonly week: number | undefined;
}

/**
 * Notes of a page that come before their week.
 * @param notes as written
 * @param met notes that were met whatever the schedule says
 */
export function aheadOf(
  notes: readonly Pitch[],
  schedule: readonly Introduction[],
  week: number,
  met: readonly string[] = [],
): Ahead[] {
  const weekOf = new Map<number, number>();
  for (const i of schedule)
    for (const n of i.notes)
      weekOf.set(midi(parsePitch(n)), Math.min(i.week, weekOf.get(midi(parsePitch(n))) ?? Infinity));
  const known = new Set(met.map((n) => midi(parsePitch(n))));
  const found = new Map<number, Ahead>();
  for (const p of notes) {
    const at = weekOf.get(midi(p));
    if (!known.has(midi(p)) && (at === undefined || at > week)) found.set(midi(p), { note: pitchText(p), week: at });
  }
  return [...found.values()];
}
