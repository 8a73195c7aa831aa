import {
  add,
  compare,
  durationQuarters,
  filledQuarters,
  findMeasureFaults,
  formatRational,
  type Hairpin,
  type Measure,
  measureQuarters,
  MAX_TEXT_LENGTH,
  sizeFault,
  isWritable,
  type MusicEvent,
  placeMeasures,
  type Result,
  samePitch,
  type Score,
  settleTuplets,
  type Span,
  type Written,
  failure,
} from '@cifra/core';
import { MAX_LISTED_PROBLEMS, type ProblemList } from './problemList';

/** What a reader has gathered, before ids of spans, pickups and sums are settled. */
export interface Draft {
  readonly title: string;
  readonly composer?: string;
  readonly measures: readonly Measure<Written>[];
  readonly slurs: readonly Span[];
  readonly hairpins: readonly Hairpin[];
}

type WrittenMeasure = Measure<Written>;

const clip = (text: string): string => text.replace(/\s+/g, ' ').trim().slice(0, MAX_TEXT_LENGTH);

/** A tie that does not lead to the same pitch next is dropped and said so. */
function settleTies(measures: readonly WrittenMeasure[], problems: ProblemList): WrittenMeasure[] {
  const events = measures.flatMap((m) => m.events);
  const broken = new Set<string>();
  events.forEach((e, i) => {
    if (e.kind !== 'note' || e.tie !== true) return;
    const next = events[i + 1];
    if (next?.kind !== 'note' || !samePitch(next.pitch, e.pitch)) broken.add(e.id);
  });
  if (broken.size === 0) return [...measures];
  placeMeasures({ title: '', measures, slurs: [], hairpins: [] }).forEach(({ measure, number }) => {
    if (measure.events.some((e) => broken.has(e.id))) problems.add('tie-without-end', 'repaired', { measure: number });
  });
  return measures.map((m) => ({
    ...m,
    events: m.events.map((e): MusicEvent<Written> => {
      if (!broken.has(e.id) || e.kind !== 'note') return e;
      const { tie: _dropped, ...rest } = e;
      return rest;
    }),
  }));
}

/** Marks a short first bar as pickup, and the second half of a bar that a repeat sign splits. */
function markPickups(measures: readonly WrittenMeasure[]): WrittenMeasure[] {
  const placed = placeMeasures({ title: '', measures, slurs: [], hairpins: [] });
  return placed.map(({ measure, meter }, i) => {
    const full = measureQuarters(meter);
    const filled = filledQuarters(measure);
    if (compare(filled, full) >= 0 || measure.events.length === 0) {
      const { pickup: _full, ...whole } = measure;
      return whole;
    }
    if (i === 0) return { ...measure, pickup: true };
    const before = placed[i - 1];
    const split =
      before !== undefined &&
      compare(add(filledQuarters(before.measure), filled), full) === 0 &&
      compare(filledQuarters(before.measure), full) < 0;
    if (split && (measure.repeatStart === true || before.measure.repeatEnd === true || measure.pickup === true))
      return { ...measure, pickup: true };
    const { pickup: _claimed, ...rest } = measure;
    return rest;
  });
}

/** A bar that holds one rest of its full length is drawn as a whole-bar rest. */
const markWholeRests = (measures: readonly WrittenMeasure[]): WrittenMeasure[] =>
  placeMeasures({ title: '', measures, slurs: [], hairpins: [] }).map(({ measure, meter }) => {
    const only = measure.events[0];
    const fills =
      measure.events.length === 1 &&
      only?.kind === 'rest' &&
      compare(durationQuarters(only.duration), measureQuarters(meter)) === 0;
    return fills ? { ...measure, events: [{ ...only, wholeMeasure: true }] } : measure;
  });

/**
 * Turns what a reader gathered into a score, or says why it cannot be one.
 *
 * Broken ties and spans are dropped and listed; bars that do not add up are kept as they are and listed with their sum.
 */
export function assembleScore(draft: Draft, problems: ProblemList): Result<Score<Written>> {
  const fault = sizeFault([draft]);
  if (fault !== undefined) return { ok: false, problems: [fault] };
  const astray = draft.measures.findIndex((m) => m.events.some((e) => e.kind === 'note' && !isWritable(e.pitch)));
  if (astray >= 0) return failure('pitch-range', { measure: astray + 1 });
  if (!draft.measures.some((m) => m.events.some((e) => e.kind === 'note'))) return failure('no-music');

  const marked = markWholeRests(markPickups(draft.measures));
  const placed = placeMeasures({ title: '', measures: marked, slurs: [], hairpins: [] });
  problems.renumber((ordinal) => placed[ordinal - 1]?.number ?? ordinal);
  const measures = settleTies(marked, problems).map(settleTuplets);
  const order = new Map(measures.flatMap((m) => m.events).map((e, i) => [e.id, i]));
  const leads = (s: Span): boolean => (order.get(s.from) ?? Infinity) < (order.get(s.to) ?? -Infinity);
  const score: Score<Written> = {
    title: clip(draft.title),
    ...(draft.composer === undefined || clip(draft.composer) === '' ? {} : { composer: clip(draft.composer) }),
    measures,
    slurs: draft.slurs.filter(leads),
    hairpins: draft.hairpins.filter((h) => leads(h) || (h.from === h.to && order.has(h.from))),
  };
  for (const f of findMeasureFaults(score)) {
    problems.add(f.kind, 'notice', {
      measure: f.number,
      facts: { filled: formatRational(f.filled), full: formatRational(f.full) },
    });
  }
  const all = problems.all;
  return { ok: true, value: score, problems: all.slice(0, MAX_LISTED_PROBLEMS) };
}
