import { useEffect, useRef } from 'react';

const MINUTE_MS = 60_000;

/** Tells how long was played, each time that playing stops. */
export function usePlayedMinutes(playing: boolean, onPlayed: (minutes: number) => void): void {
  const since = useRef<number | undefined>(undefined);
  useEffect(() => {
    if (playing) since.current = Date.now();
    else if (since.current !== undefined) {
      onPlayed((Date.now() - since.current) / MINUTE_MS);
      since.current = undefined;
    }
  }, [playing, onPlayed]);
}
