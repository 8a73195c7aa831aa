import type { PracticeView } from '@cifra/contract';
import type { InstrumentId } from '@cifra/core';

/** A note that was taken for another in the drills of some pupils with one instrument. */
export interface ClassMixedUp {
  readonly instrument: InstrumentId;
  readonly asked: string;
  readonly said: string;
  readonly times: number;
  readonly pupils: number;
}

/** Once can be a slip. */
const FEWEST_TIMES = 2;

/** What the pupils of a class mix up: what most of them do first, then what is done most often. */
export function mixedUp(practice: readonly Pick<PracticeView, 'pupilId' | 'instrument' | 'drills'>[]): ClassMixedUp[] {
  const found = new Map<string, ClassMixedUp & { readonly who: ReadonlySet<string> }>();
  for (const { pupilId, instrument, drills = [] } of practice)
    for (const { asked, said, times } of drills.flatMap((d) => d.mixed ?? [])) {
      const name = `${instrument} ${asked} ${said}`;
      const before = found.get(name);
      const who = new Set([...(before?.who ?? []), pupilId]);
      found.set(name, { instrument, asked, said, times: (before?.times ?? 0) + times, who, pupils: who.size });
    }
  return [...found.values()]
    .filter((m) => m.times >= FEWEST_TIMES)
    .sort((a, b) => b.pupils - a.pupils || b.times - a.times)
    .map(({ who: _who, ...m }) => m);
}
