import { addAnswerTime, type AnswerTimes, type Random } from '@cifra/core';
import { useCallback, useState } from 'react';
import { keepMemory, keptMemory, type Memory, nextCard, remember } from './memory';
import { keepTimes, keptTimes } from './times';
import { useChance } from './useChance';

/** The cards of a drill, what is remembered of them, and the one that lies on the table. */
interface Table<T> {
  readonly id: string;
  readonly cards: readonly T[];
  readonly running: boolean;
  readonly memory: Memory;
  readonly times: AnswerTimes;
  /** The same card dealt again is another turn. */
  readonly turn: number;
  readonly card: T | undefined;
  readonly shownAt: number;
}

const idsOf = (cards: readonly { readonly id: string }[]): string => cards.map((c) => c.id).join('\n');

function dealFrom<T extends { readonly id: string }>(table: Table<T>, chance: Random): Table<T> {
  const ids = table.cards.map((c) => c.id);
  const next = nextCard(ids, table.memory, table.card?.id, new Date(), chance);
  return {
    ...table,
    turn: table.turn + 1,
    card: table.cards.find((c) => c.id === next),
    shownAt: performance.now(),
  };
}

/** Deals cards so that the slow and wrong ones come back more often, and remembers the answers in this browser. */
export function useCards<T extends { readonly id: string }>(id: string, cards: readonly T[], running: boolean) {
  const chance = useChance();
  const lay = (before: Pick<Table<T>, 'turn' | 'card'>): Table<T> =>
    dealFrom({ ...before, id, cards, running, memory: keptMemory(id), times: keptTimes(id), shownAt: 0 }, chance);
  const [table, setTable] = useState(() => lay({ turn: 0, card: undefined }));
  // Other cards, or another round, begin with a card of theirs before anything of the old one is shown.
  const isOther = table.id !== id || idsOf(table.cards) !== idsOf(cards);
  if (isOther || (running && !table.running)) setTable(lay(table));
  // The same cards made anew, as when something arrives that is not about them: the question stays.
  else if (table.cards !== cards || table.running !== running)
    setTable({ ...table, cards, running, card: cards.find((c) => c.id === table.card?.id) });
  const deal = useCallback(() => setTable((t) => dealFrom(t, chance)), [chance]);
  /** @returns the seconds that it took */
  const answer = (of: T, right: boolean): number => {
    const seconds = (performance.now() - table.shownAt) / 1000;
    const memory = remember(table.memory, of.id, right, seconds, new Date());
    keepMemory(id, memory);
    const times = right ? addAnswerTime(table.times, of.id, seconds) : table.times;
    keepTimes(id, times);
    setTable((t) => ({ ...t, memory, times }));
    return seconds;
  };
  return { turn: table.turn, card: table.card, times: table.times, deal, answer, chance };
}
