import type { KitKind, AssignmentView } from '@cifra/contract';
import { daysBetween, type NextReason, type Section } from '@cifra/core';
import { dayWords } from './pageWords';
import { SECTION_WORDS } from './sectionWords';
import { barsName, list } from './spoken';

export const KIT_WORDS: Readonly<
  Record<KitKind, { readonly name: string; readonly due: string; readonly settled: string; readonly settle: string }>
> = {
  loan: { name: 'Instrument on loan', due: 'due back', settled: 'came back', settle: 'It came back' },
  supply: { name: 'Reed, oil, other supply', due: 'needed by', settled: 'given', settle: 'It was given' },
  repair: { name: 'Repair', due: 'wanted by', settled: 'done', settle: 'It is done' },
  washed: { name: 'Mouthpiece or recorder to wash', due: 'wanted by', settled: 'washed', settle: 'It is washed' },
};

/** Which bars are set: `bars 3 to 6`, or the whole line. */
export const barsWords = ({ fromBar, toBar }: Pick<AssignmentView, 'fromBar' | 'toBar'>): string =>
  fromBar === undefined || toBar === undefined ? 'the whole line' : barsName(fromBar, toBar);

/** Whom something is set for, by name where they are few. */
/** A pupil of whom something is still told, but who is not on the list any more. */
export const WHO_LEFT = 'somebody who has left';

export function assignedToWords(
  w: Pick<AssignmentView, 'for' | 'section' | 'pupilIds'>,
  nameOf: (id: string) => string | undefined,
): string {
  if (w.for === 'class') return 'the whole class';
  if (w.for === 'section') return (SECTION_WORDS[w.section as Section] ?? 'a section').toLowerCase();
  const names = (w.pupilIds ?? []).flatMap((id) => nameOf(id) ?? []);
  if (names.length === 0) return WHO_LEFT;
  return names.length > 4 ? `${names.slice(0, 3).join(', ')} and ${names.length - 3} more` : list(names);
}

/** Why a pupil is looked at next, in words that a teacher would use. */
export function reasonWords(r: NextReason, titleOf: (exercise: string) => string): string {
  switch (r.kind) {
    case 'overdue':
      return `${titleOf(r.exerciseId)} is ${r.days} ${r.days === 1 ? 'day' : 'days'} late`;
    case 'missed-in-a-row':
      return `without the work ${r.times} times in a row`;
    case 'not-at-home':
      return `${titleOf(r.exerciseId)} was not opened at home yet`;
    case 'peeks':
      return `${r.peeks} peeks in ${titleOf(r.exerciseId)}: drill its figures`;
    case 'ready':
      return `${titleOf(r.exerciseId)} is clean in a row at ${r.percent} %: ready for something new`;
  }
}

const ONE_BY_ONE = 2;

/** A pupil's reasons, the most pressing first; several of a kind are said together. */
export function reasonsWords(reasons: readonly NextReason[], titleOf: (exercise: string) => string): string {
  const late = reasons.filter((r) => r.kind === 'overdue');
  const peeks = reasons.filter((r) => r.kind === 'peeks');
  const unopened = reasons.filter((r) => r.kind === 'not-at-home');
  const titles = (of: readonly { readonly exerciseId: string }[]): string => list(of.map((r) => titleOf(r.exerciseId)));
  const longest = late.reduce<number>((most, r) => Math.max(most, r.days), 0);
  const together = (kind: NextReason['kind']): boolean =>
    kind === 'not-at-home'
      ? unopened.length > 1
      : (kind === 'overdue' ? late : kind === 'peeks' ? peeks : []).length > ONE_BY_ONE;
  return [
    ...(together('overdue') ? [`${late.length} lines are late, the longest for ${longest} days: ${titles(late)}`] : []),
    ...(together('not-at-home') ? [`${titles(unopened)} were not opened at home yet`] : []),
    ...reasons.filter((r) => !together(r.kind)).map((r) => reasonWords(r, titleOf)),
    ...(together('peeks') ? [`many peeks in ${titles(peeks)}: drill their figures`] : []),
  ].join('; ');
}

/** How a day lies to today: `today`, `in 3 days`, `2 days late`, or the date. */
export function dueWords(due: string, today: string): string {
  const days = daysBetween(today, due);
  if (days === 0) return 'today';
  if (days === 1) return 'tomorrow';
  if (days > 1 && days <= 7) return `in ${days} days`;
  if (days < 0) return `${-days} ${days === -1 ? 'day' : 'days'} late`;
  return dayWords(due);
}
