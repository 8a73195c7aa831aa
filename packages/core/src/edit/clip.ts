import { measureQuarters } from '../meter/meter';
import type { Written } from '../pitch/pitch';
import { add, compare, ZERO } from '../rational/rational';
import { durationQuarters } from '../score/duration';
import type { Score } from '../score/score';
import { placeMeasures } from '../score/walk';
import { byMeasure, type EditState, selectedPlaces, settleCaret } from './caret';
import { FreshIds, tidySpans, withEvents, type WrittenEvent, type WrittenMeasure } from './events';
import type { WriteMode } from './pen';
import { insertMeasure } from './measures';
import { reflow } from './reflow';
import { openPlace, overwrite } from './write';

/** The selection as a small score of its own, with the clef, key and meter in force: what is copied. */
export function copySelection(state: EditState): Score<Written> | undefined {
  const places = selectedPlaces(state);
  const first = places[0];
  if (first === undefined) return undefined;
  const placed = placeMeasures(state.score);
  const here = placed[first.measure];
  const measures = [...byMeasure(places)].map(([measure, ats]): WrittenMeasure => {
    const m = state.score.measures[measure] as WrittenMeasure;
    const whole = ats.length === m.events.length;
    const {
      events,
      pickup: _p,
      repeatStart: _s,
      repeatEnd: _e,
      ending: _n,
      endBar: _b,
      navigation: _j,
      multiRest: _r,
      tempo: _t,
      ...plain
    } = m;
    return { ...plain, events: whole ? events : ats.map((p) => events[p.at] as WrittenEvent) };
  });
  const head = measures[0];
  if (head === undefined || here === undefined) return undefined;
  measures[0] = { ...head, clef: here.clef, key: here.key, meter: here.meter };
  return tidySpans({ title: '', measures, slurs: state.score.slurs, hairpins: state.score.hairpins });
}

/** Puts a copied score in at the caret, in place of the selection if there is one. Its notes get ids of their own. */
export function pasteScore(state: EditState, clip: Score<Written>, mode: WriteMode): EditState {
  const open = openPlace(state.score, state.caret);
  const ids = new FreshIds(open.score);
  const newIds = new Map(clip.measures.flatMap((m) => m.events).map((e) => [e.id, ids.forEvent()]));
  const fresh = (m: WrittenMeasure | undefined): WrittenEvent[] =>
    (m?.events ?? []).map((e) => ({ ...e, id: newIds.get(e.id) ?? e.id }));
  const [head, ...others] = clip.measures;
  let { score } = open;
  let caret = open.caret;
  const spans = <S extends { from: string; to: string }>(all: readonly S[]): S[] =>
    all.flatMap((s) => {
      const [from, to] = [newIds.get(s.from), newIds.get(s.to)];
      return from === undefined || to === undefined ? [] : [{ ...s, from, to }];
    });
  const first = caret.measure;
  const tail = (score.measures[first]?.events ?? []).slice(caret.at);
  if (mode !== 'push' && mode !== 'overwrite' && caret.at === 0 && tail.length > 0 && isWholeBar(score, first, clip)) {
    // Whole bars at a bar line stay bars: what stood there follows in its own.
    clip.measures.forEach((m, i) => {
      score = withEvents(insertMeasure(score, first + i), first + i, () => fresh(m));
    });
    caret = { measure: first + others.length, at: clip.measures.at(-1)?.events.length ?? 0 };
  } else if (others.length === 0 || mode === 'push') {
    const all = clip.measures.flatMap(fresh);
    score = withEvents(score, first, (events) =>
      mode === 'overwrite'
        ? overwrite(events, caret.at, all, ids)
        : [...events.slice(0, caret.at), ...all, ...events.slice(caret.at)],
    );
    caret = { measure: first, at: caret.at + all.length };
  } else {
    // Bars stay bars: the first goes to the caret's, each other becomes one, and what stood after the caret follows.
    score = withEvents(score, first, (events) => [...events.slice(0, caret.at), ...fresh(head)]);
    others.forEach((m, i) => {
      const index = first + 1 + i;
      if (mode !== 'overwrite' || index >= score.measures.length) score = insertMeasure(score, index);
      const last = i === others.length - 1;
      score = withEvents(score, index, (events) =>
        mode === 'overwrite' ? fresh(m) : [...events, ...fresh(m), ...(last ? tail : [])],
      );
      caret = { measure: index, at: m.events.length };
    });
  }
  score = {
    ...score,
    slurs: [...score.slurs, ...spans(clip.slurs)],
    hairpins: [...score.hairpins, ...spans(clip.hairpins)],
  };
  const lastId = [...newIds.values()].at(-1);
  if (mode === 'push') score = reflow(score, first);
  const at = lastId === undefined ? caret : (placeOfId(score, lastId) ?? caret);
  const tidy = tidySpans(score);
  return { score: tidy, caret: settleCaret(tidy, at) };
}

/** Whether the last bar of a clip fills a bar at a place: nothing can follow in the same one. */
function isWholeBar(score: Score<Written>, index: number, clip: Score<Written>): boolean {
  const meter = placeMeasures(score)[index]?.meter;
  const last = clip.measures.at(-1);
  if (meter === undefined || last === undefined) return false;
  const filled = last.events.map((e) => durationQuarters(e.duration)).reduce(add, ZERO);
  return compare(filled, measureQuarters(meter)) >= 0;
}

function placeOfId(score: Score<Written>, id: string): { measure: number; at: number } | undefined {
  for (let measure = 0; measure < score.measures.length; measure++) {
    const at = score.measures[measure]?.events.findIndex((e) => e.id === id) ?? -1;
    if (at >= 0) return { measure, at: at + 1 };
  }
  return undefined;
}
