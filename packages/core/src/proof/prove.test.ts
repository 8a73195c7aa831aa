import type { Exercise } from '../exercise/exercise';
import { instrumentOf } from '../instrument/instrumentOf';
import type { Written } from '../pitch/pitch';
import { realize } from '../exercise/realize';
import { derivePart } from '../part/derivePart';
import type { Score } from '../score/score';
import { line } from '../testing/line';
import { PLANTED, withBars } from '../testing/planted';
import { shown, typed } from '../testing/typing';
import { prove, type ProofOptions } from './prove';
import { applyRepair } from './repair';

const exercise = (source: Score<Written>): Exercise => ({ owner: 'concert', source, partChoices: {} });
const proved = (source: Score<Written>, options?: ProofOptions) =>
  prove(exercise(source), { breath: 'own-marks', ...options });
const bars = (text: string, options?: Parameters<typeof line>[1]) => line<Written>(text, options);
const note = (score: Score<Written>, at: number) => score.measures.flatMap((m) => m.events)[at]?.id ?? '';

describe('the proof of a line', () => {
  it.each(PLANTED)(
    'finds %s, says the facts, and mends it when it says that it can',
    (_name, { code, score, facts, repaired }) => {
      const found = proved(score).filter((f) => f.code === code);
      expect(found).toHaveLength(1);
      const [first] = found;
      expect(first?.facts).toMatchObject(facts);
      const [repair] = first?.repairs ?? [];
      expect(repair !== undefined).toBe(repaired !== undefined || (first?.repairs.length ?? 0) > 0);
      if (repair === undefined) return;
      const mended = applyRepair(score, repair);
      if (repaired !== undefined) expect(shown(mended)).toBe(repaired);
      expect(proved(mended).filter((f) => f.code === code)).toEqual([]);
    },
  );

  it('finds nothing in a proper line with pickup, tie, ending and signs', () => {
    const score = withBars(bars('D4 | G4 A4 B4 G4 | C5:h. R | B4:h A4 R | G4:h. | G4:h.', { fifths: 1 }), {
      0: { pickup: true },
      4: { ending: [1], repeatEnd: true },
      5: { ending: [2] },
    });
    expect(proved(score).map((f) => [f.code, f.measures])).toEqual([]);
  });

  it('takes an empty last bar for where the next note goes', () =>
    expect(proved(typed('G A B C |').score)).toEqual([]));

  it('offers each repair so that it mends what it is offered for', () => {
    for (const [, { code, score }] of PLANTED) {
      for (const f of proved(score).filter((x) => x.code === code)) {
        for (const repair of f.repairs)
          expect([repair.kind, proved(applyRepair(score, repair)).filter((x) => x.id === f.id)]).toEqual([
            repair.kind,
            [],
          ]);
      }
    }
  });

  it('keeps the id of a finding while something else is typed', () => {
    const before = proved(bars('G4 A4 B4 C5 D5 | G4:w'))[0]?.id;
    expect(before).toBeDefined();
    expect(proved(bars('G4 A4 B4 C5 D5 | G4:w | A4')).map((f) => f.id)).toContain(before);
  });

  it('names the instrument that a note does not fit, and counts what cannot be played', () => {
    const source = bars('C3 G4 A4 B4 | G4:w');
    const parts = ['flute', 'trumpet'].map((id) =>
      derivePart(realize(exercise(source)), instrumentOf(id as 'flute'), 'concert'),
    );
    const found = proved(source, { parts }).filter((f) => f.code === 'out-of-range');
    expect(found.map((f) => f.instruments)).toEqual(expect.arrayContaining([['flute']]));
    expect(found[0]).toMatchObject({ notes: expect.arrayContaining([note(source, 0)]) });
  });

  it('compares the lengths of lines that are played together', () => {
    const two: Exercise = { ...exercise(bars('G4:w | A4:w')), otherLines: [bars('G4:w')] };
    expect(prove(two, { line: 1 })).toMatchObject([{ code: 'lines-differ', facts: { missing: 1 } }]);
    expect(prove(two, { line: 0 })).toEqual([]);
  });

  it('lists what an import could not take, at the bar that is printed with its number', () => {
    const pickup = withBars(bars('D4 | G4:w | A4:h. '), { 0: { pickup: true } });
    const notTaken = [
      { code: 'lyrics', severity: 'left-out' },
      { code: 'chord', severity: 'repaired', measure: 1 },
    ] as const;
    const found = prove({ ...exercise(pickup), notTaken });
    expect(found.map((f) => [f.code, f.measures, f.facts])).toEqual([
      ['not-taken', [0], { at: 0, problem: notTaken[0] }],
      ['not-taken', [1], { at: 1, problem: notTaken[1] }],
    ]);
  });

  it('counts a stretch on one breath at the tempo that stands there', () => {
    const slow = withBars(bars('G4:w | A4:w'), {
      0: { tempo: { mark: { value: 'quarter', dots: 0, perMinute: 40 } } },
    });
    expect(proved(slow)).toMatchObject([{ code: 'breath-far', facts: { seconds: 12, isPlanned: false } }]);
    expect(
      proved(
        withBars(slow, { 0: { ...slow.measures[0], tempo: { mark: { value: 'quarter', dots: 0, perMinute: 120 } } } }),
      ),
    ).toEqual([]);
    expect(proved(slow, { stage: 'full' })).toEqual([]);
  });

  it('speaks of breath only where Cifra finds no place for a mark itself', () => {
    const long = 'G4 A4 B4 A4 | G4 A4 B4 A4 | G4 A4 B4 A4 | G4 A4 B4 A4 | G4:w | A4:w';
    expect(proved(bars(long), { breath: 'every-four-bars' })).toEqual([]);
    const tied = bars('G4:w~ | G4:w~ | G4:w~ | G4:w~ | G4:w');
    expect(proved(tied, { breath: 'every-four-bars' })).toMatchObject([
      { code: 'breath-far', facts: { bar: 1, to: 5, isPlanned: true }, repairs: [] },
    ]);
  });
});
