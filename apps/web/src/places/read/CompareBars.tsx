import {
  barsAsPlayed,
  compareBars,
  excerpt,
  placeMeasures,
  type Conventions,
  type Score,
  type Written,
} from '@cifra/core';
import { useMemo } from 'react';
import { useLine } from '../../engraving/useEngraving';
import { SizedSheet } from '../../ui/SizedSheet';
import { differenceWords } from '../../words/differenceWords';
import { barName, capital } from '../../words/spoken';
import { Block } from '../../lookFirst/Block';

interface Props {
  readonly score: Score<Written>;
  readonly first: number;
  readonly second: number;
  readonly names: Conventions['rhythmNames'];
}

/** Wide enough for the fullest bar. */
const WIDTH_MM100 = 9000;

/** One bar alone, without what belongs to its place in the line. */
function oneBar(score: Score<Written>, index: number): Score<Written> {
  const alone = excerpt(score, index, index);
  return {
    ...alone,
    slurs: [],
    hairpins: [],
    measures: alone.measures.map(
      ({ repeatStart: _s, repeatEnd: _e, ending: _n, endBar: _b, tempo: _t, ...bar }) => bar,
    ),
  };
}

function Bar({ score, index }: { readonly score: Score<Written>; readonly index: number }) {
  const { data } = useLine(
    useMemo(() => oneBar(score, index), [score, index]),
    WIDTH_MM100,
    false,
  );
  return <div className="min-h-20">{data !== undefined && <SizedSheet page={data} />}</div>;
}

/** Two bars under each other, aligned, and what changed in words. */
export function CompareBars({ score, first, second, names }: Props) {
  const placed = useMemo(() => placeMeasures(score), [score]);
  const played = useMemo(() => barsAsPlayed(score), [score]);
  const [a, b] = [placed[first], placed[second]];
  if (a === undefined || b === undefined) return null;
  const [called, other] = [barName(a.number), barName(b.number)];
  const differences = played[first] && played[second] ? compareBars(played[first], played[second]) : [];
  return (
    <Block title={`${capital(called)} and ${other}`}>
      <div className="grid gap-x-8 gap-y-2 md:grid-cols-2">
        <figure>
          <figcaption className="text-[13px] text-secondary">{called}</figcaption>
          <Bar score={score} index={first} />
        </figure>
        <figure>
          <figcaption className="text-[13px] text-secondary">{other}</figcaption>
          <Bar score={score} index={second} />
        </figure>
      </div>
      <ul className="mt-3 space-y-1" aria-live="polite">
        {differences.length === 0 ? (
          <li>They are played alike.</li>
        ) : (
          differences.map((d, i) => <li key={i}>{capital(differenceWords(d, names, called, other))}</li>)
        )}
      </ul>
    </Block>
  );
}
