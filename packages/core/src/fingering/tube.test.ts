import { attachmentPosition, partialCents } from './tube';
import { combinationCents } from './valves';

const FOURTH_DOWN = 2 ** (-5 / 12);

describe('the lengths of a brass tube', () => {
  it("knows the flat partials, the short combinations and the attachment's longer steps", () => {
    expect([2, 3, 4, 5, 6, 7, 8, 9].map((n) => Math.round(partialCents(n)))).toEqual([0, 2, 0, -14, 2, -31, 0, 4]);
    expect(
      [[], [2], [1], [1, 2], [2, 3], [1, 3], [1, 2, 3], [4], [2, 4]].map((v) => Math.round(combinationCents(v)) + 0),
    ).toEqual([0, 0, 0, 11, 16, 30, 54, 0, 25]);
    const shortTube = 1;
    const longTube = shortTube / FOURTH_DOWN;
    for (const n of [0, 1, 2, 3, 4])
      expect(attachmentPosition(n)).toBeCloseTo(
        1 + 12 * Math.log2(1 + (longTube * (2 ** (n / 12) - 1)) / shortTube),
        9,
      );
  });
});
