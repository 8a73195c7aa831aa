import type { PitchVerdict, Take, TimeVerdict, Verdict } from './compareTake';
import { takeCauses } from './takeCauses';

/** `.` right and in time, `l` late, `e` early, `-` not heard, `b` low, `s` high, `x` a wrong note. */
const take = (text: string): Take => ({
  stops: [],
  extra: [],
  verdicts: [...text].map((c, i): Verdict => {
    const pitch: PitchVerdict =
      c === '-' ? 'missed' : c === 'b' ? 'flat' : c === 's' ? 'sharp' : c === 'x' ? 'wrong' : 'right';
    const time: TimeVerdict = c === 'l' ? 'late' : c === 'e' ? 'early' : 'on-time';
    return {
      id: `n${i}`,
      pitch,
      time,
      ...(pitch !== 'missed' && { heard: 60, cents: c === 'b' ? -30 - i : c === 's' ? 30 : 0 }),
    };
  }),
});
/** Every other note of the page has the same name. */
const causes = (text: string) =>
  takeCauses(take(text), (id) => `name ${Number(id.slice(1)) % 2}`).map(({ of, ...c }) => [c, of.length]);

describe('what the faults of a take have in common', () => {
  it.each<[string, string, unknown[]]>([
    ['a clean take', '..........', []],
    ['one late note', '.....l....', []],
    ['a late entry', 'lll.......', [[{ kind: 'late-start' }, 3]]],
    ['an early entry', 'ee........', [[{ kind: 'early-start' }, 2]]],
    ['a beat that is lost', '....l..l.l.l', [[{ kind: 'slowing' }, 4]]],
    ['a beat that runs away', '...e.ee..e', [[{ kind: 'hurrying' }, 4]]],
    ['a low instrument', 'bb.bbb.bbb', [[{ kind: 'all-low', cents: 35 }, 8]]],
    ['a high instrument', 'sss.ss', [[{ kind: 'all-high', cents: 30 }, 5]]],
    ['two low notes', '.b...b....', []],
    ['one note that goes wrong each time', '.x.x......', [[{ kind: 'same-note', at: 'n1', times: 2 }, 2]]],
    ['two notes that go wrong once each', 'x..x......', []],
    ['a take that begins later', '---.......', [[{ kind: 'began-later', at: 'n3' }, 3]]],
    ['a take that is given up', '......----', [[{ kind: 'gave-up', at: 'n6' }, 4]]],
    ['a note left out', '....-.....', []],
    ['nothing', '----------', []],
    [
      'an entry after silence',
      '--ll......',
      [
        [{ kind: 'began-later', at: 'n2' }, 2],
        [{ kind: 'late-start' }, 2],
      ],
    ],
  ])('%s', (_what, text, found) => expect(causes(text)).toEqual(found));
});
