import { descendants, hasClass, type XmlElement } from '@cifra/xml';
import { CHORD_CLASS } from '../engine/notePrefix';
import { type Box, readBoxes } from './boxes';

/** Air between a sign and what it was moved away from. */
const AIR = 30;
const MOST_MOVES = 8;

type Kind = 'stays' | 'moves' | 'other';

const has = (e: XmlElement, names: readonly string[]): boolean => names.some((n) => hasClass(e, n));
const MUSIC = ['note', 'rest', 'beam', 'tuplet', 'slur', 'tie', 'lv', 'verse'];

/** On each side of the staff: what is moved clear, and of what. */
const SIDES = {
  below: { moves: ['dynam', 'hairpin', 'dir'], stays: MUSIC },
  above: { moves: [CHORD_CLASS], stays: [...MUSIC, 'fermata', 'breath', 'tempo', 'ending', 'voltaBracket'] },
} as const;

/** Upside down, so that up is down. */
const flipped = (b: Box<Kind>): Box<Kind> => ({ ...b, top: -b.bottom, bottom: -b.top });

/** What begins so near the lowest line of a staff belongs under it. */
const NEAR_LINE = 200;

/** How far a thing has to go down until it is clear of the line that it hangs under. */
const underLine = (boxes: readonly Box<Kind>[], lines: readonly number[]): number =>
  Math.max(
    0,
    ...boxes.flatMap((b) => lines.flatMap((y) => (Math.abs(b.top - y) < NEAR_LINE ? [y + 2 * AIR - b.top] : []))),
  );

/** How far a thing has to go down until it touches nothing. @param from how far it goes at least */
function moveNeeded(boxes: readonly Box<Kind>[], others: readonly Box<Kind>[], from: number): number {
  let down = from;
  for (let i = 0; i < MOST_MOVES; i++) {
    const more = Math.max(
      0,
      ...boxes.flatMap((b) =>
        others.flatMap((o) => {
          const apart =
            o.left >= b.right + AIR || o.right <= b.left - AIR || o.top >= b.bottom + down || o.bottom <= b.top + down;
          return apart ? [] : [o.bottom - (b.top + down) + AIR];
        }),
      ),
    );
    if (more === 0) return down;
    down += more;
  }
  return down;
}

/**
 * Moves what the library set on a slur, a note or each other away from the staff until it is clear: dynamics, wedges
 * and words below it, chord symbols above.
 * @param lowestLines where the lowest line of each staff is
 * @returns how far the outermost of them reaches now; undefined where there are none
 */
export function settle(
  drawing: XmlElement,
  glyphs: readonly XmlElement[],
  side: keyof typeof SIDES,
  lowestLines: readonly number[],
): number | undefined {
  const { moves, stays } = SIDES[side];
  const things = [...descendants(drawing)].filter((e) => has(e, moves));
  if (things.length === 0) return undefined;
  const read = readBoxes<Kind>(
    drawing,
    {
      start: { kind: 'other', what: '' },
      nameOf: (e, outer) =>
        has(e, moves)
          ? { kind: 'moves', what: String(things.indexOf(e)) }
          : has(e, stays)
            ? { kind: 'stays', what: '' }
            : outer,
    },
    glyphs,
  );
  const boxes = side === 'above' ? read.map(flipped) : read;
  const settled = boxes.filter((b) => b.kind === 'stays');
  // A text's box says the text after its place.
  const own = things.map((_e, i) => boxes.filter((b) => b.kind === 'moves' && b.what.split(' ')[0] === String(i)));
  const leftOf = (i: number): number => Math.min(...(own[i] ?? []).map((b) => b.left));
  let lowest = -Infinity;
  for (const i of things.map((_e, i) => i).sort((a, b) => leftOf(a) - leftOf(b))) {
    const down = moveNeeded(own[i] ?? [], settled, side === 'below' ? underLine(own[i] ?? [], lowestLines) : 0);
    const element = things[i];
    if (down > 0 && element !== undefined) {
      const moved = Math.round(side === 'above' ? -down : down);
      element.attributes = { ...element.attributes, transform: `translate(0 ${moved})` };
    }
    for (const b of own[i] ?? []) {
      settled.push({ ...b, top: b.top + down, bottom: b.bottom + down });
      lowest = Math.max(lowest, b.bottom + down);
    }
  }
  return side === 'above' ? -lowest : lowest;
}
