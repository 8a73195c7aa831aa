import { figureChange, slidePlace } from '../fingering/change';
import type { Figure, KeyFigure, Playable } from '../fingering/figure';
import type { Woodwind } from '../fingering/touch.data';
import type { Instrument } from '../instrument/instrument';
import { midi } from '../pitch/pitch';
import { EASY_SECONDS, HASTE, type TroubleCause, WEIGHTS } from './weights.data';

/** One reason for a cost: so many units of it. */
export interface CauseShare {
  readonly cause: TroubleCause;
  readonly units: number;
  readonly cost: number;
}

/** What it costs to get from one note to the next, with the causes, dearest first. */
export interface ChangeCost {
  readonly cost: number;
  readonly causes: readonly CauseShare[];
}

/** A note as the hands see it. */
export interface Played {
  readonly midi: number;
  readonly fingering: Playable;
}

const THIRD = 4;
const LONG_SLIDE = 3;
/** The clarinet's throat notes end with B♭4; the long tube begins with B4. */
const THROAT_TOP = 70;

const share = (cause: TroubleCause, units: number): CauseShare[] =>
  units <= 0 ? [] : [{ cause, units, cost: units * WEIGHTS[cause] }];

/**
 * Where players speak of a forked fingering: on a flute or saxophone an open key above a shut one is the plain
 * fingering.
 */
const FORKED: readonly (Woodwind | undefined)[] = ['recorder', 'oboe', 'clarinet', 'bassoon'];

/** A hole stands open above one that is shut by the same hand. */
function isForked({ left, right }: KeyFigure): boolean {
  const gap = (holes: readonly string[], hand: readonly string[]): boolean =>
    holes.some((h, i) => !hand.includes(h) && holes.slice(i + 1).some((lower) => hand.includes(lower)));
  return gap(['1', '2', '3'], left) || gap(['4', '5', '6'], right);
}

const isHalfHoled = ({ left, right }: KeyFigure): boolean => [...left, ...right].some((t) => /^[1-6T]h$/.test(t));
const REGISTER_TOUCHES = ['R', '8', '8s'];
const registerOf = (f: KeyFigure, woodwind: Woodwind | undefined): string =>
  [
    ...REGISTER_TOUCHES.filter((t) => f.left.includes(t)),
    ...(woodwind === 'recorder' ? f.left.filter((t) => t === 'T' || t === 'Th') : []),
  ].join();

function keyCauses(
  from: KeyFigure,
  to: KeyFigure,
  woodwind: Woodwind | undefined,
  before: number,
  after: number,
): CauseShare[] {
  const { moves, exchanges, slides } = figureChange(from, to, woodwind);
  const crosses =
    woodwind === 'clarinet' &&
    from.left.includes('R') !== to.left.includes('R') &&
    Math.min(before, after) <= THROAT_TOP &&
    Math.max(before, after) > THROAT_TOP &&
    moves > 3;
  return [
    ...share('fingers-move', moves),
    ...share('fingers-trade', exchanges),
    ...share('finger-slides', slides),
    ...share('over-the-break', crosses ? 1 : 0),
    ...share('register', !crosses && registerOf(from, woodwind) !== registerOf(to, woodwind) ? 1 : 0),
    ...share('forked', FORKED.includes(woodwind) && isForked(to) !== isForked(from) ? 1 : 0),
    ...share('half-hole', isHalfHoled(to) && !isHalfHoled(from) ? 1 : 0),
  ];
}

function brassCauses(from: Played, to: Played, turns: boolean): CauseShare[] {
  const [a, b] = [from.fingering.figure, to.fingering.figure];
  const { moves, exchanges } = figureChange(a, b);
  const leap = Math.abs((from.fingering.origin?.partial ?? 0) - (to.fingering.origin?.partial ?? 0));
  const lips = [...share('partial-leap', leap), ...share('lips-alone', leap > 0 && moves === 0 ? 1 : 0)];
  if (a.kind === 'slide' && b.kind === 'slide') {
    const travel = Math.abs(slidePlace(a) - slidePlace(b));
    return [
      ...share('slide-travel', travel),
      ...share('fingers-move', (a.thumb === true) !== (b.thumb === true) ? 1 : 0),
      ...share('long-slide', travel - LONG_SLIDE),
      ...share('slide-turns', turns ? 1 : 0),
      ...lips,
    ];
  }
  return [...share('fingers-move', moves), ...share('fingers-trade', exchanges), ...lips];
}

/** Whether a slide that went one way to the first figure goes the other way to the second. */
export function slideTurns(before: Figure | undefined, from: Figure, to: Figure): boolean {
  if (before?.kind !== 'slide' || from.kind !== 'slide' || to.kind !== 'slide') return false;
  return (slidePlace(from) - slidePlace(before)) * (slidePlace(to) - slidePlace(from)) < 0;
}

/** How much a change counts at a speed: double speed does not quite double it. */
export const haste = (seconds: number): number =>
  Math.min(HASTE.most, Math.max(HASTE.least, EASY_SECONDS / Math.max(0.05, seconds)));

/** How the change is asked for, besides its two figures. */
export interface ChangeCircumstances {
  /** From one note's start to the next one's. */
  readonly seconds: number;
  readonly slurred: boolean;
  readonly turns: boolean;
  readonly isNew: boolean;
  /** The written range of the players' stage. */
  readonly low: number;
  readonly high: number;
}

/**
 * What a change from one note to the next costs on an instrument, with its causes.
 *
 * Only what the hands, lips and breath have to do: how a note is read is counted where the page is known.
 * @returns cost in fingers that move; the causes' costs times the haste make the whole
 * @example on a flute C5 to D5 costs several times what A4 to B4 costs: every finger trades places
 */
export function changeCost({ system }: Instrument, from: Played, to: Played, c: ChangeCircumstances): ChangeCost {
  const { woodwind, shift } = system.kind === 'woodwind' ? system : { woodwind: undefined, shift: 0 };
  const [a, b] = [from.fingering.figure, to.fingering.figure];
  const hands =
    a.kind === 'keys' && b.kind === 'keys'
      ? keyCauses(a, b, woodwind, from.midi - shift, to.midi - shift)
      : brassCauses(from, to, c.turns);
  const same = from.midi === to.midi;
  const isBeyond = to.midi > c.high || to.midi < c.low;
  const causes = [
    ...hands,
    ...share('wide-interval', Math.abs(to.midi - from.midi) - THIRD),
    ...share('range-edge', !same && !isBeyond && (to.midi >= c.high - 1 || to.midi <= c.low) ? 1 : 0),
    ...share('beyond-range', !same && isBeyond ? 1 : 0),
    ...share('new-note', c.isNew && !same ? 1 : 0),
    ...share('slurred', c.slurred && !same ? 1 : 0),
  ].sort((x, y) => y.cost - x.cost);
  return { cost: causes.reduce((sum, s) => sum + s.cost, 0) * haste(c.seconds), causes };
}

/** The written ends of a range as MIDI numbers. */
export const rangeEnds = ({
  low,
  high,
}: Instrument['ranges']['full']): { readonly low: number; readonly high: number } => ({
  low: midi(low),
  high: midi(high),
});
