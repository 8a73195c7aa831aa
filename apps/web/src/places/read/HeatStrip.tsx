import { barHeat, type PagePlan, placeMeasures, WORTH_A_MARK } from '@cifra/core';
import { useMemo } from 'react';
import { Chart } from '../../ui/Chart';
import { heatHeight, heatOption } from '../../ui/heatOption';
import { list } from '../../words/spoken';
import { Block } from '../../lookFirst/Block';

interface Props {
  readonly plans: readonly PagePlan[];
  readonly onPick: (plan: PagePlan) => void;
}

const ROW_HEIGHT = 24;
/** Three times what is worth a mark. */
const TRULY_HARD = 3 * WORTH_A_MARK;

/** For each instrument how hard each bar is; the last row is the whole class, on average. */
export function heatRows(plans: readonly PagePlan[]): {
  readonly names: readonly string[];
  readonly bars: readonly string[];
  readonly heat: readonly (readonly number[])[];
} {
  const [lead] = plans;
  if (lead === undefined) return { names: [], bars: [], heat: [] };
  const placed = placeMeasures(lead.part.concert);
  const bars = placed.map((p) => (p.measure.pickup === true ? 'pickup' : String(p.number)));
  const heat = plans.map((plan) => barHeat(plan.changes, placed.length));
  const average = bars.map((_b, i) => heat.reduce((sum, row) => sum + (row[i] ?? 0), 0) / heat.length);
  return {
    names: [...plans.map((p) => p.part.instrument.name), ...(plans.length > 1 ? ['the whole class'] : [])],
    bars,
    heat: plans.length > 1 ? [...heat, average] : heat,
  };
}

/** So many bars are named. */
const NAMED = 3;

/** Where the class as a whole will go wrong. @example `Hardest for the class: bars 7, 5 and 1.` */
function hardestBars(bars: readonly string[], average: readonly number[]): string {
  const found = average
    .map((cost, i) => ({ cost, name: bars[i] ?? '' }))
    .filter((b) => b.cost >= WORTH_A_MARK)
    .sort((a, b) => b.cost - a.cost)
    .slice(0, NAMED);
  return found.length === 0
    ? 'No bar is hard for the class as a whole.'
    : `Hardest for the class: ${found.length === 1 ? 'bar' : 'bars'} ${list(found.map((b) => b.name))}.`;
}

/** How hard each bar is on each instrument, as a strip over the line. */
export function HeatStrip({ plans, onPick }: Props) {
  const { names, bars, heat } = useMemo(() => heatRows(plans), [plans]);
  const option = useMemo(
    () => heatOption(bars, names, heat, (row, bar, cost) => `${row}, bar ${bar}: ${cost.toFixed(1)}`, TRULY_HARD),
    [names, bars, heat],
  );
  const hardest = (row: readonly number[]): string => {
    const top = Math.max(...row);
    return top <= 0 ? 'none' : `${bars[row.indexOf(top)] ?? ''}`;
  };
  return (
    <Block title="How hard each bar is">
      <Chart
        option={option}
        height={heatHeight(names.length, ROW_HEIGHT)}
        label="How hard each bar is on each instrument; the table below says the same"
        onPick={({ data }) => {
          const plan = plans[(data as [number, number])[1]];
          if (plan !== undefined) onPick(plan);
        }}
      />
      {plans.length > 1 && <p className="mt-2">{hardestBars(bars, heat.at(-1) ?? [])}</p>}
      <details className="mt-2">
        <summary className="cursor-pointer text-[13px] text-secondary">As a table</summary>
        <div className="mt-2 overflow-x-auto">
          <table className="border-collapse text-right text-[13px] tabular-nums">
            <thead>
              <tr className="text-secondary">
                <th className="pr-3 text-left font-medium">instrument</th>
                <th className="pr-3 text-left font-medium">hardest bar</th>
                {bars.map((b, i) => (
                  <th key={i} className="px-1.5 font-medium">
                    {b}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {heat.map((row, y) => (
                <tr key={names[y]} className="border-t border-line">
                  <th className="py-1 pr-3 text-left font-medium whitespace-nowrap">{names[y]}</th>
                  <td className="pr-3 text-left">{hardest(row)}</td>
                  {row.map((v, x) => (
                    <td key={x} className="px-1.5">
                      {v === 0 ? '–' : v.toFixed(1)}
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      </details>
    </Block>
  );
}
