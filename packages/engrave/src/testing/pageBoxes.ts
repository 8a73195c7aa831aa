import { hasClass, readXml, textOf } from '@cifra/xml';
import { type Box as PlainBox, readBoxes } from '../system/boxes';

/** What a drawn thing is, for the question of what it may touch. */
export type Kind =
  | 'strip'
  | 'cell'
  | 'number'
  | 'tempo'
  | 'ending'
  | 'note'
  | 'curve'
  | 'below'
  | 'above'
  | 'sung'
  | 'chord'
  | 'head'
  | 'page';

export type Box = PlainBox<Kind>;

const KIND_OF: readonly (readonly [name: string, kind: Kind])[] = [
  ['strip', 'strip'],
  ['cell', 'cell'],
  ['bar-number', 'number'],
  ['tempo', 'tempo'],
  ['ending', 'ending'],
  ['voltaBracket', 'ending'],
  ['slur', 'curve'],
  ['tie', 'curve'],
  ['lv', 'curve'],
  ['dynam', 'below'],
  ['hairpin', 'below'],
  ['dir', 'below'],
  ['fermata', 'above'],
  ['breath', 'above'],
  ['verse', 'sung'],
  ['chord-symbol', 'chord'],
  ['note', 'note'],
  ['rest', 'note'],
  ['beam', 'note'],
  ['tuplet', 'note'],
  ['title', 'head'],
  ['instrument', 'head'],
  ['composer', 'head'],
  ['note-line', 'head'],
  ['advice', 'head'],
  ['player', 'head'],
  ['name-line', 'head'],
  ['code', 'head'],
  ['legend', 'head'],
];

/**
 * Every drawn thing of a page with its box, in hundredths of a millimetre; pencil circles are left out, since they lie
 * over notes on purpose.
 */
export function boxesOf(svg: string): Box[] {
  const read = readXml(svg);
  if (!read.ok) throw new Error('not a page');
  return readBoxes(read.root, {
    start: { kind: 'page' as Kind, what: 'page' },
    // A note in a cell is the cell's; frames show what is chosen, and only on screens.
    nameOf: (e, outer) => {
      if (hasClass(e, 'frame') || hasClass(e, 'circle')) return 'skip';
      const own = KIND_OF.find(([name]) => hasClass(e, name));
      if (own === undefined) return outer;
      return {
        kind: outer.kind === 'cell' && own[1] !== 'cell' ? outer.kind : own[1],
        what: `${own[0]} ${e.attributes['data-note'] ?? e.attributes.id ?? textOf(e).slice(0, 20)}`,
      };
    },
  });
}

/** Things that may not touch, and how far they may at most. */
const APART: readonly (readonly [Kind, Kind])[] = [
  ['strip', 'note'],
  ['strip', 'curve'],
  ['strip', 'below'],
  ['strip', 'above'],
  ['strip', 'tempo'],
  ['strip', 'ending'],
  ['strip', 'head'],
  ['strip', 'strip'],
  ['cell', 'cell'],
  ['cell', 'number'],
  ['cell', 'note'],
  ['cell', 'curve'],
  ['cell', 'below'],
  ['cell', 'above'],
  ['cell', 'tempo'],
  ['cell', 'ending'],
  ['cell', 'head'],
  ['tempo', 'tempo'],
  ['tempo', 'ending'],
  ['tempo', 'note'],
  ['tempo', 'curve'],
  ['tempo', 'below'],
  ['tempo', 'above'],
  ['tempo', 'head'],
  ['tempo', 'number'],
  ['ending', 'note'],
  ['ending', 'curve'],
  ['ending', 'below'],
  ['ending', 'above'],
  ['ending', 'head'],
  ['below', 'below'],
  ['below', 'note'],
  ['below', 'curve'],
  ['above', 'above'],
  ['above', 'head'],
  ['sung', 'sung'],
  ['sung', 'strip'],
  ['sung', 'cell'],
  ['sung', 'note'],
  ['sung', 'curve'],
  ['sung', 'below'],
  ['sung', 'chord'],
  ['sung', 'head'],
  ['chord', 'chord'],
  ['chord', 'strip'],
  ['chord', 'cell'],
  ['chord', 'note'],
  ['chord', 'curve'],
  ['chord', 'above'],
  ['chord', 'below'],
  ['chord', 'tempo'],
  ['chord', 'ending'],
  ['chord', 'head'],
  ['head', 'head'],
  ['head', 'note'],
  ['head', 'curve'],
];

const owner = (b: Box): string => b.what.replace(/ “.*$/, '');

/** Texts are not measured more exactly than to a hundredth of a millimetre. */
const MEASURED = 1;

/** Pairs of things that touch and should not, in words; `room` asks for that much air between them. */
export function touching(boxes: readonly Box[], room = 0): string[] {
  const byKind = new Map<Kind, Box[]>();
  for (const b of boxes) byKind.set(b.kind, [...(byKind.get(b.kind) ?? []), b]);
  const found = new Set<string>();
  for (const [one, other] of APART) {
    const others = [...(byKind.get(other) ?? [])].sort((a, b) => a.left - b.left);
    for (const a of byKind.get(one) ?? []) {
      for (const b of others) {
        if (b.left >= a.right + room) break;
        if (a === b || owner(a) === owner(b) || b.right <= a.left - room) continue;
        const high = Math.min(a.bottom, b.bottom) - Math.max(a.top, b.top);
        const wide = Math.min(a.right, b.right) - Math.max(a.left, b.left);
        if (Math.min(high, wide) > MEASURED - room)
          found.add(`${a.what} × ${b.what} (${Math.round(wide)} × ${Math.round(high)})`);
      }
    }
  }
  return [...found];
}
