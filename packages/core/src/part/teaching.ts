import type { Stage } from '../instrument/instrument';
import {
  DEFAULT_CONVENTIONS,
  type ConventionOverrides,
  type Conventions,
  conventionsOf,
} from '../convention/conventions';

/** How a class is taught: the conventions that hold for it, and how far its players have come. */
export interface Teaching {
  readonly conventions: Conventions;
  readonly stage: Stage;
}

export const DEFAULT_TEACHING: Teaching = Object.freeze({ conventions: DEFAULT_CONVENTIONS, stage: 'first-year' });

/**
 * How one pupil is taught: the class's ways with what is theirs.
 * @example taughtTo(DEFAULT_TEACHING, { stage: 'first-notes' }).stage // 'first-notes'
 */
export const taughtTo = (
  { conventions, stage }: Teaching,
  pupil: { readonly conventions?: ConventionOverrides | undefined; readonly stage?: Stage | undefined },
): Teaching => ({
  conventions: pupil.conventions === undefined ? conventions : conventionsOf(conventions, pupil.conventions),
  stage: pupil.stage ?? stage,
});
