import { barHeat, hardChanges, type PagePlan, placeMeasures, WORTH_A_MARK } from '@cifra/core';
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

interface HeatRows {
  readonly names: readonly string[];
  readonly bars: readonly string[];
  readonly heat: readonly (readonly number[])[];
  /** Hard changes in each bar; in the row of the class, instruments that have one there. */
  readonly hard: readonly (readonly number[])[];
}

/** For each instrument how hard each bar is; the last row is the whole class, on average. */
export function heatRows(plans: readonly PagePlan[]): HeatRows {
  const [lead] = plans;
  if (lead === undefined) return { names: [], bars: [], heat: [], hard: [] };
  const placed = placeMeasures(lead.part.concert);
  const bars = placed.map((p) => (p.measure.pickup === true ? 'pickup' : String(p.number)));
  const heat = plans.map((plan) => barHeat(plan.changes, placed.length));
  const hard = plans.map((plan) => hardChanges(plan.changes, placed.length));
  const together = bars.map((_b, i) => hard.filter((row) => (row[i] ?? 0) > 0).length);
  const average = bars.map((_b, i) => heat.reduce((sum, row) => sum + (row[i] ?? 0), 0) / heat.length);
  return {
    names: [...plans.map((p) => p.part.instrument.name), ...(plans.length > 1 ? ['the whole class'] : [])],
    bars,
    heat: plans.length > 1 ? [...heat, average] : heat,
    hard: plans.length > 1 ? [...hard, together] : hard,
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

const hardWords = (n: number, ofClass: boolean): string =>
  ofClass
    ? `hard for ${n} ${n === 1 ? 'instrument' : 'instruments'}`
    : n === 0
      ? 'no hard change'
      : `${n} hard ${n === 1 ? 'change' : 'changes'}`;

/** How hard each bar is on each instrument, as a strip over the line. */
export function HeatStrip({ plans, onPick }: Props) {
  const { names, bars, heat, hard } = useMemo(() => heatRows(plans), [plans]);
  const option = useMemo(
    () =>
      heatOption(
        bars,
        names,
        heat,
        (row, bar) => {
          const y = names.indexOf(row);
          const where = bar === 'pickup' ? 'the pickup' : `bar ${bar}`;
          return `${row}, ${where}: ${hardWords(hard[y]?.[bars.indexOf(bar)] ?? 0, y >= plans.length)}`;
        },
        TRULY_HARD,
      ),
    [names, bars, heat, hard, plans.length],
  );
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
        <summary className="cursor-pointer text-[13px] text-secondary">
          As a table: hard changes in each bar{plans.length > 1 && ', and how many instruments have one'}
        </summary>
        <div className="mt-2 overflow-x-auto">
          <table className="border-collapse text-right text-[13px] tabular-nums">
            <thead>
              <tr className="text-secondary">
                <th className="pr-3 text-left font-medium">instrument</th>
                {bars.map((b, i) => (
                  <th key={i} className="px-1.5 font-medium">
                    {b}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {hard.map((row, y) => (
                <tr key={names[y]} className="border-t border-line">
                  <th className="py-1 pr-3 text-left font-medium whitespace-nowrap">{names[y]}</th>
                  {row.map((v, x) => (
                    <td key={x} className="px-1.5">
                      {v === 0 ? '–' : v}
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
