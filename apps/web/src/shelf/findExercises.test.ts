import { DEFAULT_TEACHING } from '@cifra/core';
import type { ClassView, ExerciseView } from '@cifra/contract';
import { findExercises, SHELF_ORDERS, shelve, WHOLE_SHELF } from './findExercises';
import { line } from '../../../../packages/core/src/testing';

const view = (title: string, text: string, options = {}): ExerciseView => ({
  id: title,
  title,
  version: 1,
  createdAt: '',
  updatedAt: '',
  document: { owner: 'trumpet', partChoices: {}, source: line(text, options) },
});
const GROUP = {
  id: 'c',
  instruments: ['trumpet', 'flute'],
  known: [{ instrument: 'flute', notes: ['Bb4', 'C5'] }],
} as unknown as ClassView;
const ALL = [
  view('Harbour', 'C4 D4 E4 F4'),
  view('Slow boat', 'C4:w | D4:w', { fifths: 2 }),
  view('Quick kite', 'C4:e D4:e E4 G4 C5', { meter: { beats: 3, unit: 4 } }),
].map((e) => shelve(e, GROUP, DEFAULT_TEACHING));
const titles = (query: object): string[] =>
  findExercises(ALL, { ...WHOLE_SHELF, ...query }).map((s) => s.exercise.title);

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

  it('knows for whom each is ready, and of an empty line nothing', () => {
    expect(ALL[1]?.readiness).toEqual({ ready: ['trumpet', 'flute'], fresh: [], unplayable: [] });
    expect(ALL[0]?.readiness).toMatchObject({ ready: ['trumpet'], fresh: [{ id: 'flute', notes: 2 }] });
    expect(shelve(view('Empty', 'R:w'), GROUP, DEFAULT_TEACHING).readiness).toBeUndefined();
  });
});
