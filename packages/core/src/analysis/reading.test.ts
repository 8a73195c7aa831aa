import fc from 'fast-check';
import { realize } from '../exercise/realize';
import type { Concert } from '../pitch/pitch';
import type { Measure, Score } from '../score/score';
import { arbitraryExercise } from '../testing/arbitraryScore';
import { line } from '../testing/line';
import { barRelations } from './barRelations';
import { plannedBreaths } from './plannedBreaths';
import { compareBars, compareLines, differenceInterval } from './compareBars';
import { lineSigns } from './lineSigns';
import { lineValues, tiedSums } from './lineValues';
import { findPatterns } from './patterns';
import { lineFacts, playedRuns } from './lineFacts';

const relations = (text: string) => barRelations(line<Concert>(text));

describe('how bars stand to each other', () => {
  it('names the closest kin of each', () => {
    expect(
      relations('C4 D4 E4 F4 | G4:w | C4 D4 E4 F4 | C4 D4 E4 G4 | D4 E4 F4 G4 | C4:h D4:e E4:e F4 | A4 C4 B4 G4'),
    ).toEqual([
      { kind: 'new' },
      { kind: 'new' },
      { kind: 'same', of: 0 },
      { kind: 'but-last', of: 0 },
      { kind: 'moved', of: 0, steps: 1 },
      { kind: 'pitches', of: 0 },
      { kind: 'rhythm', of: 0 },
    ]);
  });

  it('counts a sign as another pitch, a tie as another rhythm, and rests', () => {
    expect(relations('C4:h D4:h | C#4:h D4:h')[1]).toEqual({ kind: 'rhythm', of: 0 });
    expect(relations('C4:h D4:h | C4:h D4:h~ | D4:w')[1]).toEqual({ kind: 'pitches', of: 0 });
    expect(relations('C4 R D4:h | C4 R D4:h')[1]).toEqual({ kind: 'same', of: 0 });
    expect(relations('R:w | R:w')).toEqual([{ kind: 'new' }, { kind: 'new' }]);
  });

  // By brute force: every pair of bars compared as written, note by note.
  it('finds the first identical bar and no other', () => {
    fc.assert(
      fc.property(arbitraryExercise(12), (e) => {
        const score = realize(e);
        const plain = (m: Measure<Concert>): string =>
          JSON.stringify(
            m.events.map((x) => [
              x.kind,
              x.duration.value,
              x.duration.dots,
              x.duration.tuplet ?? null,
              x.kind === 'note' ? [x.pitch.step, x.pitch.alter, x.pitch.octave, x.tie === true] : null,
            ]),
          );
        barRelations(score).forEach((r, i) => {
          const here = score.measures[i] as Measure<Concert>;
          if (!here.events.some((x) => x.kind === 'note')) return;
          const first = score.measures.findIndex((m, at) => at < i && plain(m) === plain(here));
          if (first >= 0) expect(r).toEqual({ kind: 'same', of: first });
          else expect(r.kind).not.toBe('same');
        });
      }),
      { seed: 5, numRuns: 80 },
    );
  });
});

const plan = (text: string) => findPatterns(line<Concert>(text)).plan.map((p) => [p.from, p.length, p.again]);

/** A bar as it is written, spelled out another way than the code does it. */
const written = (m: Measure<Concert>): string =>
  JSON.stringify(
    m.events.map((x) => [
      x.kind,
      x.duration.value,
      x.duration.dots,
      x.duration.tuplet ?? null,
      x.kind === 'note' ? [x.pitch.step, x.pitch.alter, x.pitch.octave, x.tie === true] : null,
    ]),
  );
const hasNotes = (m: Measure<Concert>): boolean => m.events.some((x) => x.kind === 'note');

describe('a plan of reading', () => {
  it('learns once what comes again, most of it first, and its shares add up', () => {
    const { plan: steps } = findPatterns(line<Concert>('C4:w | D4:h E4:h | C4:w | F4:h G4:h | C4:w | D4:h E4:h'));
    expect(steps.map((s) => [s.from, s.length, s.again])).toEqual([
      [0, 2, [4]],
      [2, 2, []],
    ]);
    expect(steps.map((s) => s.known)).toEqual([expect.closeTo(4 / 6, 9), 1]);
  });

  it('finds whole lines before single bars', () => {
    expect(
      plan(
        'C4 D4 E4 F4 | G4:w | E4:h D4:h | C4:w | E4 F4 G4:h | D4:w | C4 D4 E4 F4 | G4:w | C4 D4 E4 F4 | G4:w | E4:h D4:h | C4:w',
      ),
    ).toEqual([
      [0, 4, [8]],
      [4, 4, []],
    ]);
  });

  it('counts from pickup to pickup where that repeats more', () => {
    const pickup = (text: string): Score<Concert> => {
      const s = line<Concert>(text);
      return { ...s, measures: s.measures.map((m, i) => (i === 0 ? { ...m, pickup: true } : m)) };
    };
    const read = findPatterns(pickup('G4 | C4 D4 E4 G4 | C4 D4 E4 A4 | F4 F4 F4 G4 | C4 D4 E4'));
    expect(read.fromPickup).toBe(true);
    expect(read.relations.map((r) => r.kind)).toEqual(['new', 'same', 'rhythm', 'same']);
    expect(read.plan[0]).toMatchObject({ from: 0, again: [1, 3], known: 0.75 });
    // A note that is held over the place where the pickup would come ends no phrase, and none is lost.
    const held = findPatterns(pickup('G4 | C4 D4 E4 G4 | F4:w | E4 E4 E4 G4 | C4 D4 E4 G4 | F4:w | D4:h.'));
    expect(held.cells.map((c) => c.notes.length)).toEqual([4, 2, 3, 4, 2, 1]);
    expect(held.plan[0]).toMatchObject({ from: 0, length: 2, again: [3] });
    expect(findPatterns(pickup('G4 | C4 D4 E4 F4 | C4 D4 E4 F4 | A4:w | C4:h.')).fromPickup).toBe(false);
  });

  it('gives what only looks like something known the most practice', () => {
    const { plan: steps } = findPatterns(line<Concert>('C4 D4 E4 F4 | C4 D4 E4 F4 | C4 D4 E4 G4 | A4:w'));
    const share = (bar: number) => steps.find((s) => s.from <= bar && bar < s.from + s.length)?.practice;
    expect(steps.reduce((sum, s) => sum + s.practice, 0)).toBeCloseTo(1, 9);
    expect(share(0)).toBeCloseTo(1 / 4, 9);
    // Bars 3 and 4 come once, in one stretch: the trap counts twice.
    expect(share(2)).toBeCloseTo(3 / 4, 9);
  });

  it('says how lines stand to each other', () => {
    const lines = findPatterns(
      line<Concert>(
        'C4:w | D4:w | E4:w | F4:w | C4:w | D4:w | E4:w | C4 C4 C4:h | D4:w | E4:w | F4:w | G4:w | C4:w | D4:w | E4:w | F4:w',
      ),
    ).lines;
    expect(lines.map((l) => l.relation)).toEqual([
      { kind: 'new' },
      { kind: 'but-ending', of: 0 },
      { kind: 'moved', of: 0, steps: 1 },
      { kind: 'same', of: 0 },
    ]);
  });

  it('covers every bar with notes exactly once, says same only of what is, and begins with what explains most', () => {
    fc.assert(
      fc.property(arbitraryExercise(12), fc.integer({ min: 0, max: 3 }), (e, copies) => {
        const made: Score<Concert> = realize(e);
        // Copied bars, so that something repeats.
        const score = {
          ...made,
          measures: [...made.measures, ...made.measures.slice(1, 1 + copies)].map((m, i) => ({
            ...m,
            id: `m${i}`,
            pickup: false,
          })),
        };
        const { plan: steps } = findPatterns(score);
        const at = (i: number): string => written(score.measures[i] as Measure<Concert>);
        const covered: number[] = [];
        for (const { from, length, again } of steps) {
          for (const start of [from, ...again])
            for (let k = 0; k < length; k++) {
              covered.push(start + k);
              expect(at(start + k)).toBe(at(from + k));
            }
        }
        expect(covered.sort((a, b) => a - b)).toEqual(score.measures.flatMap((m, i) => (hasNotes(m) ? [i] : [])));
        expect(steps.length === 0 || Math.abs((steps.at(-1)?.known ?? 0) - 1) < 1e-9).toBe(true);
        // By brute force: no stretch of up to eight bars explains more than the first step does.
        const n = score.measures.length;
        let most = 0;
        for (let length = 1; length <= 8; length++)
          for (let i = 0; i + length <= n; i++) {
            if (!score.measures.slice(i, i + length).every(hasNotes)) continue;
            let [count, next] = [0, 0];
            for (let j = i; j + length <= n; j++)
              if (j >= next && Array.from({ length }, (_u, k) => at(i + k) === at(j + k)).every(Boolean)) {
                count += 1;
                next = j + length;
              }
            if (count > 1) most = Math.max(most, count * length);
          }
        const [first] = steps;
        if (most > 0 && first !== undefined) expect(first.length * (1 + first.again.length)).toBe(most);
      }),
      { seed: 6, numRuns: 80 },
    );
  });
});

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
          expect(all.some((d) => d.index === i)).toBe(written(m) !== written(other));
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

describe('values, signs and breaths', () => {
  const signed = (): Score<Concert> => {
    const s = line<Concert>('C4:h. D4~ | D4:w~ | D4 E4:e F4:e G4:h | C4:w');
    return {
      ...s,
      slurs: [{ from: 'n4', to: 'n5' }],
      measures: s.measures.map((m, i): Measure<Concert> => ({
        ...m,
        ...(i === 0
          ? { repeatStart: true, tempo: { words: 'Andante', mark: { value: 'quarter', dots: 0, perMinute: 60 } } }
          : {}),
        ...(i === 3 ? { ending: [1], repeatEnd: true } : {}),
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
    expect(plannedBreaths(at60('C4:w | D4:h. R | E4:w'), 'first-year')).toEqual([
      { from: 1, to: 2, seconds: 7, then: 'rest', tooLong: false, emergency: undefined },
      { from: 3, to: 3, seconds: 4, then: 'end', tooLong: false, emergency: undefined },
    ]);
    const [long] = plannedBreaths(at60('C4:w | D4:w | E4:w | F4:w'), 'first-year');
    expect(long).toMatchObject({ from: 1, to: 4, seconds: 16, tooLong: true, emergency: { note: 'n2', bar: 2 } });
    expect(plannedBreaths(at60('C4:w~ | C4:w~ | C4:w'), 'first-notes')[0]).toMatchObject({
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
        ...(i === 0 ? { pickup: true, tempo: { mark: { value: 'quarter', dots: 0, perMinute: 60 } } } : {}),
        ...(i === 2 ? { repeatEnd: true } : {}),
      })),
    };
    const facts = lineFacts(score);
    expect([facts.bars, facts.pickup, facts.played]).toEqual([3, true, [0, 1, 2, 0, 1, 2, 3]]);
    expect(facts.seconds).toBeCloseTo(9 + 9 + 4, 9);
    expect(playedRuns(facts.played)).toEqual([
      [0, 2],
      [0, 3],
    ]);
  });

  it('names each dynamic once', () => {
    const plain = line<Concert>('C4 D4 E4 F4');
    const score = {
      ...plain,
      measures: plain.measures.map((m) => ({
        ...m,
        events: m.events.map((e, i) => ({ ...e, dynamic: i % 2 === 0 ? ('p' as const) : ('mf' as const) })),
      })),
    };
    expect(lineFacts(score).dynamics).toEqual(['p', 'mf']);
  });
});
