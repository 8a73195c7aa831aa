import type { Pitch } from '../pitch/pitch';
import { toNumber } from '../rational/rational';
import { GRACE_SECONDS } from '../score/breath';
import { durationQuarters } from '../score/duration';
import type { NoteId, Score } from '../score/score';
import { slurredOn } from '../score/slurs';
import { quartersAMinute } from '../score/tempo';
import { type PlacedEvent, placeEvents } from '../score/walk';

/** Whether players are asked for more than one breath. */
export const isTooLong = (seconds: number, limit: number): boolean => seconds > limit + GRACE_SECONDS;

/** A note on one breath, and how many seconds have passed when it ends. */
export interface OnBreath<P extends Pitch> extends PlacedEvent<P> {
  readonly passed: number;
}

/** What is played on one breath: from a rest, a mark or the start to the next. */
export interface Stretch<P extends Pitch> {
  readonly notes: readonly OnBreath<P>[];
  readonly seconds: number;
  /** What gives the breath after it: a mark at a note, a rest, or the end of the line. */
  readonly then: 'mark' | 'rest' | 'end';
}

/**
 * Divides a line into what is played on one breath each, as it stands on the page: repeats are not gone through.
 * @param planned notes after which a breath is planned, besides those that are marked
 */
export function breathStretches<P extends Pitch>(
  score: Score<P>,
  planned: ReadonlySet<NoteId> = new Set(),
): Stretch<P>[] {
  const stretches: Stretch<P>[] = [];
  let notes: OnBreath<P>[] = [];
  let seconds = 0;
  const close = (then: Stretch<P>['then']): void => {
    if (notes.length > 0) stretches.push({ notes, seconds, then });
    notes = [];
    seconds = 0;
  };
  for (const p of placeEvents(score)) {
    if (p.event.kind === 'rest') {
      close('rest');
      continue;
    }
    seconds += (toNumber(durationQuarters(p.event.duration)) * 60) / quartersAMinute(p.place.tempo, p.place.meter);
    notes.push({ ...p, passed: seconds });
    if (p.event.breathAfter === true || planned.has(p.event.id)) close('mark');
  }
  close('end');
  return stretches;
}

/**
 * Where a stretch could be breathed in: the last note before the bar line nearest to its middle, not tied or slurred
 * on.
 * @returns the note after which to breathe; undefined where a tie or slur leads over every bar line
 */
export function emergencyBreath<P extends Pitch>(
  { notes }: Stretch<P>,
  slurred: ReadonlySet<NoteId>,
): NoteId | undefined {
  const middle = (notes.at(-1)?.passed ?? 0) / 2;
  const candidates = notes.flatMap(({ event, place, passed }, i) => {
    const next = notes[i + 1];
    const open = event.kind === 'note' && event.tie !== true && !slurred.has(event.id);
    return open && next !== undefined && next.place.index !== place.index
      ? [{ id: event.id, far: Math.abs(passed - middle) }]
      : [];
  });
  return candidates.sort((a, b) => a.far - b.far)[0]?.id;
}

/** One breath of a plan: from bar to bar, how long it lasts, and where to breathe if it is too long. */
export interface PlannedBreath {
  readonly from: number;
  readonly to: number;
  readonly seconds: number;
  readonly then: Stretch<Pitch>['then'];
  readonly tooLong: boolean;
  /** The bar after whose last note an emergency breath can be taken. */
  readonly emergency: { readonly note: NoteId; readonly bar: number } | undefined;
}

/**
 * The breaths of a page in order, checked against what its players can do at its tempo.
 * @param score a part's page, planned breath marks included
 * @param limit seconds that they have on one breath
 */
export function plannedBreaths<P extends Pitch>(score: Score<P>, limit: number): PlannedBreath[] {
  const slurred = slurredOn(score);
  return breathStretches(score).map((s) => {
    const tooLong = isTooLong(s.seconds, limit);
    const note = tooLong ? emergencyBreath(s, slurred) : undefined;
    const bar = s.notes.find((n) => n.event.id === note)?.place.number;
    return {
      from: s.notes[0]?.place.number ?? 0,
      to: s.notes.at(-1)?.place.number ?? 0,
      seconds: s.seconds,
      then: s.then,
      tooLong,
      emergency: note === undefined || bar === undefined ? undefined : { note, bar },
    };
  });
}
