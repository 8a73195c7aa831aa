import type { ClassView } from '@cifra/contract';
import { type Exercise, type InstrumentId, knownNotes, type PagePlan, planPages, type Teaching } from '@cifra/core';
import { todayIso } from '../words/pageWords';

/** An instrument's page as a class reads it. */
export interface PlannedPage {
  readonly id: InstrumentId;
  readonly plan: PagePlan;
}

/** The page of every instrument of a class, as a line is read: repeats as they are printed. */
export function classPages(exercise: Exercise, group: ClassView, teaching: Teaching): PlannedPage[] {
  return group.instruments.flatMap((id) => {
    const [plan] = planPages(
      exercise,
      id,
      teaching,
      { ...group.page, repeats: 'folded' },
      { today: todayIso(), known: knownNotes(group.known)[id] },
    );
    return plan === undefined ? [] : [{ id, plan }];
  });
}
