import type { Schools } from '../school/schools';
import type { Instrument, InstrumentId } from './instrument';
import { HORN_TUBES, instrumentOf } from './instrument.data';

/** Instruments whose clef is a matter of school, and the same instrument in treble clef. */
const IN_TREBLE: Readonly<Partial<Record<InstrumentId, InstrumentId>>> = { euphonium: 'euphonium-treble', baritone: 'baritone-treble' };

const MADE = new Map<string, Instrument>();
const once = (name: string, make: () => Instrument): Instrument => {
  const made = MADE.get(name) ?? Object.freeze(make());
  MADE.set(name, made);
  return made;
};

/**
 * An instrument as a school teaches it: which tube the horn has, which clef a euphonium or baritone reads.
 *
 * The id stays, so that a class keeps its list when the school changes. The same object each time.
 * @example taughtAs('euphonium', schoolsOf({ euphonium: 'treble-clef' })).clefs // ['treble']
 */
export function taughtAs(id: InstrumentId, schools: Schools): Instrument {
  const plain = instrumentOf(id);
  if (id === 'horn') return schools.horn === 'single-f' ? plain : once(`horn ${schools.horn}`, () => ({ ...plain, system: HORN_TUBES[schools.horn] }));
  const treble = IN_TREBLE[id];
  if (treble === undefined || schools.euphonium === 'bass-clef') return plain;
  return once(`${id} in treble`, () => ({ ...instrumentOf(treble), id }));
}
