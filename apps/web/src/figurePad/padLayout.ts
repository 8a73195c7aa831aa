import { type Figure, finger, type Instrument, midi, type Conventions, slideNumber, spellWritten } from '@cifra/core';
import { hasThumbLever, KEY_LAYOUTS } from '@cifra/engrave';

/** Something that can be pressed on the drawing of an instrument. */
export interface PadKey {
  /** `left:1`, `valve:2`, `slide:4`, `thumb`. */
  readonly id: string;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  readonly round: boolean;
  /** Two small holes side by side under one finger. */
  readonly twin?: boolean;
  /** It can be half closed. */
  readonly halves?: boolean;
  /** The key of the keyboard that presses it. */
  readonly hotkey?: string;
}

export interface PadLayout {
  readonly keys: readonly PadKey[];
  readonly width: number;
  readonly height: number;
}

export type PadState = 'open' | 'half' | 'pressed';
/** What is pressed: every key that is not named is open. */
export type Pressed = ReadonlyMap<string, PadState>;

const HOLE = 100;
const TWIN_HOLE = 132;
const MARGIN = 30;
const VALVE = 130;
const VALVES_APART = 170;
const LEVER = { width: 90, height: 130 };
const POSITIONS = 7;
const POSITION = { width: 104, height: 170, apart: 120 };
const HALF = /^(T|\d)h$/;

function framed(keys: readonly PadKey[]): PadLayout {
  const left = Math.min(...keys.map((k) => k.x - k.width / 2)) - MARGIN;
  const top = Math.min(...keys.map((k) => k.y - k.height / 2)) - MARGIN;
  const moved = keys.map((k) => ({ ...k, x: k.x - left, y: k.y - top }));
  return {
    keys: moved,
    width: Math.max(...moved.map((k) => k.x + k.width / 2)) + MARGIN,
    height: Math.max(...moved.map((k) => k.y + k.height / 2)) + MARGIN,
  };
}

/** Every figure that an instrument has, in whatever octave. */
function allFigures(instrument: Instrument, conventions: Conventions): Figure[] {
  const { low, high } = instrument.ranges.full;
  return Array.from({ length: midi(high) - midi(low) + 1 }, (_u, i) =>
    finger(instrument, spellWritten(midi(low) + i, 0), conventions),
  ).flatMap((f) => (f.kind === 'playable' ? [f.figure, ...f.alternates.map((a) => a.figure)] : []));
}

/**
 * The keys of an instrument as its player sees them, large enough for a finger.
 * Places as on the pages' own drawings; holes that some figure half closes can be half closed.
 */
export function padLayout(instrument: Instrument, conventions: Conventions): PadLayout {
  const figures = allFigures(instrument, conventions);
  if (instrument.system.kind === 'brass') {
    const { tube } = instrument.system;
    const lever: PadKey[] =
      hasThumbLever(instrument) || figures.some((f) => f.kind !== 'keys' && f.thumb === true)
        ? [{ id: 'thumb', x: -LEVER.width / 2 - 40, y: VALVE / 2, ...LEVER, round: false, hotkey: 't' }]
        : [];
    if (tube.kind === 'slide')
      return framed([
        ...lever,
        ...Array.from({ length: POSITIONS }, (_u, i): PadKey => ({
          id: `slide:${i + 1}`,
          x: 60 + i * POSITION.apart,
          y: VALVE / 2,
          width: POSITION.width,
          height: POSITION.height,
          round: false,
          hotkey: String(i + 1),
        })),
      ]);
    const count = figures.some((f) => f.kind === 'valves' && f.valves.includes(4)) ? 4 : 3;
    return framed([
      ...lever,
      ...Array.from({ length: count }, (_u, i): PadKey => ({
        id: `valve:${i + 1}`,
        x: 90 + i * VALVES_APART,
        y: VALVE / 2,
        width: VALVE,
        height: VALVE,
        round: true,
        hotkey: String(i + 1),
      })),
    ]);
  }
  const layout = KEY_LAYOUTS[instrument.system.woodwind];
  const halved = new Set(
    figures.flatMap((f) =>
      f.kind === 'keys' ? [...f.left, ...f.right].filter((t) => HALF.test(t)).map((t) => t.slice(0, -1)) : [],
    ),
  );
  const plain = (touch: string): string => (HALF.test(touch) ? touch.slice(0, -1) : touch);
  const used = new Set(
    figures.flatMap((f) =>
      f.kind === 'keys' ? [...f.left.map((t) => `left:${plain(t)}`), ...f.right.map((t) => `right:${plain(t)}`)] : [],
    ),
  );
  const holes = layout.holes.map((h): PadKey => ({
    id: `${Number(h.name) > 3 ? 'right' : 'left'}:${h.name}`,
    x: 0,
    y: h.y,
    width: h.twin === true ? TWIN_HOLE : HOLE,
    height: HOLE,
    round: true,
    ...(h.twin === true && { twin: true }),
    halves: halved.has(h.name),
    hotkey: h.name,
  }));
  const touches = layout.keys
    .filter((k) => used.has(`${k.hand}:${k.name}`))
    .map((k): PadKey => ({
      id: `${k.hand}:${k.name}`,
      x: k.x,
      y: k.y,
      width: k.width,
      height: k.height,
      round: k.round === true,
      halves: halved.has(k.name),
      ...(k.name === 'T' ? { hotkey: 't' } : k.name === '8' || k.name === 'R' ? { hotkey: 'o' } : {}),
    }));
  return framed([...holes, ...touches]);
}

/** What has to be pressed for a figure. */
export function pressedFor(figure: Figure): Pressed {
  const thumb: [string, PadState][] = figure.kind !== 'keys' && figure.thumb === true ? [['thumb', 'pressed']] : [];
  switch (figure.kind) {
    case 'valves':
      return new Map([...thumb, ...figure.valves.map((v): [string, PadState] => [`valve:${v}`, 'pressed'])]);
    case 'slide':
      return new Map([...thumb, [`slide:${slideNumber(figure)}`, 'pressed']]);
    case 'keys': {
      const hand = (side: 'left' | 'right'): [string, PadState][] =>
        figure[side].map((t) => (HALF.test(t) ? [`${side}:${t.slice(0, -1)}`, 'half'] : [`${side}:${t}`, 'pressed']));
      return new Map([...hand('left'), ...hand('right')]);
    }
  }
}

/** The figure that is pressed; undefined while a slide has no position yet. */
export function figurePressed({ system }: Instrument, pressed: Pressed): Figure | undefined {
  const on = [...pressed].filter(([, s]) => s !== 'open');
  const thumb = pressed.get('thumb') === 'pressed' ? { thumb: true } : {};
  const numbers = (kind: string): number[] =>
    on
      .filter(([id]) => id.startsWith(`${kind}:`))
      .map(([id]) => Number(id.split(':')[1]))
      .sort((a, b) => a - b);
  if (system.kind === 'brass') {
    if (system.tube.kind !== 'slide') return { kind: 'valves', valves: numbers('valve'), ...thumb };
    const [position] = numbers('slide');
    return position === undefined ? undefined : { kind: 'slide', position, adjust: 0, ...thumb };
  }
  const hand = (side: string): string[] =>
    on
      .filter(([id]) => id.startsWith(`${side}:`))
      .map(([id, s]) => (id.split(':')[1] ?? '') + (s === 'half' ? 'h' : ''))
      .sort();
  return { kind: 'keys', left: hand('left'), right: hand('right') };
}

const NEXT: Readonly<Record<PadState, PadState>> = { open: 'pressed', pressed: 'half', half: 'open' };

/** Presses a key, or lets it go; a slide stands in one place at a time. */
export function toggleKey(pressed: Pressed, key: PadKey): Pressed {
  const now = pressed.get(key.id) ?? 'open';
  const next: PadState = key.halves === true ? NEXT[now] : now === 'open' ? 'pressed' : 'open';
  const kept = key.id.startsWith('slide:') ? [...pressed].filter(([id]) => !id.startsWith('slide:')) : [...pressed];
  return new Map([...kept, [key.id, next]]);
}

/**
 * The key that a finger means: the one it lies on, else the nearest.
 * @param reach so far from its edge a key is still meant, in the drawing's units
 */
export function keyAt({ keys }: PadLayout, x: number, y: number, reach: number): PadKey | undefined {
  const away = (k: PadKey): number =>
    Math.hypot(Math.max(0, Math.abs(x - k.x) - k.width / 2), Math.max(0, Math.abs(y - k.y) - k.height / 2));
  const [nearest] = keys.map((k) => ({ k, far: away(k) })).sort((a, b) => a.far - b.far);
  return nearest === undefined || nearest.far > reach ? undefined : nearest.k;
}
