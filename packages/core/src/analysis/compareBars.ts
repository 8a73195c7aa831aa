import { beatName } from '../meter/counting';
import { intervalBetween, nameInterval } from '../pitch/interval';
import type { Pitch } from '../pitch/pitch';
import { diatonic, samePitch } from '../pitch/pitch';
import { compare, equal } from '../rational/rational';
import { type Duration, durationQuarters } from '../score/duration';
import type { Articulation, Dynamic } from '../score/score';
import type { BarAsPlayed, EventAsPlayed } from './barsAsPlayed';

/** A length, of a note or of a rest. */
export interface Length {
  readonly duration: Duration;
  readonly rest: boolean;
}

/** A mark that a note or rest may carry in one bar and not in the other. */
export type PlayedMark = Articulation | 'fermata' | 'breath';

/** One thing that is otherwise in the second bar than in the first. Beats as they are counted: `2 1/2`. */
export type BarDifference<P extends Pitch> =
  /** One note has another pitch. */
  | { readonly kind: 'pitch'; readonly beat: string; readonly was: P; readonly is: P; readonly steps: number }
  /** From one beat on the values are others. */
  | { readonly kind: 'rhythm'; readonly beat: string; readonly was: readonly Length[]; readonly is: readonly Length[] }
  | { readonly kind: 'rest-for-note' | 'note-for-rest'; readonly beat: string; readonly pitch: P }
  | { readonly kind: 'tie'; readonly beat: string; readonly tied: boolean }
  /** Held over from the bar before in one, struck in the other. */
  | { readonly kind: 'held'; readonly beat: string; readonly held: boolean }
  | { readonly kind: 'slur'; readonly beat: string; readonly slurred: boolean }
  | { readonly kind: 'mark'; readonly beat: string; readonly mark: PlayedMark; readonly marked: boolean }
  /** How loud it is since the last sign: undefined where none has come. */
  | {
      readonly kind: 'level';
      readonly beat: string;
      readonly was: Dynamic | undefined;
      readonly is: Dynamic | undefined;
    }
  /** All notes are moved by so many letter steps, the rhythm is the same. */
  | { readonly kind: 'moved'; readonly steps: number }
  /** What was not there, or is there no longer. */
  | { readonly kind: 'only-first' | 'only-second'; readonly beat: string; readonly lengths: readonly Length[] };

const signed = (from: Pitch, to: Pitch): number => diatonic(to) - diatonic(from);
const quartersOf = ({ event }: EventAsPlayed<Pitch>) => durationQuarters(event.duration);

/** The letter steps by which all notes have moved alike; undefined where they have not. */
function movedAlike<P extends Pitch>(a: BarAsPlayed<P>, b: BarAsPlayed<P>): number | undefined {
  const steps = a.events.flatMap(({ event: x }, i) => {
    const y = b.events[i]?.event;
    return x.kind === 'note' && y?.kind === 'note' ? [signed(x.pitch, y.pitch)] : [];
  });
  return steps.length > 1 && steps[0] !== 0 && steps.every((s) => s === steps[0]) ? steps[0] : undefined;
}

const marksOf = ({ event: e }: EventAsPlayed<Pitch>): ReadonlySet<PlayedMark> =>
  new Set<PlayedMark>([
    ...(e.kind === 'note' ? (e.articulations ?? []) : []),
    ...(e.fermata === true ? (['fermata'] as const) : []),
    ...(e.kind === 'note' && e.breathAfter === true ? (['breath'] as const) : []),
  ]);

/** How two notes, or two rests, that begin together are played otherwise. */
function touchedAt<P extends Pitch>(x: EventAsPlayed<P>, y: EventAsPlayed<P>, beat: string): BarDifference<P>[] {
  const [marks, others] = [marksOf(x), marksOf(y)];
  const gone = [...marks].filter((m) => !others.has(m));
  const come = [...others].filter((m) => !marks.has(m));
  const [a, b] = [x.event, y.event];
  const tied = (e: typeof a): boolean => e.kind === 'note' && e.tie === true;
  return [
    ...(tied(a) === tied(b) ? [] : [{ kind: 'tie' as const, beat, tied: tied(b) }]),
    ...(x.held === y.held ? [] : [{ kind: 'held' as const, beat, held: y.held }]),
    ...(x.slurred === y.slurred ? [] : [{ kind: 'slur' as const, beat, slurred: y.slurred }]),
    ...gone.map((mark) => ({ kind: 'mark' as const, beat, mark, marked: false })),
    ...come.map((mark) => ({ kind: 'mark' as const, beat, mark, marked: true })),
  ];
}

function differAt<P extends Pitch>(x: EventAsPlayed<P>, y: EventAsPlayed<P>, beat: string): BarDifference<P>[] {
  const [a, b] = [x.event, y.event];
  if (a.kind === 'note' && b.kind === 'rest') return [{ kind: 'rest-for-note', beat, pitch: a.pitch }];
  if (a.kind === 'rest' && b.kind === 'note') return [{ kind: 'note-for-rest', beat, pitch: b.pitch }];
  const touched = touchedAt(x, y, beat);
  if (a.kind !== 'note' || b.kind !== 'note' || samePitch(a.pitch, b.pitch)) return touched;
  return [{ kind: 'pitch', beat, was: a.pitch, is: b.pitch, steps: signed(a.pitch, b.pitch) }, ...touched];
}

type Meeting = readonly [from: readonly [number, number], to: readonly [number, number]];

/**
 * Where two bars' events begin and end together again: between two such places they are compared as one. What comes
 * before the first of them, where the bars do not begin together, is a stretch of its own.
 */
function meetings<P extends Pitch>(a: readonly EventAsPlayed<P>[], b: readonly EventAsPlayed<P>[]): Meeting[] {
  const found: [number, number][] = [];
  let [i, j] = [0, 0];
  while (i < a.length && j < b.length) {
    const order = compare((a[i] as EventAsPlayed<P>).onset, (b[j] as EventAsPlayed<P>).onset);
    if (order === 0) found.push([i++, j++]);
    else if (order < 0) i += 1;
    else j += 1;
  }
  const [first] = found;
  if (first === undefined || first[0] > 0 || first[1] > 0) found.unshift([0, 0]);
  const ends = [...found.slice(1), [a.length, b.length] as [number, number]];
  return found.map((from, k) => [from, ends[k] as [number, number]]);
}

/** How two bars' loudness parts, and how it parted before. */
type LevelsApart = { was: Dynamic | undefined; is: Dynamic | undefined };

/** Where the loudness parts: said once, and again only where it parts another way. @param apart is kept up */
function levelsApart<P extends Pitch>(a: BarAsPlayed<P>, b: BarAsPlayed<P>, apart: LevelsApart): BarDifference<P>[] {
  const found: Extract<BarDifference<P>, { readonly kind: 'level' }>[] = [];
  for (const y of b.events) {
    const x = a.events.find((e) => equal(e.onset, y.onset));
    if (x === undefined) continue;
    const isOther = apart.was !== x.level || apart.is !== y.level;
    if (x.level !== y.level && isOther)
      found.push({ kind: 'level', beat: beatName(y.onset, b.count), was: x.level, is: y.level });
    Object.assign(apart, { was: x.level, is: y.level });
  }
  return found;
}

/**
 * What one bar has otherwise than another, aligned by the beat: rhythm, pitches, ties, slurs, marks, and how loud.
 *
 * Pitches are compared where both begin a note and their values agree; where the values part, from the beat at which
 * they do to the one at which they meet again. Words are left aside.
 * @param apart how loudness parted in the bars before, where bars in a row are compared; it is kept up
 * @returns nothing for bars that are played alike
 * @example C4 D4 E4:h against C4 D4 G4:h differs at beat 3: G in place of E
 */
export function compareBars<P extends Pitch>(
  first: BarAsPlayed<P>,
  second: BarAsPlayed<P>,
  apart: LevelsApart = { was: undefined, is: undefined },
): BarDifference<P>[] {
  const [a, b] = [first.events, second.events];
  const lengths = (events: readonly EventAsPlayed<P>[]): Length[] =>
    events.map(({ event }) => ({ duration: event.duration, rest: event.kind === 'rest' }));
  if (a.length === 0 || b.length === 0) {
    const [kind, left] = a.length === 0 ? (['only-second', b] as const) : (['only-first', a] as const);
    const [from] = left;
    return from === undefined ? [] : [{ kind, beat: beatName(from.onset, second.count), lengths: lengths(left) }];
  }
  const sameLengths = (x: readonly EventAsPlayed<P>[], y: readonly EventAsPlayed<P>[]): boolean =>
    x.length === y.length &&
    x.every((e, i) => {
      const other = y[i] as EventAsPlayed<P>;
      return equal(e.onset, other.onset) && equal(quartersOf(e), quartersOf(other));
    });
  const alike = sameLengths(a, b) && a.every((e, i) => e.event.kind === b[i]?.event.kind);
  const steps = alike ? movedAlike(first, second) : undefined;
  const found = meetings(a, b).flatMap(([[i, j], [k, l]]): BarDifference<P>[] => {
    const [x, y] = [a.slice(i, k), b.slice(j, l)];
    const [head, other] = [x[0], y[0]];
    const beat = beatName((head ?? other ?? (b[0] as EventAsPlayed<P>)).onset, second.count);
    const together = head !== undefined && other !== undefined && equal(head.onset, other.onset);
    const at = together ? differAt(head, other, beat) : [];
    return sameLengths(x, y) ? at : [{ kind: 'rhythm', beat, was: lengths(x), is: lengths(y) }, ...at];
  });
  const others =
    steps === undefined ? found : [{ kind: 'moved' as const, steps }, ...found.filter((d) => d.kind !== 'pitch')];
  return [...others, ...levelsApart(first, second, apart)];
}

/** A difference in pitch as an interval: its number, and whether it goes up. */
export function differenceInterval(was: Pitch, is: Pitch): { readonly size: number; readonly up: boolean } {
  const { number, octaves, up } = nameInterval(intervalBetween(was, is));
  return { size: number + 7 * octaves, up };
}

/**
 * Two lines of bars, bar against bar, with those that are not played alike; that one is louder is said where it begins.
 * @example for the two lines of a duet: where they part
 */
export function compareLines<P extends Pitch>(
  first: readonly BarAsPlayed<P>[],
  second: readonly BarAsPlayed<P>[],
): { readonly index: number; readonly differences: readonly BarDifference<P>[] }[] {
  const apart: LevelsApart = { was: undefined, is: undefined };
  return Array.from({ length: Math.max(first.length, second.length) }, (_unused, index) => {
    const [a, b] = [first[index], second[index]];
    const none = (like: BarAsPlayed<P>): BarAsPlayed<P> => ({ ...like, events: [] });
    const differences =
      a !== undefined && b !== undefined
        ? compareBars(a, b, apart)
        : a !== undefined
          ? compareBars(a, none(a))
          : b !== undefined
            ? compareBars(none(b), b)
            : [];
    return { index, differences };
  }).filter((d) => d.differences.length > 0);
}
