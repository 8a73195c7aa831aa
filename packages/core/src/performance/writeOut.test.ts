import fc from 'fast-check';
import type { Concert } from '../pitch/pitch';
import type { Measure, Score } from '../score/score';
import { notesOf } from '../score/walk';
import { realize } from '../exercise/realize';
import { arbitraryExercise } from '../testing/arbitraryScore';
import { line } from '../testing/line';
import { perform } from './perform';
import { sourceId, writeOut } from './writeOut';

const marked = (text: string, marks: Readonly<Record<number, Partial<Measure<Concert>>>>): Score<Concert> => {
  const score = line<Concert>(text);
  return { ...score, measures: score.measures.map((m, i) => ({ ...m, ...marks[i] })) };
};
const bars = (s: Score<Concert>): string[] => s.measures.map((m) => m.id);

describe('repeats written out', () => {
  it('play the bars in their order, each time with ids of its own', () => {
    const out = writeOut(marked('C4:w | D4:w | E4:w', { 1: { repeatEnd: true } }));
    expect(bars(out)).toEqual(['m1', 'm2', 'm1-again2', 'm2-again2', 'm3']);
    expect(out.measures.flatMap((m) => m.events.map((e) => e.id))).toEqual([
      'n1',
      'n2',
      'n1-again2',
      'n2-again2',
      'n3',
    ]);
    expect(out.measures.some((m) => m.repeatEnd === true || m.repeatStart === true || m.ending !== undefined)).toBe(
      false,
    );
    expect(sourceId('n12-again3')).toBe('n12');
  });

  it('choose the endings', () => {
    const out = writeOut(
      marked('C4:w | D4:w | E4:w | F4:w', { 1: { ending: [1], repeatEnd: true }, 2: { ending: [2] } }),
    );
    expect(bars(out)).toEqual(['m1', 'm2', 'm1-again2', 'm3', 'm4']);
  });

  it('say key and meter again where the way back changes them', () => {
    const out = writeOut(marked('C4:w | D4:w', { 1: { key: { fifths: 2, mode: 'major' }, repeatEnd: true } }));
    expect(out.measures.map((m) => m.key?.fifths)).toEqual([0, 2, 0, 2]);
    expect(out.measures.map((m) => m.meter === undefined)).toEqual([false, true, true, true]);
  });

  it('keep slurs where both ends are played in one run, once each time', () => {
    const score = { ...marked('C4:h D4:h | E4:w', { 1: { repeatEnd: true } }), slurs: [{ from: 'n1', to: 'n2' }] };
    expect(writeOut(score).slurs).toEqual([
      { from: 'n1', to: 'n2' },
      { from: 'n1-again2', to: 'n2-again2' },
    ]);
  });

  it('let go a tie that would lead to another note', () => {
    const score = marked('C4:w | D4:w~ | D4:w | E4:w', { 1: { ending: [1], repeatEnd: true }, 2: { ending: [2] } });
    const out = writeOut(score);
    expect(out.measures.map((m) => m.events.map((e) => e.kind === 'note' && e.tie === true))).toEqual([
      [false],
      [false],
      [false],
      [false],
      [false],
    ]);
  });

  it('leave a line without repeats as it is', () => {
    const plain = line<Concert>('C4:w | D4:w');
    expect(writeOut(plain)).toBe(plain);
  });

  // The performer unrolls repeats by itself: both ways have to sound the same.
  it('sound as the folded line does', () => {
    fc.assert(
      fc.property(arbitraryExercise(8), (exercise) => {
        const folded = realize(exercise);
        const out = writeOut(folded);
        const heard = (s: Score<Concert>) => perform(s).notes.map((n) => [n.midi, n.onset, n.quarters]);
        expect(heard(out)).toEqual(heard(folded));
        const ids = notesOf(out).map((n) => n.id);
        expect(ids.length).toBe(new Set(ids).size);
      }),
      { seed: 9, numRuns: 150 },
    );
  });
});
