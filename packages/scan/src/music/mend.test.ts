import { bar, clef, meter, note, score, seen, seenStaff, words } from '../testing';
import { exercisesOf } from './exercises';
import { mend } from './mend';
import { readMusic } from './readMusic';

describe('a mending', () => {
  const staff = seenStaff(
    clef(),
    ...meter(2, 4),
    note('quarter', 12),
    seen('sharp', 14.5, 0, 0.6),
    note('quarter', 16),
    bar(20, 'bar-final'),
  );

  it('changes one note and settles the doubts about it', () => {
    const reading = readMusic([staff]);
    expect(reading.doubts.map((d) => [d.kind, d.note])).toEqual([['sign', 'n2']]);
    const [doubt] = reading.doubts;
    expect(doubt?.mendings[0]).toEqual({ kind: 'sign', sign: undefined });
    const mended = mend(reading, 'n2', { kind: 'sign', sign: undefined });
    expect([words(score(mended)), mended.doubts]).toEqual([['B4 quarter, B4 quarter'], []]);
    expect(words(score(mend(reading, 'n1', { kind: 'step', by: 1 })))).toEqual(['C5 quarter, B#4 quarter']);
    expect(words(score(mend(reading, 'n1', { kind: 'gone' })))).toEqual(['B#4 quarter']);
    expect(words(score(mend(reading, 'n1', { kind: 'length', value: 'quarter', dots: 1 })))).toEqual([
      'B4 quarter., B#4 quarter',
    ]);
  });
});

describe('the exercises of a page', () => {
  const opening = seenStaff(clef(), ...meter(4, 4), note('whole', 12), bar(18));
  const middle = seenStaff(clef(), note('whole', 12), bar(18));
  const last = seenStaff(clef(), note('whole', 12), bar(18, 'bar-final'));

  it('begin with a meter or after a final bar line', () => {
    const none = [false, false, false, false, false];
    expect(exercisesOf([opening, middle, last, middle, opening], none).map((e) => e.lines)).toEqual([
      [[0, 1, 2]],
      [[3]],
      [[4]],
    ]);
  });

  it('have as many lines as their staves are joined', () => {
    expect(exercisesOf([opening, opening, last, last], [true, false, true, false]).map((e) => e.lines)).toEqual([
      [
        [0, 2],
        [1, 3],
      ],
    ]);
  });
});
