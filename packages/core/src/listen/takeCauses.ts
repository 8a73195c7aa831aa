import type { NoteId } from '../score/score';
import type { Take, Verdict } from './compareTake';
import { median } from './heard';

/** One cause of several faults of a take; `of` are the places of their verdicts in it. */
export type TakeCause = { readonly of: readonly number[] } &
  /** Nothing is heard before a note, or from a note on. */
  (
    | { readonly kind: 'began-later' | 'gave-up'; readonly at: NoteId }
    /** The first notes come late or early, and the rest is in time, or behind or before the beat by as much. */
    | { readonly kind: 'late-start' | 'early-start' }
    /** Many notes come later, or earlier, than the beat was. */
    | { readonly kind: 'slowing' | 'hurrying' }
    /** The whole take lies low, or high, by so many cents in the middle. */
    | { readonly kind: 'all-low' | 'all-high'; readonly cents: number }
    /** One note of the page went wrong wherever it comes, each time for the same reason. */
    | { readonly kind: 'same-note'; readonly at: NoteId; readonly times: number }
  );

/** So many faults are told as one. */
const SEVERAL = 3;
/** Share of the notes that were heard. From memory, as the numbers above. */
const MANY = 0.2;
const MOST = 0.6;
/** Who is behind the beat by the same to within so much keeps time. From memory. */
const STEADY_SECONDS = 0.12;
/** An entry is followed within so many notes: what is late after that is late anew. */
const ENTRY = 5;

const isHeard = (v: Verdict): boolean => v.pitch !== 'missed';

/** Verdicts from the beginning, or the end, of which nothing was heard. */
function silentEnd(verdicts: readonly Verdict[], fromEnd: boolean): number[] {
  const order = verdicts.map((_v, i) => (fromEnd ? verdicts.length - 1 - i : i));
  const stop = order.findIndex((i) => isHeard(verdicts[i] as Verdict));
  return stop < 0 ? [] : order.slice(0, stop).sort((a, b) => a - b);
}

const places = (verdicts: readonly Verdict[], is: (v: Verdict) => boolean): number[] =>
  verdicts.flatMap((v, i) => (is(v) ? [i] : []));

function entryAndPace(verdicts: readonly Verdict[], time: 'late' | 'early'): TakeCause[] {
  const heard = places(verdicts, isHeard);
  const off = places(verdicts, (v) => isHeard(v) && v.time === time);
  const entry = off.filter((i) => heard.indexOf(i) < ENTRY);
  const later = off.filter((i) => !entry.includes(i));
  const isFirstOff = entry.includes(heard[0] ?? -1) && entry.length > 1;
  const lags = off.map((i) => verdicts[i]?.lag ?? 0);
  const isSteady = off.length >= MOST * heard.length && lags.every((l) => Math.abs(l - median(lags)) <= STEADY_SECONDS);
  const start = !isFirstOff ? [] : isSteady ? off : later.length <= MANY * heard.length ? entry : [];
  const found: TakeCause[] =
    start.length === 0 ? [] : [{ kind: time === 'late' ? 'late-start' : 'early-start', of: start }];
  const rest = off.filter((i) => !start.includes(i));
  if (rest.length >= SEVERAL && rest.length >= MANY * heard.length)
    found.push({ kind: time === 'late' ? 'slowing' : 'hurrying', of: rest });
  return found;
}

function intonation(verdicts: readonly Verdict[], pitch: 'flat' | 'sharp'): TakeCause[] {
  const heard = places(verdicts, isHeard);
  const off = places(verdicts, (v) => v.pitch === pitch);
  if (off.length < SEVERAL || off.length < MOST * heard.length) return [];
  const cents = Math.round(Math.abs(median(off.map((i) => verdicts[i]?.cents ?? 0))));
  return [{ kind: pitch === 'flat' ? 'all-low' : 'all-high', cents, of: off }];
}

/** @param nameOf a note's letter and octave on the page */
function sameNotes(verdicts: readonly Verdict[], nameOf: (id: NoteId) => string): TakeCause[] {
  const wrong = new Map<string, number[]>();
  verdicts.forEach((v, i) => {
    if (v.pitch !== 'wrong' || v.heard === undefined) return;
    const key = `${nameOf(v.id)} ${Math.round(v.heard)}`;
    wrong.set(key, [...(wrong.get(key) ?? []), i]);
  });
  return [...wrong.values()].flatMap((of): TakeCause[] => {
    const at = verdicts[of[0] ?? 0]?.id;
    return at === undefined || of.length < 2 ? [] : [{ kind: 'same-note', at, times: of.length, of }];
  });
}

/**
 * What the faults of a take have in common, each cause once: where nothing was heard at its beginning or end, an entry
 * that was late or early, a beat that was not kept, an instrument that lies low or high, one note that went wrong in
 * the same way again.
 *
 * A teacher names the cause and not each of its faults. Common practice, no source; how many make a cause is from
 * memory.
 * @param nameOf a note's letter and octave on the page, by which two are the same
 * @example a take whose first three notes are late and whose others are in time gives
 * [{ kind: 'late-start', of: [0, 1, 2] }]
 */
export function takeCauses({ verdicts }: Take, nameOf: (id: NoteId) => string): TakeCause[] {
  if (!verdicts.some(isHeard)) return [];
  const [before, after] = [silentEnd(verdicts, false), silentEnd(verdicts, true)];
  const first = verdicts[before.length]?.id ?? '';
  const last = verdicts[verdicts.length - after.length]?.id ?? '';
  return [
    ...(before.length > 1 ? [{ kind: 'began-later' as const, at: first, of: before }] : []),
    ...entryAndPace(verdicts, 'late'),
    ...entryAndPace(verdicts, 'early'),
    ...intonation(verdicts, 'flat'),
    ...intonation(verdicts, 'sharp'),
    ...sameNotes(verdicts, nameOf),
    ...(after.length > 1 ? [{ kind: 'gave-up' as const, at: last, of: after }] : []),
  ];
}
