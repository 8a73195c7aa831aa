import { figureChange, slidePlace } from './change';
import type { Alternate, AlternateReason, Figure, Playable } from './figure';
import type { Woodwind } from './touch.data';

/** Why another figure is easier at this place. */
export type BetterCause =
  | 'no-slide'
  | 'no-exchange'
  | 'fewer-fingers'
  | 'same-side'
  | 'fewer-valves'
  | 'shorter-slide'
  | 'no-turn'
  | 'held-on'
  | 'must-let-go';

export interface BetterFigure {
  readonly alternate: Alternate;
  readonly cause: BetterCause;
}

/** The notes sounding directly before and after, if no rest lies between. */
export interface Neighbours {
  readonly before: Playable | undefined;
  readonly after: Playable | undefined;
  /** The same note sounds on both sides. */
  readonly sameNote: boolean;
  /** A key held with one finger (thumb B♭, bis) would be caught by a B natural before that finger is next lifted. */
  readonly caught: boolean;
}

/** Alternates that a neighbour never calls for: they are about sound and tuning, or ask another partial of the lips. */
const NOT_BY_CONTEXT: ReadonlySet<AlternateReason> = new Set([
  'clearer-sound',
  'resonance',
  'front-key',
  'fourth-valve',
  'next-partial',
  'lower-partial',
]);
/** Keys that one finger holds together with its own: the thumb B♭ key and the bis key. */
const HELD: ReadonlySet<AlternateReason> = new Set(['thumb-b-flat', 'bis-key']);

const SLIDE_WEIGHT = 3;
/** An alternate must save at least this much before it is worth a pupil's attention. */
const WORTHWHILE = 2;
const WORTHWHILE_TRAVEL = 3;

interface Cost {
  readonly total: number;
  readonly slides: number;
  readonly exchanges: number;
}

function costOf(figure: Figure, around: readonly Figure[], woodwind: Woodwind | undefined): Cost {
  const changes = around.map((other) => figureChange(other, figure, woodwind));
  const add = (of: 'moves' | 'slides' | 'exchanges'): number => changes.reduce((sum, c) => sum + c[of], 0);
  return {
    total: add('moves') + add('exchanges') + SLIDE_WEIGHT * add('slides'),
    slides: add('slides'),
    exchanges: add('exchanges'),
  };
}

const turns = (before: Figure | undefined, here: Figure, after: Figure | undefined): boolean =>
  before?.kind === 'slide' &&
  here.kind === 'slide' &&
  after?.kind === 'slide' &&
  (slidePlace(here) - slidePlace(before)) * (slidePlace(after) - slidePlace(here)) < 0;

function causeOf(here: Figure, alternate: Alternate, mine: Cost, theirs: Cost): BetterCause {
  if (alternate.reason === 'other-side' || alternate.reason === 'attachment') return 'same-side';
  if (here.kind === 'valves') return 'fewer-valves';
  if (HELD.has(alternate.reason)) return 'held-on';
  if (theirs.slides < mine.slides) return 'no-slide';
  return theirs.exchanges < mine.exchanges ? 'no-exchange' : 'fewer-fingers';
}

/** Figures for going to and fro between two notes: the same note stands on both sides. */
const TO_AND_FRO: ReadonlySet<AlternateReason> = new Set(['trill', 'valve-trill', 'third-alone']);

/** Whether an alternate is to be thought of at all between these neighbours. */
function comesIntoQuestion({ figure, reason }: Alternate, { before, sameNote, caught }: Neighbours): boolean {
  if (NOT_BY_CONTEXT.has(reason) || (HELD.has(reason) && caught)) return false;
  if (TO_AND_FRO.has(reason) && (before === undefined || !sameNote)) return false;
  // The flat seventh partial, raised on the slide, is no place to be sent to for an easier change.
  return figure.kind !== 'slide' || figure.thumb === true || figure.adjust === 0;
}

/** What an alternate saves, and by what; undefined when it is not enough to be worth a pupil's attention. */
function savingOf(
  here: Figure,
  alternate: Alternate,
  { before, after }: Neighbours,
  mine: Cost,
  theirs: Cost,
): { saved: number; cause: BetterCause } | undefined {
  const saved = mine.total - theirs.total;
  const cause = causeOf(here, alternate, mine, theirs);
  if (here.kind === 'slide') {
    if (saved >= WORTHWHILE_TRAVEL) return { saved, cause: cause === 'same-side' ? cause : 'shorter-slide' };
    const turnSaved =
      turns(before?.figure, here, after?.figure) && !turns(before?.figure, alternate.figure, after?.figure);
    return turnSaved && saved >= WORTHWHILE ? { saved, cause: cause === 'same-side' ? cause : 'no-turn' } : undefined;
  }
  // The third valve alone sits a little flat: only where fingers would trade places.
  if (alternate.reason === 'third-alone' && theirs.exchanges >= mine.exchanges) return undefined;
  return saved >= WORTHWHILE ? { saved, cause } : undefined;
}

/**
 * The alternate that is easier between these neighbours, if one is by a clear margin.
 *
 * Fingers that move, fingers that trade places and fingers that slide are counted to both sides, for the default and
 * for each alternate. A slide saves travel or a change of direction. A trill figure needs the same note on both sides.
 * A key held on with one finger is out of the question where a B natural would catch it; as a convention's default it
 * stays on until then, and gives way there.
 * @example saxophone F4 F♯4 F4: the side F♯, since 4 stays down
 */
export function betterFigure(
  here: Playable,
  neighbours: Neighbours,
  heldDefault: boolean,
  woodwind?: Woodwind,
): BetterFigure | undefined {
  const { before, after, caught } = neighbours;
  if (heldDefault) {
    const alternate = here.alternates.find((a) => !NOT_BY_CONTEXT.has(a.reason) && !HELD.has(a.reason));
    return caught && alternate !== undefined ? { alternate, cause: 'must-let-go' } : undefined;
  }
  const around = [before?.figure, after?.figure].filter((f) => f !== undefined);
  const candidates = here.alternates.filter((a) => comesIntoQuestion(a, neighbours));
  if (around.length === 0 || candidates.length === 0) return undefined;
  const mine = costOf(here.figure, around, woodwind);
  let best: { found: BetterFigure; saved: number } | undefined;
  for (const alternate of candidates) {
    const saving = savingOf(here.figure, alternate, neighbours, mine, costOf(alternate.figure, around, woodwind));
    if (saving !== undefined && saving.saved > (best?.saved ?? 0))
      best = { found: { alternate, cause: saving.cause }, saved: saving.saved };
  }
  return best?.found;
}

/**
 * Whether a figure holds a key on with the thumb or first finger, or plays the B natural that such a key would spoil,
 * or lets that finger go.
 */
export function holdRole(figure: Figure, woodwind: Woodwind | undefined): 'lets-go' | 'caught' | 'none' {
  if (figure.kind !== 'keys' || (woodwind !== 'flute' && woodwind !== 'saxophone')) return 'none';
  const has = (name: string): boolean => figure.left.includes(name);
  if (woodwind === 'flute') {
    if (!has('T') && !has('Tb')) return 'lets-go';
    return has('T') && has('1') && !has('2') && !has('3') && !figure.right.includes('4') ? 'caught' : 'none';
  }
  if (!has('1')) return 'lets-go';
  return !has('2') && !has('bis') && !figure.right.includes('4') && !figure.right.includes('sideC') ? 'caught' : 'none';
}
