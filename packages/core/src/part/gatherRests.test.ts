import { instrumentOf } from '../instrument/instrumentOf';
import { realize } from '../exercise/realize';
import type { Written } from '../pitch/pitch';
import { INSTRUMENTS } from '../instrument/instrument.data';
import type { Measure, Score } from '../score/score';
import { line } from '../testing/line';
import { oddLine } from '../testing/oddLine';
import { derivePart } from './derivePart';
import { gatherRests } from './gatherRests';

const lengths = (score: Score<Written>): (number | undefined)[] => score.measures.map((m) => m.multiRest);
const silent = (text: string, changes: Readonly<Record<number, Partial<Measure<Written>>>> = {}): Score<Written> => {
  const score = line<Written>(text);
  return { ...score, measures: score.measures.map((m, i) => ({ ...m, ...changes[i] })) };
};

describe('silent bars in a row', () => {
  it('are one rest of so many bars', () => {
    expect(lengths(gatherRests(silent('C4:w | R:w | R:h R:h | R:w | D4:w | R:w | E4:w')))).toEqual([
      undefined,
      3,
      undefined,
      undefined,
      undefined,
      undefined,
      undefined,
    ]);
  });

  it.each<[string, number, Partial<Measure<Written>>]>([
    ['a new meter', 2, { meter: { beats: 4, unit: 4 } }],
    ['a new clef', 2, { clef: 'bass' }],
    ['a new signature', 2, { key: { fifths: 1, mode: 'major' } }],
    ['a tempo', 2, { tempo: { words: 'Slower' } }],
    ['a repeat that begins', 2, { repeatStart: true }],
    ['a repeat that ends', 1, { repeatEnd: true }],
    ['a double bar line', 1, { endBar: 'double' }],
    ['a segno', 2, { navigation: ['segno'] }],
    ['Fine', 1, { navigation: ['fine'] }],
    ['an ending', 2, { ending: [1] }],
    ['a line that begins', 2, { startsSystem: true }],
  ])('are parted by %s', (_name, bar, change) =>
    expect(lengths(gatherRests(silent('R:w | R:w | R:w | R:w', { [bar]: change })))).toEqual(
      change.ending === undefined ? [2, undefined, 2, undefined] : [2, undefined, undefined, undefined],
    ),
  );

  it.each<[string, Partial<Measure<Written>>]>([
    ['a bar that is yet to be written', { events: [] }],
    ['a pickup', { pickup: true }],
  ])('do not take in %s', (_name, change) =>
    expect(lengths(gatherRests(silent('R:w | R:w | R:w', { 1: change })))).toEqual([undefined, undefined, undefined]),
  );

  it.each<[string, object]>([
    ['words', { words: 'solo' }],
    ['a fermata', { fermata: true }],
    ['a dynamic', { dynamic: 'p' }],
    ['a chord symbol', { chord: { root: { step: 'C', alter: 0 }, kind: '' } }],
  ])('stay single where %s stands at a rest', (_name, mark) => {
    const score = silent('R:w | R:w | R:w');
    const marked = {
      ...score,
      measures: score.measures.map((m, i) =>
        i === 1 ? { ...m, events: m.events.map((e) => ({ ...e, ...mark })) } : m,
      ),
    };
    expect(lengths(gatherRests(marked))).toEqual([undefined, undefined, undefined]);
  });

  it('stay single where a hairpin begins and ends', () => {
    const score = silent('R:w | R:w | R:w');
    const wedge = { ...score, hairpins: [{ kind: 'crescendo' as const, from: 'n1', to: 'n2' }] };
    expect(lengths(gatherRests(wedge))).toEqual([undefined, undefined, undefined]);
  });

  it('are so on every part, and whatever the line nothing but them is drawn as one', () => {
    const source = silent('C4:w | R:w | R:w | D4:w');
    for (const i of INSTRUMENTS)
      expect(lengths(derivePart(realize({ owner: 'concert', source, partChoices: {} }), i, 'concert').score)).toEqual([
        undefined,
        2,
        undefined,
        undefined,
      ]);
    for (let seed = 1; seed <= 300; seed += 1) {
      const { exercise } = oddLine(seed);
      const part = derivePart(realize(exercise), instrumentOf('flute'), exercise.owner).score;
      part.measures.forEach((m, at) => {
        const drawnAsOne = part.measures.slice(at, at + (m.multiRest ?? 0));
        expect(drawnAsOne.flatMap((b) => b.events).filter((e) => e.kind === 'note')).toEqual([]);
        expect(drawnAsOne.slice(1).flatMap((b) => [b.meter, b.key, b.tempo, b.repeatStart].filter((x) => x))).toEqual(
          [],
        );
      });
    }
  });
});
