import { type Measure, placeMeasures, accidentalsInForce, type Score, type Written } from '@cifra/core';
import { breakForWriting, estimateWidth, orderOf, sliceLine, type SystemRequest } from '@cifra/engrave';
import type { PlannedSystem } from './SystemEngraver';

/** Lines of unequal length are drawn with empty bars at the end of the shorter ones. */
function padded(lines: readonly Score<Written>[]): Score<Written>[] {
  const bars = Math.max(...lines.map((l) => l.measures.length));
  return lines.map((l) =>
    l.measures.length === bars
      ? l
      : {
          ...l,
          measures: [
            ...l.measures,
            ...Array.from({ length: bars - l.measures.length }, (_u, i) => ({ id: `pad${i}`, events: [] })),
          ],
        },
  );
}

/** A bar that was not touched stays the same object: its number stands for all that is in it. */
const numbers = new WeakMap<Measure<Written>, number>();
let next = 1;
function numberOf(m: Measure<Written>): number {
  let number = numbers.get(m);
  if (number === undefined) numbers.set(m, (number = next++));
  return number;
}

type Line = ReturnType<typeof readLine>;

function readLine(score: Score<Written>) {
  const signs = accidentalsInForce(score);
  const order = score.slurs.length + score.hairpins.length > 0 ? orderOf(score) : undefined;
  return { score, signs, placed: placeMeasures(score), order };
}

/**
 * What a line's bars look like, in short: the bars themselves, the signs that come from elsewhere, and the spans over
 * them.
 */
function nameOf({ score, signs, placed, order }: Line, from: number, to: number): string {
  const bars = score.measures.slice(from, to);
  const opening = placed[from];
  const drawn = bars
    .map((m) =>
      m.events
        .map((e) => {
          const r = signs.get(e.id);
          return r?.sign === undefined ? '' : `${r.sign}${r.courtesy === true ? 'c' : ''}`;
        })
        .join(),
    )
    .join('|');
  const first = order?.get(bars.find((m) => m.events.length > 0)?.events[0]?.id ?? '') ?? 0;
  const last = order?.get(bars.at(-1)?.events.at(-1)?.id ?? '') ?? Infinity;
  const touches = (s: { readonly from: string; readonly to: string }): boolean =>
    (order?.get(s.to) ?? -1) >= first && (order?.get(s.from) ?? Infinity) <= last;
  const spans =
    order === undefined ? '' : JSON.stringify([score.slurs.filter(touches), score.hairpins.filter(touches)]);
  return `${bars.map(numberOf).join()};${opening?.clef}${opening?.key.fifths}/${opening?.meter.beats}.${opening?.meter.unit};${drawn};${spans}`;
}

function requestOf(
  lines: readonly Line[],
  from: number,
  to: number,
  rest: Omit<SystemRequest, 'lines'>,
): SystemRequest {
  return {
    ...rest,
    lines: lines.map(({ score, signs, placed, order }) => {
      const slice = sliceLine(score, from, to, placed[from] as (typeof placed)[number], order);
      return {
        score: slice,
        signs: slice.measures
          .flatMap((m) => m.events)
          .flatMap((e) => {
            const sign = signs.get(e.id);
            return sign?.sign === undefined ? [] : [[e.id, sign] as const];
          }),
      };
    }),
  };
}

/** What has to be engraved for some lines at a width, in order. */
export function planSystems(given: readonly Score<Written>[], widthMm100: number): PlannedSystem[] {
  const lines = padded(given).map(readLine);
  const lead = lines[0];
  if (lead === undefined) return [];
  const widths = lead.placed.map((_p, i) =>
    Math.max(
      ...lines.map(({ score, signs }) => {
        const m = score.measures[i];
        return m === undefined
          ? 0
          : estimateWidth(m, m.events.filter((e) => signs.get(e.id)?.sign !== undefined).length);
      }),
    ),
  );
  const pickups = new Set(lead.placed.flatMap((p, i) => (p.measure.pickup === true ? [i] : [])));
  const parts = breakForWriting(
    widths,
    lead.placed.map((p) => p.key.fifths),
    pickups,
    widthMm100,
  );
  return parts.map(({ from, to, width }, index) => {
    const rest = {
      widthMm100: Math.round(widthMm100),
      spread: index < parts.length - 1 || width > widthMm100 * 0.97,
      opens: from === 0 || lead.score.measures[from]?.meter !== undefined,
      closes: to === lead.placed.length,
    };
    const after = lead.score.measures[to];
    const key = `${rest.widthMm100}${rest.spread}${rest.opens}${rest.closes}${after?.repeatStart === true}#${lines.map((l) => nameOf(l, from, to)).join('#')}`;
    return { key, from, to, request: () => requestOf(lines, from, to, rest) };
  });
}
