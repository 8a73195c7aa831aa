import { type Dispatch, type SetStateAction, useCallback, useState } from 'react';

/**
 * State that belongs to something, and begins anew with another.
 * @param of what it belongs to, compared by identity
 * @param first what it begins with; the same for every beginning
 */
export function useStateFor<T>(of: unknown, first: T): [T, Dispatch<SetStateAction<T>>] {
  const [held, setHeld] = useState({ of, value: first });
  const set = useCallback(
    (to: SetStateAction<T>) =>
      setHeld((before) => {
        const value = Object.is(before.of, of) ? before.value : first;
        return { of, value: typeof to === 'function' ? (to as (before: T) => T)(value) : to };
      }),
    [of, first],
  );
  return [Object.is(held.of, of) ? held.value : first, set];
}
