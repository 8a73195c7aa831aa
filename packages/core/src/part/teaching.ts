import type { Stage } from '../instrument/instrument';
import { DEFAULT_SCHOOLS, type SchoolOverrides, type Schools, schoolsOf } from '../school/schools';

/** How a class is taught: the schools that hold for it, and how far its players have come. */
export interface Teaching {
  readonly schools: Schools;
  readonly stage: Stage;
}

export const DEFAULT_TEACHING: Teaching = Object.freeze({ schools: DEFAULT_SCHOOLS, stage: 'first-year' });

/** How one pupil is taught: the class's ways with what is theirs. @example taughtTo(DEFAULT_TEACHING, { stage: 'first-notes' }).stage // 'first-notes' */
export const taughtTo = (
  { schools, stage }: Teaching,
  pupil: { readonly schools?: SchoolOverrides | undefined; readonly stage?: Stage | undefined },
): Teaching => ({
  schools: pupil.schools === undefined ? schools : schoolsOf(schools, pupil.schools),
  stage: pupil.stage ?? stage,
});
