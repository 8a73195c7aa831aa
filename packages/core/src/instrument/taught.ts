import type { Woodwind } from '../fingering/touch.data';
import { SCHOOL_CHOICES, type SchoolOverrides, type SchoolQuestion, type Schools } from '../school/schools';
import type { Instrument, InstrumentId } from './instrument';
import { HORN_TUBES, instrumentOf } from './instrument.data';

/** Instruments whose clef is a matter of school, and the same instrument in treble clef. */
const IN_TREBLE: Readonly<Partial<Record<InstrumentId, InstrumentId>>> = {
  euphonium: 'euphonium-treble',
  baritone: 'baritone-treble',
};

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
  if (id === 'horn')
    return schools.horn === 'single-f'
      ? plain
      : once(`horn ${schools.horn}`, () => ({ ...plain, system: HORN_TUBES[schools.horn] }));
  const treble = IN_TREBLE[id];
  if (treble === undefined || schools.euphonium === 'bass-clef') return plain;
  return once(`${id} in treble`, () => ({ ...instrumentOf(treble), id }));
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
