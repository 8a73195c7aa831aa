import { derivePart } from '../part/derivePart';
import { transpose, invert } from '../pitch/interval';
import { type Concert, midi, parsePitch, pitchText, type Written } from '../pitch/pitch';
import { conventionsOf } from '../convention/conventions';
import { openingOf, notesOf } from '../score/walk';
import { line } from '../testing/line';
import { type CatalogueId, CAUTIONS, INSTRUMENT_IDS, type InstrumentId, SECTIONS, STAGES } from './instrument';
import { INSTRUMENTS } from './instrument.data';
import { instrumentOf, isInstrumentId } from './instrumentOf';
import { figureQuestion, figureConvention, taughtAs } from './taught';

/*
 * What each instrument reads and how it sounds, and the first five notes: common practice, no source. `sounds` is what
 * a written C5 sounds.
 */
const TABLE: Readonly<Record<CatalogueId, readonly [clefs: string, sounds: string, first: string]>> = {
  piccolo: ['treble', 'C6', 'Bb4 C5 D5 Eb5 F5'],
  flute: ['treble', 'C5', 'Bb4 C5 D5 Eb5 F5'],
  oboe: ['treble', 'C5', 'Bb4 C5 D5 Eb5 F5'],
  bassoon: ['bass tenor', 'C5', 'Bb2 C3 D3 Eb3 F3'],
  'e-flat-clarinet': ['treble', 'Eb5', 'C4 D4 E4 F4 G4'],
  clarinet: ['treble', 'Bb4', 'C4 D4 E4 F4 G4'],
  'alto-clarinet': ['treble', 'Eb4', 'C4 D4 E4 F4 G4'],
  'bass-clarinet': ['treble', 'Bb3', 'C4 D4 E4 F4 G4'],
  'soprano-saxophone': ['treble', 'Bb4', 'C5 D5 E5 F5 G5'],
  'alto-saxophone': ['treble', 'Eb4', 'G4 A4 B4 C5 D5'],
  'tenor-saxophone': ['treble', 'Bb3', 'C5 D5 E5 F5 G5'],
  'baritone-saxophone': ['treble', 'Eb3', 'G4 A4 B4 C5 D5'],
  trumpet: ['treble', 'Bb4', 'C4 D4 E4 F4 G4'],
  cornet: ['treble', 'Bb4', 'C4 D4 E4 F4 G4'],
  flugelhorn: ['treble', 'Bb4', 'C4 D4 E4 F4 G4'],
  horn: ['treble', 'F4', 'F4 G4 A4 Bb4 C5'],
  'double-horn': ['treble', 'F4', 'F4 G4 A4 Bb4 C5'],
  'b-flat-horn': ['treble', 'F4', 'F4 G4 A4 Bb4 C5'],
  'tenor-horn': ['treble', 'Eb4', 'G4 A4 B4 C5 D5'],
  trombone: ['bass tenor alto', 'C5', 'Bb2 C3 D3 Eb3 F3'],
  'f-trombone': ['bass tenor alto', 'C5', 'Bb2 C3 D3 Eb3 F3'],
  'treble-trombone': ['treble', 'Bb3', 'C4 D4 E4 F4 G4'],
  baritone: ['bass', 'C5', 'Bb2 C3 D3 Eb3 F3'],
  'baritone-treble': ['treble', 'Bb3', 'C4 D4 E4 F4 G4'],
  euphonium: ['bass', 'C5', 'Bb2 C3 D3 Eb3 F3'],
  'euphonium-treble': ['treble', 'Bb3', 'C4 D4 E4 F4 G4'],
  tuba: ['bass', 'C5', 'Bb1 C2 D2 Eb2 F2'],
  'e-flat-tuba': ['bass', 'C5', 'Bb2 C3 D3 Eb3 F3'],
  'b-flat-bass': ['treble', 'Bb2', 'C4 D4 E4 F4 G4'],
  'e-flat-bass': ['treble', 'Eb3', 'G4 A4 B4 C5 D5'],
  'descant-recorder': ['treble', 'C6', 'B4 A4 G4 C5 D5 E4 D4 C4'],
  'treble-recorder': ['treble', 'C5', 'E5 D5 C5 F5 G5 A4 G4 F4'],
  'tenor-recorder': ['treble', 'C5', 'B4 A4 G4 C5 D5 E4 D4 C4'],
  'bass-recorder': ['bass', 'C6', 'E3 D3 C3 F3 G3 A2 G2 F2'],
};

describe.each(INSTRUMENTS.map((i) => [i.id, i] as const))('%s', (id, i) => {
  it('reads its clefs, sounds where it should, and starts on its first notes', () => {
    const [clefs, sounds, first] = TABLE[id as CatalogueId];
    expect([
      i.clefs.join(' '),
      pitchText(transpose<Concert>(parsePitch<Concert>('C5'), invert(i.toWritten))),
      i.firstNotes.map(pitchText).join(' '),
    ]).toEqual([clefs, sounds, first]);
    expect(i.inKey === undefined ? '' : i.inKey).toBe(
      /^C\d$/.test(sounds) ? '' : sounds.replace(/\d/, '').replace('b', '♭'),
    );
  });

  it('has stages that hold one another', () => {
    for (let s = 1; s < STAGES.length; s++) {
      const [inner, outer] = [i.ranges[STAGES[s - 1] ?? 'full'], i.ranges[STAGES[s] ?? 'full']];
      expect([STAGES[s], midi(outer.low) <= midi(inner.low), midi(outer.high) >= midi(inner.high)]).toEqual([
        STAGES[s],
        true,
        true,
      ]);
    }
    for (const n of i.firstNotes) expect(midi(n)).toBeGreaterThanOrEqual(midi(i.ranges['first-year'].low));
  });

  it("plays the class's B flat in its usual octave", () => {
    const part = derivePart(line<Concert>('Bb3 C4 D4 Eb4 | F4 Eb4 D4 C4 | Bb3:w', { fifths: -2 }), i, 'concert');
    expect(
      pitchText(transpose<Concert>(parsePitch<Concert>('Bb3'), { fifths: 0, octaves: part.decisions.octave.octaves })),
    ).toBe(`Bb${i.unisonOctave}`);
    expect(openingOf(part.score).clef).toBe(i.clefs[0]);
    expect(notesOf(part.score)).toHaveLength(9);
  });

  it('has names, a section, cautions and a sound', () => {
    expect([i.name.length > 3, i.shortName.length > 1, i.shortName.length <= 11]).toEqual([true, true, true]);
    expect(SECTIONS).toContain(i.section);
    expect(i.cautions.length).toBeGreaterThan(1);
    for (const c of i.cautions) expect(CAUTIONS).toContain(c);
    expect([Number.isInteger(i.program), i.program >= 0, i.program <= 127]).toEqual([true, true, true]);
    expect(i.family).toBe(i.system.kind);
    expect([i, i.ranges, i.firstNotes, i.system].every((o) => Object.isFrozen(o))).toBe(true);
  });
});

describe('the catalogue', () => {
  it('is whole, in score order, and finds by id', () => {
    expect(INSTRUMENTS.map((i) => i.id).sort()).toEqual([...INSTRUMENT_IDS].sort());
    const order = INSTRUMENTS.map((i) => SECTIONS.indexOf(i.section));
    expect([...order].sort((a, b) => a - b)).toEqual(order);
    expect(instrumentOf('horn').name).toBe('Horn');
    expect([isInstrumentId('horn'), isInstrumentId('kazoo')]).toEqual([true, false]);
    expect(() => instrumentOf('kazoo' as InstrumentId)).toThrow('no instrument kazoo');
    expect(new Set(INSTRUMENTS.map((i) => i.name)).size).toBe(INSTRUMENTS.length);
    expect(new Set(INSTRUMENTS.map((i) => i.shortName)).size).toBe(INSTRUMENTS.length);
  });

  it('uses every caution', () => {
    expect(CAUTIONS.filter((c) => !INSTRUMENTS.some((i) => i.cautions.includes(c)))).toEqual([]);
  });

  // General MIDI 1 sound set, from memory: 57 is trumpet counted from 1, so 56 counted from 0.
  it.each<[InstrumentId, number]>([
    ['trumpet', 56],
    ['trombone', 57],
    ['tuba', 58],
    ['horn', 60],
    ['soprano-saxophone', 64],
    ['alto-saxophone', 65],
    ['tenor-saxophone', 66],
    ['baritone-saxophone', 67],
    ['oboe', 68],
    ['bassoon', 70],
    ['clarinet', 71],
    ['piccolo', 72],
    ['flute', 73],
    ['descant-recorder', 74],
  ])('%s sounds with program %i', (id, program) => {
    expect(instrumentOf(id).program).toBe(program);
  });
});

describe('an instrument as a convention teaches it', () => {
  it('a euphonium or baritone reads bass or treble clef', () => {
    for (const id of ['euphonium', 'baritone'] as const) {
      const treble = taughtAs(id, conventionsOf({ euphonium: 'treble-clef' }));
      expect([treble.id, treble.clefs[0], pitchText(transpose<Written>(parsePitch('Bb2'), treble.toWritten))]).toEqual([
        id,
        'treble',
        'C4',
      ]);
      expect(taughtAs(id, conventionsOf())).toBe(instrumentOf(id));
      expect(taughtAs(id, conventionsOf({ euphonium: 'treble-clef' }))).toBe(treble);
    }
  });

  it('a horn has the tube of its convention; the others are as they are', () => {
    expect(taughtAs('horn', conventionsOf())).toBe(instrumentOf('horn'));
    const double = taughtAs('horn', conventionsOf({ horn: 'double' }));
    expect([double.id, double.system]).toEqual(['horn', instrumentOf('double-horn').system]);
    expect(taughtAs('horn', conventionsOf({ horn: 'single-b-flat' })).system).toEqual(
      instrumentOf('b-flat-horn').system,
    );
    expect(taughtAs('horn', conventionsOf({ horn: 'double' }))).toBe(double);
    expect(taughtAs('flute', conventionsOf({ horn: 'double', euphonium: 'treble-clef' }))).toBe(instrumentOf('flute'));
  });
});

describe('the question of convention that an instrument asks', () => {
  it('is the one that changes its figures or its clef', () => {
    const asked = Object.fromEntries(
      INSTRUMENTS.filter((i) => figureQuestion(i.id) !== undefined).map((i) => [i.id, figureQuestion(i.id)]),
    );
    expect(asked).toEqual({
      'descant-recorder': 'recorder',
      'treble-recorder': 'recorder',
      'tenor-recorder': 'recorder',
      'bass-recorder': 'recorder',
      piccolo: 'fluteBFlat',
      flute: 'fluteBFlat',
      'soprano-saxophone': 'saxophoneBFlat',
      'alto-saxophone': 'saxophoneBFlat',
      'tenor-saxophone': 'saxophoneBFlat',
      'baritone-saxophone': 'saxophoneBFlat',
      horn: 'horn',
      'f-trombone': 'attachment',
      'e-flat-tuba': 'fourValves',
      tuba: 'fourValves',
      'e-flat-bass': 'fourValves',
      'b-flat-bass': 'fourValves',
      'euphonium-treble': 'fourValves',
      baritone: 'euphonium',
      euphonium: 'euphonium',
    });
    expect([
      figureConvention('horn', 'double'),
      figureConvention('horn', 'thumb'),
      figureConvention('trumpet', 'double'),
    ]).toEqual([{ horn: 'double' }, undefined, undefined]);
  });
});
