import { useState } from 'react';
import type { PracticedPart } from './usePracticePlan';

const isSame = (a: PracticedPart, b: PracticedPart): boolean =>
  a.exercise === b.exercise &&
  a.instrument === b.instrument &&
  a.teaching === b.teaching &&
  a.page === b.page &&
  a.known === b.known;

/**
 * The part as it was when playing began: what is fetched anew meanwhile, or changed by somebody else, is taken when it
 * is silent again, so that nothing breaks off a run.
 * @returns the part, and what takes the newest once it is known whether it plays; another instrument is taken at once
 */
export function useHeldPart(newest: PracticedPart): readonly [PracticedPart, (playing: boolean) => void] {
  const [held, setHeld] = useState(newest);
  const settle = (playing: boolean): void => {
    if (!isSame(held, newest) && (!playing || held.instrument !== newest.instrument)) setHeld(newest);
  };
  return [held, settle];
}
