import type { Instrument } from '../instrument/instrument';
import { midi } from '../pitch/pitch';
import { concertLineOf } from './concertLine';
import type { Schools } from '../school/schools';
import type { Part } from './derivePart';
import type { WrittenTone } from './writtenTones';

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
  const { tones, of } = part.tones;
  const { measureOf } = concertLineOf(part.concert).structure;
  const known = firstNotesOf(part.instrument);
  const seen = new Set<number>();
  const lineOf = linesOf(part.concert);
  let line = 0;
  return Array.from(of, (t, i) => {
    const here = lineOf[measureOf[i] as number] as number;
    if (here !== line) seen.clear();
    line = here;
    const at = (tones[t] as WrittenTone).midi;
    const hidden = figures === 'none' || (fadeStep === 'first-in-line' ? seen.has(at) : known.has(at));
    seen.add(at);
    return hidden;
  });
}

/** For each bar the line it stands in, four full bars a line. */
function linesOf({ measures }: Part['concert']): number[] {
  let bars = 0;
  return measures.map((m) => {
    if (m.pickup !== true) bars += 1;
    return Math.max(0, Math.floor((bars - 1) / LINE_BARS));
  });
}
