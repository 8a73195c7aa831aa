import { Interval as TonalInterval, Note as TonalNote } from 'tonal';
import fc from 'fast-check';
import { arbitraryPitch } from '../testing/arbitraryScore';
import {
  addIntervals,
  ENHARMONIC_DOWN,
  ENHARMONIC_UP,
  interval,
  intervalBetween,
  invert,
  nameInterval,
  parseInterval,
  semitones,
  transpose,
} from './interval';
import { midi, parsePitch, pitchText, STEPS } from './pitch';

const { distance: tonalDistance, semitones: tonalSemitones } = TonalInterval;
const { transpose: tonalTranspose } = TonalNote;

const intervals = fc
  .record({ fifths: fc.integer({ min: -11, max: 11 }), octaves: fc.integer({ min: -8, max: 8 }) })
  .map(({ fifths, octaves }) => interval(fifths, octaves));
const tonalText = (text: string): string => text.replace('x', '##');

/** Every simple interval that notes without double signs make, and the compound ones up to two octaves. */
const QUALITIES = [
  ['P', 'A', 'd'],
  ['m', 'M', 'A', 'd'],
  ['m', 'M', 'A', 'd'],
  ['P', 'A', 'd'],
  ['P', 'A', 'd'],
  ['m', 'M', 'A', 'd'],
  ['m', 'M', 'A', 'd'],
] as const;
const ALL_INTERVALS = Array.from({ length: 15 }, (_unused, i) => (QUALITIES[i % 7] ?? []).map((q) => `${i + 1}${q}`))
  .flat()
  .filter((n) => n !== '1d');
const QUALITY_NAMES = { P: 'perfect', M: 'major', m: 'minor', A: 'augmented', d: 'diminished' } as const;

describe('transposition', () => {
  // Source: the music theory library tonal (npm tonal 6.4), independent of this code.
  it('agrees with tonal for every spelled pitch and every interval up to two octaves', () => {
    let compared = 0;
    for (const step of STEPS) {
      for (const alter of ['bb', 'b', '', '#', 'x']) {
        for (const octave of [1, 4, 7]) {
          for (const name of ALL_INTERVALS.flatMap((n) => [n, `-${n}`])) {
            const from = `${step}${alter}${octave}`;
            const expected = tonalTranspose(tonalText(from), name);
            const size = intervalBetween(parsePitch('C4'), parsePitch(tonalTranspose('C4', name).replace('##', 'x')));
            const got = transpose(parsePitch(from), size);
            if (Math.abs(got.alter) > 2) continue;
            expect(tonalText(pitchText(got))).toBe(expected);
            compared += 1;
          }
        }
      }
    }
    expect(compared).toBeGreaterThan(5500);
  });

  it('names and measures every interval as tonal does', () => {
    for (const name of ALL_INTERVALS) {
      const to = tonalTranspose('C3', name).replaceAll('##', 'x');
      const size = intervalBetween(parsePitch('C3'), parsePitch(to));
      expect([name, semitones(size)]).toEqual([name, tonalSemitones(name)]);
      const number = Number(name.slice(0, -1));
      expect([name, nameInterval(size)]).toEqual([
        name,
        {
          quality: QUALITY_NAMES[name.slice(-1) as 'P'],
          number: ((number - 1) % 7) + 1,
          octaves: Math.floor((number - 1) / 7),
          up: true,
        },
      ]);
      if (semitones(size) !== 0) expect(nameInterval(invert(size))).toEqual({ ...nameInterval(size), up: false });
    }
    expect(nameInterval(interval(13, -7)).quality).toBe('other');
    expect(nameInterval(interval(-13, 8)).quality).toBe('other');
    expect(['M2', '-P5', 'P8+M6', '-P8+P8+M2'].map((t) => semitones(parseInterval(t)))).toEqual([2, -7, 21, -26]);
    expect(() => parseInterval('M9')).toThrow('no interval: M9');
  });

  it('counts semitones of named intervals as tonal does', () => {
    for (const name of ['M2', 'P5', 'M6', 'm3', 'P4', 'M7', 'd5']) {
      expect(semitones(parseInterval(name))).toBe(tonalSemitones(name[1] + (name[0] ?? '')));
    }
    expect(tonalDistance('C4', 'D5')).toBe('9M');
    expect(nameInterval(intervalBetween(parsePitch('C4'), parsePitch('D5')))).toEqual({
      quality: 'major',
      number: 2,
      octaves: 1,
      up: true,
    });
  });

  it('comes back after going up and down again', () => {
    fc.assert(
      fc.property(arbitraryPitch(), intervals, (p, by) => {
        expect(transpose(transpose(p, by), invert(by))).toEqual(p);
      }),
    );
  });

  it('adds intervals as it adds moves', () => {
    fc.assert(
      fc.property(arbitraryPitch(), intervals, intervals, (p, a, b) => {
        expect(transpose(transpose(p, a), b)).toEqual(transpose(p, addIntervals(a, b)));
        expect(intervalBetween(p, transpose(p, a))).toEqual(a);
        expect(midi(transpose(p, a)) - midi(p)).toBe(semitones(a));
      }),
    );
  });

  it('keeps the sound when it respells', () => {
    fc.assert(
      fc.property(arbitraryPitch(), (p) => {
        expect(midi(transpose(p, ENHARMONIC_UP))).toBe(midi(p));
        expect(midi(transpose(p, ENHARMONIC_DOWN))).toBe(midi(p));
      }),
    );
    expect(pitchText(transpose(parsePitch('C#4'), ENHARMONIC_UP))).toBe('Db4');
    expect(pitchText(transpose(parsePitch('B#3'), ENHARMONIC_UP))).toBe('C4');
  });
});
