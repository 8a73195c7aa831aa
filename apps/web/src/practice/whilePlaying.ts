import type { BarRange, NoteAnnotation, PagePlan, Take } from '@cifra/core';
import { pageName } from '@cifra/engrave';
import type { NoteMark } from '../player/PartStrip';
import type { PreparedPlayback } from '../player/playback';
import type { Playing } from '../player/usePlayer';
import { takeRemarks } from '../words/takeWords';
import type { Chain } from './Pieces';

/** Two moments of the player that are one. */
const SAME_SECONDS = 1e-6;

/** The note that comes next while it is played; before it is, the first. */
export function nextNote(
  plan: PagePlan,
  { sequence }: PreparedPlayback,
  { note, at }: Playing,
): NoteAnnotation | undefined {
  const now =
    note === undefined ? -1 : sequence.cues.findIndex((c) => c.id === note && Math.abs(c.at - at) < SAME_SECONDS);
  const next = sequence.cues[now + 1];
  return next === undefined ? undefined : plan.annotations.get(next.id);
}

/** Whether it is the pupils' turn. */
export const isYourTurn = (prepared: PreparedPlayback | undefined, { playing, note, at }: Playing): boolean =>
  playing &&
  note !== undefined &&
  prepared !== undefined &&
  'yours' in prepared.sequence &&
  prepared.sequence.yours.some((y) => at >= y.from - SAME_SECONDS && at < y.to);

/** What became of each note in a take, over the page. */
export const marksOf = (plan: PagePlan, take: Take): NoteMark[] =>
  takeRemarks(plan, take).map((r) => ({ name: pageName(0, r.id), mark: r.mark, words: r.words }));

/** The bars over which a step of a hard place reaches. */
export function barsOfStep(plan: PagePlan, { build, step }: Chain): BarRange {
  const barOf = plan.part.concert.measures.flatMap((m, i) => m.events.map(() => i));
  const [first, last] = build.steps[step] ?? [0, 0];
  return { from: barOf[first] ?? 0, to: barOf[last] ?? 0 };
}
