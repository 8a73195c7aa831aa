import { useCallback, useEffect, useRef, useState } from 'react';
import { keepMemory, keptMemory, nextCard, remember } from './memory';
import { useChance } from './useChance';

/** Deals cards so that the slow and wrong ones come back more often, and remembers the answers in this browser. */
export function useCards<T extends { readonly id: string }>(id: string, cards: readonly T[], running: boolean) {
  const chance = useChance();
  const memory = useRef(keptMemory(id));
  const shownAt = useRef(0);
  const [card, setCard] = useState<T>();
  const deal = useCallback(
    () =>
      setCard((last) => {
        const next = nextCard(
          cards.map((c) => c.id),
          memory.current,
          last?.id,
          new Date(),
          chance,
        );
        shownAt.current = performance.now();
        return cards.find((c) => c.id === next);
      }),
    [cards, chance],
  );
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
  return { card, deal, answer, chance };
}
