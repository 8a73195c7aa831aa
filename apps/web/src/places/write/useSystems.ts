import type { Score, Written } from '@cifra/core';
import type { EngravedSystem } from '@cifra/engrave';
import { useEffect, useMemo, useRef, useState, useSyncExternalStore } from 'react';
import { planSystems } from './planSystems';
import { SystemEngraver } from './SystemEngraver';

/** One line of music on the desk: which bars, and its newest drawing (an older one while the new is on its way). */
export interface EditorSystem {
  readonly from: number;
  readonly to: number;
  readonly engraved: EngravedSystem | undefined;
  readonly current: boolean;
}

/**
 * The lines of music for the desk. Only those that changed are engraved again, the one with the caret first; those that
 * did not stay the same objects.
 * @param at the bar that is written
 */
export function useSystems(
  lines: readonly Score<Written>[],
  widthMm100: number,
  at: number,
): { systems: readonly EditorSystem[]; error: Error | undefined; retry: () => void } {
  const [engraver] = useState(() => new SystemEngraver());
  const version = useSyncExternalStore(engraver.subscribe, engraver.snapshot);
  const plan = useMemo(() => (widthMm100 <= 0 ? [] : planSystems(lines, widthMm100)), [lines, widthMm100]);
  useEffect(() => {
    const distance = (p: (typeof plan)[number]): number => (at < p.from ? p.from - at : at >= p.to ? at - p.to + 1 : 0);
    engraver.want([...plan].sort((a, b) => distance(a) - distance(b)));
  }, [engraver, plan, at]);
  const before = useRef<readonly EditorSystem[]>([]);
  const systems = useMemo(
    () =>
      plan.map(({ key, from, to }, i): EditorSystem => {
        const old = before.current[i];
        const fresh = engraver.get(key);
        const engraved = fresh ?? old?.engraved;
        const current = fresh !== undefined;
        return old !== undefined &&
          old.from === from &&
          old.to === to &&
          old.engraved === engraved &&
          old.current === current
          ? old
          : { from, to, engraved, current };
        // A new drawing counts as a new version.
      }),
    [plan, engraver, version],
  ); // eslint-disable-line react-hooks/exhaustive-deps
  useEffect(() => {
    before.current = systems;
  }, [systems]);
  return { systems, error: engraver.error, retry: () => engraver.retry() };
}
