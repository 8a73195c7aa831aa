import { type Instrument, type InstrumentId, instrumentsWith, isInstrumentId, type PageOwner } from '@cifra/core';
import { useCurrentClass } from './currentClass';

/** Instruments of one's own in all of the teacher's classes. */
export function useOwnInstruments(): InstrumentId[] {
  return useCurrentClass()
    .all.flatMap((c) => c.instruments)
    .filter((id) => id.startsWith('own.'));
}

/**
 * Every instrument to choose from, in score order: the catalogue and the teacher's own.
 * @param also one that is chosen already, should no class have it
 */
export function useInstruments(also: PageOwner = 'concert'): Instrument[] {
  const own = useOwnInstruments();
  return instrumentsWith([...own, ...(isInstrumentId(also) ? [also] : [])]);
}
