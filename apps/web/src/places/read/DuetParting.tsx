import {
  type BarDifference,
  barsAsPlayed,
  compareLines,
  type Exercise,
  linesOf,
  placeMeasures,
  type Conventions,
  type Written,
} from '@cifra/core';
import { useMemo } from 'react';
import { differenceWords } from '../../words/differenceWords';
import { barName, capital } from '../../words/spoken';
import { Block } from '../../lookFirst/Block';

/** What makes two rhythms part: pitches, slurs and marks do not. */
const OF_RHYTHM: ReadonlySet<BarDifference<Written>['kind']> = new Set([
  'rhythm',
  'rest-for-note',
  'note-for-rest',
  'tie',
  'held',
  'only-first',
  'only-second',
]);

/** Where the lines of a duet part company, bar by bar. */
export function DuetParting({
  exercise,
  names,
}: {
  readonly exercise: Exercise;
  readonly names: Conventions['rhythmNames'];
}) {
  const { parted, bars, numbers } = useMemo(() => {
    const [first, second] = linesOf(exercise);
    if (first === undefined || second === undefined) return { parted: [], bars: 0, numbers: [] };
    const placed = placeMeasures(first);
    const all = compareLines(barsAsPlayed(first), barsAsPlayed(second)).map(({ index, differences }) => ({
      index,
      differences: differences.filter((d) => OF_RHYTHM.has(d.kind)),
    }));
    return {
      parted: all.filter((d) => d.differences.length > 0),
      bars: placed.length,
      numbers: placed.map((p) => p.number),
    };
  }, [exercise]);
  if (bars === 0) return null;
  return (
    <Block title="Where the two lines part">
      <p className="mb-2">
        {parted.length === 0
          ? 'Both lines have the same rhythm throughout.'
          : `The rhythms part in ${parted.length} of ${bars} bars.`}
      </p>
      <dl className="grid grid-cols-[5rem_1fr] gap-x-4 gap-y-1.5">
        {parted.map(({ index, differences }) => (
          <div key={index} className="contents">
            <dt className="text-secondary">{barName(numbers[index] ?? 0)}</dt>
            <dd>
              {differences.map((d, i) => (
                <p key={i}>{capital(differenceWords(d, names, 'the first line', 'the second line'))}</p>
              ))}
            </dd>
          </div>
        ))}
      </dl>
    </Block>
  );
}
