import { useCallback, useEffect, useRef, useState } from 'react';

/** Seconds of a timed round; 0 goes on until it is stopped. */
export const ROUND_SECONDS = [0, 60, 120] as const;

export interface Round {
  readonly running: boolean;
  readonly right: number;
  readonly asked: number;
  /** Seconds left of a timed round. */
  readonly left: number | undefined;
}

const STILL: Round = { running: false, right: 0, asked: 0, left: undefined };

/** A round of questions, timed or not. */
export function useRound(seconds: number) {
  const [round, setRound] = useState<Round>({ ...STILL, running: true });
  const ends = useRef<number | undefined>(undefined);
  const start = useCallback(() => {
    ends.current = seconds === 0 ? undefined : Date.now() + seconds * 1000;
    setRound({ running: true, right: 0, asked: 0, left: seconds === 0 ? undefined : seconds });
  }, [seconds]);
  useEffect(start, [start]);
  useEffect(() => {
    if (!round.running || ends.current === undefined) return undefined;
    const timer = setInterval(
      () =>
        setRound((r) => {
          const left = Math.max(0, Math.ceil(((ends.current ?? 0) - Date.now()) / 1000));
          return left === 0 ? { ...r, left, running: false } : { ...r, left };
        }),
      250,
    );
    return () => clearInterval(timer);
  }, [round.running]);
  const count = useCallback(
    (right: boolean) => setRound((r) => ({ ...r, asked: r.asked + 1, right: r.right + (right ? 1 : 0) })),
    [],
  );
  return { round, start, count };
}
