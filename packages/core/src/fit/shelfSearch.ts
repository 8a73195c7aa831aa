import { meterText } from '../meter/meter';
import { type LineTraits, RHYTHMS } from './lineTraits';
import type { Readiness } from './readiness';

/** A line on the shelf with what it is looked up by. */
export interface Shelved {
  readonly title: string;
  readonly traits: LineTraits;
  /** For whom it is ready; undefined while the class is not known, or nothing is written. */
  readonly readiness: Readiness | undefined;
}

export const SHELF_ORDERS = ['newest', 'title', 'key', 'range', 'newness', 'rhythm', 'length'] as const;
export type ShelfOrder = (typeof SHELF_ORDERS)[number];

/** What the shelf shows: words in the title, a meter, a technique, and the order. */
export interface ShelfQuery {
  readonly text: string;
  readonly meter: string;
  readonly technique: string;
  readonly order: ShelfOrder;
}

export const WHOLE_SHELF: ShelfQuery = { text: '', meter: '', technique: '', order: 'newest' };

/** New notes for all instruments together; what cannot be played counts as much as an octave of them. */
const newness = ({ readiness }: Shelved): number =>
  readiness === undefined
    ? Infinity
    : readiness.fresh.reduce((sum, f) => sum + f.notes, 0) + 12 * readiness.unplayable.length;

const ORDER: Readonly<Record<ShelfOrder, (a: Shelved, b: Shelved) => number>> = {
  newest: () => 0,
  title: (a, b) => a.title.localeCompare(b.title),
  key: (a, b) => a.traits.fifths - b.traits.fifths,
  range: (a, b) => a.traits.span - b.traits.span,
  newness: (a, b) => newness(a) - newness(b),
  rhythm: (a, b) => RHYTHMS.indexOf(a.traits.rhythm) - RHYTHMS.indexOf(b.traits.rhythm),
  length: (a, b) => a.traits.bars - b.traits.bars,
};

/** The lines that a query finds, in its order; equals keep the order in which they came. */
export function searchShelf<L extends Shelved>(all: readonly L[], { text, meter, technique, order }: ShelfQuery): L[] {
  const words = text
    .toLowerCase()
    .split(/\s+/)
    .filter((w) => w !== '');
  return all
    .filter(({ title }) => words.every((w) => title.toLowerCase().includes(w)))
    .filter(({ traits }) => meter === '' || meterText(traits.meter) === meter)
    .filter(
      ({ traits }) => technique === '' || traits.signs.some((s) => s === technique) || traits.rhythm === technique,
    )
    .sort(ORDER[order]);
}
