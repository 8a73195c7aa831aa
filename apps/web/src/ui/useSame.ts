import { useState } from 'react';

/**
 * What is equal to what was there before stays the same object, so that nothing that hangs on it begins anew.
 * @param key two values are equal when their keys are
 */
export function useSame<T>(value: T, key: string): T {
  const [held, setHeld] = useState({ key, value });
  if (held.key === key) return held.value;
  setHeld({ key, value });
  return value;
}
