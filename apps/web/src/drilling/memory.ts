import type { Random } from '@cifra/core';
import { type Card, createEmptyCard, fsrs, type Grade, Rating } from 'ts-fsrs';
import { keepHere, keptHere } from '../api/keptHere';

/** What is remembered of each card, by its id. */
export type Memory = ReadonlyMap<string, Card>;

const scheduler = fsrs({ enable_fuzz: false });
/** Quicker than this is known; slower than that is not yet. */
const QUICK_SECONDS = 2.5;
const SLOW_SECONDS = 7;
const MINUTE = 60_000;
/** What comes due within a round comes in this round. */
const SOON = 2 * MINUTE;
/** New cards come one after the other: so many may be open at once before another new one is shown. */
const MOST_OPEN = 4;

/** How an answer is graded: wrong, right but slow, right, at once. */
export const gradeOf = (right: boolean, seconds: number): Grade =>
  !right ? Rating.Again : seconds > SLOW_SECONDS ? Rating.Hard : seconds < QUICK_SECONDS ? Rating.Easy : Rating.Good;

/** The memory after an answer. */
export function remember(memory: Memory, id: string, right: boolean, seconds: number, now: Date): Memory {
  const { card } = scheduler.next(memory.get(id) ?? createEmptyCard(now), now, gradeOf(right, seconds));
  return new Map([...memory, [id, card]]);
}

/**
 * Which card comes next: what is due first, slow and wrong ones before the others; then something new; then what will
 * be due first. Never the last one again, unless it is the only one.
 * @param ids every card of the drill, in the order in which they are learned
 */
export function nextCard(
  ids: readonly string[],
  memory: Memory,
  last: string | undefined,
  now: Date,
  chance: Random,
): string | undefined {
  const others = ids.length > 1 ? ids.filter((id) => id !== last) : ids;
  const dueOf = (id: string): number => memory.get(id)?.due.getTime() ?? Infinity;
  const due = others.filter((id) => dueOf(id) <= now.getTime() + SOON).sort((a, b) => dueOf(a) - dueOf(b));
  const fresh = others.filter((id) => !memory.has(id));
  if (due.length >= MOST_OPEN || (due.length > 0 && fresh.length === 0))
    return due[chance.below(Math.min(2, due.length))];
  // Between what is open, something new.
  if (fresh.length > 0 && (due.length === 0 || chance.next() < 0.5)) return fresh[0];
  if (due.length > 0) return due[0];
  return [...others].sort((a, b) => dueOf(a) - dueOf(b))[0];
}

const keyOf = (id: string): string => `cifra.memory.${id}`;

/** What this browser remembers; what cannot be read is left out. */
export const keptMemory = (id: string): Memory =>
  keptHere<Memory>(
    keyOf(id),
    (found) => {
      const all = found as readonly (readonly [string, Card])[];
      return new Map(
        all
          .map(
            ([name, card]) =>
              [
                name,
                {
                  ...card,
                  due: new Date(card.due),
                  ...(card.last_review !== undefined && { last_review: new Date(card.last_review) }),
                },
              ] as const,
          )
          .filter(([, card]) => !Number.isNaN(card.due.getTime())),
      );
    },
    new Map(),
  );

export const keepMemory = (id: string, memory: Memory): void => keepHere(keyOf(id), [...memory]);
