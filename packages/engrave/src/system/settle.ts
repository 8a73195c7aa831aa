import { descendants, type XmlElement } from '@cifra/xml';
import { type Box, readBoxes } from './boxes';

/** Air between a dynamic or wedge and what it was moved away from. */
const AIR = 30;
const MOST_MOVES = 8;

type Kind = 'music' | 'below' | 'other';

const has = (e: XmlElement, ...names: readonly string[]): boolean =>
  (e.attributes.class ?? '').split(' ').some((c) => names.includes(c));
const BELOW = ['dynam', 'hairpin', 'dir'];
const MUSIC = ['note', 'rest', 'beam', 'tuplet', 'slur', 'tie', 'lv'];

/** How far a thing has to go down until it touches nothing. */
function moveNeeded(boxes: readonly Box<Kind>[], others: readonly Box<Kind>[]): number {
  let down = 0;
  for (let i = 0; i < MOST_MOVES; i++) {
    const more = Math.max(
      0,
      ...boxes.flatMap((b) =>
        others.flatMap((o) => {
          const apart = o.left >= b.right || o.right <= b.left || o.top >= b.bottom + down || o.bottom <= b.top + down;
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
 * Moves dynamics, wedges and words that the library set on a slur, a note or each other down until they are clear.
 * @returns how far down the lowest of them reaches now; undefined where there are none
 */
export function settleBelow(drawing: XmlElement, glyphs: readonly XmlElement[]): number | undefined {
  const things = [...descendants(drawing)].filter((e) => has(e, ...BELOW));
  if (things.length === 0) return undefined;
  const boxes = readBoxes<Kind>(
    drawing,
    {
      start: { kind: 'other', what: '' },
      nameOf: (e, outer) =>
        has(e, ...BELOW)
          ? { kind: 'below', what: String(things.indexOf(e)) }
          : has(e, ...MUSIC)
            ? { kind: 'music', what: '' }
            : outer,
    },
    glyphs,
  );
  const settled = boxes.filter((b) => b.kind === 'music');
  const own = things.map((_e, i) => boxes.filter((b) => b.kind === 'below' && b.what === String(i)));
  const leftOf = (i: number): number => Math.min(...(own[i] ?? []).map((b) => b.left));
  let lowest = -Infinity;
  for (const i of things.map((_e, i) => i).sort((a, b) => leftOf(a) - leftOf(b))) {
    const down = moveNeeded(own[i] ?? [], settled);
    const element = things[i];
    if (down > 0 && element !== undefined)
      element.attributes = { ...element.attributes, transform: `translate(0 ${Math.round(down)})` };
    for (const b of own[i] ?? []) {
      settled.push({ ...b, top: b.top + down, bottom: b.bottom + down });
      lowest = Math.max(lowest, b.bottom + down);
    }
  }
  return lowest;
}
