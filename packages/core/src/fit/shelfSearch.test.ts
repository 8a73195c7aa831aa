import type { Exercise } from '../exercise/exercise';
import { DEFAULT_TEACHING } from '../part/teaching';
import { line } from '../testing';
import { summarizeLine } from './lineSummary';
import { readinessOf } from './readiness';
import { SHELF_ORDERS, searchShelf, type ShelfQuery, WHOLE_SHELF } from './shelfSearch';

const exercise = (source: Exercise['source']) => ({ owner: 'trumpet', partChoices: {}, source }) as const;
const shelved = (title: string, source: Exercise['source']) => ({
  title,
  traits: summarizeLine(exercise(source)).traits,
  readiness: readinessOf(summarizeLine(exercise(source)), ['trumpet', 'flute'], DEFAULT_TEACHING, {
    flute: ['Bb4', 'C5'],
  }),
});
const ALL = [
  shelved('Harbour', line('C4 D4 E4 F4')),
  shelved('Slow boat', line('C4:w | D4:w', { fifths: 2 })),
  shelved('Quick kite', line('C4:e D4:e E4 G4 C5', { meter: { beats: 3, unit: 4 } })),
];
const titles = (query: Partial<ShelfQuery>): string[] =>
  searchShelf(ALL, { ...WHOLE_SHELF, ...query }).map((s) => s.title);

describe('the shelf', () => {
  it('finds by words of the title, in any order and case', () => {
    expect(titles({ text: 'BOAT slow' })).toEqual(['Slow boat']);
    expect(titles({ text: 'nowhere' })).toEqual([]);
    expect(titles({})).toEqual(['Harbour', 'Slow boat', 'Quick kite']);
  });

  it('finds by meter and technique', () => {
    expect(titles({ meter: '3/4' })).toEqual(['Quick kite']);
    expect(titles({ technique: 'eighths' })).toEqual(['Quick kite']);
    expect(titles({ technique: 'slur' })).toEqual([]);
  });

  it.each([
    ['title', ['Harbour', 'Quick kite', 'Slow boat']],
    ['key', ['Harbour', 'Quick kite', 'Slow boat']],
    ['range', ['Slow boat', 'Harbour', 'Quick kite']],
    ['rhythm', ['Slow boat', 'Harbour', 'Quick kite']],
    ['length', ['Harbour', 'Quick kite', 'Slow boat']],
    ['newness', ['Slow boat', 'Harbour', 'Quick kite']],
    ['newest', ['Harbour', 'Slow boat', 'Quick kite']],
  ] as const)('by %s stands in order', (order, wanted) => {
    expect(SHELF_ORDERS).toContain(order);
    expect(titles({ order })).toEqual(wanted);
  });

  it('knows for whom each is ready', () => {
    expect(ALL[1]?.readiness).toEqual({ ready: ['trumpet', 'flute'], fresh: [], unplayable: [] });
    expect(ALL[0]?.readiness).toMatchObject({ ready: ['trumpet'], fresh: [{ id: 'flute', notes: 2 }] });
  });
});
