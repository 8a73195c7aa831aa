import { type Random, randomFrom } from '@cifra/core';
import { useState } from 'react';

/** Chance that is another each time a drill is opened. */
export function useChance(): Random {
  const [chance] = useState(() => randomFrom(Date.now()));
  return chance;
}
