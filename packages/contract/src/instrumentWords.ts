import { type Instrument, INSTRUMENTS } from '@cifra/core';

/** Words that are written small inside a sentence: those that the names of instruments are made of, not letters of pitch. */
const SMALL = new Set(INSTRUMENTS.flatMap((i) => i.name.split(/[ ,]+/)).filter((word) => word.length > 2));

/**
 * An instrument as it is said inside a sentence.
 * @example instrumentWord(instrumentOf('e-flat-clarinet')) // 'E♭ clarinet'
 */
export const instrumentWord = ({ name }: Pick<Instrument, 'name'>): string =>
  name.replace(/[^ ,]+/g, (word) => (SMALL.has(word) ? word.toLowerCase() : word));
