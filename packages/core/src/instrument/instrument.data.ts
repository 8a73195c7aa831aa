import type { Tube } from '../fingering/brassTube';
import type { Woodwind } from '../fingering/touch.data';
import type { Clef } from '../key/signature';
import { invert, parseInterval } from '../pitch/interval';
import { midi, parsePitch, type Written } from '../pitch/pitch';
import {
  type CatalogueId,
  type Caution,
  type FingeringSystem,
  type Instrument,
  type Range,
  type Section,
  unisonOctaveOf,
} from './instrument';

/** One row of the catalogue, as short as it can be read. Ranges and first notes as written. */
interface Row {
  readonly name: string;
  readonly short: string;
  readonly inKey?: string;
  readonly section: Section;
  /** The interval from the written note to the sounding one. */
  readonly sounds: string;
  readonly clefs: readonly [Clef, ...Clef[]];
  readonly first: string;
  readonly octave: string;
  readonly year1: string;
  readonly year2: string;
  readonly full: string;
  /** The range that the octave of its part is chosen by, where it is not the full one. */
  readonly octaveBy?: string;
  readonly system: FingeringSystem;
  readonly program: number;
  readonly cautions: readonly Caution[];
}

const woodwind = (name: Woodwind, shift = 0): FingeringSystem => ({ kind: 'woodwind', woodwind: name, shift });
/** Larger clarinets go a half step further down, and half open the first hole for their highest notes. */
const LARGE_CLARINET = {
  year2: 'Eb3 C6',
  full: 'Eb3 F6',
  octaveBy: 'E3 F6',
  system: { kind: 'woodwind', woodwind: 'clarinet', shift: 0, halfHole: true },
} as const;
const brass = (
  kind: Tube['kind'],
  fundamental: string,
  more: Omit<Tube, 'kind' | 'fundamental'> = {},
): FingeringSystem => ({
  kind: 'brass',
  tube: Object.freeze({ kind, fundamental: midi(parsePitch(fundamental)), ...more }),
});
/** On trumpets, cornets and flugelhorns the third valve's slide is moved in play. Common practice, no source. */
const THREE = { thirdSlide: true };
const FOUR = { fourthValve: true };

/** The horn's tubes, written for a player who reads in F: the B♭ side lies a fourth higher. */
export const HORN_TUBES = Object.freeze({
  'single-f': brass('valves', 'C2'),
  double: brass('valves', 'C2', { bFlatSide: { fundamental: midi(parsePitch('F2')), from: midi(parsePitch('G#4')) } }),
  'single-b-flat': brass('valves', 'F2', { bFlatSide: 'alone' }),
});

/** The F attachment's positions, as the plain slide's or counted for themselves. */
export const F_ATTACHMENT = Object.freeze({
  'plain-slide': brass('slide', 'Bb1', { attachment: 'plain-slide' }),
  own: brass('slide', 'Bb1', { attachment: 'own' }),
});

const LIPS: readonly Caution[] = ['rest-lips', 'protect-ears', 'condensation', 'clean-mouthpiece'];
const SLIDE: readonly Caution[] = ['clear-slide', ...LIPS];
const REED: readonly Caution[] = ['soak-reed', 'reed-cap', 'no-sharing'];
const DOUBLE_REED: readonly Caution[] = ['soak-reed', 'no-sharing'];
const SAXOPHONE: readonly Caution[] = ['neck-strap', 'protect-ears', ...REED];
const FLUTE: readonly Caution[] = ['dizzy', 'condensation', 'no-sharing'];
const RECORDER: readonly Caution[] = ['light-grip', 'condensation', 'no-sharing'];

const REED_FIVE = 'C4 D4 E4 F4 G4';
const BASS_FIVE = 'Bb2 C3 D3 Eb3 F3';
const FLUTE_FIVE = 'Bb4 C5 D5 Eb5 F5';
const E_FLAT_FIVE = 'G4 A4 B4 C5 D5';

const CLARINET = {
  clefs: ['treble'],
  section: 'clarinets',
  first: REED_FIVE,
  octave: 'G3 G4',
  year1: 'E3 C5',
  year2: 'E3 C6',
  full: 'E3 F6',
  program: 71,
  cautions: REED,
  system: woodwind('clarinet'),
} as const;
const SAX = {
  clefs: ['treble'],
  section: 'saxophones',
  first: E_FLAT_FIVE,
  octave: 'G4 G5',
  year1: 'D4 A5',
  year2: 'C4 C6',
  full: 'Bb3 F#6',
  cautions: SAXOPHONE,
  system: woodwind('saxophone'),
} as const;
const TREBLE_BRASS = {
  clefs: ['treble'],
  first: REED_FIVE,
  octave: 'C4 C5',
  year1: 'A3 E5',
  year2: 'G3 G5',
  full: 'F#3 C6',
  cautions: LIPS,
} as const;
const HORN = {
  ...TREBLE_BRASS,
  inKey: 'F',
  section: 'horns',
  sounds: '-P5',
  first: 'F4 G4 A4 Bb4 C5',
  year1: 'G3 E5',
  full: 'F#2 C6',
  // Its low notes are there to be met, not to be put an octave down to.
  octaveBy: TREBLE_BRASS.full,
  program: 60,
} as const;
const BASS_BRASS = {
  section: 'low-brass',
  sounds: 'P1',
  clefs: ['bass'],
  first: BASS_FIVE,
  octave: 'Bb2 Bb3',
  year1: 'G2 D4',
  year2: 'F2 F4',
  full: 'E2 Bb4',
  cautions: LIPS,
} as const;
const TROMBONE = {
  ...BASS_BRASS,
  section: 'trombones',
  clefs: ['bass', 'tenor', 'alto'],
  program: 57,
  cautions: SLIDE,
} as const;
/** What the fourth valve lends below is there to be met, not to be put an octave down to. */
const LOW_TREBLE = { full: 'Eb3 C6', octaveBy: TREBLE_BRASS.full } as const;
const B_FLAT_TREBLE = { ...TREBLE_BRASS, inKey: 'B♭', section: 'low-brass', sounds: '-P8+M2' } as const;

/**
 * The instruments in score order.
 *
 * Names, transpositions, ranges by stage and first notes: common practice, no source. Programs: General MIDI 1, from
 * memory.
 */
const ROWS: Readonly<Record<CatalogueId, Row>> = {
  'descant-recorder': {
    name: 'Descant recorder',
    short: 'D. Rec.',
    section: 'recorders',
    sounds: 'P8',
    clefs: ['treble'],
    first: 'B4 A4 G4 C5 D5 E4 D4 C4',
    octave: 'C4 D5',
    year1: 'C4 E5',
    year2: 'C4 A5',
    full: 'C4 C6',
    program: 74,
    cautions: RECORDER,
    system: woodwind('recorder'),
  },
  'treble-recorder': {
    name: 'Treble recorder',
    short: 'Tr. Rec.',
    section: 'recorders',
    sounds: 'P1',
    clefs: ['treble'],
    first: 'E5 D5 C5 F5 G5 A4 G4 F4',
    octave: 'F4 G5',
    year1: 'F4 A5',
    year2: 'F4 D6',
    full: 'F4 F6',
    program: 74,
    cautions: RECORDER,
    system: woodwind('recorder', 5),
  },
  'tenor-recorder': {
    name: 'Tenor recorder',
    short: 'T. Rec.',
    section: 'recorders',
    sounds: 'P1',
    clefs: ['treble'],
    first: 'B4 A4 G4 C5 D5 E4 D4 C4',
    octave: 'C4 D5',
    year1: 'C4 E5',
    year2: 'C4 A5',
    full: 'C4 C6',
    program: 74,
    cautions: RECORDER,
    system: woodwind('recorder'),
  },
  'bass-recorder': {
    name: 'Bass recorder',
    short: 'B. Rec.',
    section: 'recorders',
    sounds: 'P8',
    clefs: ['bass'],
    first: 'E3 D3 C3 F3 G3 A2 G2 F2',
    octave: 'F2 G3',
    year1: 'F2 A3',
    year2: 'F2 D4',
    full: 'F2 F4',
    program: 74,
    cautions: RECORDER,
    system: woodwind('recorder', -19),
  },
  piccolo: {
    name: 'Piccolo',
    short: 'Picc.',
    section: 'flutes',
    sounds: 'P8',
    clefs: ['treble'],
    first: FLUTE_FIVE,
    octave: 'Bb4 Bb5',
    year1: 'D4 D6',
    year2: 'D4 A6',
    full: 'D4 C7',
    program: 72,
    cautions: ['protect-ears', ...FLUTE],
    system: woodwind('flute'),
  },
  flute: {
    name: 'Flute',
    short: 'Fl.',
    section: 'flutes',
    sounds: 'P1',
    clefs: ['treble'],
    first: FLUTE_FIVE,
    octave: 'Bb4 Bb5',
    year1: 'D4 D6',
    year2: 'C4 A6',
    full: 'C4 C7',
    program: 73,
    cautions: FLUTE,
    system: woodwind('flute'),
  },
  oboe: {
    name: 'Oboe',
    short: 'Ob.',
    section: 'double-reeds',
    sounds: 'P1',
    clefs: ['treble'],
    first: FLUTE_FIVE,
    octave: 'F4 F5',
    year1: 'D4 A5',
    year2: 'Bb3 C6',
    full: 'Bb3 C6',
    program: 68,
    cautions: DOUBLE_REED,
    system: woodwind('oboe'),
  },
  bassoon: {
    name: 'Bassoon',
    short: 'Bsn.',
    section: 'double-reeds',
    sounds: 'P1',
    clefs: ['bass', 'tenor'],
    first: BASS_FIVE,
    octave: 'F2 F3',
    year1: 'F2 Bb3',
    year2: 'Bb1 D4',
    full: 'Bb1 D4',
    program: 70,
    cautions: DOUBLE_REED,
    system: woodwind('bassoon'),
  },
  'e-flat-clarinet': { ...CLARINET, name: 'E♭ clarinet', short: 'E♭ Cl.', inKey: 'E♭', sounds: 'm3' },
  clarinet: { ...CLARINET, name: 'Clarinet', short: 'Cl.', inKey: 'B♭', sounds: '-M2' },
  'alto-clarinet': {
    ...CLARINET,
    ...LARGE_CLARINET,
    name: 'Alto clarinet',
    short: 'A. Cl.',
    inKey: 'E♭',
    sounds: '-M6',
  },
  'bass-clarinet': {
    ...CLARINET,
    ...LARGE_CLARINET,
    name: 'Bass clarinet',
    short: 'B. Cl.',
    inKey: 'B♭',
    sounds: '-P8+M2',
    cautions: ['neck-strap', ...REED],
  },
  'soprano-saxophone': {
    ...SAX,
    name: 'Soprano saxophone',
    short: 'S. Sax',
    inKey: 'B♭',
    sounds: '-M2',
    first: 'C5 D5 E5 F5 G5',
    program: 64,
  },
  'alto-saxophone': {
    ...SAX,
    name: 'Alto saxophone',
    short: 'A. Sax',
    inKey: 'E♭',
    sounds: '-M6',
    program: 65,
  },
  'tenor-saxophone': {
    ...SAX,
    name: 'Tenor saxophone',
    short: 'T. Sax',
    inKey: 'B♭',
    sounds: '-P8+M2',
    first: 'C5 D5 E5 F5 G5',
    program: 66,
  },
  'baritone-saxophone': {
    ...SAX,
    name: 'Baritone saxophone',
    short: 'B. Sax',
    inKey: 'E♭',
    sounds: '-P8+M6',
    // Its own key for the low A lends a note, not a lower part.
    year2: 'A3 C6',
    full: 'A3 F#6',
    octaveBy: SAX.full,
    program: 67,
  },
  trumpet: {
    ...TREBLE_BRASS,
    name: 'Trumpet',
    short: 'Tpt.',
    inKey: 'B♭',
    section: 'trumpets',
    sounds: '-M2',
    program: 56,
    system: brass('valves', 'C3', THREE),
  },
  cornet: {
    ...TREBLE_BRASS,
    name: 'Cornet',
    short: 'Cnt.',
    inKey: 'B♭',
    section: 'trumpets',
    sounds: '-M2',
    program: 56,
    system: brass('valves', 'C3', THREE),
  },
  flugelhorn: {
    ...TREBLE_BRASS,
    name: 'Flugelhorn',
    short: 'Flug.',
    inKey: 'B♭',
    section: 'trumpets',
    sounds: '-M2',
    program: 56,
    system: brass('valves', 'C3', THREE),
  },
  horn: { ...HORN, name: 'Horn', short: 'Hn.', system: HORN_TUBES['single-f'] },
  'double-horn': { ...HORN, name: 'Double horn', short: 'D. Hn.', system: HORN_TUBES.double },
  'b-flat-horn': {
    ...HORN,
    name: 'Single B♭ horn',
    short: 'B♭ Hn.',
    full: 'B2 C6',
    system: HORN_TUBES['single-b-flat'],
  },
  'tenor-horn': {
    ...TREBLE_BRASS,
    name: 'Tenor horn',
    short: 'T. Hn.',
    inKey: 'E♭',
    section: 'horns',
    sounds: '-M6',
    first: E_FLAT_FIVE,
    octave: 'D4 D5',
    program: 60,
    system: brass('valves', 'C3'),
  },
  trombone: { ...TROMBONE, name: 'Trombone', short: 'Tbn.', system: brass('slide', 'Bb1') },
  'f-trombone': {
    ...TROMBONE,
    name: 'Trombone with F attachment',
    short: 'F Tbn.',
    full: 'C2 Bb4',
    // The attachment lends lower notes, not a lower part: it plays beside plain trombones.
    octaveBy: TROMBONE.full,
    system: F_ATTACHMENT['plain-slide'],
  },
  'treble-trombone': {
    ...B_FLAT_TREBLE,
    name: 'Trombone, treble clef',
    short: 'Tbn. (tr.)',
    section: 'trombones',
    program: 57,
    cautions: SLIDE,
    system: brass('slide', 'C3'),
  },
  baritone: { ...BASS_BRASS, name: 'Baritone', short: 'Bar.', program: 58, system: brass('valves', 'Bb1') },
  'baritone-treble': {
    ...B_FLAT_TREBLE,
    name: 'Baritone, treble clef',
    short: 'Bar. (tr.)',
    program: 58,
    system: brass('valves', 'C3'),
  },
  euphonium: {
    ...BASS_BRASS,
    name: 'Euphonium',
    short: 'Euph.',
    full: 'Db2 Bb4',
    octaveBy: BASS_BRASS.full,
    program: 58,
    system: brass('valves', 'Bb1', FOUR),
  },
  'euphonium-treble': {
    ...B_FLAT_TREBLE,
    name: 'Euphonium, treble clef',
    short: 'Euph. (tr.)',
    ...LOW_TREBLE,
    program: 58,
    system: brass('valves', 'C3', FOUR),
  },
  'e-flat-tuba': {
    ...BASS_BRASS,
    name: 'E♭ tuba',
    short: 'E♭ Tuba',
    octave: 'Eb2 F3',
    year1: 'Bb1 G3',
    year2: 'A1 Bb3',
    full: 'Gb1 Eb4',
    octaveBy: 'A1 Eb4',
    program: 58,
    system: brass('valves', 'Eb1', FOUR),
  },
  tuba: {
    ...BASS_BRASS,
    name: 'Tuba',
    short: 'Tuba',
    first: 'Bb1 C2 D2 Eb2 F2',
    octave: 'Bb1 Bb2',
    year1: 'G1 D3',
    year2: 'F1 F3',
    full: 'Db1 Bb3',
    octaveBy: 'E1 Bb3',
    program: 58,
    system: brass('valves', 'Bb0', FOUR),
  },
  'e-flat-bass': {
    ...TREBLE_BRASS,
    name: 'E♭ bass, treble clef',
    short: 'E♭ Bass',
    inKey: 'E♭',
    section: 'low-brass',
    sounds: '-P8+M6',
    ...LOW_TREBLE,
    first: E_FLAT_FIVE,
    octave: 'D4 D5',
    program: 58,
    system: brass('valves', 'C3', FOUR),
  },
  'b-flat-bass': {
    ...TREBLE_BRASS,
    name: 'B♭ bass, treble clef',
    short: 'B♭ Bass',
    inKey: 'B♭',
    section: 'low-brass',
    sounds: '-P8+P8+M2',
    ...LOW_TREBLE,
    program: 58,
    system: brass('valves', 'C3', FOUR),
  },
};

const toRange = (text: string): Range => {
  const [low = '', high = ''] = text.split(' ');
  return Object.freeze({ low: parsePitch<Written>(low), high: parsePitch<Written>(high) });
};

/** From the lowest to the highest of the first five. */
function firstRange(notes: readonly Written[]): Range {
  const sorted = notes.slice(0, 5).sort((a, b) => midi(a) - midi(b));
  return Object.freeze({ low: sorted[0] as Written, high: sorted[sorted.length - 1] as Written });
}

function toInstrument(id: CatalogueId, r: Row): Instrument {
  const toWritten = invert(parseInterval(r.sounds));
  const firstNotes = Object.freeze(r.first.split(' ').map((n) => parsePitch<Written>(n)));
  return Object.freeze({
    id,
    name: r.name,
    shortName: r.short,
    inKey: r.inKey,
    family: r.system.kind,
    section: r.section,
    toWritten,
    clefs: r.clefs,
    firstNotes,
    ranges: Object.freeze({
      'first-notes': firstRange(firstNotes),
      'first-octave': toRange(r.octave),
      'first-year': toRange(r.year1),
      'second-year': toRange(r.year2),
      full: toRange(r.full),
    }),
    octaveBy: toRange(r.octaveBy ?? r.full),
    unisonOctave: unisonOctaveOf(toWritten, toRange(r.octave)),
    system: Object.freeze(r.system),
    cautions: Object.freeze(r.cautions),
    program: r.program,
  });
}

export const INSTRUMENTS: readonly Instrument[] = Object.freeze(
  Object.entries(ROWS).map(([id, r]) => toInstrument(id as CatalogueId, r)),
);

const BY_ID: ReadonlyMap<string, Instrument> = new Map(INSTRUMENTS.map((i) => [i.id, i]));

/** The instrument of the catalogue with an id, if there is one. */
export const inCatalogue = (id: string): Instrument | undefined => BY_ID.get(id);
