import fc from 'fast-check';
import type { Exercise } from '../exercise/exercise';
import { INSTRUMENTS } from '../instrument/instrument.data';
import { partOf } from '../page/pageParts';
import { notesUsed } from '../part/chart';
import { DEFAULT_TEACHING } from '../part/teaching';
import { midi, pitchText } from '../pitch/pitch';
import { notesOf } from '../score/walk';
import { arbitraryExercise, arbitraryScore, line } from '../testing';
import { pageNotes, summarizeLine } from './lineSummary';

const IDS = INSTRUMENTS.map((i) => i.id);
const reworked = fc
  .record({
    exercise: arbitraryExercise(),
    other: arbitraryScore(),
    id: fc.constantFrom(...IDS),
    twoLines: fc.boolean(),
    octaves: fc.option(fc.integer({ min: -1, max: 1 }), { nil: undefined }),
    key: fc.option(fc.constantFrom('transposed' as const, 'respelled' as const, 'no-signature' as const), {
      nil: undefined,
    }),
    easier: fc.boolean(),
    moved: fc.boolean(),
  })
  .map(({ exercise, other, id, twoLines, octaves, key, easier, moved }) => {
    const lines = twoLines ? [exercise.source, other] : [exercise.source];
    const mine = lines.at(-1) ?? exercise.source;
    const [note, bar] = [notesOf(mine)[0], mine.measures[0]];
    const choice = {
      ...(twoLines ? { line: 1 } : {}),
      ...(octaves !== undefined && { octaves }),
      ...(key !== undefined && { key }),
      ...(easier && bar !== undefined && { easier: { [bar.id]: 'held' as const } }),
      ...(moved && note !== undefined && { alternatives: { [note.id]: 1 } }),
    };
    const whole: Exercise = {
      ...exercise,
      ...(twoLines ? { otherLines: [other] } : {}),
      partChoices: { [id]: choice },
    };
    return { exercise: whole, id };
  });

describe('the summary of a line', () => {
  it('gives every instrument the notes that its derived part has', () => {
    fc.assert(
      fc.property(reworked, fc.constantFrom(...IDS), ({ exercise, id }, another) => {
        const stored = JSON.parse(JSON.stringify(summarizeLine(exercise))) as ReturnType<typeof summarizeLine>;
        for (const instrument of [id, another]) {
          const part = partOf(exercise, instrument, DEFAULT_TEACHING);
          const page = pageNotes(stored, instrument, DEFAULT_TEACHING);
          expect(page.notes.map(pitchText)).toEqual(notesUsed(part).map(pitchText));
          expect(page.unplayable).toBe(part.unplayable.length > 0);
        }
      }),
    );
  });

  it('has the first eight bars, and says whether they are all', () => {
    const bars = (n: number): string => Array.from({ length: n }, () => 'C4:w').join(' | ');
    const of = (n: number) => summarizeLine({ owner: 'concert', partChoices: {}, source: line(bars(n)) });
    expect([of(9).opening.measures.length, of(9).openingIsAll, of(9).traits.bars]).toEqual([8, false, 9]);
    expect([of(8).opening.measures.length, of(8).openingIsAll]).toEqual([8, true]);
  });

  it('knows a line without notes', () => {
    const silent = summarizeLine({ owner: 'concert', partChoices: {}, source: line('R:w') });
    expect([silent.isEmpty, pageNotes(silent, 'trumpet', DEFAULT_TEACHING).notes]).toEqual([true, []]);
  });

  it('works out the example of its description', () => {
    const summary = summarizeLine({ owner: 'concert', partChoices: {}, source: line('C4 D4') });
    const { notes } = pageNotes(summary, 'trumpet', DEFAULT_TEACHING);
    expect(notes.map((p) => `${pitchText(p)} ${midi(p)}`)).toEqual(['D4 62', 'E4 64']);
  });

  it('stays small however long the line is', () => {
    const bars = Array.from({ length: 512 }, () => 'C4 D4 E4 F4').join(' | ');
    const summary = summarizeLine({ owner: 'concert', partChoices: {}, source: line(bars) });
    expect(JSON.stringify(summary).length).toBeLessThan(6000);
  });
});
