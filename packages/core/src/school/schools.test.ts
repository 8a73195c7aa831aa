import { DEFAULT_SCHOOLS, SCHOOL_CHOICES, SCHOOL_QUESTIONS, schoolsOf } from './schools';

describe('schools', () => {
  it('have a default for every question: the first choice', () => {
    expect(SCHOOL_QUESTIONS.map((q) => DEFAULT_SCHOOLS[q])).toEqual(SCHOOL_QUESTIONS.map((q) => SCHOOL_CHOICES[q][0]));
    expect(SCHOOL_QUESTIONS.length).toBe(14);
    expect(SCHOOL_QUESTIONS.every((q) => SCHOOL_CHOICES[q].length > 1)).toBe(true);
  });

  it("of a class stand over its teacher's profile, and that over the defaults", () => {
    expect(schoolsOf()).toEqual(DEFAULT_SCHOOLS);
    expect(schoolsOf({ horn: 'double', counting: 'ta' }, { horn: 'single-f' })).toEqual({
      ...DEFAULT_SCHOOLS,
      horn: 'single-f',
      counting: 'ta',
    });
    expect(schoolsOf({ horn: 'double' }, { horn: undefined })).toMatchObject({ horn: 'double' });
    expect(Object.isFrozen(schoolsOf())).toBe(true);
  });
});
