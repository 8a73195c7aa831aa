import { diatonic, type Pitch } from '../pitch/pitch';
import { durationQuarters } from '../score/duration';
import type { Measure, Note, Score } from '../score/score';
import { formatRational } from '../rational/rational';

/**
 * How a bar stands to one before it, the closest kin first: identical; the same but for its last note; the same moved by
 * so many steps; the same pitches in another rhythm; the same rhythm with other pitches; or nothing of the kind.
 */
export type BarRelation =
  | { readonly kind: 'new' }
  | { readonly kind: 'same' | 'but-last' | 'pitches' | 'rhythm'; readonly of: number }
  /** Moved by letter steps, up positive: a sequence. */
  | { readonly kind: 'moved'; readonly of: number; readonly steps: number };

interface Seen {
  readonly index: number;
  readonly events: readonly string[];
  readonly rhythm: string;
  readonly pitches: string;
  readonly notes: readonly Note<Pitch>[];
}

const pitchName = ({ step, alter, octave }: Pitch): string => `${step}${alter}${octave}`;

/** What is played in a bar: struck and held notes, rests, and how long each lasts; marks and slurs are left out. */
function readBar<P extends Pitch>(m: Measure<P>, index: number): Seen {
  const lengths = m.events.map((e) => `${e.kind === 'rest' ? 'r' : 'n'}${formatRational(durationQuarters(e.duration))}${e.kind === 'note' && e.tie === true ? '~' : ''}`);
  const notes = m.events.flatMap((e) => (e.kind === 'note' ? [e] : []));
  return {
    index, rhythm: lengths.join(' '), pitches: notes.map((n) => pitchName(n.pitch)).join(' '), notes,
    events: m.events.map((e, i) => `${lengths[i]} ${e.kind === 'note' ? pitchName(e.pitch) : ''}`),
  };
}

const same = (a: Seen, b: Seen): boolean => a.events.length === b.events.length && a.events.every((e, i) => e === b.events[i]);

/** All events alike but the last, and at least two of them alike. */
const sameButLast = (a: Seen, b: Seen): boolean =>
  a.events.length > 2 && a.events.length === b.events.length && a.events.slice(0, -1).every((e, i) => e === b.events[i]);

/** The steps by which every note has moved alike; undefined where they have not. */
function movedBy(a: Seen, b: Seen): number | undefined {
  if (a.rhythm !== b.rhythm || a.notes.length < 2) return undefined;
  const steps = a.notes.map((n, i) => diatonic(n.pitch) - diatonic(b.notes[i]?.pitch ?? n.pitch));
  return steps[0] !== 0 && steps.every((s) => s === steps[0]) ? steps[0] : undefined;
}

function relate(bar: Seen, before: readonly Seen[]): BarRelation {
  const kin = (is: (other: Seen) => boolean): number | undefined => before.find(is)?.index;
  const identical = kin((b) => same(bar, b));
  if (identical !== undefined) return { kind: 'same', of: identical };
  const butLast = kin((b) => sameButLast(bar, b));
  if (butLast !== undefined) return { kind: 'but-last', of: butLast };
  for (const b of before) {
    const steps = movedBy(bar, b);
    if (steps !== undefined) return { kind: 'moved', of: b.index, steps };
  }
  if (bar.notes.length < 2) return { kind: 'new' };
  const pitches = kin((b) => b.pitches === bar.pitches);
  if (pitches !== undefined) return { kind: 'pitches', of: pitches };
  const rhythm = kin((b) => b.rhythm === bar.rhythm);
  return rhythm === undefined ? { kind: 'new' } : { kind: 'rhythm', of: rhythm };
}

/**
 * How each bar of a line stands to the bars before it.
 * @returns one relation a bar; a bar without notes is new
 * @example bars 1 to 3 of C D | E F | C D are new, moved two steps from the first, and the same as the first
 */
export function barRelations<P extends Pitch>({ measures }: Score<P>): BarRelation[] {
  const before: Seen[] = [];
  return measures.map((m, index) => {
    const bar = readBar(m, index);
    if (bar.notes.length === 0) return { kind: 'new' };
    const relation = relate(bar, before);
    before.push(bar);
    return relation;
  });
}

/** One step of reading: a bar to learn, the bars that are known with it, and the share of all bars known then. */
export interface ReadingStep {
  readonly bar: number;
  readonly with: readonly number[];
  readonly known: number;
}

/**
 * A short plan in which each bar is learned once: those that come again most first, then in the order of the line.
 * @returns steps whose shares end with 1; none for a line without notes
 */
export function readingPlan<P extends Pitch>(score: Score<P>): ReadingStep[] {
  const relations = barRelations(score);
  const groups = new Map<number, number[]>();
  relations.forEach((r, i) => {
    if (!(score.measures[i]?.events.some((e) => e.kind === 'note') ?? false)) return;
    const head = r.kind === 'same' ? r.of : i;
    groups.set(head, [...(groups.get(head) ?? []), i]);
  });
  const total = [...groups.values()].reduce((n, g) => n + g.length, 0);
  let known = 0;
  return [...groups].sort(([a, x], [b, y]) => y.length - x.length || a - b).map(([bar, all]) => {
    known += all.length;
    return { bar, with: all.filter((i) => i !== bar), known: known / total };
  });
}
