import type { TodayItem } from '@cifra/core';
import { useState } from 'react';
import { keepHere, keptHere } from '../../api/keptHere';

type Kind = TodayItem['kind'];
const KINDS: readonly Kind[] = ['warm-up', 'hard-place', 'piece', 'drill'];
const isKind = (k: unknown): k is Kind => KINDS.some((known) => known === k);

/** What a pupil ticked of a day's practice, on this phone; another day begins with nothing. */
export function useTicked(page: string, day: string): [ReadonlySet<Kind>, (kind: Kind, on: boolean) => void] {
  const key = `cifra.today.${page}`;
  const [ticked, setTicked] = useState<ReadonlySet<Kind>>(() =>
    keptHere(
      key,
      (found) => {
        const kept = found as { readonly day?: unknown; readonly ticked?: unknown } | null;
        return new Set(kept?.day === day && Array.isArray(kept.ticked) ? kept.ticked.filter(isKind) : []);
      },
      new Set<Kind>(),
    ),
  );
  const tick = (kind: Kind, on: boolean): void => {
    const after = new Set([...ticked].filter((k) => k !== kind).concat(on ? [kind] : []));
    keepHere(key, { day, ticked: [...after] });
    setTicked(after);
  };
  return [ticked, tick];
}
