import type { Written } from '../pitch/pitch';
import type { Score } from '../score/score';
import { FreshIds, tidySpans, type WrittenMeasure } from './events';
import { withField } from './withField';

/** An empty bar before all others: what the first says for all that follow, it says now. */
function insertFirst(score: Score<Written>): Score<Written> {
  const [first, ...others] = score.measures;
  if (first === undefined) return score;
  const { clef: _c, key: _k, meter: _m, tempo: _t, ...rest } = first;
  const fresh = inherit({ ...first, repeatStart: false }, { id: new FreshIds(score).forMeasure(), events: [] });
  return { ...score, measures: [fresh, rest, ...others] };
}

/**
 * An empty bar put in at an index; at the end it takes the closing bar line over, within an ending it belongs to it.
 */
export function insertMeasure(score: Score<Written>, index: number): Score<Written> {
  if (index === 0) return insertFirst(score);
  const before = score.measures[index - 1];
  const closing = index === score.measures.length ? before?.endBar : undefined;
  const fresh: WrittenMeasure = {
    id: new FreshIds(score).forMeasure(),
    events: [],
    ...(closing !== undefined && { endBar: closing }),
    ...(before?.ending !== undefined && before.repeatEnd !== true ? { ending: before.ending } : {}),
  };
  const measures = score.measures.map((m, i) =>
    closing !== undefined && i === index - 1 ? withField(m, 'endBar', undefined) : m,
  );
  return { ...score, measures: [...measures.slice(0, index), fresh, ...measures.slice(index)] };
}

/** What a bar says for all that follow: it stays when the bar goes. */
function inherit(gone: WrittenMeasure, next: WrittenMeasure): WrittenMeasure {
  const { clef = gone.clef, key = gone.key, meter = gone.meter, tempo = gone.tempo } = next;
  return {
    ...next,
    ...(clef !== undefined && { clef }),
    ...(key !== undefined && { key }),
    ...(meter !== undefined && { meter }),
    ...(tempo !== undefined && { tempo }),
    ...(gone.repeatStart === true && { repeatStart: true }),
  };
}

/**
 * Takes bars away. What they say for later bars (clef, key, meter, tempo, the start of a repeat) moves on; one empty
 * bar stays.
 */
export function removeMeasures(score: Score<Written>, from: number, to: number): Score<Written> {
  const gone = score.measures.slice(from, to + 1);
  const rest = [...score.measures.slice(0, from), ...score.measures.slice(to + 1)];
  const next = rest[from];
  if (next !== undefined) rest[from] = gone.reduceRight((into, m) => inherit(m, into), next);
  else if (rest.length > 0) {
    const last = rest.length - 1;
    const closing = gone.at(-1);
    rest[last] = {
      ...(rest[last] as WrittenMeasure),
      ...(closing?.endBar !== undefined && { endBar: closing.endBar }),
    };
  }
  if (rest.length === 0) {
    const first = gone[0];
    rest.push({
      id: first?.id ?? 'm1',
      events: [],
      ...(first?.clef !== undefined && { clef: first.clef }),
      ...(first?.key !== undefined && { key: first.key }),
      ...(first?.meter !== undefined && { meter: first.meter }),
      ...(first?.tempo !== undefined && { tempo: first.tempo }),
    });
  }
  return tidySpans({ ...score, measures: rest });
}
