import { measureQuarters } from '../meter/meter';
import { enharmonic } from '../pitch/enharmonic';
import type { Written } from '../pitch/pitch';
import { compare, rational, subtract } from '../rational/rational';
import { durationQuarters, splitQuarters, valueForQuarters } from '../score/duration';
import { filledQuarters } from '../score/measureSum';
import { withSignature } from '../score/rewrite';
import type { NoteId, Score } from '../score/score';
import { placeMeasures } from '../score/walk';
import { changeEvents, FreshIds, tidySpans, withEvents, withMeasure, type WrittenEvent } from '../edit/events';
import { withField } from '../edit/withField';
import { removeMeasures } from '../edit/measures';
import { reflow } from '../edit/reflow';
import type { Repair } from './finding';

const placesOf = (score: Score<Written>, ids: readonly NoteId[]) =>
  score.measures.flatMap((m, measure) => m.events.flatMap((e, at) => (ids.includes(e.id) ? [{ measure, at }] : [])));

const changeNotes = (
  score: Score<Written>,
  ids: readonly NoteId[],
  change: (n: Extract<WrittenEvent, { kind: 'note' }>) => WrittenEvent,
): Score<Written> => changeEvents(score, placesOf(score, ids), (e) => (e.kind === 'note' ? change(e) : e));

/** Makes the last note of a bar as short as the bar asks for; the last bar gives back what the pickup took. */
function shortenLast(score: Score<Written>, index: number): Score<Written> {
  const placed = placeMeasures(score);
  const here = placed[index];
  const last = here?.measure.events.at(-1);
  if (here === undefined || last === undefined) return score;
  const first = placed[0]?.measure;
  const borrowed = index === placed.length - 1 && first?.pickup === true ? filledQuarters(first) : rational(0);
  const full = measureQuarters(here.meter);
  const filled = filledQuarters(here.measure);
  const wanted = compare(filled, full) > 0 ? full : subtract(full, borrowed);
  const kept = subtract(durationQuarters(last.duration), subtract(filled, wanted));
  const value = kept.n > 0 ? valueForQuarters(kept) : undefined;
  if (kept.n === 0) return tidySpans(withEvents(score, index, (events) => events.slice(0, -1)));
  return value === undefined
    ? score
    : withEvents(score, index, (events) =>
        events.map((e) =>
          e === last ? { ...(e.kind === 'rest' ? withField(e, 'wholeMeasure', undefined) : e), duration: value } : e,
        ),
      );
}

/**
 * Mends one thing that the proof found. What it does not concern stays as it is.
 * @example applyRepair(line with a tie into a rest, { kind: 'drop-tie', note })
 */
export function applyRepair(score: Score<Written>, r: Repair): Score<Written> {
  switch (r.kind) {
    case 'reflow':
      return reflow(score, r.measure);
    case 'fill-rests': {
      const ids = new FreshIds(score);
      const rests = splitQuarters(rational(r.quarters.n, r.quarters.d)).map((duration): WrittenEvent => ({
        kind: 'rest',
        id: ids.forEvent(),
        duration,
      }));
      return withEvents(score, r.measure, (events) => {
        const [only] = rests;
        if (events.length === 0 && rests.length === 1 && only?.kind === 'rest')
          return [{ ...only, wholeMeasure: true }];
        // Short rests first, so that the long ones stand on the beats.
        return [...events, ...rests.reverse()];
      });
    }
    case 'shorten-last':
      return shortenLast(score, r.measure);
    case 'make-pickup':
      return withMeasure(score, r.measure, (m) => ({ ...m, pickup: true }));
    case 'remove-measure':
      return removeMeasures(score, r.measure, r.measure);
    case 'end-repeat':
      return withMeasure(score, r.measure, (m) => ({ ...m, repeatEnd: true }));
    case 'drop-ending': {
      const label = (i: number): string => (score.measures[i]?.ending ?? []).join();
      let [from, to] = [r.measure, r.measure];
      while (from > 0 && label(from - 1) === label(r.measure)) from -= 1;
      while (label(to + 1) === label(r.measure) && to + 1 < score.measures.length) to += 1;
      return {
        ...score,
        measures: score.measures.map((m, i) => (i < from || i > to ? m : withField(m, 'ending', undefined))),
      };
    }
    case 'drop-tie':
      return changeNotes(score, [r.note], (n) => withField(n, 'tie', undefined));
    case 'tie-to-slur': {
      const untied = changeNotes(score, [r.from], (n) => withField(n, 'tie', undefined));
      const there = untied.slurs.some((s) => s.from === r.from && s.to === r.to);
      return there ? untied : { ...untied, slurs: [...untied.slurs, { from: r.from, to: r.to }] };
    }
    case 'same-pitch': {
      const from = score.measures.flatMap((m) => m.events).find((e) => e.id === r.from);
      return from?.kind === 'note' ? changeNotes(score, [r.to], (n) => ({ ...n, pitch: from.pitch })) : score;
    }
    case 'slur-to-tie': {
      const tied = changeNotes(score, [r.from], (n) => ({ ...n, tie: true }));
      return { ...tied, slurs: tied.slurs.filter((s) => s.from !== r.from || s.to !== r.to) };
    }
    case 'drop-slur':
      return { ...score, slurs: score.slurs.filter((s) => s.from !== r.from || s.to !== r.to) };
    case 'signature':
      return withSignature(score, r.key);
    case 'drop-change':
      return withMeasure(score, r.measure, (m) => withField(m, r.what, undefined));
    case 'reminder':
      return changeNotes(score, r.notes, (n) => withField(n, 'courtesy', r.on ? true : undefined));
    case 'respell':
      return changeNotes(score, [r.note], (n) => ({ ...n, pitch: enharmonic(n.pitch) }));
    case 'breath':
      return changeNotes(score, [r.note], (n) => ({ ...n, breathAfter: true }));
  }
}
