import fc from 'fast-check';
import { arbitraryScore } from '../testing/arbitraryScore';
import { line } from '../testing/line';
import type { Written } from '../pitch/pitch';
import { excerpt } from './excerpt';
import type { Measure } from './score';
import { openingOf, placeMeasures } from './walk';

describe('some bars standing alone', () => {
  it('say what is in force where they begin, and at which speed', () => {
    const plain = line<Written>('C4:w | D4:h. | E4:h. | F4:h.', { fifths: 1 });
    const score = {
      ...plain,
      slurs: [
        { from: 'n1', to: 'n2' },
        { from: 'n3', to: 'n4' },
      ],
      measures: plain.measures.map((m, i): Measure<Written> => ({
        ...m,
        ...(i === 0
          ? { tempo: { words: 'Slow', mark: { value: 'quarter', dots: 0, perMinute: 60 } } }
          : i === 1
            ? { meter: { beats: 3, unit: 4 } }
            : {}),
      })),
    };
    const part = excerpt(score, 2, 3);
    expect(openingOf(part)).toMatchObject({ key: { fifths: 1 }, meter: { beats: 3, unit: 4 }, clef: 'treble' });
    expect([part.measures.map((m) => m.id), part.measures[0]?.tempo?.mark?.perMinute, part.slurs]).toEqual([
      ['m3', 'm4'],
      60,
      [{ from: 'n3', to: 'n4' }],
    ]);
    expect(excerpt(score, 0, 0).slurs).toEqual([]);
  });

  it('are in force as they were, and together the whole', () => {
    fc.assert(
      fc.property(arbitraryScore(8), fc.nat(20), (score, at) => {
        const cut = at % score.measures.length;
        const halves = [
          excerpt(score, 0, cut),
          ...(cut + 1 < score.measures.length ? [excerpt(score, cut + 1, score.measures.length - 1)] : []),
        ];
        const state = (s: typeof score) => placeMeasures(s).map((p) => [p.clef, p.key, p.meter, p.measure.events]);
        expect(halves.flatMap(state)).toEqual(state(score));
      }),
      { seed: 11, numRuns: 60 },
    );
  });
});
