import { addTap, tappedTempo } from '@cifra/core';
import { useCallback, useRef } from 'react';

const PER_CENT = 100;

/**
 * Takes one tap of the beat, by button or key; from the second on the tempo follows.
 * @param beats felt beats a minute at the line's own tempo
 */
export function useTapTempo(beats: number, onPercent: (percent: number) => void): () => void {
  const taps = useRef<readonly number[]>([]);
  return useCallback(() => {
    taps.current = addTap(taps.current, performance.now() / 1000);
    const tempo = tappedTempo(taps.current);
    if (tempo !== undefined && beats > 0) onPercent((PER_CENT * tempo) / beats);
  }, [beats, onPercent]);
}
