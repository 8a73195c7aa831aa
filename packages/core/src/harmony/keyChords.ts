import { type Key, signatureAlter, tonic } from '../key/key';
import { type Pitch, stepAt, stepIndex } from '../pitch/pitch';
import type { ChordSymbol, Letter } from '../score/chordSymbol';
import type { Score } from '../score/score';
import { notesOf } from '../score/walk';
import { chordClasses, classOf, OCTAVE, pitchClass } from './chordTones';

/** A chord of the key, by the step of the scale that it stands on, from 0. */
export interface Candidate {
  readonly degree: number;
  readonly chord: ChordSymbol;
  readonly classes: readonly number[];
  readonly root: number;
  /** The step of the scale that it leads to, where it is borrowed from that step's own key. */
  readonly leadsTo?: number;
}

/** Steps of the scale, from 0. */
export const [I, II, III, IV, V, VI] = [0, 1, 2, 3, 4, 5] as const;
/** Steps that a scale has. */
export const SCALE = 7;

/**
 * The key that a line is heard in: a line with a major signature that ends on the sixth of the scale is in the minor of
 * that signature. Common practice, no source.
 */
export function heardKey(score: Score<Pitch>, written: Key): Key {
  if (written.mode !== 'major' && written.mode !== 'none') return written;
  const last = notesOf(score).at(-1);
  const minor: Key = { fifths: written.fifths, mode: 'minor' };
  return last !== undefined && classOf(last.pitch) === pitchClass(tonic(minor)) ? minor : written;
}

/** The letters of a key, from its key note on. */
export const scaleOf = (k: Key): readonly Letter[] =>
  Array.from({ length: SCALE }, (_u, degree) => {
    const step = stepAt(stepIndex(tonic(k).step) + degree);
    return { step, alter: signatureAlter(k.fifths, step) };
  });

const candidate = (degree: number, root: Letter, kind: string, leadsTo?: number): Candidate => {
  const chord = { root, kind };
  return {
    degree,
    chord,
    classes: chordClasses(chord),
    root: pitchClass(root),
    ...(leadsTo !== undefined && { leadsTo }),
  };
};

/** Major chords with a seventh that lead to the fifth, fourth, second and sixth of a major key. */
const BORROWED: readonly (readonly [degree: number, leadsTo: number])[] = [
  [II, V],
  [I, IV],
  [VI, II],
  [III, VI],
];

/** The chords of a key: a triad on each step that has a pure fifth; in minor the fifth has its leading note. */
export function chordsOfKey(k: Key): Candidate[] {
  const scale = scaleOf(k);
  const over = (from: number, to: number): number =>
    (pitchClass(scale[(from + to) % SCALE] as Letter) - pitchClass(scale[from] as Letter) + OCTAVE) % OCTAVE;
  const found: Candidate[] = scale.flatMap((root, degree) => {
    if (over(degree, 4) !== 7) return [];
    const isMinor = over(degree, 2) === 3;
    if (degree !== V) return [candidate(degree, root, isMinor ? 'm' : '')];
    if (isMinor && k.mode !== 'minor') return [candidate(V, root, 'm')];
    return [candidate(V, root, ''), candidate(V, root, '7')];
  });
  if (k.mode !== 'major' && k.mode !== 'none') return found;
  const own = new Set(scale.map(pitchClass));
  const borrowed = BORROWED.map(([d, to]) => candidate(d, scale[d] as Letter, '7', to));
  // They are taken for a note that the key does not have, and only then.
  return [...found, ...borrowed.filter((b) => b.classes.some((c) => !own.has(c)))];
}
