import { finger } from '../instrument/finger';
import type { InstrumentId } from '../instrument/instrument';
import { INSTRUMENTS, instrumentOf } from '../instrument/instrument.data';
import { midi, parsePitch, type Written } from '../pitch/pitch';
import { type Fingering, figureText } from './figure';
import { DEFAULT_SCHOOLS } from './schools';
import { combinationCents, partialCents } from './tube';

const figure = (id: InstrumentId, note: string): string => {
  const f = finger(instrumentOf(id), parsePitch<Written>(note), DEFAULT_SCHOOLS);
  return f.kind === 'playable' ? figureText(f.figure) : f.because;
};

describe('brass figures of common practice', () => {
  // Common practice, no published source.
  it.each<[InstrumentId, string, string]>([
    ['trumpet', 'C4', '0'], ['trumpet', 'D4', '13'], ['trumpet', 'E4', '12'], ['trumpet', 'F4', '1'], ['trumpet', 'G4', '0'],
    ['horn', 'A4', '12'], ['horn', 'G4', '0'], ['horn', 'F4', '1'],
    ['trombone', 'Bb2', '1'], ['trombone', 'F3', '1'], ['trombone', 'C3', '6'], ['trombone', 'D3', '4'], ['trombone', 'Eb3', '3'], ['trombone', 'E3', '2'], ['trombone', 'G4', '2+'],
  ])('%s %s is %s', (id, note, expected) => expect(figure(id, note)).toBe(expected));

  // A player's chart of the first two octaves, from memory, common practice.
  it.each<[InstrumentId, string]>([
    ['trumpet', 'F#3 123, G3 13, G#3 23, A3 12, Bb3 1, B3 2, C4 0, C#4 123, Eb4 23, F#4 2, G#4 23, A4 12, Bb4 1, B4 2, C5 0, C#5 12, D5 1, Eb5 2, E5 0, F5 1, F#5 2, G5 0, A5 12, C6 0'],
    ['horn', 'G3 0, A3 12, Bb3 1, B3 2, C4 0, D4 1, E4 0, F#4 2, Ab4 23, Bb4 1, B4 2, C5 0, D5 1, E5 0, F5 1, G5 0'],
    ['euphonium', 'E2 123, F2 13, G2 12, Ab2 1, A2 2, Bb2 0, C3 13, D3 12, Eb3 1, E3 2, F3 0, G3 12, A3 2, Bb3 0, C4 1, D4 0, F4 0'],
    ['tuba', 'E1 123, F1 13, Bb1 0, C2 13, D2 12, Eb2 1, F2 0, G2 12, A2 2, Bb2 0, C3 1, D3 0'],
    ['trombone', 'E2 7, F2 6, G2 4, A2 2, B2 7, G3 4, Ab3 3, A3 2, Bb3 1, C4 3, D4 1, Eb4 3, F4 1, F#4 3+, Bb4 1'],
  ])('%s follows the chart: %s', (id, chart) => {
    for (const pair of chart.split(', ')) {
      const [note = '', expected] = pair.split(' ');
      expect(`${note} ${figure(id, note)}`).toBe(`${note} ${expected}`);
    }
  });
});

describe('brass figures against the harmonic series', () => {
  /*
   * Worked out anew from frequencies: harmonic n is n times the fundamental, the tube lengthened by each valve or
   * slide position. Source: the physics of a tube (harmonics are whole multiples); nothing here is read from the code.
   */
  const frequency = (note: number): number => 440 * 2 ** ((note - 69) / 12);
  const VALVE: Readonly<Record<number, number>> = { 1: 2, 2: 1, 3: 3, 4: 5 };
  const lengthFactor = (f: Extract<Fingering, { kind: 'playable' }>['figure']): number => {
    if (f.kind === 'valves') return 1 + f.valves.reduce((sum, v) => sum + (2 ** ((VALVE[v] ?? 0) / 12) - 1), 0);
    return f.kind === 'slide' ? 2 ** ((f.position - 1) / 12) : NaN;
  };
  /** Lips and slides pull a note into tune; three valves together are the widest gap, half a semitone. */
  const WITHIN_CENTS = 60;

  const brass = INSTRUMENTS.filter((i) => i.family === 'brass');
  it.each(brass.map((i) => [i.id, i] as const))('every figure of the %s is reached from an open partial', (_id, instrument) => {
    const { system } = instrument;
    if (system.kind !== 'brass') throw new Error('no brass');
    for (let note = midi(instrument.range.low); note <= midi(instrument.range.high); note++) {
      const spelled = parsePitch<Written>(`${['C', 'C#', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'Ab', 'A', 'Bb', 'B'][note % 12]}${Math.floor(note / 12) - 1}`);
      const f = finger(instrument, spelled, DEFAULT_SCHOOLS);
      if (f.kind !== 'playable') throw new Error(`${instrument.id} has no figure for ${note}`);
      for (const figureOf of [f.figure, ...f.alternates.map((a) => a.figure)]) {
        const fundamental = frequency(system.tube.fundamental) / lengthFactor(figureOf);
        const off = Array.from({ length: 16 }, (_unused, i) => Math.abs(1200 * Math.log2(((i + 1) * fundamental) / frequency(note))));
        expect(Math.min(...off)).toBeLessThan(WITHIN_CENTS);
      }
    }
  });

  it('knows the flat seventh partial and the sharp 1-2-3', () => {
    expect(partialCents(7)).toBeCloseTo(-31.2, 1);
    expect(partialCents(5)).toBeCloseTo(-13.7, 1);
    expect(combinationCents([1, 2, 3])).toBeGreaterThan(50);
    expect(combinationCents([2])).toBeCloseTo(0, 6);
  });

  it('never raises a slide that is all the way in', () => {
    const ab = finger(instrumentOf('trombone'), parsePitch<Written>('Ab4'), DEFAULT_SCHOOLS);
    expect(ab.kind === 'playable' && figureText(ab.figure)).toBe('3');
  });

  it('says why a note cannot be played', () => {
    expect(figure('trumpet', 'F3')).toBe('below-range');
    expect(figure('trumpet', 'D6')).toBe('above-range');
  });
});
