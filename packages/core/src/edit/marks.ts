import { type Articulation, ARTICULATIONS, type Dynamic } from '../score/score';
import type { ChordSymbol } from '../score/chordSymbol';
import { withSyllables } from '../score/syllables';
import { type EditState, eventAt, targetPlaces } from './caret';
import { changeEvents, type WrittenEvent } from './events';
import { withField } from './withField';

/** Changes the events that a sign is put on; `undefined` when there are none of the kind. */
function changeTargets(
  state: EditState,
  notesOnly: boolean,
  change: (e: WrittenEvent) => WrittenEvent,
): EditState | undefined {
  const places = targetPlaces(state).filter((p) => !notesOnly || eventAt(state.score, p)?.kind === 'note');
  if (places.length === 0) return undefined;
  return { ...state, score: changeEvents(state.score, places, change) };
}

const targets = (state: EditState): WrittenEvent[] => targetPlaces(state).flatMap((p) => eventAt(state.score, p) ?? []);
const notes = (state: EditState) => targets(state).flatMap((e) => (e.kind === 'note' ? [e] : []));

/** Puts a mark on all of the notes, or takes it off when all have it. */
function toggleFlag(state: EditState, flag: 'tie' | 'breathAfter' | 'courtesy'): EditState | undefined {
  const on = !notes(state).every((n) => n[flag] === true);
  return changeTargets(state, true, (e) => (e.kind === 'note' ? withField(e, flag, on ? true : undefined) : e));
}

export const toggleTie = (state: EditState): EditState | undefined => toggleFlag(state, 'tie');
export const toggleBreath = (state: EditState): EditState | undefined => toggleFlag(state, 'breathAfter');
export const toggleCourtesy = (state: EditState): EditState | undefined => toggleFlag(state, 'courtesy');

export function toggleFermata(state: EditState): EditState | undefined {
  const on = !targets(state).every((e) => e.fermata === true);
  return changeTargets(state, false, (e) => withField(e, 'fermata', on ? true : undefined));
}

export function toggleArticulation(state: EditState, which: Articulation): EditState | undefined {
  const on = !notes(state).every((n) => n.articulations?.includes(which) === true);
  return changeTargets(state, true, (e) => {
    if (e.kind !== 'note') return e;
    const others = (e.articulations ?? []).filter((a) => a !== which);
    const all = on ? ARTICULATIONS.filter((a) => a === which || others.includes(a)) : others;
    return withField(e, 'articulations', all.length === 0 ? undefined : all);
  });
}

/** A loudness or words stand at one place: the first of the events. */
function onFirst(state: EditState, change: (e: WrittenEvent) => WrittenEvent): EditState | undefined {
  const place = targetPlaces(state)[0];
  return place === undefined ? undefined : { ...state, score: changeEvents(state.score, [place], change) };
}

/** Sets the loudness, or takes it away when it is the same already. */
export const setDynamic = (state: EditState, which: Dynamic): EditState | undefined =>
  onFirst(state, (e) => withField(e, 'dynamic', e.dynamic === which ? undefined : which));

export const setWords = (state: EditState, words: string): EditState | undefined =>
  onFirst(state, (e) => withField(e, 'words', words.trim() === '' ? undefined : words.trim()));

export const setChord = (state: EditState, chord: ChordSymbol | undefined): EditState | undefined =>
  onFirst(state, (e) => withField(e, 'chord', chord));

/** Words to sing under the whole line, from its first note. */
export const setSyllables = (state: EditState, text: string): EditState => ({
  ...state,
  score: withSyllables(state.score, text).score,
});

/** One more dot up to two, then none again. */
export const cycleDots = (state: EditState): EditState | undefined =>
  changeTargets(state, false, (e) => ({
    ...e,
    duration: { ...e.duration, dots: e.duration.dots >= 2 ? 0 : e.duration.dots + 1 },
  }));

/**
 * A slur over the selected notes, or none when they have one already. Without a selection the slur begins at the note
 * just written (it is open, from and to the same note) and, asked again, ends at the note just written then.
 */
export function toggleSlur(state: EditState): EditState | undefined {
  const { score } = state;
  const [from, to] = [notes(state)[0]?.id, notes(state).at(-1)?.id];
  if (from === undefined || to === undefined) return undefined;
  if (state.anchor === undefined || from === to) {
    const open = score.slurs.find((s) => s.from === s.to);
    if (open?.from === from) return { ...state, score: { ...score, slurs: score.slurs.filter((s) => s !== open) } };
    if (open !== undefined)
      return {
        ...state,
        score: { ...score, slurs: score.slurs.map((s) => (s === open ? { from: s.from, to: from } : s)) },
      };
    return { ...state, score: { ...score, slurs: [...score.slurs, { from, to: from }] } };
  }
  const there = score.slurs.some((s) => s.from === from && s.to === to);
  return {
    ...state,
    score: {
      ...score,
      slurs: there ? score.slurs.filter((s) => s.from !== from || s.to !== to) : [...score.slurs, { from, to }],
    },
  };
}

/** A growing or fading sign under the selection; the same again takes it away. */
export function toggleHairpin(state: EditState, kind: 'crescendo' | 'diminuendo'): EditState | undefined {
  const [from, to] = [targets(state)[0]?.id, targets(state).at(-1)?.id];
  if (from === undefined || to === undefined || from === to) return undefined;
  const { hairpins } = state.score;
  const others = hairpins.filter((h) => h.from !== from || h.to !== to);
  const there = hairpins.some((h) => h.from === from && h.to === to && h.kind === kind);
  return { ...state, score: { ...state.score, hairpins: there ? others : [...others, { kind, from, to }] } };
}
