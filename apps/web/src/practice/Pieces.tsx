import { type BarRange, type BuildUp, buildUp, type PagePlan, placeMeasures, TURNS, type Turns } from '@cifra/core';
import { useMemo } from 'react';
import { Button } from '../ui/Button';
import { SelectField } from '../ui/Field';
import { TURN_WORDS } from '../words/practiseWords';
import { barName } from '../words/spoken';

/** A step of a hard place that is built up note by note. */
export interface Chain {
  readonly build: BuildUp;
  readonly step: number;
}

interface Props {
  readonly plan: PagePlan;
  readonly bars: BarRange | undefined;
  readonly again: boolean;
  readonly turns: Turns;
  readonly chain: Chain | undefined;
  readonly onBars: (bars: BarRange | undefined, again: boolean) => void;
  readonly onTurns: (turns: Turns) => void;
  readonly onChain: (chain: Chain | undefined) => void;
}

const isStretch = (bars: BarRange | undefined, bar: number): boolean => bars?.from === bar && bars.to === bar;

/** Small pieces of the line to be gone over: some bars, a hard place, note by note, or in turns. */
export function Pieces({ plan, bars, again, turns, chain, onBars, onTurns, onChain }: Props) {
  const placed = useMemo(() => placeMeasures(plan.part.concert), [plan]);
  const builds = useMemo(() => plan.hardest.map((s) => buildUp(plan.part.concert, s)), [plan]);
  const nameOf = (i: number): string => barName(placed[i]?.number ?? 0);
  const last = placed.length - 1;
  const options = placed.map((p) => (
    <option key={p.index} value={p.index}>
      {nameOf(p.index)}
    </option>
  ));
  const now = bars ?? { from: 0, to: last };
  const set = (from: number, to: number) =>
    onBars(from === 0 && to === last ? undefined : { from, to: Math.max(from, to) }, again);
  const lastStep = chain === undefined ? 0 : chain.build.steps.length - 1;
  return (
    <section className="px-4 py-3" aria-label="A piece of it">
      <h2 className="mb-2 font-sans text-[13px] font-semibold text-secondary">A piece of it</h2>
      <div className="grid grid-cols-2 gap-2">
        <SelectField
          id="piece-from"
          label="From"
          value={now.from}
          onChange={(e) => set(Number(e.target.value), Math.max(now.to, Number(e.target.value)))}
        >
          {options}
        </SelectField>
        <SelectField
          id="piece-to"
          label="To"
          value={now.to}
          onChange={(e) => set(Math.min(now.from, Number(e.target.value)), Number(e.target.value))}
        >
          {options}
        </SelectField>
      </div>
      <p className="mt-1 text-[12.5px] text-secondary max-md:hidden">Or draw over the bars with the mouse.</p>
      {bars !== undefined && (
        <div className="mt-1 flex flex-wrap gap-1">
          {now.to < last && (
            <Button
              kind="quiet"
              className="h-8 px-2 max-lg:h-11"
              onClick={() => set(now.to + 1, Math.min(last, 2 * now.to - now.from + 1))}
            >
              {now.to === now.from ? 'The next bar' : `The next ${now.to - now.from + 1} bars`}
            </Button>
          )}
          <Button kind="quiet" className="h-8 px-2 max-lg:h-11" onClick={() => onBars(undefined, false)}>
            The whole line
          </Button>
        </div>
      )}
      <SelectField
        id="piece-turns"
        label="My turn, your turn"
        className="mt-3"
        value={turns}
        onChange={(e) => onTurns(e.target.value as Turns)}
      >
        {TURNS.map((t) => (
          <option key={t} value={t}>
            {TURN_WORDS[t]}
          </option>
        ))}
      </SelectField>
      {builds.length > 0 && (
        <>
          <h3 className="mt-4 mb-1 font-sans text-[13px] font-semibold text-secondary">Hard places, over and over</h3>
          <ul>
            {builds.map((build) => {
              const { spot } = build;
              const bar = spot.measureIndex;
              const own = chain?.build.spot.index === spot.index;
              return (
                <li key={`${spot.from} ${spot.to}`} className="flex items-center gap-1">
                  <button
                    type="button"
                    aria-pressed={isStretch(bars, bar) && !own}
                    onClick={() => onBars({ from: bar, to: bar }, true)}
                    className="min-w-0 flex-1 rounded px-2 py-1 text-left hover:bg-desk aria-pressed:bg-accent-soft aria-pressed:text-accent"
                  >
                    {nameOf(bar)}: {plan.annotations.get(spot.from)?.name} to {plan.annotations.get(spot.to)?.name}
                  </button>
                  <button
                    type="button"
                    aria-pressed={own}
                    aria-label={`Build up ${nameOf(bar)}: ${plan.annotations.get(spot.from)?.name ?? ''} to ${plan.annotations.get(spot.to)?.name ?? ''}`}
                    onClick={() => onChain(own ? undefined : { build, step: 0 })}
                    className="rounded px-2 py-1 text-[13px] text-secondary hover:bg-desk aria-pressed:bg-accent-soft aria-pressed:text-accent"
                  >
                    build up
                  </button>
                </li>
              );
            })}
          </ul>
        </>
      )}
      {chain !== undefined && (
        <div className="mt-2 rounded-md border border-line bg-white p-2">
          <p role="status" className="mb-1.5 text-center text-[13px]">
            {chain.step === lastStep
              ? 'The whole bar.'
              : `Step ${chain.step + 1} of ${lastStep + 1}: only these notes sound.`}
          </p>
          <div className="grid grid-cols-2 gap-2">
            <Button
              className="h-8"
              disabled={chain.step === 0}
              onClick={() => onChain({ ...chain, step: chain.step - 1 })}
            >
              A note less
            </Button>
            <Button
              className="h-8"
              disabled={chain.step === lastStep}
              onClick={() => onChain({ ...chain, step: chain.step + 1 })}
            >
              A note more
            </Button>
          </div>
        </div>
      )}
    </section>
  );
}
