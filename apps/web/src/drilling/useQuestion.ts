import { useState } from 'react';

/** A question after the other; another way of asking begins with a question of its own. */
export function useQuestion<Q>(make: () => Q): { readonly question: Q; readonly next: () => void } {
  const ask = () => ({ make, question: make() });
  const [asked, setAsked] = useState(ask);
  if (asked.make !== make) setAsked(ask);
  return { question: asked.question, next: () => setAsked(ask()) };
}
