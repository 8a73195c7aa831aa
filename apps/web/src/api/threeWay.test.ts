import fc from 'fast-check';
import { threeWay, threeWayRows } from './threeWay';

interface Pupil {
  readonly id?: string;
  readonly version?: number;
  readonly name: string;
  readonly seat?: string;
}
const nameOf = (_mine: Pupil, theirs: Pupil, fields: readonly string[]): string => `${theirs.name}: ${fields.join()}`;

describe("two windows' changes of one thing", () => {
  it('are put together field by field, and a field that both changed is named', () => {
    const base = { name: 'Band', stage: 'first-year', paper: 'a4', version: 1 };
    const theirs = { ...base, stage: 'second-year', version: 2 };
    expect(threeWay(base, { ...base, paper: 'letter' }, theirs)).toEqual({
      merged: { name: 'Band', stage: 'second-year', paper: 'letter', version: 2 },
      clashes: [],
    });
    expect(threeWay(base, { ...base, stage: 'first-notes' }, theirs)).toEqual({
      merged: { ...theirs, stage: 'first-notes' },
      clashes: ['stage'],
    });
    // The same change in both windows is one change.
    expect(threeWay(base, { ...base, stage: 'second-year' }, theirs).clashes).toEqual([]);
  });

  it('go into objects, and into lists of names', () => {
    const base = { conventions: { horn: 'double', counting: 'ta' }, instruments: ['flute', 'oboe'] };
    const mine = { conventions: { horn: 'single-f', counting: 'ta' }, instruments: ['flute', 'oboe', 'tuba'] };
    const theirs = { conventions: { horn: 'double' }, instruments: ['flute', 'horn'] };
    expect(threeWay<object>(base, mine, theirs)).toEqual({
      merged: { conventions: { horn: 'single-f' }, instruments: ['flute', 'horn', 'tuba'] },
      clashes: [],
    });
  });

  it('law: one side alone, or nobody, is taken as it is', () => {
    const value = fc.dictionary(fc.constantFrom('a', 'b', 'c'), fc.oneof(fc.integer(), fc.array(fc.string())));
    fc.assert(
      fc.property(value, value, (base, other) => {
        expect(threeWay(base, base, other)).toEqual({ merged: other, clashes: [] });
        expect(threeWay(base, other, base)).toEqual({ merged: other, clashes: [] });
        expect(threeWay(base, other, other)).toEqual({ merged: other, clashes: [] });
      }),
    );
  });
});

describe("two windows' changes of a list of pupils", () => {
  const base: Pupil[] = [
    { id: 'a', version: 1, name: 'Isla' },
    { id: 'b', version: 1, name: 'Tove' },
  ];

  it('keep whoever was added in either, and both changes of one row', () => {
    const mine = [{ id: 'a', version: 1, name: 'Isla', seat: 'row 1' }, base[1] as Pupil, { name: 'Ned' }];
    const theirs = [base[0] as Pupil, { id: 'b', version: 2, name: 'Tova' }, { id: 'c', version: 1, name: 'Wim' }];
    expect(threeWayRows(base, mine, theirs, nameOf)).toEqual({
      merged: [
        { id: 'a', version: 1, name: 'Isla', seat: 'row 1' },
        { id: 'b', version: 2, name: 'Tova' },
        { name: 'Ned' },
        { id: 'c', version: 1, name: 'Wim' },
      ],
      clashes: [],
    });
  });

  it('do not bring back who was taken off the list, and name a row that both changed', () => {
    expect(threeWayRows(base, base, [base[1] as Pupil], nameOf).merged).toEqual([base[1]]);
    const renamed = (name: string): Pupil[] => [{ id: 'a', version: 2, name }, base[1] as Pupil];
    expect(threeWayRows(base, renamed('Ida'), renamed('Ilse'), nameOf).clashes).toEqual(['Ilse: name']);
  });
});
