import fc from 'fast-check';
import { arbitraryScore } from '../testing/arbitraryScore';
import { line } from '../testing/line';
import { shown } from '../testing/typing';
import type { Written } from '../pitch/pitch';
import type { Score } from '../score/score';
import { keepIds } from './keepIds';

/** The same line as a reader would give it: every id another. */
const reread = (s: Score<Written>): Score<Written> =>
  JSON.parse(JSON.stringify(s).replace(/"(n|m)(\d+)"/g, '"$19$2"')) as Score<Written>;

describe('a line read anew from its text', () => {
  it('is the line itself when nothing changed', () => {
    fc.assert(
      fc.property(arbitraryScore(5), (score) => {
        const kept = keepIds(score, reread(score));
        expect(kept).toEqual(score);
        kept.measures.forEach((m, i) => expect(m).toBe(score.measures[i]));
      }),
    );
  });

  it('keeps all ids but those of what is new', () => {
    const before = line<Written>('G4 A4 | B4 C5 | D5:w');
    const after = keepIds(before, reread(line<Written>('G4 A4 | B4 F5 C5 | E5:w | D5:w')));
    expect(shown(after)).toBe('G4q A4q | B4q F5q C5q | E5w | D5w');
    expect(after.measures.map((m) => m.events.map((e) => e.id))).toEqual([
      ['n1', 'n2'],
      ['n3', 'n4', 'n6'],
      ['n7'],
      ['n5'],
    ]);
    expect(after.measures[0]).toBe(before.measures[0]);
    expect(after.measures[3]).toBe(before.measures[2]);
  });

  it('keeps reminders and open slurs, for which text has no word', () => {
    const before = { ...line<Written>('G4 A4 | B4:w'), slurs: [{ from: 'n1', to: 'n1' }] };
    const marked = {
      ...before,
      measures: before.measures.map((m) => ({
        ...m,
        events: m.events.map((e) => (e.id === 'n3' && e.kind === 'note' ? { ...e, courtesy: true } : e)),
      })),
    };
    expect(keepIds(marked, reread(line<Written>('C5 A4 | B4:w')))).toMatchObject({
      slurs: [{ from: 'n1', to: 'n1' }],
      measures: [{}, { events: [{ id: 'n3', courtesy: true }] }],
    });
  });
});
