import type { NoteValue } from '@cifra/core';
import { EVEN, likelyOf, nameOf } from './seenStaff';
import { LEAST_LIKELY, type SeenEvent } from './seenEvents';

/** Parts of a quarter in which bars are added up: triplets of sixteenths and dotted sixteenths fit. */
export const TICKS = 48;
const VALUE_TICKS: Partial<Record<NoteValue, number>> = { whole: 192, half: 96, quarter: 48, eighth: 24, '16th': 12 };

/** What an event of a bar is taken as. */
export interface Taken {
  readonly event: SeenEvent;
  readonly value: NoteValue;
  readonly dots: 0 | 1;
  readonly triplet: boolean;
  /** How sure it is, from 0 to 1. */
  readonly likely: number;
  /** The bar's sum chose it over what looked likelier. */
  readonly bySum: boolean;
}
interface Choice {
  readonly taken: Omit<Taken, 'event' | 'bySum'> | undefined;
  readonly ticks: number;
  readonly cost: number;
}

const cost = (likely: number): number => -Math.log(Math.min(0.999, Math.max(0.001, likely)));
/** What a bar's sum may cost at most, against what looks likeliest: more than this, and the bar stays as it looks. */
const MOST_COST = 3;

/** All that an event may be, with what each costs. */
function choicesOf(event: SeenEvent, triplet: boolean): Choice[] {
  const choices: Choice[] = [];
  const present = likelyOf(event.seen);
  const dot = event.dot === undefined ? 0 : likelyOf(event.dot);
  const whole = event.seen.options.reduce((sum, o) => sum + o.likely, 0);
  for (const { name, likely } of event.seen.options) {
    const value = name.slice(name.indexOf('-') + 1) as NoteValue;
    const ticks = VALUE_TICKS[value];
    if (ticks === undefined) continue;
    for (const dots of [0, 1] as const) {
      if (dots === 1 && (dot < LEAST_LIKELY || value === '16th')) continue;
      const share = likely / whole;
      const dotShare = dots === 1 ? dot : 1 - dot;
      choices.push({
        taken: {
          value,
          dots,
          triplet,
          likely: Math.min(present, share, event.dot === undefined ? 1 : Math.max(0, dotShare)),
        },
        ticks: (ticks * (dots === 1 ? 1.5 : 1) * (triplet ? 2 : 3)) / 3,
        cost: cost(share) + cost(event.dot === undefined ? 1 : dotShare) + cost(present < EVEN ? present : 1),
      });
    }
  }
  if (present < EVEN) choices.push({ taken: undefined, ticks: 0, cost: cost(1 - present) });
  return choices;
}

const cheapest = (choices: readonly Choice[]): Choice | undefined =>
  choices.reduce<Choice | undefined>((best, c) => (best === undefined || c.cost < best.cost ? c : best), undefined);

/**
 * Chooses what the events of a bar are, so that they fill it: the likeliest of all ways that add up, or what looks
 * likeliest where none does.
 * @param full lengths that the bar may have, in ticks; none where the meter is not known
 */
export function fillMeasure(
  events: readonly SeenEvent[],
  triplets: ReadonlySet<SeenEvent>,
  full: readonly number[],
): { readonly taken: Taken[]; readonly ticks: number } {
  const choices = events.map((e) => choicesOf(e, triplets.has(e)));
  const plain = choices.map(cheapest);
  const plainCost = plain.reduce((sum, c) => sum + (c?.cost ?? 0), 0);
  const most = Math.max(0, ...full);
  // For each length that the events so far may have, the cheapest way to it.
  let ways = new Map<number, { cost: number; picked: Choice[] }>([[0, { cost: 0, picked: [] }]]);
  if (full.length > 0)
    for (const all of choices) {
      const next = new Map<number, { cost: number; picked: Choice[] }>();
      for (const [ticks, way] of ways)
        for (const c of all) {
          const sum = ticks + c.ticks;
          const price = way.cost + c.cost;
          if (sum > most || price > plainCost + MOST_COST) continue;
          const known = next.get(sum);
          if (known === undefined || price < known.cost) next.set(sum, { cost: price, picked: [...way.picked, c] });
        }
      ways = next;
    }
  let best: { cost: number; picked: Choice[] } | undefined;
  for (const f of full) {
    const way = ways.get(f);
    if (way !== undefined && (best === undefined || way.cost < best.cost)) best = way;
  }
  const picked = best?.picked ?? plain;
  const taken: Taken[] = [];
  let ticks = 0;
  picked.forEach((c, i) => {
    ticks += c?.ticks ?? 0;
    if (c?.taken === undefined) return;
    taken.push({ ...c.taken, event: events[i] as SeenEvent, bySum: c !== plain[i] });
  });
  return { taken, ticks };
}

/** The length of an event as it looks, in ticks. */
export const looksTicks = (e: SeenEvent): number =>
  (VALUE_TICKS[(nameOf(e.seen) ?? '').replace(/^(note|rest)-/, '') as NoteValue] ?? 0) *
  (e.dot !== undefined && likelyOf(e.dot) > EVEN ? 1.5 : 1);
