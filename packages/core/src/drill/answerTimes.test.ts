import { randomFrom } from '../random/random';
import { addAnswerTime, type AnswerTimes, quickness } from './answerTimes';

const after = (...answers: readonly (readonly [id: string, seconds: number])[]): AnswerTimes =>
  answers.reduce<AnswerTimes>((times, [id, seconds]) => addAnswerTime(times, id, seconds), new Map());

describe('how quick the answers are', () => {
  it('says nothing before the first answer', () => {
    expect(quickness(new Map())).toEqual({ quickest: undefined, slow: [], faster: [] });
  });

  it('names the quickest answer, and as slow what is slow now, not what once was', () => {
    const times = after(['C', 9], ['C', 8], ['C', 1], ['C', 1.2], ['C', 0.9], ['F', 3], ['F', 4], ['G', 6]);
    expect(quickness(times).quickest).toEqual({ id: 'C', seconds: 0.9 });
    expect(quickness(times).slow).toEqual([
      { id: 'G', seconds: 6 },
      { id: 'F', seconds: 3.5 },
    ]);
  });

  it('says that a card got faster only after three answers then and three others now', () => {
    const five = after(['C', 4], ['C', 5], ['C', 4], ['C', 1], ['C', 1]);
    expect(quickness(five).faster).toEqual([]);
    expect(quickness(addAnswerTime(five, 'C', 2)).faster).toEqual([{ id: 'C', before: 4, now: 1 }]);
    expect(quickness(after(...[2, 2, 2, 1.9, 1.9, 1.9].map((s) => ['C', s] as const))).faster).toEqual([]);
  });

  it('still knows how slow a card was at first after a hundred answers, and keeps no more than a dozen', () => {
    const chance = randomFrom(5);
    const hundred = after(
      ...[6, 6, 6].map((s) => ['C', s] as const),
      ...Array.from({ length: 97 }, () => ['C', 1 + chance.next()] as const),
    );
    expect(hundred.get('C')?.length).toBe(12);
    const [gain] = quickness(hundred).faster;
    expect(gain?.before).toBe(6);
    expect(gain?.now).toBeLessThan(2);
  });
});
