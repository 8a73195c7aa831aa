import { useState } from 'react';

/** A question after the other; another way of asking, and another round, begins with a question of its own. */
export function useQuestion<Q>(make: () => Q, round: number): { readonly question: Q; readonly next: () => void } {
  const ask = () => ({ make, round, question: make() });
  const [asked, setAsked] = useState(ask);
  if (asked.make !== make || asked.round !== round) setAsked(ask);
  return { question: asked.question, next: () => setAsked(ask()) };
}
