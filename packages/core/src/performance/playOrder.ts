import type { Pitch } from '../pitch/pitch';
import { hasSign, type Jump, jumpOf } from '../score/navigation';
import type { Measure, Score } from '../score/score';

/** A hundred times through is no music: a line that would go on longer is cut. */
const MOST_MEASURES = 20_000;

/** One bar as it is played: its index, and the how-manieth time through the repeat it is. */
export interface PlayedMeasure {
  readonly index: number;
  readonly pass: number;
}

/** How often the passage from a repeat's start is played: twice, or as its endings count. */
function passesFrom<P extends Pitch>(measures: readonly Measure<P>[], start: number, end: number): number {
  let most = 2;
  let seen = false;
  for (let i = start; i < measures.length; i++) {
    const m = measures[i];
    if (i > end && m?.ending === undefined) break;
    if (i > start && i > end && m?.repeatStart === true) break;
    for (const n of m?.ending ?? []) {
      most = seen ? Math.max(most, n) : Math.max(2, n);
      seen = true;
    }
  }
  return most;
}

/** Whether a bar belongs to the last ending of its passage: after a jump that one alone is played. */
function isLastEnding<P extends Pitch>(measures: readonly Measure<P>[], at: number): boolean {
  const own = measures[at]?.ending?.join();
  for (let i = at + 1; i < measures.length; i++) {
    const ending = measures[i]?.ending;
    if (ending === undefined) return true;
    if (ending.join() !== own) return false;
  }
  return true;
}

/** Where a jump leads, by index; undefined where its sign is missing. */
function targetOf<P extends Pitch>(measures: readonly Measure<P>[], { to }: Jump): number | undefined {
  if (to === 'start') return 0;
  const at = measures.findIndex((m) => hasSign(m, 'segno'));
  return at < 0 ? undefined : at;
}

/**
 * The order in which the bars are really played: repeats gone back from, endings chosen by the pass, jumps taken when
 * the repeats before them are over.
 *
 * A repeat without a start goes back to the beginning, or to where the last repeat ended. After a jump repeats are not
 * taken again and of endings the last is played, up to the end, to Fine, or to the sign that leads to the coda. Common
 * practice, no source.
 * @example bars 1 2 with a repeat at the end of 2: 1 2 1 2; bars 1 2 3 with Fine after 1 and D.C. al Fine after 3: 1
 * 2 3 1
 */
export function playOrder<P extends Pitch>({ measures }: Score<P>): PlayedMeasure[] {
  const order: PlayedMeasure[] = [];
  let start = 0;
  let pass = 1;
  let jumped: Jump | undefined;
  let i = 0;
  while (i < measures.length && order.length < MOST_MEASURES) {
    const m = measures[i] as Measure<P>;
    if (m.repeatStart === true && i !== start) {
      start = i;
      pass = 1;
    }
    if (m.ending !== undefined && !(jumped === undefined ? m.ending.includes(pass) : isLastEnding(measures, i))) {
      i += 1;
      continue;
    }
    order.push({ index: i, pass });
    if (jumped !== undefined) {
      if (jumped.until === 'fine' && hasSign(m, 'fine')) break;
      const coda = jumped.until === 'coda' && hasSign(m, 'to-coda') ? codaAfter(measures, i) : undefined;
      if (coda !== undefined) jumped = { ...jumped, until: 'end' };
      i = coda ?? i + 1;
      continue;
    }
    if (m.repeatEnd === true && pass < passesFrom(measures, start, i)) {
      pass += 1;
      i = start;
      continue;
    }
    const jump = jumpOf(m);
    const target = jump === undefined ? undefined : targetOf(measures, jump);
    // Out of a repeat, or of the last ending: what follows is played for the first time.
    if (
      m.repeatEnd === true ||
      target !== undefined ||
      (m.ending !== undefined && measures[i + 1]?.ending === undefined)
    ) {
      start = i + 1;
      pass = 1;
    }
    if (target !== undefined) jumped = jump;
    i = target ?? i + 1;
  }
  return order;
}

/** The coda that the sign in a bar leads to: the next one, else the only one. */
function codaAfter<P extends Pitch>(measures: readonly Measure<P>[], at: number): number | undefined {
  const next = measures.findIndex((m, i) => i > at && hasSign(m, 'coda'));
  return next < 0 ? undefined : next;
}
