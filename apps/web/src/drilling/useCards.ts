import { useCallback, useEffect, useRef, useState } from 'react';
import { keepMemory, keptMemory, nextCard, remember } from './memory';
import { useChance } from './useChance';

/** A card on the table; the same card dealt again is another turn. */
interface Dealt<T> {
  readonly turn: number;
  readonly card: T | undefined;
}

/** Deals cards so that the slow and wrong ones come back more often, and remembers the answers in this browser. */
export function useCards<T extends { readonly id: string }>(id: string, cards: readonly T[], running: boolean) {
  const chance = useChance();
  const memory = useRef(keptMemory(id));
  const shownAt = useRef(0);
  const last = useRef<string>(undefined);
  const [dealt, setDealt] = useState<Dealt<T>>({ turn: 0, card: undefined });
  const deal = useCallback(() => {
    const ids = cards.map((c) => c.id);
    last.current = nextCard(ids, memory.current, last.current, new Date(), chance);
    shownAt.current = performance.now();
    const card = cards.find((c) => c.id === last.current);
    setDealt((before) => ({ turn: before.turn + 1, card }));
  }, [cards, chance]);
  useEffect(() => {
    memory.current = keptMemory(id);
  }, [id]);
  useEffect(() => {
    if (running) deal();
  }, [deal, running]);
  const answer = useCallback(
    (of: T, right: boolean) => {
      memory.current = remember(memory.current, of.id, right, (performance.now() - shownAt.current) / 1000, new Date());
      keepMemory(id, memory.current);
    },
    [id],
  );
  return { ...dealt, deal, answer, chance };
}
