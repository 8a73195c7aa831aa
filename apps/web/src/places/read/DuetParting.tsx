import { compareLines, type Exercise, linesOf, placeMeasures, type Conventions } from '@cifra/core';
import { useMemo } from 'react';
import { differenceWords } from '../../words/differenceWords';
import { Block } from '../../lookFirst/Block';

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
    const all = compareLines(
      first.measures,
      second.measures,
      placed.map((p) => p.meter),
    );
    return {
      parted: all.filter((d) => d.differences.some((x) => x.kind !== 'pitch' && x.kind !== 'moved')),
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
            <dt className="text-secondary">{numbers[index] === 0 ? 'pickup' : `bar ${numbers[index]}`}</dt>
            <dd>
              {differences
                .filter((d) => d.kind !== 'pitch')
                .map((d, i) => (
                  <p key={i}>
                    {differenceWords(d, names, 'the first line', 'the second line').replace(/^./, (c) =>
                      c.toUpperCase(),
                    )}
                  </p>
                ))}
            </dd>
          </div>
        ))}
      </dl>
    </Block>
  );
}
