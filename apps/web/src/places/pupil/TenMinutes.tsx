import type { PagePlan, TodayItem } from '@cifra/core';
import { Check, ChevronRight } from 'lucide-react';
import { Checkbox } from 'radix-ui';
import { itemWords } from '../../words/todayWords';
import { todayIso } from '../../words/pageWords';
import { useTicked } from './useTicked';
import { WorkRow } from './WorkRow';

interface Props {
  /** By which the day is remembered. */
  readonly id: string;
  readonly plan: PagePlan;
  readonly items: readonly TodayItem[];
  readonly onOpen: (item: TodayItem) => void;
}

/** A day's practice in its order; each part can be opened, ticked or passed over. */
export function TenMinutes({ id, plan, items, onOpen }: Props) {
  const [ticked, tick] = useTicked(id, todayIso());
  return (
    <section aria-label="Ten minutes" className="mt-5">
      <h2 className="font-sans text-[13px] font-semibold text-secondary">Ten minutes, if you have them</h2>
      <ol className="mt-1 divide-y divide-line border-y border-line">
        {items.map((item) => {
          const { name, what } = itemWords(item, plan);
          return (
            <li key={item.kind} className="flex items-center gap-1">
              <Checkbox.Root
                aria-label={`Done today: ${name}`}
                checked={ticked.has(item.kind)}
                onCheckedChange={(on) => tick(item.kind, on === true)}
                className="group -ml-2.5 grid size-11 shrink-0 place-items-center"
              >
                <span className="grid size-6 place-items-center rounded-full border border-[#8a97ab] bg-white group-data-[state=checked]:border-accent group-data-[state=checked]:bg-accent">
                  <Checkbox.Indicator className="text-white">
                    <Check size={15} aria-hidden />
                  </Checkbox.Indicator>
                </span>
              </Checkbox.Root>
              <WorkRow
                name={name}
                beside={`${item.minutes} min`}
                what={what}
                icon={<ChevronRight size={18} aria-hidden />}
                onOpen={() => onOpen(item)}
              />
            </li>
          );
        })}
      </ol>
    </section>
  );
}
