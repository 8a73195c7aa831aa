import type { Instrument } from '../instrument/instrument';
import { midi } from '../pitch/pitch';
import type { Schools } from '../school/schools';
import type { Part } from './derivePart';

/** Bars that a line of a beginner's page holds. */
const LINE_BARS = 4;

const firstNotesOf = ({ firstNotes }: Instrument): ReadonlySet<number> => new Set(firstNotes.map(midi));

/**
 * Which notes of a page carry no figure and name, so that they are read.
 *
 * `all` hides none, `none` hides every one. `fade` goes by its step: `every` hides none yet; `first-in-line` shows a
 * note when it first comes in each line of four bars; `new` shows only what lies beyond the instrument's first notes.
 * @returns for each note in order, whether it is hidden; undefined when none is
 */
export function hiddenNotes(part: Part, { figures, fadeStep }: Schools): readonly boolean[] | undefined {
  if (figures === 'all' || (figures === 'fade' && fadeStep === 'every')) return undefined;
  const hidden: boolean[] = [];
  const known = firstNotesOf(part.instrument);
  const seen = new Set<number>();
  let bars = 0;
  for (const m of part.score.measures) {
    if (m.pickup !== true) bars += 1;
    if (bars % LINE_BARS === 1) seen.clear();
    for (const e of m.events) {
      if (e.kind !== 'note') continue;
      const at = midi(e.pitch);
      hidden.push(figures === 'none' || (fadeStep === 'first-in-line' ? seen.has(at) : known.has(at)));
      seen.add(at);
    }
  }
  return hidden;
}
