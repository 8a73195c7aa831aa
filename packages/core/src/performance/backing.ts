import { type Key, signatureAlter, tonic } from '../key/key';
import type { Concert } from '../pitch/pitch';
import { midi, pitch, stepIndex, stepAt } from '../pitch/pitch';
import { toNumber } from '../rational/rational';
import { durationQuarters } from '../score/duration';
import type { Score } from '../score/score';
import { placeMeasures } from '../score/walk';
import type { SequencedBar } from './playSequence';

/** What can sound under a line besides the beat. */
export const BACKING_VOICES = ['drone', 'bass'] as const;
export type BackingVoice = (typeof BACKING_VOICES)[number];

export interface BackingNote {
  readonly voice: BackingVoice;
  readonly midi: number;
  readonly at: number;
  readonly seconds: number;
}

/** Steps of the scale on which a bar's bass may stand, the plainest first. */
const ROOTS = [0, 4, 3] as const;
/** Notes of a chord that count for it: root, third, fifth. */
const CHORD = [0, 2, 4];
/** A plain chord is kept where another fits only a little better. */
const LOYALTY = 0.15;
const BASS_LOW = 36;
const DRONE_LOW = 48;

const degreeOf = (step: Concert['step'], key: Key): number =>
  (((stepIndex(step) - stepIndex(tonic(key).step)) % 7) + 7) % 7;

/** The first note of a letter of the key at or over a MIDI number. */
function atOrOver(low: number, degree: number, key: Key): number {
  const step = stepAt(stepIndex(tonic(key).step) + degree);
  const alter = signatureAlter(key.fifths, step);
  const found = [1, 2, 3, 4, 5].map((octave) => midi(pitch(step, alter, octave))).find((m) => m >= low);
  return found ?? low;
}

/**
 * A plain backing from the key: the key note held as a drone, and a bass note for each bar.
 *
 * Each bar's bass is the first, fifth or fourth of the scale, whichever chord has most of the bar's notes; the first
 * and the last bar stand on the first. Bars come as they are gone through, repeats and turns included. Rules of this
 * program; common practice, no source.
 */
export function planBacking(score: Score<Concert>, bars: readonly SequencedBar[]): BackingNote[] {
  const placed = placeMeasures(score);
  const notes: BackingNote[] = [];
  bars.forEach((bar, i) => {
    const place = placed[bar.index];
    if (place === undefined) return;
    const { key } = place;
    const ends = i === bars.length - 1 || i === 0;
    const weigh = (root: number): number => {
      let [all, own] = [0, 0];
      for (const e of place.measure.events) {
        if (e.kind !== 'note') continue;
        const lasts = toNumber(durationQuarters(e.duration));
        all += lasts;
        if (CHORD.includes((((degreeOf(e.pitch.step, key) - root) % 7) + 7) % 7)) own += lasts;
      }
      return all === 0 ? 0 : own / all;
    };
    const root = ends ? 0 : ROOTS.reduce((best: number, r) => (weigh(r) > weigh(best) + LOYALTY ? r : best), 0);
    notes.push({ voice: 'bass', midi: atOrOver(BASS_LOW, root, key), at: bar.at, seconds: bar.seconds });
    notes.push({ voice: 'drone', midi: atOrOver(DRONE_LOW, 0, key), at: bar.at, seconds: bar.seconds });
  });
  return notes;
}
