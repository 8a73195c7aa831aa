import type { Fact, Conventions } from '@cifra/core';
import { factWords } from './factWords';

/** Facts in words, one under the other. */
export function TrailList({
  facts,
  conventions,
}: {
  readonly facts: readonly Fact[];
  readonly conventions: Conventions;
}) {
  return (
    <dl className="grid grid-cols-[4.4rem_1fr] gap-x-3 gap-y-2">
      {facts
        .map((f) => factWords(f, conventions))
        .map((line, i) => (
          <div key={i} className="contents">
            <dt className="text-[13px] text-secondary">{line.term}</dt>
            <dd className={line.term === 'easier' ? 'font-semibold' : ''}>{line.text}</dd>
          </div>
        ))}
    </dl>
  );
}
