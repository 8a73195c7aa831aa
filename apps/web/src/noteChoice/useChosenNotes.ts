import { midi, type Written } from '@cifra/core';
import { useMemo, useState } from 'react';
import { keepHere, keptHere } from '../api/keptHere';

const keyOf = (instrument: string): string => `cifra.chosen.${instrument}`;
const readNotes = (found: unknown): readonly number[] | undefined =>
  Array.isArray(found) ? found.filter(Number.isInteger) : undefined;

/**
 * The notes that were chosen for an instrument in this browser, low to high.
 * @param of from which is chosen, as they are spelled here
 * @param first what is chosen before anybody has chosen
 */
export function useChosenNotes(
  instrument: string,
  of: readonly Written[],
  first: readonly Written[],
): readonly [chosen: readonly Written[], choose: (notes: readonly Written[]) => void] {
  const [own, setOwn] = useState<{ readonly instrument: string; readonly notes: readonly number[] }>();
  const kept = useMemo(() => keptHere(keyOf(instrument), readNotes, undefined), [instrument]);
  const numbers = own?.instrument === instrument ? own.notes : kept;
  const chosen = useMemo(
    () => (numbers === undefined ? first : of.filter((n) => numbers.includes(midi(n)))),
    [of, numbers, first],
  );
  const choose = (to: readonly Written[]) => {
    const notes = to.map(midi);
    keepHere(keyOf(instrument), notes);
    setOwn({ instrument, notes });
  };
  return [chosen, choose];
}
