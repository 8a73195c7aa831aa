import type { Stage } from '../instrument/instrument';
import { DEFAULT_SCHOOLS, type Schools } from '../school/schools';

/** How a class is taught: the schools that hold for it, and how far its players have come. */
export interface Teaching {
  readonly schools: Schools;
  readonly stage: Stage;
}

export const DEFAULT_TEACHING: Teaching = Object.freeze({ schools: DEFAULT_SCHOOLS, stage: 'first-year' });
