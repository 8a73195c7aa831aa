import type { BarRelation, PagePlan, Patterns } from '@cifra/core';
import { useMemo, useState } from 'react';
import { lineRelationWords, movedWords, relationWords } from '../../words/readingWords';
import { barName, capital, list } from '../../words/spoken';
import { Block } from '../../lookFirst/Block';
import { CompareBars } from './CompareBars';
import { CompareLines } from './CompareLines';
import { namedPatterns, planSentence, spanWords } from '../../lookFirst/namedPatterns';

/** How tiles of each kin look; the words in them say the same. */
const TILE: Readonly<Record<BarRelation['kind'], string>> = {
  new: 'border-[#8a97ab] bg-white',
  same: 'border-accent bg-accent-soft',
  'but-touch': 'border-fresh bg-fresh-soft',
  'but-last': 'border-fresh bg-fresh-soft',
  'but-ending': 'border-fresh bg-fresh-soft',
  moved: 'border-line bg-band',
  pitches: 'border-line bg-band',
  rhythm: 'border-line bg-band',
};

const percent = (share: number): string => `${Math.round(share * 100)} %`;

/** The line as tiles, what to learn once, and any two bars side by side. */
export function PatternMap({ plan }: { readonly plan: PagePlan }) {
  const { score } = plan.part;
  const [chosen, setChosen] = useState<readonly number[]>([]);
  const [chosenLines, setLines] = useState<readonly number[]>([]);
  const { patterns, numbers, bars } = useMemo(() => namedPatterns(plan), [plan]);
  const { cells, relations, lines, plan: steps, fromPickup } = patterns;
  // Two are compared at a time: a third takes the place of the first.
  const toggle = (now: readonly number[], i: number): readonly number[] =>
    now.includes(i) ? now.filter((x) => x !== i) : [...now, i].slice(-2);
  const [first, second] = [...chosen].sort((a, b) => a - b);
  const [upper, lower] = [...chosenLines].sort((a, b) => a - b).map((n) => lines[n]);
  const barsOf = (l: Patterns['lines'][number]): readonly number[] => bars.slice(l.from, l.from + l.length);
  return (
    <div className="space-y-5">
      <Block title="What comes again">
        {fromPickup && (
          <p className="mb-3 text-secondary">
            The phrases begin with a pickup, so each tile here begins with one: its last beats are written in the bar
            before.
          </p>
        )}
        <ol className="space-y-2" aria-label="Lines of the line">
          {lines.map((l, n) => (
            <li key={l.from} className="grid items-center gap-x-4 md:grid-cols-[1fr_12rem]">
              <ol className="grid grid-cols-4 gap-1.5" aria-label={`Line ${n + 1}`}>
                {cells.slice(l.from, l.from + l.length).map((_cell, k) => {
                  const i = l.from + k;
                  const relation = relations[i] ?? { kind: 'new' as const };
                  // Phrases stand under each other: the bar after a pickup begins the row.
                  return (
                    <li key={i} className={numbers[i - 1] === 0 ? 'col-start-1' : ''}>
                      <button
                        type="button"
                        aria-pressed={chosen.includes(i)}
                        onClick={() => setChosen((now) => toggle(now, i))}
                        className={`w-full rounded border px-3 py-1.5 text-left aria-pressed:ring-2 aria-pressed:ring-accent ${TILE[relation.kind]}`}
                      >
                        <span className="block font-semibold tabular-nums">
                          {numbers[i] === 0 ? 'pickup' : numbers[i]}
                        </span>
                        <span className="block truncate text-[12.5px] text-secondary">
                          {cells[i]?.notes.length === 0
                            ? 'rest'
                            : relationWords(relation, (of) => barName(numbers[of] ?? 0))}
                        </span>
                      </button>
                    </li>
                  );
                })}
              </ol>
              <button
                type="button"
                aria-pressed={chosenLines.includes(n)}
                onClick={() => setLines((now) => toggle(now, n))}
                className="rounded border border-transparent px-2 py-1 text-left text-[13px] text-secondary hover:bg-panel aria-pressed:border-accent aria-pressed:text-ink"
              >
                line {n + 1}: {lineRelationWords(l.relation)}
              </button>
            </li>
          ))}
        </ol>
        <p className="mt-3 text-[13px] text-secondary">Choose two bars, or two lines, to see what differs.</p>
      </Block>
      {first !== undefined &&
        (second === undefined ? (
          <Block title={capital(spanWords(numbers, { from: first, length: 1 }))}>
            <p>Choose another bar to lay beside it.</p>
          </Block>
        ) : (
          <CompareBars
            key={`${first} ${second}`}
            score={score}
            first={bars[first] ?? 0}
            second={bars[second] ?? 0}
            names={plan.part.teaching.conventions.rhythmNames}
          />
        ))}
      {upper !== undefined && lower !== undefined && (
        <CompareLines
          score={score}
          first={barsOf(upper)}
          second={barsOf(lower)}
          title={`Line ${lines.indexOf(upper) + 1} and line ${lines.indexOf(lower) + 1}`}
          names={plan.part.teaching.conventions.rhythmNames}
        />
      )}
      <Block title="Learn each thing once">
        <div className="overflow-x-auto">
          <table className="w-full border-collapse text-left">
            <thead>
              <tr className="border-b border-line text-[13px] text-secondary">
                <th className="w-10 py-1.5 font-medium">step</th>
                <th className="py-1.5 pr-4 font-medium">learn</th>
                <th className="py-1.5 pr-4 font-medium">then you know as well</th>
                <th className="py-1.5 pr-4 text-right font-medium">known then</th>
                <th className="py-1.5 text-right font-medium">of the practice</th>
              </tr>
            </thead>
            <tbody>
              {steps.map((s, n) => (
                <tr key={s.from} className="border-b border-line last:border-0">
                  <td className="py-1.5 text-secondary">{n + 1}</td>
                  <td className="py-1.5 pr-4 font-semibold">
                    {spanWords(numbers, s)}
                    {s.moved !== undefined && (
                      <span className="block font-normal text-secondary">
                        {movedWords(s.moved.steps, spanWords(numbers, s.moved))}
                      </span>
                    )}
                  </td>
                  <td className="py-1.5 pr-4">
                    {s.again.length === 0 ? (
                      <span className="text-secondary">nothing more</span>
                    ) : (
                      list(s.again.map((a) => spanWords(numbers, a)))
                    )}
                  </td>
                  <td className="py-1.5 pr-4 text-right tabular-nums">{percent(s.known)}</td>
                  <td className="py-1.5 text-right tabular-nums">{percent(s.practice)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
        <p className="mt-3">{planSentence(patterns, numbers)}</p>
        <p className="text-[13px] text-secondary">
          Bars that only look like an earlier one get twice the practice: they are where the class goes wrong.
        </p>
      </Block>
    </div>
  );
}
