import { Recent } from './recent';

describe('what was worked out lately', () => {
  const setUp = () => {
    const made: string[] = [];
    const recent = new Recent<{ name: string }, string>(2, (k) => {
      made.push(k.name);
      return k.name.toUpperCase();
    });
    const [a, b, c] = ['a', 'b', 'c'].map((name) => ({ name })) as [
      { name: string },
      { name: string },
      { name: string },
    ];
    return { made, recent, a, b, c };
  };

  it('is made once while it is kept, and again when it was dropped', () => {
    const { made, recent, a, b, c } = setUp();
    expect([recent.of(a), recent.of(b), recent.of(a), recent.of(a)]).toEqual(['A', 'B', 'A', 'A']);
    expect(made).toEqual(['a', 'b']);
    expect([recent.of(c), recent.of(a)]).toEqual(['C', 'A']);
    expect(made).toEqual(['a', 'b', 'c']);
    expect(recent.of(b)).toBe('B');
    expect(made).toEqual(['a', 'b', 'c', 'b']);
  });

  it('can be said from outside', () => {
    const { made, recent, a, b } = setUp();
    recent.keep(a, 'other');
    recent.keep(b, 'more');
    recent.keep(a, 'another');
    expect([recent.of(a), recent.of(b)]).toEqual(['another', 'more']);
    expect(made).toEqual([]);
  });
});
