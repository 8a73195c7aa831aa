/** Seconds of the right answers to each card, in the order in which they were given. */
export type AnswerTimes = ReadonlyMap<string, readonly number[]>;

/** So many answers to a card say how quick it is, or was. */
const SAMPLE = 3;
/** Of each card its first answers are kept, and the latest. */
const MOST_KEPT = 12;
/** A card is slow that takes longer than this. From memory: a beat at 60, and time to look. */
const SLOW_SECONDS = 2.5;
/** What takes at most this share of the time it took got faster. */
const FASTER_SHARE = 0.8;

/** The times with one right answer more. */
export function addAnswerTime(times: AnswerTimes, id: string, seconds: number): AnswerTimes {
  const all = [...(times.get(id) ?? []), seconds];
  const kept = all.length > MOST_KEPT ? [...all.slice(0, SAMPLE), ...all.slice(SAMPLE + 1)] : all;
  return new Map([...times, [id, kept]]);
}

/** How quick a player is with the cards that were answered. */
export interface Quickness {
  /** The one answer that was quickest of all. */
  readonly quickest: { readonly id: string; readonly seconds: number } | undefined;
  /** Cards that take longer than two and a half seconds now, the slowest first. */
  readonly slow: readonly { readonly id: string; readonly seconds: number }[];
  /** Cards that take a fifth less time than at first, the largest gain first. */
  readonly faster: readonly { readonly id: string; readonly before: number; readonly now: number }[];
}

function middle(seconds: readonly number[]): number {
  const sorted = [...seconds].sort((a, b) => a - b);
  const at = Math.floor(sorted.length / 2);
  const upper = sorted[at] ?? 0;
  return sorted.length % 2 === 1 ? upper : ((sorted[at - 1] ?? 0) + upper) / 2;
}

/**
 * What is quick, what is slow and what got faster. Now is the middle of the last three answers to a card, at first that
 * of the first three; neither shares an answer with the other.
 * @example quickness(new Map([['C', [4, 5, 4, 2, 1, 1]]])).faster // C: before 4, now 1
 */
export function quickness(times: AnswerTimes): Quickness {
  const cards = [...times].map(([id, seconds]) => ({
    id,
    best: Math.min(...seconds),
    now: middle(seconds.slice(-SAMPLE)),
    before: seconds.length < 2 * SAMPLE ? undefined : middle(seconds.slice(0, SAMPLE)),
  }));
  const [quickest] = [...cards].sort((a, b) => a.best - b.best);
  return {
    quickest: quickest === undefined ? undefined : { id: quickest.id, seconds: quickest.best },
    slow: cards
      .filter((c) => c.now > SLOW_SECONDS)
      .sort((a, b) => b.now - a.now)
      .map(({ id, now }) => ({ id, seconds: now })),
    faster: cards
      .flatMap(({ id, before, now }) =>
        before === undefined || now > before * FASTER_SHARE ? [] : [{ id, before, now }],
      )
      .sort((a, b) => a.now / a.before - b.now / b.before),
  };
}
