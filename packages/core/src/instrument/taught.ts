import type { Woodwind } from '../fingering/touch.data';
import { interval, invert, transpose } from '../pitch/interval';
import type { Written } from '../pitch/pitch';
import {
  CONVENTION_CHOICES,
  type ConventionOverrides,
  type ConventionQuestion,
  type Conventions,
} from '../convention/conventions';
import type { Instrument, ByInstrument, InstrumentId, OwnId } from './instrument';
import { F_ATTACHMENT, HORN_TUBES, INSTRUMENTS } from './instrument.data';
import { instrumentOf, likeOf } from './instrumentOf';
import { readOwnId, toInstrument } from './ownInstrument';

const HORNS: Readonly<Record<Conventions['horn'], Instrument>> = {
  'single-f': instrumentOf('horn'),
  double: Object.freeze({ ...instrumentOf('horn'), system: HORN_TUBES.double }),
  'single-b-flat': Object.freeze({
    ...instrumentOf('horn'),
    ranges: instrumentOf('b-flat-horn').ranges,
    system: HORN_TUBES['single-b-flat'],
  }),
};

const ATTACHMENTS: Readonly<Record<Conventions['attachment'], Instrument>> = {
  'plain-slide': instrumentOf('f-trombone'),
  own: Object.freeze({ ...instrumentOf('f-trombone'), system: F_ATTACHMENT.own }),
};

/** A saxophone in B♭ that begins with the fingers of the alto. */
const fromG = (id: 'soprano-saxophone' | 'tenor-saxophone'): Instrument => {
  const { firstNotes, ranges } = instrumentOf('alto-saxophone');
  return Object.freeze({ ...instrumentOf(id), firstNotes, ranges });
};
const AS_THE_ALTO: ByInstrument<Instrument> = {
  'soprano-saxophone': fromG('soprano-saxophone'),
  'tenor-saxophone': fromG('tenor-saxophone'),
};

/** Instruments whose clef is a matter of convention, as they are in treble clef. */
const IN_TREBLE: ByInstrument<Instrument> = {
  euphonium: Object.freeze({ ...instrumentOf('euphonium-treble'), id: 'euphonium' }),
  baritone: Object.freeze({ ...instrumentOf('baritone-treble'), id: 'baritone' }),
};

/** Instruments with four valves, as they are where the fourth compensates: in tune two half steps further down. */
const COMPENSATING: ReadonlyMap<Instrument, Instrument> = new Map(
  [...INSTRUMENTS, ...Object.values(IN_TREBLE)].flatMap((i): [Instrument, Instrument][] => {
    if (i.system.kind !== 'brass' || i.system.tube.fourthValve !== true) return [];
    const { low, high } = i.ranges.full;
    const full = Object.freeze({ low: transpose<Written>(low, invert(interval(2, -1))), high });
    const tube = Object.freeze({ ...i.system.tube, compensating: true });
    const system = Object.freeze({ kind: 'brass' as const, tube });
    return [[i, Object.freeze({ ...i, ranges: Object.freeze({ ...i.ranges, full }), system })]];
  }),
);

/** The instrument of the catalogue, or the one of its sisters that a convention means. */
function sister(id: InstrumentId, conventions: Conventions): Instrument {
  if (id === 'horn') return HORNS[conventions.horn];
  if (id === 'f-trombone') return ATTACHMENTS[conventions.attachment];
  const otherwise =
    (conventions.euphonium === 'treble-clef' ? IN_TREBLE[id] : undefined) ??
    (conventions.bFlatSaxophones === 'as-the-alto' ? AS_THE_ALTO[id] : undefined);
  return otherwise ?? instrumentOf(id);
}

/**
 * An instrument as a convention teaches it: which tube the horn has, how an attachment's positions
 * are counted, whether a fourth valve compensates, which clef a euphonium or baritone reads, on which notes a saxophone
 * in B♭ begins.
 *
 * The id stays, so that a class keeps its list when the convention changes.
 * @example taughtAs('euphonium', conventionsOf({ euphonium: 'treble-clef' })).clefs // ['treble']
 */
export function taughtAs(id: InstrumentId, conventions: Conventions): Instrument {
  const own = readOwnId(id);
  // A clef of its own is said with an own instrument: only how it is fingered is left to the convention.
  if (own !== undefined)
    return toInstrument(id as OwnId, own, taughtAs(own.like, { ...conventions, euphonium: 'bass-clef' }));
  const found = sister(id, conventions);
  return conventions.fourValves === 'compensating' ? (COMPENSATING.get(found) ?? found) : found;
}

const WOODWIND_QUESTION: Readonly<Partial<Record<Woodwind, ConventionQuestion>>> = {
  flute: 'fluteBFlat',
  saxophone: 'saxophoneBFlat',
  recorder: 'recorder',
};

/**
 * The question of convention that changes an instrument's figures or clef, if there is one.
 * @example figureQuestion('piccolo') // 'fluteBFlat'
 */
export function figureQuestion(id: InstrumentId): ConventionQuestion | undefined {
  const like = likeOf(id) ?? id;
  if (like === 'horn') return 'horn';
  if (like === 'f-trombone') return 'attachment';
  if (IN_TREBLE[id] !== undefined) return 'euphonium';
  const { system } = instrumentOf(id);
  if (system.kind === 'woodwind') return WOODWIND_QUESTION[system.woodwind];
  return system.tube.fourthValve === true ? 'fourValves' : undefined;
}

/**
 * A choice for an instrument's own question, or nothing where it is no choice of it.
 * @example figureConvention('horn', 'double') // { horn: 'double' }
 */
export function figureConvention(id: InstrumentId, choice: string): ConventionOverrides | undefined {
  const question = figureQuestion(id);
  return question !== undefined && (CONVENTION_CHOICES[question] as readonly string[]).includes(choice)
    ? { [question]: choice }
    : undefined;
}
