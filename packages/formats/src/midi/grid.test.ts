import fc from 'fast-check';
import { chooseGrid, type PlayedNote, writeHeard } from './quantise';
import { key } from '@cifra/core';

const FOUR = { beats: 4, unit: 4 } as const;
const at = (...onsets: number[]): PlayedNote[] =>
  onsets.map((from, i) => ({ midi: 60 + (i % 5), from, to: (onsets[i + 1] ?? from + 1) - 0.02 }));

describe('the grid of a MIDI line', () => {
  it('is the coarsest that keeps every note', () => {
    expect(chooseGrid(at(0, 1, 2, 3), FOUR)).toBe('quarter');
    expect(chooseGrid(at(0, 1, 2.5, 3), FOUR)).toBe('eighth');
    // One short note among many is one too many for a coarser grid.
    expect(chooseGrid(at(...Array.from({ length: 60 }, (_u, i) => i), 60.25), FOUR)).toBe('16th');
    expect(chooseGrid(at(0, 1 / 3, 2 / 3, 1), FOUR)).toBe('eighth-triplet');
  });

  it('says how many notes a grid that is too coarse loses', () => {
    const notes = at(0, 0.25, 0.5, 0.75, 1);
    expect(writeHeard(notes, '16th', FOUR, key(0))).toMatchObject({ lost: 0, moved: 0 });
    const { lost, measures } = writeHeard(notes, 'quarter', FOUR, key(0));
    const struck = measures.flatMap((m) => m.events.filter((e) => e.kind === 'note'));
    expect(struck.length + lost).toBe(notes.length);
    expect(lost).toBeGreaterThan(0);
  });

  // Sixteenths and triplets by any hand that is even: every note comes in.
  it('loses nothing of what was played evenly', () => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom(1, 0.5, 0.25, 1.5, 2), { minLength: 2, maxLength: 30 }), (lengths) => {
        let now = 0;
        const notes = lengths.map((l, i): PlayedNote => {
          const from = now;
          now += l;
          return { midi: 60 + (i % 7), from, to: now };
        });
        const { measures, lost } = writeHeard(notes, chooseGrid(notes, FOUR), FOUR, key(0));
        const struck = measures.flatMap((m) => m.events).filter((e) => e.kind === 'note');
        const held = struck.filter((_e, i) => i > 0 && (struck[i - 1] as { tie?: boolean }).tie === true).length;
        expect([lost, struck.length - held]).toEqual([0, notes.length]);
      }),
    );
  });
});
