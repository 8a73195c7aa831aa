import { useCallback, useEffect } from 'react';
import { useStateFor } from '../ui/useStateFor';

/** Seconds of a timed round; 0 goes on until it is stopped. */
export const ROUND_SECONDS = [0, 60, 120] as const;

export interface Round {
  /** Which round it is, from 0. */
  readonly number: number;
  readonly running: boolean;
  readonly right: number;
  readonly asked: number;
  /** Seconds left of a timed round. */
  readonly left: number | undefined;
}

const FIRST: Round = { number: 0, running: true, right: 0, asked: 0, left: undefined };
const TICK_MS = 250;

/** A round of questions, timed or not. */
export function useRound(seconds: number) {
  const [round, setRound] = useStateFor(seconds, FIRST);
  const { running, number } = round;
  useEffect(() => {
    if (!running || seconds === 0) return undefined;
    const endsAt = Date.now() + seconds * 1000;
    const tick = () =>
      setRound((r) => {
        const left = Math.max(0, Math.ceil((endsAt - Date.now()) / 1000));
        return { ...r, left, running: left > 0 };
      });
    const timer = setInterval(tick, TICK_MS);
    return () => clearInterval(timer);
  }, [running, number, seconds, setRound]);
  const start = useCallback(() => setRound((r) => ({ ...FIRST, number: r.number + 1 })), [setRound]);
  const count = useCallback(
    (right: boolean) => setRound((r) => ({ ...r, asked: r.asked + 1, right: r.right + (right ? 1 : 0) })),
    [setRound],
  );
  const left = seconds === 0 ? undefined : (round.left ?? seconds);
  return { round: { ...round, left }, start, count };
}
