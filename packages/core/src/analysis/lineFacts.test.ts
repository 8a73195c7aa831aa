import type { Concert } from '../pitch/pitch';
import type { Measure, Score } from '../score/score';
import { line } from '../testing/line';
import { lineFacts } from './lineFacts';
import { lineSigns } from './lineSigns';
import { lineValues, tiedSums } from './lineValues';
import { plannedBreaths } from './plannedBreaths';

describe('values, signs and breaths', () => {
  const signed = (): Score<Concert> => {
    const s = line<Concert>('C4:h. D4~ | D4:w~ | D4 E4:e F4:e G4:h | C4:w');
    return {
      ...s,
      slurs: [{ from: 'n4', to: 'n5' }],
      measures: s.measures.map((m, i): Measure<Concert> => ({
        ...m,
        ...(i === 0 && {
          repeatStart: true,
          tempo: { words: 'Andante', mark: { value: 'quarter', dots: 0, perMinute: 60 } },
        }),
        ...(i === 3 && { ending: [1], repeatEnd: true }),
        events: m.events.map((x) => (x.id === 'n8' ? { ...x, dynamic: 'p' as const, fermata: true } : x)),
      })),
    };
  };

  it('each value once with its counts, longest first; ties as sums', () => {
    expect(lineValues(signed()).map((v) => [v.duration.value, v.duration.dots, v.counts.n / v.counts.d])).toEqual([
      ['whole', 0, 4],
      ['half', 1, 3],
      ['half', 0, 2],
      ['quarter', 0, 1],
      ['eighth', 0, 0.5],
    ]);
    // Worked by hand: a quarter, a whole and a quarter held as one last six counts.
    expect(tiedSums(signed()).map((t) => [t.durations.map((d) => d.value), t.counts.n / t.counts.d, t.index])).toEqual([
      [['quarter', 'whole', 'quarter'], 6, 0],
    ]);
    expect(
      lineValues(line<Concert>('C4:q. D4:e D4', { meter: { beats: 6, unit: 8 } })).map((v) => v.counts.n / v.counts.d),
    ).toEqual([3, 2, 1]);
  });

  it('each sign once, with the bar in which it first comes', () => {
    expect(lineSigns(signed()).map((s) => [s.kind, s.index, s.text])).toEqual([
      ['repeat', 0, undefined],
      ['endings', 3, undefined],
      ['tie', 0, undefined],
      ['slur', 2, undefined],
      ['dot', 0, undefined],
      ['fermata', 3, undefined],
      ['p', 3, undefined],
      ['tempo-words', 0, 'Andante'],
    ]);
    expect(lineSigns(line<Concert>('C4 D4'))).toEqual([]);
  });

  it('breaths last as long as the tempo says, and a phrase that is too long has a place in an emergency', () => {
    const at60 = (text: string): Score<Concert> => {
      const s = line<Concert>(text);
      return {
        ...s,
        measures: s.measures.map((m, i): Measure<Concert> =>
          i === 0 ? { ...m, tempo: { mark: { value: 'quarter', dots: 0, perMinute: 60 } } } : m,
        ),
      };
    };
    expect(plannedBreaths(at60('C4:w | D4:h. R | E4:w'), 8)).toEqual([
      { from: 1, to: 2, seconds: 7, then: 'rest', tooLong: false, emergency: undefined },
      { from: 3, to: 3, seconds: 4, then: 'end', tooLong: false, emergency: undefined },
    ]);
    const [long] = plannedBreaths(at60('C4:w | D4:w | E4:w | F4:w'), 8);
    expect(long).toMatchObject({ from: 1, to: 4, seconds: 16, tooLong: true, emergency: { note: 'n2', bar: 2 } });
    expect(plannedBreaths(at60('C4:w~ | C4:w~ | C4:w'), 6)[0]).toMatchObject({
      tooLong: true,
      emergency: undefined,
    });
  });
});

describe('what a line is', () => {
  it('counts bars, plays its repeats, and lasts as long as its tempo says', () => {
    const plain = line<Concert>('C4 | C4:w | D4:w | E4:h. R');
    const score = {
      ...plain,
      measures: plain.measures.map((m, i): Measure<Concert> => ({
        ...m,
        ...(i === 0 && { pickup: true, tempo: { mark: { value: 'quarter', dots: 0, perMinute: 60 } } }),
        ...(i === 2 && { repeatEnd: true }),
      })),
    };
    const facts = lineFacts(score);
    expect([facts.bars, facts.pickup, facts.isBorrowed, facts.barsPlayed]).toEqual([3, true, false, 5]);
    expect(facts.seconds).toBeCloseTo(9 + 9 + 4, 9);
    expect(facts.played).toEqual([
      { from: 0, to: 2 },
      { from: 0, to: 3 },
    ]);
  });

  it('says that the pickup is borrowed only where the last bar is short by it', () => {
    const ends = (last: string): boolean => {
      const plain = line<Concert>(`C4 | C4:w | ${last}`);
      return lineFacts({ ...plain, measures: plain.measures.map((m, i) => (i === 0 ? { ...m, pickup: true } : m)) })
        .isBorrowed;
    };
    expect([ends('D4:h.'), ends('D4:w')]).toEqual([true, false]);
  });

  it('plays one bar twice where it alone is repeated', () => {
    const plain = line<Concert>('C4:w | D4:w | E4:w');
    const measures = plain.measures.map((m, i) => (i === 1 ? { ...m, repeatStart: true, repeatEnd: true } : m));
    const { played, barsPlayed } = lineFacts({ ...plain, measures });
    expect([played, barsPlayed]).toEqual([
      [
        { from: 1, to: 2 },
        { from: 2, to: 3 },
      ],
      4,
    ]);
  });
});
