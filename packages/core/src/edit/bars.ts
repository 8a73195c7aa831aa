import type { Written } from '../pitch/pitch';
import { jumpOf, standsAtStart } from '../score/navigation';
import type { NavigationSign, Score, Tempo } from '../score/score';
import { type Clef } from '../key/signature';
import type { Meter } from '../meter/meter';
import { type EditState, isFull, settleCaret, targetMeasures } from './caret';
import { FreshIds, withMeasure, type WrittenMeasure } from './events';
import { withField } from './withField';
import { insertMeasure, removeMeasures } from './measures';
import { reflow } from './reflow';
import { settleTuplets } from '../score/tuplets';

const changeMeasure = (state: EditState, index: number, change: (m: WrittenMeasure) => WrittenMeasure): EditState => ({
  ...state,
  score: withMeasure(state.score, index, change),
});

/**
 * A bar line where the caret stands: what follows in the bar starts a new one. A first bar closed before it is full is
 * a pickup. At the end of the line the next bar is opened.
 */
export function addBarline(state: EditState): EditState | undefined {
  const {
    score,
    caret: { measure, at },
  } = state;
  const m = score.measures[measure];
  if (m === undefined || at === 0) return undefined;
  if (at === m.events.length) {
    const score2 =
      measure === 0 && !isFull(score, 0) ? withMeasure(score, 0, (first) => ({ ...first, pickup: true })) : score;
    const next = measure + 1;
    return {
      score:
        next === score2.measures.length || score2.measures[next]?.events.length !== 0
          ? insertMeasure(score2, next)
          : score2,
      caret: { measure: next, at: 0 },
    };
  }
  const { events, repeatEnd, endBar, navigation: _n, ...start } = m;
  const second: WrittenMeasure = {
    id: new FreshIds(score).forMeasure(),
    events: events.slice(at),
    ...(m.ending !== undefined && { ending: m.ending }),
    ...(repeatEnd !== undefined && { repeatEnd }),
    ...(endBar !== undefined && { endBar }),
    ...signsAt(m, false),
  };
  const first: WrittenMeasure = { ...start, ...signsAt(m, true), events: events.slice(0, at) };
  const pickup = measure === 0 && !isFull({ ...score, measures: [first] }, 0);
  const halves = [settleTuplets(pickup ? { ...first, pickup: true } : first), settleTuplets(second)];
  return {
    score: {
      ...score,
      measures: [...score.measures.slice(0, measure), ...halves, ...score.measures.slice(measure + 1)],
    },
    caret: { measure: measure + 1, at: 0 },
  };
}

/** The caret's bar and the next as one: the bar line between them goes. */
export function joinMeasures(state: EditState): EditState | undefined {
  const { score, caret } = state;
  const [first, second] = [score.measures[caret.measure], score.measures[caret.measure + 1]];
  if (first === undefined || second === undefined) return undefined;
  const { pickup: _short, navigation: _n, ...plain } = first;
  const signs = [...(first.navigation ?? []), ...(second.navigation ?? [])];
  const joined: WrittenMeasure = {
    ...plain,
    events: [...first.events, ...second.events],
    ...(second.repeatEnd === true && { repeatEnd: true }),
    ...(second.endBar !== undefined && { endBar: second.endBar }),
    ...(signs.length > 0 && { navigation: [...new Set(signs)] }),
  };
  return {
    score: {
      ...score,
      measures: [
        ...score.measures.slice(0, caret.measure),
        settleTuplets(joined),
        ...score.measures.slice(caret.measure + 2),
      ],
    },
    caret,
  };
}

/** Repeats the caret's bar, or the bar before when the caret's is empty: its notes and lengths once more, after it. */
export function repeatMeasure(state: EditState): EditState | undefined {
  const { score, caret } = state;
  const empty = score.measures[caret.measure]?.events.length === 0;
  const from = caret.at === 0 && caret.measure > 0 ? caret.measure - 1 : caret.measure;
  const source = score.measures[from];
  if (source === undefined || source.events.length === 0) return undefined;
  const into = empty ? caret.measure : from + 1;
  const opened = empty ? score : insertMeasure(score, into);
  const ids = new FreshIds(opened);
  const newIds = new Map(source.events.map((e) => [e.id, ids.forEvent()]));
  const filled = withMeasure(opened, into, (m) => ({
    ...m,
    events: source.events.map((e) => ({ ...e, id: newIds.get(e.id) ?? e.id })),
  }));
  const copied = <S extends { from: string; to: string }>(spans: readonly S[]): S[] =>
    spans.flatMap((s) => {
      const [a, b] = [newIds.get(s.from), newIds.get(s.to)];
      return a === undefined || b === undefined ? [] : [{ ...s, from: a, to: b }];
    });
  const done = {
    ...filled,
    slurs: [...filled.slurs, ...copied(filled.slurs)],
    hairpins: [...filled.hairpins, ...copied(filled.hairpins)],
  };
  return { score: done, caret: settleCaret(done, { measure: into, at: source.events.length }) };
}

export const toggleRepeatStart = (state: EditState): EditState => {
  const [first] = targetMeasures(state);
  return changeMeasure(state, first, (m) => withField(m, 'repeatStart', m.repeatStart === true ? undefined : true));
};

/**
 * A repeat ends with the last selected bar; an empty bar that was just opened does not count, the one before it does.
 */
export const toggleRepeatEnd = (state: EditState): EditState => {
  const [, last] = targetMeasures(state);
  const index = last > 0 && state.score.measures[last]?.events.length === 0 ? last - 1 : last;
  return changeMeasure(state, index, (m) => withField(m, 'repeatEnd', m.repeatEnd === true ? undefined : true));
};

/** Puts a sign that sends players elsewhere, or takes it away; of jumps a bar has one. */
export function toggleNavigation(state: EditState, sign: NavigationSign): EditState {
  const [first, last] = targetMeasures(state);
  const end = last > 0 && state.score.measures[last]?.events.length === 0 ? last - 1 : last;
  return changeMeasure(state, standsAtStart(sign) ? first : end, (m) => {
    const now = m.navigation ?? [];
    const isJump = jumpOf({ ...m, navigation: [sign] }) !== undefined;
    const kept = now.filter((s) => s !== sign && !(isJump && jumpOf({ ...m, navigation: [s] }) !== undefined));
    const next = now.includes(sign) ? kept : [...kept, sign];
    return withField(m, 'navigation', next.length === 0 ? undefined : next);
  });
}

/** The signs of a bar that stand at its start, or at its end. */
const signsAt = ({ navigation = [] }: WrittenMeasure, start: boolean): Pick<WrittenMeasure, 'navigation'> => {
  const signs = navigation.filter((s) => standsAtStart(s) === start);
  return signs.length === 0 ? {} : { navigation: signs };
};

/** The selected bars as an ending of these numbers, or as none when they are that already. */
export function setEnding(state: EditState, numbers: readonly number[]): EditState {
  const [first, last] = targetMeasures(state);
  const bars = state.score.measures.slice(first, last + 1);
  const off = numbers.length === 0 || bars.every((m) => (m.ending ?? []).join() === numbers.join());
  return {
    ...state,
    score: {
      ...state.score,
      measures: state.score.measures.map((m, i) =>
        i < first || i > last ? m : withField(m, 'ending', off ? undefined : numbers),
      ),
    },
  };
}

export const toggleDoubleBar = (state: EditState): EditState => {
  const [, last] = targetMeasures(state);
  return changeMeasure(state, last, (m) => withField(m, 'endBar', m.endBar === 'double' ? undefined : 'double'));
};

export const togglePickup = (state: EditState): EditState =>
  changeMeasure(state, state.caret.measure, (m) => withField(m, 'pickup', m.pickup === true ? undefined : true));

export const setTempo = (state: EditState, tempo: Tempo | undefined): EditState =>
  changeMeasure(state, state.caret.measure, (m) => withField(m, 'tempo', tempo));

/** What holds in the first bar is never taken away, only changed. */
const isFirst = (state: EditState): boolean => state.caret.measure === 0;

export const setClef = (state: EditState, clef: Clef | undefined): EditState | undefined =>
  clef === undefined && isFirst(state)
    ? undefined
    : changeMeasure(state, state.caret.measure, (m) => withField(m, 'clef', clef));

/** Another meter from the caret's bar on; with `rebar` the bar lines are set anew up to the next change. */
export function setMeter(state: EditState, meter: Meter | undefined, rebar: boolean): EditState | undefined {
  if (meter === undefined && isFirst(state)) return undefined;
  const changed = withMeasure(state.score, state.caret.measure, (m) => withField(m, 'meter', meter));
  const from = changed.measures[state.caret.measure]?.pickup === true ? state.caret.measure + 1 : state.caret.measure;
  const score: Score<Written> = rebar && from < changed.measures.length ? reflow(changed, from) : changed;
  return { score, caret: settleCaret(score, { measure: state.caret.measure, at: 0 }) };
}

/** Takes the bars that the selection touches away, with their notes. */
export function deleteMeasures(state: EditState): EditState {
  const [first, last] = targetMeasures(state);
  const score = removeMeasures(state.score, first, last);
  return { score, caret: settleCaret(score, { measure: first, at: 0 }) };
}

/** An empty bar before the caret's. */
export const addMeasureBefore = (state: EditState): EditState => ({
  score: insertMeasure(state.score, state.caret.measure),
  caret: { measure: state.caret.measure, at: 0 },
});
