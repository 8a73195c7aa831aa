import { filledIn } from './filledIn';

describe('what a form holds', () => {
  it('leaves out what was left empty, and trims text', () => {
    expect(
      filledIn({
        name: ' Ada ',
        seat: ' ',
        note: undefined,
        goal: Number.NaN,
        none: null,
        conventions: {},
        pupils: [],
        zero: 0,
        no: false,
      }),
    ).toEqual({ name: 'Ada', pupils: [], zero: 0, no: false });
  });

  it('keeps what is filled in as it is', () => {
    expect(filledIn({ page: { size: 'small' }, names: [' a '] })).toEqual({ page: { size: 'small' }, names: [' a '] });
  });
});
