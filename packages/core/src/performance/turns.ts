import type { Click, Cue, SequencedBar, PlaySequence, Said, Sounding } from './playSequence';

/** A plan in which each stretch is played, then left free for the same time: my turn, your turn. */
export interface TurnSequence extends PlaySequence {
  /** When it is the pupils' turn, in seconds. */
  readonly yours: readonly { readonly from: number; readonly to: number }[];
}

/**
 * Lays a plan out in turns: every stretch of bars is heard, and then comes again without its notes.
 *
 * The beat and the playhead go on through the free time. A pickup belongs to the bar after it.
 * @param begins whether a new stretch begins with a bar, by its index in the line
 * @example two bars of four beats at 60 a minute, a turn for each: heard at 0, free at 4, heard at 8, free at 12
 */
export function takeTurns(plan: PlaySequence, begins: (bar: number) => boolean): TurnSequence {
  const stretches: { from: number; to: number }[] = [];
  plan.bars.forEach((b, i) => {
    const last = stretches.at(-1);
    const pickup = i === 1 && b.seconds > (plan.bars[0]?.seconds ?? 0) + 1e-6 && !begins(plan.bars[0]?.index ?? 0);
    if (last === undefined || (begins(b.index) && !pickup)) stretches.push({ from: b.at, to: b.at + b.seconds });
    else last.to = b.at + b.seconds;
  });
  const notes: Sounding[] = [];
  const cues: Cue[] = [];
  const words: Said[] = [];
  const bars: SequencedBar[] = [];
  const clicks: Click[] = plan.clicks.filter((c) => c.word !== undefined);
  const yours: { from: number; to: number }[] = [];
  let shift = 0;
  for (const { from, to } of stretches) {
    const inside = <T extends { readonly at: number }>(all: readonly T[]): T[] =>
      all.filter((x) => x.at >= from - 1e-9 && x.at < to - 1e-9);
    const moved = <T extends { readonly at: number }>(all: readonly T[], by: number): T[] =>
      inside(all).map((x) => ({ ...x, at: x.at + by }));
    const beat = plan.clicks.filter((c) => c.word === undefined);
    notes.push(...moved(plan.notes, shift));
    for (const by of [shift, shift + to - from]) {
      cues.push(...moved(plan.cues, by));
      words.push(...moved(plan.words, by));
      bars.push(...moved(plan.bars, by));
      clicks.push(...moved(beat, by));
    }
    yours.push({ from: to + shift, to: to + shift + (to - from) });
    shift += to - from;
  }
  return { notes, cues, words, bars, clicks, yours, starts: plan.starts, seconds: plan.seconds + shift };
}
