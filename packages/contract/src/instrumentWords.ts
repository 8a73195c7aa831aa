import { type Instrument, INSTRUMENTS } from '@cifra/core';

/** What the names of instruments are made of, but for letters of pitch: written small inside a sentence. */
const SMALL = new Set(INSTRUMENTS.flatMap((i) => i.name.split(/[ ,]+/)).filter((word) => word.length > 2));

/**
 * An instrument as it is said inside a sentence.
 * @example instrumentWord(instrumentOf('e-flat-clarinet')) // 'E♭ clarinet'
 */
export const instrumentWord = ({ name }: Pick<Instrument, 'name'>): string =>
  name.replace(/[^ ,]+/g, (word) => (SMALL.has(word) ? word.toLowerCase() : word));
