import { finger } from '../instrument/finger';
import type { Instrument, InstrumentId } from '../instrument/instrument';
import { INSTRUMENTS } from '../instrument/instrument.data';
import { instrumentOf } from '../instrument/instrumentOf';
import { taughtAs } from '../instrument/taught';
import { midi, parsePitch, pitchText, type Written } from '../pitch/pitch';
import { CONVENTION_CHOICES, type Conventions, conventionsOf, DEFAULT_CONVENTIONS } from '../convention/conventions';
import { noteAt, wholeRange } from '../testing/notes';
import { type Figure, figureText, type Playable } from './figure';
import { fingerOnTube } from './tube';

const playable = (i: Instrument, p: Written): Playable => {
  const f = finger(i, p, DEFAULT_CONVENTIONS);
  if (f.kind !== 'playable') throw new Error(`${i.id} ${pitchText(p)}: ${f.because}`);
  return f;
};
const figure = (id: InstrumentId, note: string): string => {
  const f = finger(instrumentOf(id), parsePitch<Written>(note), DEFAULT_CONVENTIONS);
  return f.kind === 'playable' ? figureText(f.figure) : f.because;
};
const alternates = (i: Instrument, note: string): string[] =>
  playable(i, parsePitch<Written>(note)).alternates.map((a) => `${figureText(a.figure)} ${a.reason}`);
const tuning = (id: InstrumentId, note: string): string => {
  const { intonation } = playable(instrumentOf(id), parsePitch<Written>(note));
  return intonation === undefined ? 'none' : `${intonation.tendency} ${intonation.remedy}`;
};

describe('brass figures of common practice', () => {
  // Common practice, no published source.
  it.each<[InstrumentId, string, string]>([
    ['trumpet', 'C4', '0'],
    ['trumpet', 'D4', '13'],
    ['trumpet', 'E4', '12'],
    ['trumpet', 'F4', '1'],
    ['trumpet', 'G4', '0'],
    ['horn', 'A4', '12'],
    ['horn', 'G4', '0'],
    ['horn', 'F4', '1'],
    ['trombone', 'Bb2', '1'],
    ['trombone', 'F3', '1'],
    ['trombone', 'C3', '6'],
    ['trombone', 'D3', '4'],
    ['trombone', 'Eb3', '3'],
    ['trombone', 'E3', '2'],
    ['trombone', 'G4', '2+'],
  ])('%s %s is %s', (id, note, expected) => expect(figure(id, note)).toBe(expected));

  // Players' charts, from memory, common practice.
  it.each<[InstrumentId, string]>([
    [
      'trumpet',
      'F#3 123, G3 13, G#3 23, A3 12, Bb3 1, B3 2, C4 0, C#4 123, Eb4 23, F#4 2, G#4 23, A4 12, Bb4 1, B4 2, C5 0, C#5 12, D5 1, Eb5 2, E5 0, F5 1, F#5 2, G5 0, G#5 23, A5 12, Bb5 1, B5 2, C6 0',
    ],
    [
      'horn',
      'F#3 2, G3 0, A3 12, Bb3 1, B3 2, C4 0, C#4 12, D4 1, Eb4 2, E4 0, F#4 2, Ab4 23, Bb4 1, B4 2, C5 0, D5 1, E5 0, F5 1, G5 0',
    ],
    ['double-horn', 'C4 0, F4 1, G4 0, G#4 T23, A4 T12, Bb4 T1, B4 T2, C5 T0, C#5 T23, D5 T12, Eb5 T1, E5 T2, F5 T0'],
    ['b-flat-horn', 'C4 0, D4 12, Eb4 1, E4 2, F4 0, G4 1, A4 12, Bb4 1, B4 2, C5 0, D5 12, Eb5 1, E5 2, F5 0'],
    ['tenor-horn', 'C4 0, D4 13, E4 12, G4 0, A4 12, B4 2, C5 0'],
    [
      'euphonium',
      'E2 123, F2 13, G2 12, Ab2 1, A2 2, Bb2 0, C3 13, D3 12, Eb3 1, E3 2, F3 0, G3 12, A3 2, Bb3 0, C4 1, D4 0, F4 0',
    ],
    ['euphonium-treble', 'C4 0, D4 13, E4 12, F4 1, G4 0, A4 12, B4 2, C5 0'],
    ['tuba', 'E1 123, F1 13, Bb1 0, C2 13, D2 12, Eb2 1, F2 0, G2 12, A2 2, Bb2 0, C3 1, D3 0'],
    ['e-flat-tuba', 'Bb1 13, C2 12, D2 2, Eb2 0, F2 13, G2 12, Ab2 1, Bb2 0, C3 12, D3 2, Eb3 0'],
    [
      'trombone',
      'E2 7, F2 6, G2 4, A2 2, Bb2 1, B2 7, G3 4, Ab3 3, A3 2, Bb3 1, C4 3, D4 1, Eb4 3, F4 1, F#4 3+, Ab4 3, A4 2, Bb4 1',
    ],
    ['f-trombone', 'D2 T5, Eb2 T4+, E2 T2-, F2 T1, C3 T1, B2 T2-, D3 4, Bb2 1, F3 1'],
    ['treble-trombone', 'C4 1, D4 6, E4 4, F4 3, G4 1, A4 4'],
  ])('%s follows the chart: %s', (id, chart) => {
    for (const pair of chart.split(', ')) {
      const [note = '', expected] = pair.split(' ');
      expect(`${note} ${figure(id, note)}`).toBe(`${note} ${expected}`);
    }
  });

  it('offers what players know as second figures, each with its reason', () => {
    expect(alternates(instrumentOf('trumpet'), 'E4')).toContain('3 third-alone');
    expect(alternates(instrumentOf('trumpet'), 'A4')).toEqual(expect.arrayContaining(['3 third-alone']));
    expect(alternates(instrumentOf('trumpet'), 'E5')).toEqual(expect.arrayContaining(['12 next-partial']));
    expect(alternates(instrumentOf('euphonium'), 'C3')).toContain('4 fourth-valve');
    expect(alternates(instrumentOf('baritone'), 'C3')).toEqual([]);
    expect(alternates(instrumentOf('trombone'), 'D4')).toEqual(expect.arrayContaining(['4 longer-slide']));
    expect(alternates(instrumentOf('trombone'), 'Bb3')).toEqual(['5 longer-slide']);
    expect(alternates(instrumentOf('f-trombone'), 'C3')).toEqual(['6 longer-slide']);
    expect(alternates(instrumentOf('double-horn'), 'A4')).toEqual(
      expect.arrayContaining(['T0 lower-partial', '12 other-side']),
    );
    expect(alternates(instrumentOf('horn'), 'A4').every((a) => !a.startsWith('T'))).toBe(true);
  });

  it('says what sits off and what mends it', () => {
    expect(tuning('trumpet', 'D4')).toBe('sharp third-slide');
    expect(tuning('trumpet', 'C#4')).toBe('sharp third-slide');
    expect(tuning('euphonium', 'C3')).toBe('sharp fourth-valve');
    expect(tuning('horn', 'C4')).toBe('none');
    expect(tuning('trombone', 'G4')).toBe('flat slide-in');
    expect(tuning('trombone', 'F3')).toBe('none');
  });

  it('the horn follows the convention, and the thumb comes in at G sharp', () => {
    const { horn } = CONVENTION_CHOICES;
    expect(
      horn.map((h) =>
        figureText(playable(taughtAs('horn', conventionsOf({ horn: h })), parsePitch<Written>('A4')).figure),
      ),
    ).toEqual(['12', 'T12', '12']);
    expect(
      horn.map((h) =>
        figureText(playable(taughtAs('horn', conventionsOf({ horn: h })), parsePitch<Written>('F4')).figure),
      ),
    ).toEqual(['1', '1', '0']);
    expect([figure('double-horn', 'G4'), figure('double-horn', 'G#4')]).toEqual(['0', 'T23']);
  });

  it('says why a note cannot be played', () => {
    expect([figure('trumpet', 'F3'), figure('trumpet', 'D6'), figure('tuba', 'C9'), figure('trumpet', 'C-1')]).toEqual([
      'below-range',
      'above-range',
      'above-range',
      'below-range',
    ]);
    const tube = { kind: 'valves', fundamental: 48 } as const;
    expect(fingerOnTube(tube, 53)).toEqual({ kind: 'unplayable', because: 'below-range' });
    expect(fingerOnTube(tube, 54)).toMatchObject({ kind: 'playable' });
    expect(fingerOnTube(tube, 97)).toEqual({ kind: 'unplayable', because: 'above-range' });
    expect(fingerOnTube(tube, 96)).toMatchObject({ kind: 'playable' });
  });
});

/*
 * Worked out anew from frequencies: harmonic n is n times the fundamental, the tube lengthened by each valve or slide
 * position. Source: the physics of a tube (harmonics are whole multiples); nothing here is read from the code but the
 * length of the open tube.
 */
describe('brass figures against the harmonic series', () => {
  const frequency = (note: number): number => 440 * 2 ** ((note - 69) / 12);
  const VALVE: Readonly<Record<number, number>> = { 1: 2, 2: 1, 3: 3, 4: 5 };
  const FOURTH_UP = 4 / 3;
  /** A tempered fourth of extra tube, as attachments are built. */
  const FOURTH_DOWN = 2 ** (-5 / 12);

  /** The fundamental that the tube gives with these valves or this position. */
  function fundamentalOf(i: Instrument, f: Figure): number {
    if (i.system.kind !== 'brass' || f.kind === 'keys') throw new Error('no brass');
    const { tube } = i.system;
    const open = frequency(tube.fundamental);
    if (f.kind === 'valves') {
      const side = f.thumb === true ? open * FOURTH_UP : open;
      const added = (valves: readonly number[]): number =>
        1 + valves.reduce((sum, v) => sum + (2 ** ((VALVE[v] ?? 0) / 12) - 1), 0);
      return tube.compensating === true && f.valves.includes(4)
        ? (side * FOURTH_DOWN) / added(f.valves.filter((v) => v !== 4))
        : side / added(f.valves);
    }
    // The plain slide: each position is a half step of the B flat tube; with the attachment on, the same travel lowers
    // the longer tube by less.
    const travel = 2 ** ((f.position - 0.3 * f.adjust - 1) / 12) - 1;
    if (f.thumb === true) return (open * FOURTH_DOWN) / (1 + travel * FOURTH_DOWN);
    return open / (1 + travel);
  }
  /** How far the nearest harmonic lies from the note, in cents, and which it is. */
  function nearest(i: Instrument, f: Figure, note: number): { cents: number; harmonic: number } {
    const fundamental = fundamentalOf(i, f);
    return Array.from({ length: 16 }, (_unused, n) => ({
      cents: 1200 * Math.log2(((n + 1) * fundamental) / frequency(note)),
      harmonic: n + 1,
    })).reduce((best, one) => (Math.abs(one.cents) < Math.abs(best.cents) ? one : best));
  }
  /** What lips, slides and hand can pull into tune: 1-2-3 is the widest gap, half a half step. */
  const WITHIN_CENTS = 58;
  /** Better in tune by more than an ear lets pass. */
  const CLEARLY = 5;
  const compensating = conventionsOf({ fourValves: 'compensating' });
  const brass = INSTRUMENTS.filter((i) => i.family === 'brass').flatMap((i) => [
    ...new Set([i, taughtAs(i.id, compensating)]),
  ]);

  it.each(brass.map((i) => [i.id, i] as const))('every figure of the %s is reached from an open partial', (_id, i) => {
    for (const p of wholeRange(i)) {
      const f = playable(i, p);
      for (const one of [f.figure, ...f.alternates.map((a) => a.figure)]) {
        const { cents } = nearest(i, one, midi(p));
        expect([pitchText(p), figureText(one), Math.abs(cents) < WITHIN_CENTS]).toEqual([
          pitchText(p),
          figureText(one),
          true,
        ]);
      }
      expect(f.origin?.openMidi).toBe(midi(p) + (f.origin?.lowered ?? 0));
      if (f.figure.kind === 'valves') {
        const { cents, harmonic } = nearest(i, f.figure, midi(p));
        expect([pitchText(p), f.origin?.partial]).toEqual([pitchText(p), harmonic]);
        expect(Math.abs((f.origin?.cents ?? 99) - cents)).toBeLessThan(3);
      }
    }
  });

  it.each(brass.map((i) => [i.id, i] as const))('%s: what is said of tuning is what the tube does', (_id, i) => {
    for (const p of wholeRange(i)) {
      const f = playable(i, p);
      if (f.figure.kind !== 'valves') continue;
      const { cents } = nearest(i, f.figure, midi(p));
      const said = f.intonation === undefined ? 'none' : f.intonation.tendency;
      expect([pitchText(p), said]).toEqual([
        pitchText(p),
        Math.abs(cents) < 19 ? 'none' : Math.abs(cents) > 21 ? (cents > 0 ? 'sharp' : 'flat') : said,
      ]);
    }
  });

  it.each(brass.map((i) => [i.id, i] as const))(
    '%s: no default has a better-tuned, simpler twin without saying why',
    (_id, i) => {
      for (const p of wholeRange(i)) {
        const f = playable(i, p);
        if (f.figure.kind !== 'valves') continue;
        const own = f.figure.valves.length;
        const thumb = f.figure.thumb === true;
        const off = Math.abs(nearest(i, f.figure, midi(p)).cents);
        const twin = f.alternates.some(
          ({ figure: a }) =>
            a.kind === 'valves' &&
            (a.thumb === true) === thumb &&
            a.valves.length < own &&
            Math.abs(nearest(i, a, midi(p)).cents) < off - CLEARLY,
        );
        expect([pitchText(p), figureText(f.figure), f.preferred !== undefined]).toEqual([
          pitchText(p),
          figureText(f.figure),
          twin,
        ]);
      }
    },
  );

  it('defaults to three valves first and to the quick fingers, and says which', () => {
    expect(playable(instrumentOf('euphonium'), parsePitch('C3')).preferred).toBe('three-valves-first');
    expect(playable(instrumentOf('trumpet'), parsePitch('E4')).preferred).toBe('quick-fingers');
    expect(playable(instrumentOf('trumpet'), parsePitch('C4')).preferred).toBeUndefined();
  });

  it('raises the slide for the flat seventh partial only, and never when it is all the way in', () => {
    for (const p of wholeRange(instrumentOf('trombone'))) {
      const f = playable(instrumentOf('trombone'), p);
      for (const { figure: one } of [f, ...f.alternates]) {
        if (one.kind !== 'slide') throw new Error('no slide');
        const plain = { ...one, adjust: 0 as const };
        const { harmonic } = nearest(instrumentOf('trombone'), one, midi(p));
        expect([pitchText(p), figureText(one), one.adjust]).toEqual([
          pitchText(p),
          figureText(one),
          harmonic === 7 ? 1 : 0,
        ]);
        expect(Math.abs(nearest(instrumentOf('trombone'), one, midi(p)).cents)).toBeLessThanOrEqual(
          Math.abs(nearest(instrumentOf('trombone'), plain, midi(p)).cents) + 0.01,
        );
        expect(one.position - 0.3 * one.adjust).toBeGreaterThanOrEqual(1);
      }
    }
  });

  it('counts the positions of the F attachment for themselves where they are taught so', () => {
    const taught = (attachment: Conventions['attachment']) => {
      const trombone = taughtAs('f-trombone', conventionsOf({ attachment }));
      return ['F2', 'E2', 'Eb2', 'D2', 'Db2', 'C2'].map((n) => {
        const f = finger(trombone, parsePitch(n), conventionsOf({ attachment }));
        const own = f.kind === 'playable' ? [f.figure, ...f.alternates.map((a) => a.figure)] : [];
        return own.map((x) => figureText(x)).find((t) => t.startsWith('T'));
      });
    };
    // Common practice, no source: six positions, each a half step, of which the last reaches beyond the plain seventh.
    expect(taught('own')).toEqual(['T1', 'T2', 'T3', 'T4', 'T5', 'T6']);
    expect(taught('plain-slide')).toEqual(['T1', 'T2-', 'T4+', 'T5', 'T6', 'T7-']);
    expect(figure('f-trombone', 'B1')).toBe('below-range');
  });

  it('the low notes of the horn are its own fundamentals', () => {
    expect(['C3', 'B2', 'G2', 'F#2', 'F2'].map((n) => figure('horn', n))).toEqual([
      '0',
      '2',
      '13',
      '123',
      'below-range',
    ]);
    expect(['F3', 'B2', 'Bb2'].map((n) => figure('b-flat-horn', n))).toEqual(['0', '123', 'below-range']);
  });

  it('knows a note for every half step', () => {
    expect([58, 60, 61].map((n) => pitchText(noteAt(n)))).toEqual(['Bb3', 'C4', 'C#4']);
  });
});
