import type { Figure, KeyFigure } from './figure';
import { plainTouch, type Touch, touchOf, type Woodwind } from './touch.data';

/** What the hands do between two figures. */
export interface FigureChange {
  /** Fingers, valves or the thumb that move; for a slide, the positions travelled. */
  readonly moves: number;
  /** How many go down and how many lift; none for a slide. */
  readonly down: number;
  readonly up: number;
  /** Pairs of fingers that trade places: one goes down while another lifts. */
  readonly exchanges: number;
  /** Fingers that must slide from one touch of theirs to another. */
  readonly slides: number;
}

/**
 * Which finger holds what: the same finger on another touch has to slide. A side of the hand is one finger for all its
 * keys.
 */
function heldBy(f: KeyFigure, woodwind: Woodwind): Map<string, string> {
  const held = new Map<string, string>();
  const hold = (hand: Touch['hand'], name: string): void => {
    const touch = touchOf(woodwind, hand, name);
    if (touch === undefined) return;
    const finger = `${hand} ${touch.finger}`;
    const others = held.get(finger);
    held.set(finger, others === undefined ? name : `${others} ${name}`);
  };
  for (const name of f.left) hold('left', name);
  for (const name of f.right) hold('right', name);
  return held;
}

/** A finger that only half-closes its hole, adds the key beside it, or rolls from the thumb hole stays where it is. */
const sameSpot = (a: string, b: string): boolean => {
  const [x, y] = [a.split(' ').map(plainTouch), b.split(' ').map(plainTouch)];
  return x.some((t) => y.includes(t)) || (x.includes('T') && y.includes('Tb')) || (x.includes('Tb') && y.includes('T'));
};

function changeOfKeys(from: KeyFigure, to: KeyFigure, woodwind: Woodwind): FigureChange {
  const before = heldBy(from, woodwind);
  const after = heldBy(to, woodwind);
  let down = 0;
  let up = 0;
  let rolled = 0;
  let slides = 0;
  for (const [finger, touches] of after) {
    const was = before.get(finger);
    if (was === undefined) down += 1;
    else if (was !== touches) {
      if (sameSpot(was, touches)) rolled += 1;
      else slides += 1;
    }
  }
  for (const finger of before.keys()) if (!after.has(finger)) up += 1;
  return { moves: down + up + rolled + slides, down, up, exchanges: Math.min(down, up), slides };
}

/** Where the grip stands, in positions of the plain slide. */
export const slidePlace = (f: { readonly position: number; readonly adjust: number }): number =>
  f.position - 0.3 * f.adjust;

/**
 * What changes between two figures of one instrument.
 * @example valves 23 to 12: two move, and they trade places
 */
export function figureChange(from: Figure, to: Figure, woodwind?: Woodwind): FigureChange {
  if (from.kind === 'keys' && to.kind === 'keys' && woodwind !== undefined) return changeOfKeys(from, to, woodwind);
  const thumb = from.kind !== 'keys' && to.kind !== 'keys' && (from.thumb === true) !== (to.thumb === true) ? 1 : 0;
  if (from.kind === 'valves' && to.kind === 'valves') {
    const down = to.valves.filter((v) => !from.valves.includes(v)).length;
    const up = from.valves.filter((v) => !to.valves.includes(v)).length;
    return { moves: down + up + thumb, down, up, exchanges: Math.min(down, up), slides: 0 };
  }
  if (from.kind === 'slide' && to.kind === 'slide')
    return { moves: Math.abs(slidePlace(from) - slidePlace(to)) + thumb, down: 0, up: 0, exchanges: 0, slides: 0 };
  throw new RangeError(`no change leads from ${from.kind} to ${to.kind} on one instrument`);
}
