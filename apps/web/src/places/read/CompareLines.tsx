import { barsAsPlayed, compareLines, placeMeasures, type Conventions, type Score, type Written } from '@cifra/core';
import { useMemo } from 'react';
import { differenceWords } from '../../words/differenceWords';
import { barName, capital } from '../../words/spoken';
import { Block } from '../../lookFirst/Block';

interface Props {
  readonly score: Score<Written>;
  /** Indices of the bars of either line. */
  readonly first: readonly number[];
  readonly second: readonly number[];
  readonly title: string;
  readonly names: Conventions['rhythmNames'];
}

/** Two lines bar against bar: where they differ, in words. */
export function CompareLines({ score, first, second, title, names }: Props) {
  const { rows, alike } = useMemo(() => {
    const placed = placeMeasures(score);
    const nameOf = (index: number | undefined): string => {
      const place = index === undefined ? undefined : placed[index];
      return place === undefined ? 'the other line' : barName(place.number);
    };
    const played = barsAsPlayed(score);
    const of = (bars: readonly number[]) => bars.flatMap((i) => played[i] ?? []);
    const found = compareLines(of(first), of(second));
    return {
      alike:
        Math.max(first.length, second.length) -
        found.filter((f) => f.differences.some((d) => d.kind !== 'level')).length,
      rows: found.map(({ index, differences }) => {
        const [a, b] = [nameOf(first[index]), nameOf(second[index])];
        return {
          index,
          term: `${a}, ${b}`,
          words: differences.map((d) => capital(differenceWords(d, names, a, b))),
        };
      }),
    };
  }, [score, first, second, names]);
  return (
    <Block title={title}>
      <p className="mb-2" aria-live="polite">
        {rows.length === 0
          ? 'They are played alike.'
          : `${alike} of ${Math.max(first.length, second.length)} bars are alike, how loud left aside.`}
      </p>
      <dl className="grid grid-cols-[9rem_1fr] gap-x-4 gap-y-1.5">
        {rows.map((r) => (
          <div key={r.index} className="contents">
            <dt className="text-secondary">{r.term}</dt>
            <dd>
              {r.words.map((w) => (
                <p key={w}>{w}</p>
              ))}
            </dd>
          </div>
        ))}
      </dl>
    </Block>
  );
}
