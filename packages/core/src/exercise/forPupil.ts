import type { InstrumentId } from '../instrument/instrument';
import type { Exercise } from './exercise';

/**
 * A line as one pupil has it: what is chosen for them stands in place of what is chosen for their instrument, and
 * nothing is left that is said of any other pupil.
 * @param pupilId none for a page of everybody who plays the instrument
 * @param heard other instruments that can be heard with it; of the rest nothing is left
 * @example
 * forPupil({ …, partChoices: {}, pupilChoices: { ada: { line: 1 } } }, 'ada', 'horn').partChoices
 * // { horn: { line: 1 } }
 */
export function forPupil(
  { pupilChoices = {}, partChoices, ...line }: Exercise,
  pupilId: string | undefined,
  instrument: InstrumentId,
  heard: readonly InstrumentId[] = [],
): Exercise {
  const own = (pupilId === undefined ? undefined : pupilChoices[pupilId]) ?? partChoices[instrument];
  const others = heard.flatMap((i) => {
    const choice = partChoices[i];
    return i === instrument || choice === undefined ? [] : [[i, choice] as const];
  });
  return {
    ...line,
    partChoices: { ...Object.fromEntries(others), ...(own !== undefined && { [instrument]: own }) },
  };
}
