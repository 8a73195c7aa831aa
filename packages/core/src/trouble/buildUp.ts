import type { Exercise, PartChoice } from '../exercise/exercise';
import type { Annotations } from '../part/annotate';
import { derivePart, type Part } from '../part/derivePart';
import type { Concert } from '../pitch/pitch';
import { sum } from '../rational/rational';
import { durationQuarters } from '../score/duration';
import type { Measure, MusicEvent, NoteId, Score } from '../score/score';
import { unsung } from '../score/syllables';
import { settleTuplets } from '../score/tuplets';
import { placeMeasures } from '../score/walk';
import type { Change } from './partTrouble';

/** One step of a build-up: the events of the line that are played, by index from the first to the last. */
export type BuildUpStep = readonly [first: number, last: number];

/** A hard change taken apart: the change alone, then one note more on either side in turn, until its bar is whole. */
export interface BuildUp {
  readonly spot: Change;
  readonly steps: readonly BuildUpStep[];
}

interface Line {
  readonly events: readonly MusicEvent<Concert>[];
  /** Index of the bar of each event. */
  readonly barOf: readonly number[];
  readonly indexOf: ReadonlyMap<NoteId, number>;
}

function lineOf({ measures }: Score<Concert>): Line {
  const events = measures.flatMap((m) => m.events);
  return {
    events,
    barOf: measures.flatMap((m, i) => m.events.map(() => i)),
    indexOf: new Map(events.map((e, i) => [e.id, i])),
  };
}

/** The first event of a struck note at or before an index: held notes belong to the one that was struck. */
function struckAt(events: readonly MusicEvent<Concert>[], index: number): number {
  let i = index;
  while (i > 0 && events[i]?.kind === 'note' && isTied(events[i - 1])) i -= 1;
  return i;
}
const isTied = (e: MusicEvent<Concert> | undefined): boolean => e?.kind === 'note' && e.tie === true;

function heldUntil(events: readonly MusicEvent<Concert>[], index: number): number {
  let i = index;
  while (isTied(events[i]) && i + 1 < events.length) i += 1;
  return i;
}

/** The struck note before an index, inside the bounds; undefined where there is none. */
function before(events: readonly MusicEvent<Concert>[], index: number, first: number): number | undefined {
  for (let i = index - 1; i >= first; i--) if (events[i]?.kind === 'note') return Math.max(first, struckAt(events, i));
  return undefined;
}

function after(events: readonly MusicEvent<Concert>[], index: number, last: number): number | undefined {
  for (let i = index + 1; i <= last; i++) if (events[i]?.kind === 'note') return Math.min(last, heldUntil(events, i));
  return undefined;
}

/**
 * Takes a hard change apart: first the two notes, then one more before, one more after, and so on, until the bar of the
 * second note is whole.
 * @example in G A F F D with the change A to F: A F, G A F, G A F F, G A F F D
 */
export function buildUp(concert: Score<Concert>, spot: Change): BuildUp {
  const { events, barOf, indexOf } = lineOf(concert);
  const from = struckAt(events, indexOf.get(spot.from) ?? 0);
  const to = heldUntil(events, indexOf.get(spot.to) ?? 0);
  const bar = barOf[indexOf.get(spot.to) ?? 0];
  const first = Math.min(
    from,
    barOf.findIndex((b) => b === bar),
  );
  const last = Math.max(to, barOf.lastIndexOf(bar as number));
  const steps: BuildUpStep[] = [[from, to]];
  let [left, right] = [from, to];
  for (;;) {
    const grown = before(events, left, first);
    if (grown !== undefined) steps.push([(left = grown), right]);
    const on = after(events, right, last);
    if (on !== undefined) steps.push([left, (right = on)]);
    if (grown === undefined && on === undefined) break;
  }
  // Rests at the bar's ends are part of the whole.
  if (left > first || right < last) steps[steps.length - 1] = [first, last];
  return { spot, steps };
}

const STEP = '-step';

/** The note of the line that a note of a build-up comes from. */
export const buildUpSource = (id: NoteId): NoteId => id.replace(/-step\d+$/, '');

/** A part of a tuplet is no tuplet: its notes stand as plain values until the step has all of them. */
function plainTuplets(events: readonly MusicEvent<Concert>[]): MusicEvent<Concert>[] {
  const made: MusicEvent<Concert>[] = [];
  for (let i = 0; i < events.length;) {
    let end = i;
    while (events[end]?.duration.tuplet !== undefined) end += 1;
    const run = events.slice(i, Math.max(end, i + 1));
    const { d } = sum(run.map((e) => durationQuarters(e.duration)));
    // A whole group lasts a plain value: halves of it and no thirds.
    const whole = end === i || (d & (d - 1)) === 0;
    for (const e of run) {
      const { tuplet: _tuplet, ...plain } = e.duration;
      made.push(whole ? e : { ...e, duration: plain });
    }
    i += run.length;
  }
  return made;
}

function stepMeasures(concert: Score<Concert>, { steps }: BuildUp, first: number, label: string): Measure<Concert>[] {
  const { events, barOf } = lineOf(concert);
  const placed = placeMeasures(concert);
  return steps.map(([from, to], k): Measure<Concert> => {
    const number = first + k;
    const place = placed[barOf[from] ?? 0];
    const taken = events.slice(from, to + 1).map((e, i, all): MusicEvent<Concert> => {
      const { words: _words, ...plain } = unsung(e);
      const loose =
        i === all.length - 1 && plain.kind === 'note' && plain.tie === true ? { ...plain, tie: false } : plain;
      return { ...loose, id: `${e.id}${STEP}${number}` };
    });
    const last = k === steps.length - 1;
    return settleTuplets({
      id: `b${number}`,
      events: plainTuplets(taken),
      pickup: true,
      endBar: last ? 'final' : 'double',
      // A meter says nothing of a step: only the first, which a score has to have, stands there.
      ...(k === 0 &&
        place !== undefined && {
          startsSystem: true,
          key: place.key,
          tempo: { words: label },
          ...(first === 0 && { meter: place.meter, clef: place.clef }),
        }),
    });
  });
}

/**
 * A page of build-ups: a line for each hard change, a bar for each step, in the part's own octave, key and clef.
 * @param labels what stands over each, such as `bar 3: C to D`
 * @param title of the page; the line's own without it
 */
export function buildUpPart(
  part: Part,
  exercise: Pick<Exercise, 'owner'>,
  builds: readonly BuildUp[],
  labels: readonly string[],
  title = part.concert.title,
): Part {
  const measures: Measure<Concert>[] = [];
  let fifths: number | undefined;
  builds.forEach((b, i) => {
    const [head, ...rest] = stepMeasures(part.concert, b, measures.length, labels[i] ?? '');
    if (head === undefined) return;
    const { key, ...plain } = head;
    measures.push(key?.fifths === fifths ? plain : head, ...rest);
    fifths = key?.fifths;
  });
  const inStep = new Map(measures.flatMap((m) => m.events.map((e) => [e.id, m.id] as const)));
  const slurs = part.concert.slurs.flatMap((s) =>
    measures.flatMap((m) => {
      const ends = [s.from, s.to].map((id) => m.events.find((e) => buildUpSource(e.id) === id)?.id);
      return ends[0] !== undefined && ends[1] !== undefined && inStep.get(ends[0]) === inStep.get(ends[1])
        ? [{ from: ends[0], to: ends[1] }]
        : [];
    }),
  );
  const { octave, key, clef } = part.decisions;
  const moved = Object.fromEntries(
    measures.flatMap((m) =>
      m.events.flatMap((e) => {
        const by = part.moved.get(buildUpSource(e.id));
        return by === undefined ? [] : [[e.id, by] as const];
      }),
    ),
  );
  const choice: PartChoice = { octaves: octave.octaves, key: key.choice, clef: clef.clef, alternatives: moved };
  const teaching = { ...part.teaching, conventions: { ...part.teaching.conventions, breath: 'own-marks' as const } };
  return derivePart({ title, measures, slurs, hairpins: [] }, part.instrument, exercise.owner, choice, teaching);
}

/**
 * The two notes of a change as they are said; which is which, where both have one name.
 * @example E♭4 to E♭5: `low E♭`, `high E♭`
 */
export function changeNames({ from, to }: Change, annotations: Annotations): readonly [from: string, to: string] {
  const [a, b] = [annotations.get(from), annotations.get(to)];
  const names = [a?.spokenName ?? '', b?.spokenName ?? ''] as const;
  if (a === undefined || b === undefined || names[0] !== names[1] || a.written.octave === b.written.octave)
    return names;
  const up = b.written.octave > a.written.octave;
  return [`${up ? 'low' : 'high'} ${names[0]}`, `${up ? 'high' : 'low'} ${names[1]}`];
}
