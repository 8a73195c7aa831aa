import { upgradedAccount } from './upgradedAccount';

describe("an account's file of the first version", () => {
  it('is read in the words of today', () => {
    const first = {
      cifra: 'account',
      version: 1,
      teacher: { schools: { fadeStep: 'first-in-line', horn: 'double' } },
      exercises: [
        {
          title: 'work',
          document: { source: { measures: [{ startsLine: true, events: [{ pitch: { step: 'C' } }] }] } },
        },
      ],
      classes: [
        {
          settings: {
            schools: {},
            page: { plan: [{ from: '2026-09-01', step: 'first-in-line' }], barsALine: 4, barNumbers: 'lines' },
          },
          pupils: [{ name: 'plan', page: { plan: [] } }],
          work: [{ id: 'a', fade: 'first-in-line' }],
          log: [{ workId: 'a', remark: 'lines' }],
          plan: { holidays: [] },
        },
      ],
    };
    expect(upgradedAccount(first)).toEqual({
      cifra: 'account',
      version: 1,
      teacher: { conventions: { fadeStep: 'first-in-system', horn: 'double' } },
      exercises: [
        {
          title: 'work',
          document: { source: { measures: [{ startsSystem: true, events: [{ pitch: { step: 'C' } }] }] } },
        },
      ],
      classes: [
        {
          settings: {
            conventions: {},
            page: {
              fades: [{ from: '2026-09-01', step: 'first-in-system' }],
              barsPerSystem: 4,
              barNumbers: 'systems',
            },
          },
          pupils: [{ name: 'plan', page: { fades: [] } }],
          assignments: [{ id: 'a', fade: 'first-in-system' }],
          log: [{ assignmentId: 'a', remark: 'lines' }],
          term: { holidays: [] },
        },
      ],
    });
  });

  it('of another version, or of none, is left as it is', () => {
    for (const other of [{ version: 2, schools: 1 }, { schools: 1 }, null, 'text', 3])
      expect(upgradedAccount(other)).toBe(other);
  });
});
