import type { InstrumentId } from '../instrument/instrument';
import type { Exercise } from './exercise';

/**
 * A line as one pupil has it: what is chosen for them stands in place of what is chosen for their instrument, and
 * nothing is left that is said of anybody else.
 * @param pupilId none for a page of everybody who plays the instrument
 * @example
 * forPupil({ …, partChoices: {}, pupilChoices: { ada: { line: 1 } } }, 'ada', 'horn').partChoices
 * // { horn: { line: 1 } }
 */
export function forPupil(
  { pupilChoices = {}, partChoices, ...line }: Exercise,
  pupilId: string | undefined,
  instrument: InstrumentId,
): Exercise {
  const own = (pupilId === undefined ? undefined : pupilChoices[pupilId]) ?? partChoices[instrument];
  return { ...line, partChoices: own === undefined ? {} : { [instrument]: own } };
}
