import { placeMeasures, readAccidentals, type Score, type Written } from '@cifra/core';
import { breakForWriting, type EngravedSystem, estimateWidth, sliceLine, type SystemRequest } from '@cifra/engrave';
import { useEffect, useMemo, useRef, useState, useSyncExternalStore } from 'react';
import { SystemEngraver, type Wanted } from './SystemEngraver';

/** One line of music on the desk: which bars, and its newest drawing (an older one while the new is on its way). */
export interface DeskSystem {
  readonly from: number;
  readonly to: number;
  readonly engraved: EngravedSystem | undefined;
  readonly current: boolean;
}

/** Lines of unequal length are drawn with empty bars at the end of the shorter ones. */
function padded(lines: readonly Score<Written>[]): Score<Written>[] {
  const bars = Math.max(...lines.map((l) => l.measures.length));
  return lines.map((l) => (l.measures.length === bars ? l : { ...l, measures: [...l.measures, ...Array.from({ length: bars - l.measures.length }, (_u, i) => ({ id: `pad${i}`, events: [] }))] }));
}

/** What has to be engraved for some lines at a width, in order. */
export function planSystems(given: readonly Score<Written>[], widthMm100: number): (Wanted & { readonly from: number; readonly to: number })[] {
  const lines = padded(given).map((score) => ({ score, signs: readAccidentals(score), placed: placeMeasures(score) }));
  const lead = lines[0];
  if (lead === undefined) return [];
  const widths = lead.placed.map((_p, i) => Math.max(...lines.map(({ score, signs }) => {
    const m = score.measures[i];
    return m === undefined ? 0 : estimateWidth(m, m.events.filter((e) => signs.get(e.id)?.sign !== undefined).length);
  })));
  const pickups = new Set(lead.placed.flatMap((p, i) => (p.measure.pickup === true ? [i] : [])));
  const parts = breakForWriting(widths, lead.placed.map((p) => p.key.fifths), pickups, widthMm100);
  return parts.map(({ from, to, width }, index) => {
    const request: SystemRequest = {
      lines: lines.map(({ score, signs, placed }) => {
        const at = placed[from] as (typeof placed)[number];
        const slice = sliceLine(score, from, to, at);
        return { score: slice, signs: slice.measures.flatMap((m) => m.events).flatMap((e) => { const sign = signs.get(e.id); return sign === undefined ? [] : [[e.id, sign] as const]; }) };
      }),
      widthMm100: Math.round(widthMm100), spread: index < parts.length - 1 || width > widthMm100 * 0.97, opens: from === 0 || lead.score.measures[from]?.meter !== undefined, closes: to === lead.placed.length,
    };
    return { key: JSON.stringify(request), request, from, to };
  });
}

/**
 * The lines of music for the desk. Only those that changed are engraved again, the one with the caret first.
 * @param at the bar that is written
 */
export function useSystems(lines: readonly Score<Written>[], widthMm100: number, at: number): { systems: readonly DeskSystem[]; error: Error | undefined; retry: () => void } {
  const [engraver] = useState(() => new SystemEngraver());
  const version = useSyncExternalStore(engraver.subscribe, engraver.snapshot);
  const plan = useMemo(() => (widthMm100 <= 0 ? [] : planSystems(lines, widthMm100)), [lines, widthMm100]);
  useEffect(() => {
    const distance = (p: (typeof plan)[number]): number => (at < p.from ? p.from - at : at >= p.to ? at - p.to + 1 : 0);
    engraver.want([...plan].sort((a, b) => distance(a) - distance(b)));
  }, [engraver, plan, at]);
  const before = useRef<readonly DeskSystem[]>([]);
  const systems = useMemo(() => plan.map(({ key, from, to }, i): DeskSystem => {
    const engraved = engraver.get(key);
    return { from, to, engraved: engraved ?? before.current[i]?.engraved, current: engraved !== undefined };
    // A new drawing counts as a new version.
  }), [plan, engraver, version]); // eslint-disable-line react-hooks/exhaustive-deps
  useEffect(() => { before.current = systems; }, [systems]);
  return { systems, error: engraver.error, retry: () => engraver.retry() };
}
