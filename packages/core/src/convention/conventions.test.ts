import { DEFAULT_CONVENTIONS, CONVENTION_CHOICES, CONVENTION_QUESTIONS, conventionsOf } from './conventions';

describe('conventions', () => {
  it('have a default for every question: the first choice', () => {
    expect(CONVENTION_QUESTIONS.map((q) => DEFAULT_CONVENTIONS[q])).toEqual(
      CONVENTION_QUESTIONS.map((q) => CONVENTION_CHOICES[q][0]),
    );
    expect(CONVENTION_QUESTIONS.every((q) => CONVENTION_CHOICES[q].length > 1)).toBe(true);
  });

  it("of a class stand over its teacher's profile, and that over the defaults", () => {
    expect(conventionsOf()).toEqual(DEFAULT_CONVENTIONS);
    expect(conventionsOf({ horn: 'double', counting: 'ta' }, { horn: 'single-f' })).toEqual({
      ...DEFAULT_CONVENTIONS,
      horn: 'single-f',
      counting: 'ta',
    });
    expect(conventionsOf({ horn: 'double' }, { horn: undefined })).toMatchObject({ horn: 'double' });
    expect(Object.isFrozen(conventionsOf())).toBe(true);
  });
});
