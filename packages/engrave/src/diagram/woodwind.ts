import type { KeyFigure, Woodwind } from '@cifra/core';
import { element, type XmlElement } from '@cifra/xml';
import { drawText } from '../text/drawText';
import { measureText } from '../text/measureText';
import { drawCircles } from './circles';
import { touchName } from './touchName';
import { INK } from './valves';

const HOLE = 47;
const LINE = 14;
const THUMB_X = -135;
const THUMB_Y = 190;
const REGISTER_Y = 60;
const LABEL_X = 78;
const LABEL_SIZE = 205;

/** Heights of the six finger holes, the left hand above the gap. */
const HOLE_Y: Readonly<Record<string, number>> = { 1: 70, 2: 190, 3: 310, 4: 480, 5: 600, 6: 720, 7: 835 };
const BASE = 780;
export const woodwindHeight = (woodwind: Woodwind): number => (woodwind === 'recorder' ? 895 : BASE);

/** Whether the instrument has a thumb hole that is drawn at all times. */
const HAS_THUMB: ReadonlySet<Woodwind> = new Set(['flute', 'clarinet', 'recorder']);

const holesOf = (woodwind: Woodwind): string[] => [...'123456', ...(woodwind === 'recorder' ? ['7'] : [])];

/** The key above the thumb that changes the register: always drawn, filled when pressed. */
const REGISTER_KEY: Readonly<Partial<Record<Woodwind, string>>> = { clarinet: 'R', saxophone: '8', oboe: '8' };

/** Touches that are no finger hole: named beside their hand when pressed. */
const keysOf = (touches: readonly string[]): string[] => touches.filter((t) => !/^([1-7]h?|T|Th|R|8)$/.test(t));

const OUTLINE = { stroke: INK, 'stroke-width': LINE };

const stateOf = (touches: readonly string[], name: string): 'open' | 'half' | 'closed' =>
  touches.includes(name) ? 'closed' : touches.includes(`${name}h`) ? 'half' : 'open';

const labels = (f: KeyFigure): { left: string[]; right: string[] } => ({ left: keysOf(f.left).map(touchName), right: keysOf(f.right).map(touchName) });

/** Width that the drawing needs to the left and right of its column of holes. */
export function woodwindReach(f: KeyFigure, woodwind: Woodwind): { left: number; right: number } {
  const { left, right } = labels(f);
  const widest = Math.max(0, ...[...left, ...right].map((t) => measureText(t, LABEL_SIZE, 'semibold')));
  return { left: HAS_THUMB.has(woodwind) || REGISTER_KEY[woodwind] !== undefined ? -THUMB_X + HOLE + LINE : HOLE + LINE, right: widest === 0 ? HOLE + LINE : LABEL_X + widest };
}

/**
 * A woodwind figure: the finger holes down the front with a gap between the hands, the thumb beside them, and
 * every other key that is pressed by its name at its hand. Filled is closed. Origin: middle of the column's top.
 */
export function drawWoodwind(f: KeyFigure, woodwind: Woodwind): XmlElement {
  const pressed = [...f.left, ...f.right];
  const { left, right } = labels(f);
  const register = REGISTER_KEY[woodwind];
  const holes = [
    ...holesOf(woodwind).map((n) => ({ x: 0, y: HOLE_Y[n] ?? 0, r: HOLE, state: stateOf(pressed, n) })),
    ...(HAS_THUMB.has(woodwind) ? [{ x: THUMB_X, y: THUMB_Y, r: HOLE, state: pressed.includes('Tb') ? 'closed' as const : stateOf(pressed, 'T') }] : []),
  ];
  const stack = (names: string[], fromY: number): XmlElement[] => names.map((n, i) => drawText(n, LABEL_X, fromY + i * 165, { size: LABEL_SIZE, weight: 'semibold', fill: INK }));
  const leftTop = left.length > 2 ? 120 : 375 - (left.length - 1) * 165;
  const rightTop = right.length > 2 ? 540 : 785 - (right.length - 1) * 165;
  return element('g', { class: 'diagram' }, [
    ...drawCircles(holes.filter((h) => h.state !== 'closed'), { fill: '#ffffff', ...OUTLINE }),
    ...drawCircles(holes.filter((h) => h.state === 'closed'), { fill: INK, ...OUTLINE }),
    ...holes.filter((h) => h.state === 'half').map(({ x, y, r }) => element('path', { d: `M${x} ${y - r}A${r} ${r} 0 0 0 ${x} ${y + r}Z`, fill: INK })),
    element('path', { d: 'M-62 395H62', stroke: INK, 'stroke-width': 10 }),
    ...(register === undefined ? [] : [element('rect', {
      x: THUMB_X - 36, y: REGISTER_Y - 48, width: 72, height: 96, rx: 30, fill: pressed.includes(register) ? INK : '#ffffff', stroke: INK, 'stroke-width': LINE,
    })]),
    ...stack(left, leftTop), ...stack(right, rightTop),
  ]);
}
