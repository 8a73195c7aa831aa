import { breathSeconds, plannedBreaths, type PagePlan } from '@cifra/core';
import { STAGE_WORDS, instrumentWord } from '@cifra/contract/words';
import { useMemo } from 'react';
import { instrumentTitle } from '@cifra/engrave';
import { Block } from '../../lookFirst/Block';
import { barName, barsName } from '../../words/spoken';

const THEN = { mark: 'a breath mark', rest: 'a rest', end: 'the end' } as const;

/**
 * Where to breathe, how long each breath has to last, and what to do where it does not.
 * @param isLead one instrument's stands for a whole class that was asked for
 */
export function Breaths({ plan, isLead }: { readonly plan: PagePlan; readonly isLead: boolean }) {
  const { instrument, score, teaching } = plan.part;
  const limit = breathSeconds(instrument, teaching.stage);
  const breaths = useMemo(() => plannedBreaths(score, limit), [score, limit]);
  const long = breaths.filter((b) => b.tooLong);
  return (
    <Block title={`Breaths: ${instrumentTitle(instrument)}`}>
      {isLead && (
        <p className="mb-3 text-secondary">
          Players differ in how long they can blow: choose an instrument above to see its own breaths.
        </p>
      )}
      <p className="mb-3">
        {long.length === 0
          ? `Every breath lasts at most ${Math.ceil(Math.max(0, ...breaths.map((b) => b.seconds)))} seconds.`
          : `${long.length === 1 ? 'One breath is' : `${long.length} breaths are`} longer than ${limit} seconds.`}{' '}
        <span className="text-secondary">
          {STAGE_WORDS[teaching.stage]}, {instrumentWord(instrument)}: up to {limit} seconds on one breath.
        </span>
      </p>
      <div className="overflow-x-auto">
        <table className="w-full border-collapse text-left">
          <thead>
            <tr className="border-b border-line text-[13px] text-secondary">
              <th className="py-1.5 pr-4 font-medium">on one breath</th>
              <th className="py-1.5 pr-4 text-right font-medium">seconds</th>
              <th className="py-1.5 pr-4 font-medium">then</th>
              <th className="py-1.5 font-medium">in an emergency</th>
            </tr>
          </thead>
          <tbody>
            {breaths.map((b, i) => (
              <tr key={i} className="border-b border-line last:border-0">
                <td className="py-1.5 pr-4">{barsName(b.from, b.to)}</td>
                <td className={`py-1.5 pr-4 text-right tabular-nums ${b.tooLong ? 'font-semibold text-warning' : ''}`}>
                  {b.seconds.toFixed(1)}
                  {b.tooLong && <span className="sr-only"> (too long)</span>}
                </td>
                <td className="py-1.5 pr-4">{THEN[b.then]}</td>
                <td className="py-1.5">
                  {!b.tooLong ? (
                    <span className="text-secondary">not needed</span>
                  ) : b.emergency === undefined ? (
                    'no place: a tie or slur leads over every bar line'
                  ) : (
                    `after ${barName(b.emergency.bar)}`
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </Block>
  );
}
