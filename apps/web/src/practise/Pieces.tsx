import { type PagePlan, placeMeasures, structureOf } from '@cifra/core';
import { useMemo } from 'react';
import { Button } from '../ui/Button';
import { SelectField } from '../ui/Field';

interface Props {
  readonly plan: PagePlan;
  readonly bars: { readonly from: number; readonly to: number } | undefined;
  readonly again: boolean;
  readonly onBars: (bars: { readonly from: number; readonly to: number } | undefined, again: boolean) => void;
}

/** Small pieces of the line to be gone over: some bars, or a hard place. */
export function Pieces({ plan, bars, again, onBars }: Props) {
  const placed = useMemo(() => placeMeasures(plan.part.concert), [plan]);
  const { measureOf } = useMemo(() => structureOf(plan.part.concert), [plan]);
  const nameOf = (i: number): string => (placed[i]?.measure.pickup === true ? 'pickup' : `bar ${placed[i]?.number ?? ''}`);
  const last = placed.length - 1;
  const options = placed.map((p) => <option key={p.index} value={p.index}>{nameOf(p.index)}</option>);
  const whole = { from: 0, to: last };
  const now = bars ?? whole;
  const set = (from: number, to: number) => onBars(from === 0 && to === last ? undefined : { from, to: Math.max(from, to) }, again);
  return (
    <section className="border-b border-line px-4 py-3" aria-label="A piece of it">
      <h2 className="mb-2 font-sans text-[13px] font-semibold text-secondary">A piece of it</h2>
      <div className="grid grid-cols-2 gap-2">
        <SelectField id="piece-from" label="From" value={now.from} onChange={(e) => set(Number(e.target.value), Math.max(now.to, Number(e.target.value)))}>{options}</SelectField>
        <SelectField id="piece-to" label="To" value={now.to} onChange={(e) => set(Math.min(now.from, Number(e.target.value)), Number(e.target.value))}>{options}</SelectField>
      </div>
      {bars !== undefined && <Button kind="quiet" className="mt-1 h-8 px-2" onClick={() => onBars(undefined, false)}>The whole line</Button>}
      {plan.hardest.length > 0 && (
        <>
          <h3 className="mt-3 mb-1 font-sans text-[13px] font-semibold text-secondary">Hard places, over and over</h3>
          <ul>
            {plan.hardest.map((s) => {
              const bar = measureOf[s.index] ?? 0;
              return (
                <li key={`${s.from} ${s.to}`}>
                  <button type="button" aria-pressed={bars?.from === bar && bars.to === bar} onClick={() => onBars({ from: bar, to: bar }, true)} className="w-full rounded px-2 py-1 text-left hover:bg-desk aria-pressed:bg-accent-soft aria-pressed:text-accent">
                    {nameOf(bar)}: {plan.annotations.get(s.from)?.name} to {plan.annotations.get(s.to)?.name}
                  </button>
                </li>
              );
            })}
          </ul>
        </>
      )}
    </section>
  );
}
