import type { Concert } from '../pitch/pitch';
import type { Measure, MusicEvent } from '../score/score';
import { line } from '../testing/line';
import { type BarAsPlayed, barsAsPlayed } from './barsAsPlayed';
import { compareBars, compareLines, differenceInterval } from './compareBars';

describe('two bars side by side', () => {
  const differ = (text: string) => {
    const [a, b] = barsAsPlayed(line<Concert>(text)) as [BarAsPlayed<Concert>, BarAsPlayed<Concert>];
    return compareBars(a, b);
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
      was: [{ duration: { value: 'half' }, rest: false }],
      is: [{ duration: { value: 'quarter' } }, { duration: { value: 'quarter' } }],
    });
    // A rest is no note of its length.
    expect(differ('C4:h D4:h | C4:h R D4')[0]).toMatchObject({
      was: [{ rest: false }],
      is: [{ rest: true }, { rest: false }],
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

  it('say what is struck and held, slurred, marked, and how loud it is', () => {
    const score = line<Concert>('C4 D4 E4 C4~ | C4 D4 E4 C4 | C4 D4 E4 C4');
    const [first, second, third] = score.measures as [Measure<Concert>, Measure<Concert>, Measure<Concert>];
    const marked = third.events.map((e, i) =>
      i === 1 ? { ...e, articulations: ['staccato' as const] } : i === 2 ? { ...e, dynamic: 'p' as const } : e,
    );
    const bars = barsAsPlayed({
      ...score,
      measures: [first, second, { ...third, events: marked as MusicEvent<Concert>[] }],
      slurs: [{ from: 'n5', to: 'n6' }],
    });
    const [, b, c] = bars as [BarAsPlayed<Concert>, BarAsPlayed<Concert>, BarAsPlayed<Concert>];
    expect(compareBars(b, c)).toEqual([
      { kind: 'held', beat: '1', held: false },
      { kind: 'slur', beat: '1', slurred: false },
      { kind: 'mark', beat: '2', mark: 'staccato', marked: true },
      { kind: 'level', beat: '3', was: undefined, is: 'p' },
    ]);
  });

  it('of a duet name the bars in which the rhythms part company', () => {
    const [a, b] = [
      line<Concert>('C4 D4 E4 F4 | C4:w | D4:h E4:h'),
      line<Concert>('E4 F4 G4 A4 | E4:h D4:h | F4:h G4:h'),
    ];
    const parted = compareLines(barsAsPlayed(a), barsAsPlayed(b)).filter((d) =>
      d.differences.some((x) => x.kind === 'rhythm'),
    );
    expect(parted.map((d) => d.index)).toEqual([1]);
  });
});
