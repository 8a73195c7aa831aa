import { compareBars, excerpt, placeMeasures, type Conventions, type Score, type Written } from '@cifra/core';
import { useMemo } from 'react';
import { useLine } from '../../engraving/useEngraving';
import { SizedSheet } from '../../ui/SizedSheet';
import { differenceWords } from '../../words/differenceWords';
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
  const [a, b] = [placed[first], placed[second]];
  if (a === undefined || b === undefined) return null;
  const called = (p: typeof a): string => (p.measure.pickup === true ? 'the pickup' : `bar ${p.number}`);
  const differences = compareBars(a.measure, b.measure, b.meter);
  return (
    <Block title={`${called(a)[0]?.toUpperCase()}${called(a).slice(1)} and ${called(b)}`}>
      <div className="grid gap-x-8 gap-y-2 md:grid-cols-2">
        <figure>
          <figcaption className="text-[13px] text-secondary">{called(a)}</figcaption>
          <Bar score={score} index={first} />
        </figure>
        <figure>
          <figcaption className="text-[13px] text-secondary">{called(b)}</figcaption>
          <Bar score={score} index={second} />
        </figure>
      </div>
      <ul className="mt-3 space-y-1" aria-live="polite">
        {differences.length === 0 ? (
          <li>They are played alike.</li>
        ) : (
          differences.map((d, i) => (
            <li key={i}>{differenceWords(d, names, called(a), called(b)).replace(/^./, (c) => c.toUpperCase())}</li>
          ))
        )}
      </ul>
    </Block>
  );
}
