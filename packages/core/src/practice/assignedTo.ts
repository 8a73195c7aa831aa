import type { InstrumentId, Section } from '../instrument/instrument';
import { instrumentOf } from '../instrument/instrumentOf';

/** Whom something is set for: all of a class, one of its sections, or some of its pupils. */
export const ASSIGNED_TO = ['class', 'section', 'pupils'] as const;
export type AssignedTo = (typeof ASSIGNED_TO)[number];

/**
 * Whether what is set is set for a pupil; who plays a second instrument is of both sections.
 * @example isAssignedTo({ for: 'section', section: 'horns' }, a trumpeter who also plays the horn) // true
 */
export function isAssignedTo(
  w: {
    readonly for: AssignedTo;
    readonly section?: Section | undefined;
    readonly pupilIds?: readonly string[] | undefined;
  },
  p: { readonly id: string; readonly instrument: InstrumentId; readonly second?: InstrumentId | undefined },
): boolean {
  switch (w.for) {
    case 'class':
      return true;
    case 'section':
      return [p.instrument, p.second].some((i) => i !== undefined && instrumentOf(i).section === w.section);
    case 'pupils':
      return w.pupilIds?.includes(p.id) === true;
  }
}
