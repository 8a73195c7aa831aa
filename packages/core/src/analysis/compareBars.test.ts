import fc from 'fast-check';
import { realize } from '../exercise/realize';
import type { Concert } from '../pitch/pitch';
import type { Measure } from '../score/score';
import { arbitraryExercise } from '../testing/arbitraryScore';
import { line } from '../testing/line';
import { spelled } from '../testing/spelled';
import { compareBars, compareLines, differenceInterval } from './compareBars';

describe('two bars side by side', () => {
  const METER = { beats: 4, unit: 4 } as const;
  const differ = (text: string) => {
    const [a, b] = line<Concert>(text).measures as [Measure<Concert>, Measure<Concert>];
    return compareBars(a, b, METER);
  };

  it('say which beat has another note, and by how much', () => {
    const [found, ...others] = differ('C4 D4 E4:h | C4 D4 G4:h');
    expect(others).toEqual([]);
    expect(found).toMatchObject({ kind: 'pitch', beat: '3', was: { step: 'E' }, is: { step: 'G' }, steps: 2 });
    if (found?.kind === 'pitch') expect(differenceInterval(found.was, found.is)).toEqual({ size: 3, up: true });
  });

  it('say where the rhythm parts and meets again', () => {
    expect(differ('C4 D4 E4 F4 | C4 D4:e D4:e E4 F4').map((d) => [d.kind, 'beat' in d ? d.beat : ''])).toEqual([
      ['rhythm', '2'],
    ]);
    expect(differ('C4:h D4:h | C4 C4 D4:h')[0]).toMatchObject({
      kind: 'rhythm',
      beat: '1',
      was: [{ value: 'half' }],
      is: [{ value: 'quarter' }, { value: 'quarter' }],
    });
  });

  it('name rests, ties and moved bars', () => {
    expect(differ('C4 D4 E4:h | C4 R E4:h')).toEqual([
      { kind: 'rest-for-note', beat: '2', pitch: expect.objectContaining({ step: 'D' }) },
    ]);
    expect(differ('C4 R E4:h | C4 D4 E4:h')[0]?.kind).toBe('note-for-rest');
    expect(differ('C4:h E4:h | C4:h E4:h~')).toEqual([{ kind: 'tie', beat: '3', tied: true }]);
    expect(differ('C4 D4 E4:h | D4 E4 F4:h')).toEqual([{ kind: 'moved', steps: 1 }]);
    expect(differ('C4 D4 E4:h | C4 D4 E4:h')).toEqual([]);
  });

  it('are alike exactly where they are written alike', () => {
    fc.assert(
      fc.property(arbitraryExercise(6), (e) => {
        const { measures } = realize(e);
        const all = compareLines(measures, [...measures].reverse(), [METER]);
        measures.forEach((m, i) => {
          const other = measures[measures.length - 1 - i] as Measure<Concert>;
          expect(all.some((d) => d.index === i)).toBe(spelled(m) !== spelled(other));
        });
      }),
      { seed: 8, numRuns: 60 },
    );
  });

  it('of a duet name the bars in which the rhythms part company', () => {
    const [a, b] = [
      line<Concert>('C4 D4 E4 F4 | C4:w | D4:h E4:h'),
      line<Concert>('E4 F4 G4 A4 | E4:h D4:h | F4:h G4:h'),
    ];
    const parted = compareLines(a.measures, b.measures, [METER]).filter((d) =>
      d.differences.some((x) => x.kind === 'rhythm'),
    );
    expect(parted.map((d) => d.index)).toEqual([1]);
  });
});
