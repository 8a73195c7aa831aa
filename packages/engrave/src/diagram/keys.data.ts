import type { Woodwind } from '@cifra/core';

/**
 * Keys that lie together: they are drawn when the page uses one of them, so that the pressed one is seen among its
 * neighbours.
 */
export type KeyGroup =
  | 'thumb'
  | 'left-little'
  | 'right-little'
  | 'side'
  | 'palm'
  | 'throat'
  | 'trill'
  | 'ring'
  | 'right-thumb'
  | 'lowest'
  | 'flick';

/** Where a key lies beside the holes, in hundredths of a millimetre from the middle of the column's top. */
export interface KeyPlace {
  readonly name: string;
  readonly hand: 'left' | 'right';
  readonly group: KeyGroup;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  /** A round touch; others have flat ends. */
  readonly round?: boolean;
}

/** A hole of the column. */
export interface HolePlace {
  readonly name: string;
  readonly y: number;
  /** Two small holes side by side that one finger covers. */
  readonly twin?: boolean;
}

export interface KeyLayout {
  readonly holes: readonly HolePlace[];
  readonly keys: readonly KeyPlace[];
  readonly height: number;
}

const KEY = { width: 82, height: 72 };
const place = (
  hand: KeyPlace['hand'],
  group: KeyGroup,
  name: string,
  x: number,
  y: number,
  more: Partial<KeyPlace> = {},
): KeyPlace => ({ name, hand, group, x, y, ...KEY, ...more });
const left = (group: KeyGroup, name: string, x: number, y: number, more?: Partial<KeyPlace>): KeyPlace =>
  place('left', group, name, -x, y, more);
const right = (group: KeyGroup, name: string, x: number, y: number, more?: Partial<KeyPlace>): KeyPlace =>
  place('right', group, name, x, y, more);
/** Pressed by the left hand, but lying on the other side of the column. */
const onRight = (group: KeyGroup, name: string, x: number, y: number, more?: Partial<KeyPlace>): KeyPlace =>
  place('left', group, name, x, y, more);

const THUMB_HOLE = { width: 100, height: 100, round: true };
const REGISTER = { width: 78, height: 104 };
const WIDE = { width: 174 };

const SIX: readonly HolePlace[] = [
  ['1', 60],
  ['2', 185],
  ['3', 310],
  ['4', 505],
  ['5', 630],
  ['6', 755],
].map(([name, y]) => ({ name: String(name), y: Number(y) }));

/**
 * Where holes and keys lie as the player looks down on the instrument: the left hand's on the left, the right hand's on
 * the right, thumbs beside the fingers. Common practice of the standard school instrument, no source.
 */
const CLOSE: Readonly<Record<Woodwind, KeyLayout>> = {
  flute: {
    holes: SIX,
    height: 905,
    keys: [
      left('thumb', 'Tb', 150, 75),
      left('thumb', 'T', 150, 185, THUMB_HOLE),
      left('left-little', 'Gs', 125, 405),
      right('trill', 'Bb', 115, 410),
      right('trill', 'tr1', 115, 567, { width: 60, height: 54 }),
      right('trill', 'tr2', 115, 655, { width: 60, height: 54 }),
      right('right-little', 'Eb', 130, 775),
      right('right-little', 'Cs', 130, 852),
      right('right-little', 'C', 212, 852),
    ],
  },
  oboe: {
    holes: SIX,
    height: 905,
    keys: [
      left('thumb', '8', 150, 185, REGISTER),
      left('side', '8s', 150, 60),
      left('left-little', 'Gs', 115, 375),
      left('left-little', 'LEb', 197, 375),
      left('left-little', 'LF', 115, 450),
      left('left-little', 'B', 197, 450),
      left('left-little', 'Bb', 279, 450),
      right('ring', 'F', 115, 692),
      right('right-little', 'Eb', 130, 775),
      right('right-little', 'C', 130, 852),
      right('right-little', 'Cs', 212, 852),
    ],
  },
  clarinet: {
    holes: SIX,
    height: 905,
    keys: [
      left('thumb', 'R', 150, 68, REGISTER),
      left('thumb', 'T', 150, 190, THUMB_HOLE),
      onRight('throat', 'A', 115, 45),
      onRight('throat', 'Gs', 115, 122),
      left('left-little', 'LFs', 197, 375),
      left('left-little', 'Cs', 115, 375),
      left('left-little', 'LE', 197, 450),
      left('left-little', 'LF', 115, 450),
      right('side', 'sideBb', 115, 330),
      right('side', 'sideFs', 115, 405),
      right('side', 'sideEb', 115, 480),
      right('ring', 'sliver', 115, 692, { width: 56, height: 50 }),
      right('right-little', 'Ab', 212, 775),
      right('right-little', 'RFs', 130, 775),
      right('right-little', 'RE', 212, 852),
      right('right-little', 'RF', 130, 852),
      right('lowest', 'lowEb', 294, 813),
    ],
  },
  saxophone: {
    holes: SIX,
    height: 905,
    keys: [
      left('thumb', '8', 150, 185, REGISTER),
      left('lowest', 'lowA', 150, 268, { height: 54 }),
      left('palm', 'palmF', 245, 75),
      left('palm', 'palmD', 245, 150),
      left('palm', 'palmEb', 245, 225),
      onRight('throat', 'front', 105, 38, { width: 60, height: 54 }),
      onRight('throat', 'bis', 92, 123, { width: 52, height: 52, round: true }),
      left('left-little', 'Gs', 155, 352, WIDE),
      left('left-little', 'Cs', 197, 427),
      left('left-little', 'B', 115, 427),
      left('left-little', 'Bb', 155, 502, WIDE),
      right('side', 'sideE', 115, 330),
      right('side', 'sideC', 115, 405),
      right('side', 'sideBb', 115, 480),
      right('side', 'highFs', 197, 405),
      right('ring', 'Fs', 115, 692, { width: 56, height: 50 }),
      right('right-little', 'Eb', 165, 775, WIDE),
      right('right-little', 'C', 165, 852, WIDE),
    ],
  },
  bassoon: {
    holes: SIX,
    height: 905,
    keys: [
      left('thumb', 'W', 150, 60),
      left('thumb', 'tCs', 232, 60),
      left('thumb', 'lowD', 150, 137),
      left('thumb', 'lowC', 232, 137),
      left('thumb', 'lowB', 150, 214),
      left('thumb', 'lowBb', 232, 214),
      left('flick', 'highA', 314, 60),
      left('flick', 'highC', 314, 137),
      left('left-little', 'Eb', 115, 400),
      left('left-little', 'Cs', 197, 400),
      place('right', 'right-thumb', 'tBb', -232, 545),
      place('right', 'right-thumb', 'tE', -150, 560, { width: 84, height: 84, round: true }),
      place('right', 'right-thumb', 'tFs', -150, 655),
      place('right', 'right-thumb', 'tAb', -232, 655),
      right('right-little', 'F', 130, 775),
      right('right-little', 'Ab', 212, 775),
      right('right-little', 'Fs', 130, 852),
    ],
  },
  recorder: {
    holes: [...SIX.slice(0, 5), { name: '6', y: 755, twin: true }, { name: '7', y: 875, twin: true }],
    height: 935,
    keys: [left('thumb', 'T', 150, 185, THUMB_HOLE)],
  },
};

/** Keys of one group are drawn so much further apart than they lie, so that a small one is told from its neighbour. */
const SPREAD = 1.16;
const HOLE_EDGE = 50;

/** A layout with the keys of each group spread about its middle, and away from the holes. */
function spread(layout: KeyLayout): KeyLayout {
  const middle = (k: KeyPlace): number => {
    const heights = layout.keys.filter((o) => o.group === k.group && o.hand === k.hand).map((o) => o.y);
    return (Math.min(...heights) + Math.max(...heights)) / 2;
  };
  const keys = layout.keys.map((k): KeyPlace => {
    if (k.group === 'thumb' && k.round === true) return k;
    const beside = HOLE_EDGE + (Math.abs(k.x) - HOLE_EDGE) * SPREAD;
    return { ...k, x: Math.round(Math.sign(k.x) * beside), y: Math.round(middle(k) + (k.y - middle(k)) * SPREAD) };
  });
  return { ...layout, keys };
}

export const KEY_LAYOUTS = Object.freeze(
  Object.fromEntries(Object.entries(CLOSE).map(([woodwind, layout]) => [woodwind, spread(layout)])),
) as Readonly<Record<Woodwind, KeyLayout>>;

/** Groups that are always drawn: what the thumb does is part of every figure. */
export const ALWAYS_SHOWN: Readonly<Record<Woodwind, readonly KeyGroup[]>> = {
  flute: [],
  oboe: ['thumb'],
  clarinet: ['thumb'],
  saxophone: ['thumb'],
  bassoon: [],
  recorder: ['thumb'],
};
