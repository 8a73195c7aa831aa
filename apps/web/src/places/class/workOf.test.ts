import 'reflect-metadata';
import type { SaveAssignmentDto } from '@cifra/contract';
import { type Exercise, summarizeLine } from '@cifra/core';
import { line } from '@cifra/core/testing';
import { workOf } from './workOf';

const source = line('C4 D4 E4 F4 | G4:w | F4:w | E4:w');
const exercise = (pickup: boolean): Exercise => ({
  owner: 'concert',
  source: { ...source, measures: source.measures.map((m, i) => (i === 0 && pickup ? { ...m, pickup } : m)) } as never,
  partChoices: {},
});
const form = (more: Partial<SaveAssignmentDto>): SaveAssignmentDto => ({
  exerciseId: 'e',
  for: 'class',
  rungs: ['count'],
  due: '2026-10-09',
  ...more,
});

describe('what is set', () => {
  const bars = (more: Partial<SaveAssignmentDto>, pickup = false) => {
    const { fromBar, toBar } = workOf(form(more), summarizeLine(exercise(pickup)));
    return [fromBar, toBar];
  };

  it('is the bars that were said; an end that is left open is the end of the line', () => {
    expect(bars({})).toEqual([undefined, undefined]);
    expect(bars({ fromBar: 2, toBar: 3 })).toEqual([2, 3]);
    expect(bars({ fromBar: 2 })).toEqual([2, 4]);
    expect(bars({ toBar: 3 })).toEqual([1, 3]);
    // A pickup has no number, and the bar after it is the first.
    expect(bars({ toBar: 2 }, true)).toEqual([0, 2]);
    expect(bars({ fromBar: 2 }, true)).toEqual([2, 3]);
  });

  it('goes to those alone for whom it is said to be', () => {
    expect(workOf(form({ section: 'flutes', pupilIds: ['a'] }), undefined)).not.toHaveProperty('section');
    expect(workOf(form({ for: 'pupils', pupilIds: ['a'] }), undefined)).toMatchObject({ pupilIds: ['a'] });
  });
});
