import type { Annotations, KeyFigure, Woodwind } from '@cifra/core';
import { element, type XmlElement } from '@cifra/xml';
import { circlePath, drawCircles } from './circles';
import { INK } from './ink';
import { ALWAYS_SHOWN, KEY_LAYOUTS, type KeyGroup, type KeyPlace } from './keys.data';

const HOLE = 50;
const TWIN = 30;
const TWIN_X = 36;
const LINE = 14;
const KEY_LINE = 11;
const CORNER = 28;

export const keyDiagramHeight = (woodwind: Woodwind): number => KEY_LAYOUTS[woodwind].height;

const touchesOf = (f: KeyFigure, hand: 'left' | 'right'): readonly string[] => f[hand];
const isPressed = (k: KeyPlace, f: KeyFigure): boolean => touchesOf(f, k.hand).includes(k.name);

/**
 * The keys that a page's figures use, with their neighbours: the others are left away, so that the drawing stays plain.
 */
export function keysUsed(woodwind: Woodwind, figures: Iterable<KeyFigure>): readonly KeyPlace[] {
  const { keys } = KEY_LAYOUTS[woodwind];
  const groups = new Set<KeyGroup>(ALWAYS_SHOWN[woodwind]);
  for (const f of figures)
    for (const k of keys) if (isPressed(k, f) || touchesOf(f, k.hand).includes(`${k.name}h`)) groups.add(k.group);
  // A flute's B♭ lever beside the thumb is drawn only where it is used; the plain thumb always is.
  const usesOf = new Set([...figures].flatMap((f) => [...f.left, ...f.right]));
  return keys.filter(
    (k) => (groups.has(k.group) || (woodwind === 'flute' && k.name === 'T')) && (k.name !== 'Tb' || usesOf.has('Tb')),
  );
}

/** The keys that the figures of a part use. */
export function keysOfPart(woodwind: Woodwind, annotations: Annotations): readonly KeyPlace[] {
  return keysUsed(
    woodwind,
    [...annotations.values()].flatMap(({ fingering }) =>
      fingering.kind === 'playable' && fingering.figure.kind === 'keys' ? [fingering.figure] : [],
    ),
  );
}

/** How far the drawing reaches to the left and right of its column of holes. */
export function keyDiagramReach(woodwind: Woodwind, keys: readonly KeyPlace[]): { left: number; right: number } {
  const hole = KEY_LAYOUTS[woodwind].holes.some((h) => h.twin === true) ? TWIN_X + TWIN : HOLE;
  return {
    left: Math.max(hole, ...keys.map((k) => k.width / 2 - k.x)) + LINE / 2,
    right: Math.max(hole, ...keys.map((k) => k.x + k.width / 2)) + LINE / 2,
  };
}

type HoleState = 'open' | 'half' | 'closed';
const stateOf = (f: KeyFigure, name: string): HoleState => {
  const all = [...f.left, ...f.right];
  return all.includes(name) ? 'closed' : all.includes(`${name}h`) ? 'half' : 'open';
};

const OUTLINE = { stroke: INK, 'stroke-width': LINE };

/** The left half of a hole, shut. */
const half = (x: number, y: number, r: number): XmlElement =>
  element('path', { d: `M${x} ${y - r}A${r} ${r} 0 0 0 ${x} ${y + r}Z`, fill: INK });

const roundRect = ({ x, y, width, height, round: isRound }: KeyPlace): string => {
  const [w, h] = [width / 2, height / 2];
  if (isRound === true) return circlePath({ x, y, r: w });
  const r = Math.min(CORNER, w, h);
  return `M${x - w + r} ${y - h}h${width - 2 * r}a${r} ${r} 0 0 1 ${r} ${r}v${height - 2 * r}a${r} ${r} 0 0 1 ${-r} ${r}h${2 * r - width}a${r} ${r} 0 0 1 ${-r} ${-r}v${2 * r - height}a${r} ${r} 0 0 1 ${r} ${-r}Z`;
};

const paths = (keys: readonly KeyPlace[], look: Readonly<Record<string, string | number>>): XmlElement[] =>
  keys.length === 0 ? [] : [element('path', { d: keys.map(roundRect).join(''), ...look })];

/**
 * A woodwind figure: finger holes down the front with a gap between the hands, thumbs and keys in their places beside
 * them as the player looks down on the instrument. Filled is pressed. Origin: middle of the column's top.
 */
export function drawKeyDiagram(f: KeyFigure, woodwind: Woodwind, keys: readonly KeyPlace[]): XmlElement {
  const { holes } = KEY_LAYOUTS[woodwind];
  const circles = holes.flatMap((h) => {
    const state = stateOf(f, h.name);
    if (h.twin !== true) return [{ x: 0, y: h.y, r: HOLE, state }];
    return [
      { x: -TWIN_X, y: h.y, r: TWIN, state: state === 'open' ? ('open' as const) : ('closed' as const) },
      { x: TWIN_X, y: h.y, r: TWIN, state: state === 'closed' ? ('closed' as const) : ('open' as const) },
    ];
  });
  const thumb = keys.filter((k) => k.name === 'T');
  const thumbHalf = thumb.filter(() => stateOf(f, 'T') === 'half');
  const pressed = keys.filter((k) => isPressed(k, f));
  const open = keys.filter((k) => !pressed.includes(k));
  const bar = (holes[3]?.y ?? 0) / 2 + (holes[2]?.y ?? 0) / 2;
  return element('g', { class: 'diagram' }, [
    ...drawCircles(
      circles.filter((h) => h.state !== 'closed'),
      { fill: '#ffffff', ...OUTLINE },
    ),
    ...drawCircles(
      circles.filter((h) => h.state === 'closed'),
      { fill: INK, ...OUTLINE },
    ),
    ...circles.filter((h) => h.state === 'half').map(({ x, y, r }) => half(x, y, r)),
    element('path', { d: `M-62 ${bar}H62`, stroke: INK, 'stroke-width': 10 }),
    ...paths(
      open.filter((k) => k.round !== true || k.name !== 'T'),
      { fill: '#ffffff', stroke: INK, 'stroke-width': KEY_LINE },
    ),
    ...paths(
      open.filter((k) => k.name === 'T'),
      { fill: '#ffffff', ...OUTLINE },
    ),
    ...paths(pressed, { fill: INK, stroke: INK, 'stroke-width': KEY_LINE }),
    ...thumbHalf.map((k) => half(k.x, k.y, k.width / 2)),
  ]);
}
