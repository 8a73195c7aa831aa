import { type Key, signatureAlter, tonic, transposeKey } from '../key/key';
import {
  type Interval,
  intervalBetween,
  invert,
  octavesUp,
  addIntervals,
  semitones,
  transpose,
} from '../pitch/interval';
import { type Pitch, pitch, samePitch, type Written } from '../pitch/pitch';
import { isWritable, tame } from '../pitch/writable';
import { withMovedChord } from '../score/chordSymbol';
import type { Score } from '../score/score';
import { mapPitches, placeMeasures } from '../score/walk';
import type { EditState } from './caret';
import { changeEvents, withMeasure } from './events';
import { withField } from './withField';

/**
 * What happens to the notes under a changed signature: they keep their sound (and signs appear or vanish), they keep
 * their letters and take what the signature does to them, or the tune moves to the new key.
 */
export const KEY_MOVES = ['sound', 'letters', 'move'] as const;
export type KeyMove = (typeof KEY_MOVES)[number];

/** The way from one key's tonic to another's that moves a tune least: at most a tritone. */
export function shortestWay(from: Key, to: Key): Interval {
  const at = (k: Key) => ({ ...tonic({ ...k, mode: from.mode }), octave: 4 });
  const up = intervalBetween(at(from), at(to));
  return semitones(up) > 6
    ? addIntervals(up, invert(octavesUp(1)))
    : semitones(up) < -6
      ? addIntervals(up, octavesUp(1))
      : up;
}

/** The bars under the signature that holds at an index: up to the next change. */
function reach(score: Score<Written>, from: number): number {
  const next = score.measures.findIndex((m, i) => i > from && m.key !== undefined);
  return next < 0 ? score.measures.length : next;
}

/** Sets the signature from the caret's bar on, up to the next change; `undefined` takes a change in mid-piece back. */
export function changeKey(state: EditState, key: Key | undefined, notes: KeyMove): EditState | undefined {
  const {
    score,
    caret: { measure },
  } = state;
  if (key === undefined && measure === 0) return undefined;
  const placed = placeMeasures(score);
  const before = placed[measure]?.key;
  const to = key ?? placed[measure - 1]?.key;
  if (before === undefined || to === undefined) return undefined;
  const end = reach(score, measure);
  const places = score.measures
    .slice(measure, end)
    .flatMap((m, i) => m.events.map((_e, at) => ({ measure: measure + i, at })));
  const way = shortestWay(before, to);
  const move = (p: Pitch): Written => tame(transpose<Written>(p, way));
  let allowed = true;
  const changed =
    notes === 'sound'
      ? score
      : changeEvents(score, places, (event) => {
          const e = notes === 'move' ? withMovedChord(event, move) : event;
          if (e.kind !== 'note') return e;
          const moved =
            notes === 'move'
              ? move(e.pitch)
              : // A note that went with the old signature goes with the new one; a sign of its own it keeps.
                e.pitch.alter === signatureAlter(before.fifths, e.pitch.step)
                ? pitch<Written>(e.pitch.step, signatureAlter(to.fifths, e.pitch.step), e.pitch.octave)
                : e.pitch;
          allowed &&= isWritable(moved);
          return samePitch(moved, e.pitch) ? e : { ...e, pitch: moved };
        });
  if (!allowed) return undefined;
  return { ...state, score: withMeasure(changed, measure, (m) => withField(m, 'key', key)) };
}

/** Moves the whole line into another key, signatures and notes together. */
export function moveToKey(state: EditState, to: Key): EditState | undefined {
  const from = placeMeasures(state.score)[0]?.key;
  if (from === undefined) return undefined;
  const way = shortestWay(from, to);
  const score = mapPitches(
    state.score,
    (p) => tame(transpose<Written>(p, way)),
    (k) => transposeKey(k, way),
  );
  const allowed = score.measures.every(
    (m) => Math.abs(m.key?.fifths ?? 0) <= 7 && m.events.every((e) => e.kind !== 'note' || isWritable(e.pitch)),
  );
  return allowed ? { ...state, score } : undefined;
}
