import type { Woodwind } from '../fingering/touch.data';
import { SCHOOL_CHOICES, type SchoolOverrides, type SchoolQuestion, type Schools } from '../school/schools';
import type { Instrument, InstrumentId } from './instrument';
import { HORN_TUBES, instrumentOf } from './instrument.data';

const HORNS: Readonly<Record<Schools['horn'], Instrument>> = {
  'single-f': instrumentOf('horn'),
  double: Object.freeze({ ...instrumentOf('horn'), system: HORN_TUBES.double }),
  'single-b-flat': Object.freeze({ ...instrumentOf('horn'), system: HORN_TUBES['single-b-flat'] }),
};

/** Instruments whose clef is a matter of school, as they are in treble clef. */
const IN_TREBLE: Readonly<Partial<Record<InstrumentId, Instrument>>> = {
  euphonium: Object.freeze({ ...instrumentOf('euphonium-treble'), id: 'euphonium' }),
  baritone: Object.freeze({ ...instrumentOf('baritone-treble'), id: 'baritone' }),
};

/**
 * An instrument as a school teaches it: which tube the horn has, which clef a euphonium or baritone reads.
 *
 * The id stays, so that a class keeps its list when the school changes.
 * @example taughtAs('euphonium', schoolsOf({ euphonium: 'treble-clef' })).clefs // ['treble']
 */
export function taughtAs(id: InstrumentId, schools: Schools): Instrument {
  if (id === 'horn') return HORNS[schools.horn];
  return (schools.euphonium === 'treble-clef' ? IN_TREBLE[id] : undefined) ?? instrumentOf(id);
}

const WOODWIND_QUESTION: Readonly<Partial<Record<Woodwind, SchoolQuestion>>> = {
  flute: 'fluteBFlat',
  saxophone: 'saxophoneBFlat',
  recorder: 'recorder',
};

/** The question of school that changes an instrument's figures or clef, if there is one. @example figureQuestion('piccolo') // 'fluteBFlat' */
export function figureQuestion(id: InstrumentId): SchoolQuestion | undefined {
  if (id === 'horn') return 'horn';
  if (IN_TREBLE[id] !== undefined) return 'euphonium';
  const { system } = instrumentOf(id);
  return system.kind === 'woodwind' ? WOODWIND_QUESTION[system.woodwind] : undefined;
}

/** A choice for an instrument's own question, or nothing where it is no choice of it. @example figureSchool('horn', 'double') // { horn: 'double' } */
export function figureSchool(id: InstrumentId, choice: string): SchoolOverrides | undefined {
  const question = figureQuestion(id);
  return question !== undefined && (SCHOOL_CHOICES[question] as readonly string[]).includes(choice)
    ? { [question]: choice }
    : undefined;
}
