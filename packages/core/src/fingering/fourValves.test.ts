import { conventionsOf } from '../convention/conventions';
import { finger } from '../instrument/finger';
import type { InstrumentId } from '../instrument/instrument';
import { taughtAs } from '../instrument/taught';
import { midi, parsePitch, type Written } from '../pitch/pitch';
import { figureText } from './figure';
import { combinationCents } from './valves';

const figures = (id: InstrumentId, notes: string, fourValves: 'plain' | 'compensating'): string =>
  notes
    .split(' ')
    .map((n) => {
      const conventions = conventionsOf({ fourValves });
      const f = finger(taughtAs(id, conventions), parsePitch<Written>(n), conventions);
      return f.kind === 'playable' ? figureText(f.figure) : f.because;
    })
    .join(' ');

describe('the low notes of the fourth valve', () => {
  // The figures: common practice, no source; from memory.
  it.each<[InstrumentId, string]>([
    ['euphonium', 'E2 Eb2 D2 Db2 C2 B1 Bb1'],
    ['euphonium-treble', 'F#3 F3 E3 Eb3 D3 C#3 C3'],
    ['tuba', 'E1 Eb1 D1 Db1 C1 B0 Bb0'],
    ['e-flat-tuba', 'A1 Ab1 G1 Gb1 F1 E1 Eb1'],
    ['b-flat-bass', 'F#3 F3 E3 Eb3 D3 C#3 C3'],
  ])('of the %s stand for what their tubes sound', (id, notes) => {
    // Without compensation each combination is too short for its sum: the next longer one is nearer.
    expect(figures(id, notes, 'plain')).toBe('123 14 234 134 below-range below-range below-range');
    expect(figures(id, notes, 'compensating')).toBe('123 14 124 234 134 1234 below-range');
  });

  it('a compensating fourth is in tune with the longer instrument', () => {
    // By the lengths: the fourth makes the instrument a fourth lower, the others are cut for that one.
    const cents = (valves: number[], lowered: number) =>
      Math.round(combinationCents(valves, { lowered, compensating: true })) + 0;
    expect([cents([4], 5), cents([2, 4], 6), cents([1, 4], 7), cents([3, 4], 8)]).toEqual([0, 0, 0, 0]);
    expect([cents([1, 2, 4], 8), cents([1, 2, 3, 4], 11)]).toEqual([11, 54]);
    expect(Math.round(combinationCents([2, 3, 4], { lowered: 9 }))).toBe(104);
    expect(Math.round(combinationCents([2, 3, 4], { lowered: 8 }))).toBe(4);
  });

  it('leave the octave of a part and the stages as they are', () => {
    for (const id of ['euphonium', 'tuba', 'e-flat-tuba', 'euphonium-treble'] as const)
      for (const fourValves of ['plain', 'compensating'] as const) {
        const i = taughtAs(id, conventionsOf({ fourValves }));
        expect(midi(i.ranges.full.low)).toBeLessThan(midi(i.octaveBy.low));
        expect(midi(i.ranges['second-year'].low)).toBeGreaterThanOrEqual(midi(i.octaveBy.low));
      }
  });
});
