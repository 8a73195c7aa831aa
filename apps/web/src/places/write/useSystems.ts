import type { Score, Written } from '@cifra/core';
import { useCallback, useEffect, useMemo, useState, useSyncExternalStore } from 'react';
import { planSystems } from './planSystems';
import { type EditorSystem, type PlannedSystem, SystemEngraver } from './SystemEngraver';

export interface Systems {
  readonly systems: readonly EditorSystem[];
  readonly error: Error | undefined;
  readonly retry: () => void;
}

/**
 * The lines of music of the writing place. Only those that changed are engraved again, the one with the caret first.
 * @param at the bar that is written
 */
export function useSystems(lines: readonly Score<Written>[], widthMm100: number, at: number): Systems {
  const [engraver] = useState(() => new SystemEngraver());
  const plan = useMemo(() => (widthMm100 <= 0 ? [] : planSystems(lines, widthMm100)), [lines, widthMm100]);
  const show = useCallback(() => engraver.show(plan), [engraver, plan]);
  const systems = useSyncExternalStore(engraver.subscribe, show);
  useEffect(() => {
    const distance = ({ from, to }: PlannedSystem): number => (at < from ? from - at : at >= to ? at - to + 1 : 0);
    engraver.want([...plan].sort((a, b) => distance(a) - distance(b)));
  }, [engraver, plan, at]);
  return { systems, error: engraver.error, retry: () => engraver.retry() };
}
