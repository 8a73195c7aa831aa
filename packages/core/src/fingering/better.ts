import { figureChange, slidePlace } from './change';
import type { Alternate, AlternateReason, Figure, Playable, SlideFigure } from './figure';
import type { Woodwind } from './touch.data';

/** Why another figure is easier at this place. */
export type BetterCause =
  | 'no-slide'
  | 'no-exchange'
  | 'fewer-fingers'
  | 'less-to-do'
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
  'flick',
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
  /** Fingers, valves and thumbs that move. */
  readonly moves: number;
  readonly slides: number;
  readonly exchanges: number;
}

function costOf(figure: Figure, around: readonly Figure[], woodwind: Woodwind | undefined): Cost {
  const changes = around.map((other) => figureChange(other, figure, woodwind));
  const add = (of: 'moves' | 'slides' | 'exchanges'): number => changes.reduce((sum, c) => sum + c[of], 0);
  return {
    total: add('moves') + add('exchanges') + SLIDE_WEIGHT * add('slides'),
    moves: add('moves'),
    slides: add('slides'),
    exchanges: add('exchanges'),
  };
}

/** How the slide goes on past a note: negative where it turns back, 0 where it stays. */
const bend = (before: Figure | undefined, here: Figure, after: Figure | undefined): number =>
  before?.kind === 'slide' && here.kind === 'slide' && after?.kind === 'slide'
    ? (slidePlace(here) - slidePlace(before)) * (slidePlace(after) - slidePlace(here))
    : 0;
const turns = (...three: Parameters<typeof bend>): boolean => bend(...three) < 0;
const goesOn = (...three: Parameters<typeof bend>): boolean => bend(...three) > 0;

const thumbOf = (f: Figure): boolean => f.kind !== 'keys' && f.thumb === true;

/** What is easier with an alternate of keys or valves. */
function causeOf({ figure, reason }: Alternate, around: readonly Figure[], mine: Cost, theirs: Cost): BetterCause {
  if (reason === 'other-side' && around.every((f) => thumbOf(f) === thumbOf(figure))) return 'same-side';
  const fewer = theirs.moves < mine.moves;
  if (figure.kind === 'valves' && fewer) return 'fewer-valves';
  if (HELD.has(reason)) return 'held-on';
  if (mine.slides > 0 && theirs.slides === 0) return 'no-slide';
  if (mine.exchanges > 0 && theirs.exchanges === 0) return 'no-exchange';
  return fewer ? 'fewer-fingers' : 'less-to-do';
}

/** What is easier with another place of the slide; undefined where neither travel nor a turn is saved. */
function slideCause(
  here: SlideFigure,
  alternate: SlideFigure,
  { before, after }: Neighbours,
  saved: number,
): BetterCause | undefined {
  const around = [before?.figure, after?.figure].filter((f) => f?.kind === 'slide');
  const travel = (f: SlideFigure): number =>
    around.reduce((sum, o) => sum + Math.abs(slidePlace(o) - slidePlace(f)), 0);
  const sameSide = alternate.thumb !== here.thumb && around.every((f) => thumbOf(f) === thumbOf(alternate));
  const turnSaved = turns(before?.figure, here, after?.figure) && goesOn(before?.figure, alternate, after?.figure);
  if (saved < WORTHWHILE_TRAVEL && !(saved >= WORTHWHILE && (turnSaved || sameSide))) return undefined;
  if (sameSide) return 'same-side';
  if (travel(alternate) < travel(here) && saved >= WORTHWHILE_TRAVEL) return 'shorter-slide';
  return turnSaved ? 'no-turn' : undefined;
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
  neighbours: Neighbours,
  around: readonly Figure[],
  mine: Cost,
  theirs: Cost,
): { saved: number; cause: BetterCause } | undefined {
  const saved = mine.total - theirs.total;
  if (here.kind === 'slide' && alternate.figure.kind === 'slide') {
    const cause = slideCause(here, alternate.figure, neighbours, saved);
    return cause === undefined ? undefined : { saved, cause };
  }
  // The third valve alone sits a little flat: only where fingers would trade places.
  if (alternate.reason === 'third-alone' && theirs.exchanges >= mine.exchanges) return undefined;
  // A finger that would slide gives way to one of the other hand, also where only one neighbour asks for it.
  const least = theirs.slides < mine.slides ? 1 : WORTHWHILE;
  return saved >= least ? { saved, cause: causeOf(alternate, around, mine, theirs) } : undefined;
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
    const saving = savingOf(
      here.figure,
      alternate,
      neighbours,
      around,
      mine,
      costOf(alternate.figure, around, woodwind),
    );
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
