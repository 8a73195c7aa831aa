import { type PupilRecord, sectionals, whatNext } from './whatNext';

const TODAY = '2026-11-25';
const pupil = (id: string, more: Partial<PupilRecord> = {}): PupilRecord => ({
  id,
  instrument: 'trumpet',
  set: [],
  days: [],
  home: [],
  ...more,
});
const set = (due: string, done = false, exerciseId = 'e1') => ({ assignmentId: `w ${due}`, exerciseId, due, done });
const home = (more: object) => ({
  exerciseId: 'e1',
  minutes: 10,
  bestPercent: 60,
  peeks: 0,
  rungs: 2,
  updatedAt: TODAY,
  ...more,
});

describe('what to do next', () => {
  it('puts who is overdue longest first, and says why', () => {
    const steps = whatNext(
      [pupil('a'), pupil('b', { set: [set('2026-11-20')] }), pupil('c', { set: [set('2026-11-01')] })],
      TODAY,
    );
    expect(steps.map((s) => s.pupilId)).toEqual(['c', 'b', 'a']);
    expect(steps[0]?.reasons).toEqual([{ kind: 'overdue', exerciseId: 'e1', days: 24 }]);
    expect(steps[2]).toEqual({ pupilId: 'a', reasons: [], need: 0 });
  });

  it('asks nothing about what is done, or is still to come and was opened at home', () => {
    const [done] = whatNext([pupil('a', { set: [set('2026-11-01', true)] })], TODAY);
    const [opened] = whatNext([pupil('a', { set: [set('2026-11-30')], home: [home({})] })], TODAY);
    const [unopened] = whatNext([pupil('a', { set: [set('2026-11-30')] })], TODAY);
    expect([done?.reasons, opened?.reasons]).toEqual([[], []]);
    expect(unopened?.reasons).toEqual([{ kind: 'not-at-home', exerciseId: 'e1' }]);
    // On its own day it is not late yet.
    expect(whatNext([pupil('a', { set: [set(TODAY)] })], TODAY)[0]?.reasons[0]?.kind).toBe('not-at-home');
  });

  it('counts lessons missed in a row from the latest back, two and more', () => {
    const days = (list: readonly (readonly [string, boolean])[]) =>
      pupil('a', { days: list.map(([day, done]) => ({ day, done })) });
    expect(
      whatNext(
        [
          days([
            ['2026-11-10', false],
            ['2026-11-17', false],
            ['2026-11-03', true],
          ]),
        ],
        TODAY,
      )[0]?.reasons,
    ).toEqual([{ kind: 'missed-in-a-row', times: 2 }]);
    expect(
      whatNext(
        [
          days([
            ['2026-11-10', false],
            ['2026-11-17', true],
          ]),
        ],
        TODAY,
      )[0]?.reasons,
    ).toEqual([]);
  });

  it('sees who peeks often, and who is ready for more', () => {
    const [step] = whatNext(
      [pupil('a', { home: [home({ peeks: 12 }), home({ exerciseId: 'e2', bestPercent: 100 })] })],
      TODAY,
    );
    expect(step?.reasons).toEqual([
      { kind: 'peeks', exerciseId: 'e1', peeks: 12 },
      { kind: 'ready', exerciseId: 'e2', percent: 100 },
    ]);
    expect(step?.need).toBe(1);
  });

  it('groups at least two of one section with one line', () => {
    const all = [
      pupil('a', { set: [set('2026-11-20')] }),
      pupil('b', { set: [set('2026-11-20')], instrument: 'cornet' }),
      pupil('c', { set: [set('2026-11-20')], instrument: 'flute' }),
    ];
    expect(sectionals(all, whatNext(all, TODAY))).toEqual([
      { section: 'trumpets', exerciseId: 'e1', pupilIds: ['a', 'b'] },
    ]);
  });
});
