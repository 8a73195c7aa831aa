import { addDays, daysBetween, mondayOf } from './days';

describe('days', () => {
  it('are counted over the ends of months, years and leap days', () => {
    expect([
      daysBetween('2026-11-25', '2026-12-01'),
      daysBetween('2026-12-01', '2026-11-25'),
      daysBetween('2028-02-28', '2028-03-01'),
    ]).toEqual([6, -6, 2]);
    expect([addDays('2026-11-25', -5), addDays('2026-12-31', 1), addDays('2028-02-28', 1)]).toEqual([
      '2026-11-20',
      '2027-01-01',
      '2028-02-29',
    ]);
  });

  it('lie in weeks that begin on Monday', () => {
    expect([mondayOf('2026-11-25'), mondayOf('2026-11-23'), mondayOf('2026-11-22'), mondayOf('2027-01-01')]).toEqual([
      '2026-11-23',
      '2026-11-23',
      '2026-11-16',
      '2026-12-28',
    ]);
  });
});
