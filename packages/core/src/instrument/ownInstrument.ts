import type { Tube } from '../fingering/brassTube';
import { type Clef, CLEFS } from '../key/signature';
import { type Interval, intervalBetween, semitones, transpose } from '../pitch/interval';
import { diatonic, letterName, midi, parsePitch, type Pitch, pitchText, type Written } from '../pitch/pitch';
import { spellSounding } from '../pitch/spellSounding';
import { canPlay } from './finger';
import {
  type CatalogueId,
  type FingeringSystem,
  INSTRUMENT_IDS,
  type Instrument,
  type OwnId,
  type Range,
  type Stage,
  STAGES,
  unisonOctaveOf,
} from './instrument';

/** An instrument that the catalogue does not have, as a teacher describes it by one that it has. */
export interface OwnInstrument {
  readonly name: string;
  /** Whose figures, sound, section and stages it has. */
  readonly like: CatalogueId;
  /** What sounds when its player reads middle C. @example A3, a clarinet in A */
  readonly sounds: Pitch;
  /** What the other instrument's player reads for the figure that this one's middle C has: mostly middle C too. */
  readonly fingeredAs: Written;
  readonly clef: Clef;
  /** Lowest and highest written note. */
  readonly range: Range;
  /** It has no valves: only the notes of the open tube. */
  readonly openOnly: boolean;
}

export const MAX_OWN_NAME = 40;
const MIDDLE_C = parsePitch<Written>('C4');
/** Further from what is written than this no instrument of a class sounds. */
const MOST_SEMITONES = 36;
/** A range shorter than a fifth is a slip. */
const LEAST_LETTERS = 4;

/** How far its notes are written from those of the other instrument that have the same figure. */
const fromLike = ({ fingeredAs }: Pick<OwnInstrument, 'fingeredAs'>): Interval => intervalBetween(fingeredAs, MIDDLE_C);

const moved = (range: Range, by: Interval): Range => ({
  low: transpose<Written>(range.low, by),
  high: transpose<Written>(range.high, by),
});

/** Ends of a range are sounds: they are spelled plainly, as beginners' instruments are built. */
const FLAT_SIDE = -2;

/** All notes that have a figure: the other instrument's, moved. */
export function widestRange(o: Pick<OwnInstrument, 'fingeredAs'>, like: Instrument): Range {
  const by = semitones(fromLike(o));
  const { low, high } = like.ranges.full;
  return {
    low: spellSounding<Written>(midi(low) + by, FLAT_SIDE),
    high: spellSounding<Written>(midi(high) + by, FLAT_SIDE),
  };
}

/** A range within another, or the whole of that where they do not meet. */
function within(inner: Range, outer: Range): Range {
  const low = midi(inner.low) < midi(outer.low) ? outer.low : inner.low;
  const high = midi(inner.high) > midi(outer.high) ? outer.high : inner.high;
  return midi(low) <= midi(high) ? { low, high } : outer;
}

/** What keeps a description from being an instrument. */
export type OwnProblem = 'name' | 'sounds' | 'range';

export function ownProblem(o: OwnInstrument, like: Instrument): OwnProblem | undefined {
  const name = [...o.name];
  if (o.name.trim() !== o.name || name.length === 0 || name.length > MAX_OWN_NAME || /\p{C}/u.test(o.name))
    return 'name';
  if ([o.sounds, o.fingeredAs].some((p) => Math.abs(midi(p) - midi(MIDDLE_C)) > MOST_SEMITONES)) return 'sounds';
  const widest = widestRange(o, like);
  const { low, high } = o.range;
  if (midi(low) < midi(widest.low) || midi(high) > midi(widest.high) || diatonic(high) - diatonic(low) < LEAST_LETTERS)
    return 'range';
  return undefined;
}

function movedSystem(system: FingeringSystem, by: number, openOnly: boolean): FingeringSystem {
  if (system.kind === 'woodwind') return { ...system, shift: system.shift + by };
  const { bFlatSide, ...tube } = system.tube;
  const whole: Tube = {
    ...tube,
    fundamental: tube.fundamental + by,
    ...(openOnly && { openOnly }),
    ...(bFlatSide !== undefined && {
      bFlatSide:
        bFlatSide === 'alone' ? bFlatSide : { fundamental: bFlatSide.fundamental + by, from: bFlatSide.from + by },
    }),
  };
  return { kind: 'brass', tube: Object.freeze(whole) };
}

/**
 * An instrument of a teacher's own.
 *
 * A figure belongs to a written note: what the other instrument's player fingers for a note, this one's player fingers
 * for the same note, or for the one that lies as far from it as said. Stages and first notes go along.
 * @param like the instrument that it is described by, as it is taught
 * @example a clarinet in A: the clarinet's figures, and middle C sounds A3
 */
export function toInstrument(id: OwnId, o: OwnInstrument, like: Instrument): Instrument {
  const by = fromLike(o);
  const ranges = {
    ...(Object.fromEntries(
      STAGES.map((stage) => [stage, Object.freeze(within(moved(like.ranges[stage], by), o.range))]),
    ) as Record<Stage, Range>),
    full: Object.freeze(o.range),
  };
  const system = movedSystem(like.system, semitones(by), o.openOnly);
  const first = like.firstNotes
    .map((p) => transpose<Written>(p, by))
    .filter((p) => canPlay({ ranges, system }, midi(p)));
  const toWritten = intervalBetween(o.sounds, MIDDLE_C);
  const letter = letterName(o.sounds);
  const inKey = letter === 'C' ? undefined : letter;
  return Object.freeze({
    ...like,
    id,
    name: o.name,
    shortName: [...o.name].length <= SHORT ? o.name : `${like.shortName} (${letter})`,
    inKey,
    toWritten,
    clefs: Object.freeze([o.clef] as const),
    firstNotes: Object.freeze(first.length === 0 ? [o.range.low] : first),
    ranges: Object.freeze(ranges),
    octaveBy: Object.freeze(within(moved(like.octaveBy, by), o.range)),
    unisonOctave: unisonOctaveOf(toWritten, ranges['first-octave']),
    system: Object.freeze(system),
  });
}
const SHORT = 8;

/*
 * The description is the id: whoever meets it (a page's address, a file, a row of the database, a worker) knows the
 * instrument without asking anywhere. Only letters, digits and . _ ~ - stand in it, so that an address can hold it.
 */
const MARK = 'own';
const pitchOf = (text: string): Pitch => parsePitch(text.replace('s', '#'));
const textOf = (p: Pitch): string => pitchText(p).replace('#', 's');
const spell = (name: string): string =>
  [...name]
    .map((c) => (/[A-Za-z0-9]/.test(c) ? c : c === ' ' ? '_' : `~${(c.codePointAt(0) ?? 0).toString(16)}~`))
    .join('');
const unspell = (name: string): string =>
  name
    .replaceAll('_', ' ')
    .replace(/~([0-9a-f]{1,5})~/g, (_, code: string) => String.fromCodePoint(Number.parseInt(code, 16)));

/** The id of a description. @example own.clarinet.A3.C4.treble.E3-F6.all.Clarinet_in_A */
export const ownId = (o: OwnInstrument): OwnId =>
  `${MARK}.${o.like}.${textOf(o.sounds)}.${textOf(o.fingeredAs)}.${o.clef}.${textOf(o.range.low)}-${textOf(o.range.high)}.${o.openOnly ? 'open' : 'all'}.${spell(o.name)}`;

const FORM = new RegExp(
  `^${MARK}\\.(${INSTRUMENT_IDS.join('|')})\\.([A-G][bs]?\\d)\\.([A-G][bs]?\\d)\\.(${CLEFS.join('|')})\\.([A-G][bs]?\\d)-([A-G][bs]?\\d)\\.(open|all)\\.([A-Za-z0-9_~]{1,320})$`,
);

/** The description that an id is, or undefined where it is none: each instrument has one id. */
export function readOwnId(id: string): OwnInstrument | undefined {
  const [whole, like, sounds, fingeredAs, clef, low, high, valves, name] = FORM.exec(id) ?? [];
  if (whole === undefined) return undefined;
  const found: OwnInstrument = {
    name: unspell(name as string),
    like: like as CatalogueId,
    sounds: pitchOf(sounds as string),
    fingeredAs: pitchOf(fingeredAs as string) as Written,
    clef: clef as Clef,
    range: { low: pitchOf(low as string) as Written, high: pitchOf(high as string) as Written },
    openOnly: valves === 'open',
  };
  return ownId(found) === id ? found : undefined;
}
