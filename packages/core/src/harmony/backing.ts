import { type Key, tonic } from '../key/key';
import { beatQuarters } from '../meter/meter';
import type { PlaySequence, SequencedBar } from '../performance/playSequence';
import type { Concert } from '../pitch/pitch';
import { sum, toNumber } from '../rational/rational';
import type { ChordSymbol } from '../score/chordSymbol';
import { durationQuarters } from '../score/duration';
import type { Score } from '../score/score';
import { type PlacedMeasure, placeMeasures } from '../score/walk';
import { type AccompanimentStyle, type Beat, type Stroke, strokesOf, styleIn } from './accompanimentStyle';
import { chordClasses, OCTAVE, pitchClass } from './chordTones';
import type { PlacedChord } from './harmonize';

/** Who sounds under a line. */
export type BackingVoice = 'drone' | 'bass' | 'piano' | 'drums';

export interface BackingNote {
  readonly voice: BackingVoice;
  /** For drums the number of the General MIDI percussion map. */
  readonly midi: number;
  readonly at: number;
  readonly seconds: number;
  readonly isSoft: boolean;
}

/** What is wanted under a line. */
export interface BackingWish {
  readonly drone: boolean;
  /** Absent where nothing accompanies. */
  readonly accompaniment:
    { readonly style: AccompanimentStyle | undefined; readonly chords: readonly PlacedChord[] } | undefined;
  /** The lowest and the highest note of the part that it is to leave room for, as MIDI numbers that sound. */
  readonly part: { readonly low: number; readonly high: number };
}

/** Places that are nearer together than this are one. */
const NEAR = 1e-6;
const BASS_LOW = 36;
const DRONE_LOW = 48;
/** General MIDI percussion map, level 1 (MIDI Manufacturers Association, 1991). */
export const DRUM_NOTES = { kick: 36, snare: 38, hat: 42 } as const satisfies Partial<Record<Stroke, number>>;
/** The lowest note at which chords are still clear. From memory. */
const CLEAR_LOW = 48;
/** Chords stand below the part where that leaves them clear, else above it. */
const ROOM_BELOW = CLEAR_LOW + OCTAVE;

/** The first note of a twelfth of the octave at or over a MIDI number. */
const atOrOver = (low: number, twelfth: number): number => low + ((((twelfth - low) % OCTAVE) + OCTAVE) % OCTAVE);

/** The bottom of the octave in which chords are played, so that no note of theirs is among the part's. */
const chordsFrom = ({ low, high }: BackingWish['part']): number =>
  low >= ROOM_BELOW ? Math.min(low - OCTAVE, 55) : Math.max(high + 1, CLEAR_LOW);

/** The bass is an octave under the part. */
const bassFrom = ({ low }: BackingWish['part']): number => (low - OCTAVE >= BASS_LOW ? BASS_LOW : BASS_LOW - OCTAVE);

/**
 * Turns places in a bar, as shares of it, into seconds: between two clicks evenly, so that the accompaniment waits
 * where the beat waits.
 */
function clockOf(bar: SequencedBar, clicks: readonly number[]): (share: number) => number {
  const [first] = clicks;
  if (first === undefined || Math.abs(first - bar.at) > NEAR) return (share) => bar.at + share * bar.seconds;
  const end = bar.at + bar.seconds;
  return (share) => {
    const place = Math.min(share, 1) * clicks.length;
    const k = Math.min(Math.floor(place), clicks.length - 1);
    const [from, to] = [clicks[k] ?? end, clicks[k + 1] ?? end];
    return from + (place - k) * (to - from);
  };
}

/** The bass note of a chord and the fifth over it. */
const bassOf = ({ root, kind, bass }: ChordSymbol, low: number): Readonly<Record<'bass' | 'fifth', number>> => {
  const own = atOrOver(low, pitchClass(bass ?? root));
  const classes = chordClasses({ root, kind });
  const fifth = atOrOver(low, classes[2] ?? classes[0] ?? 0);
  return { bass: own, fifth: bass === undefined ? fifth : own };
};

/** Something that is struck in a bar; places are shares of the bar. */
interface Struck {
  readonly voice: BackingVoice;
  readonly midi: number;
  readonly from: number;
  readonly to: number;
  readonly isSoft: boolean;
}

/** What a stroke sounds under a chord: a drum always, all else only where there is one. */
function soundOf(
  stroke: Stroke,
  chord: ChordSymbol | undefined,
  part: BackingWish['part'],
): Pick<Struck, 'voice' | 'midi'>[] {
  if (stroke === 'kick' || stroke === 'snare' || stroke === 'hat')
    return [{ voice: 'drums', midi: DRUM_NOTES[stroke] }];
  if (chord === undefined) return [];
  if (stroke === 'chord')
    return chordClasses(chord).map((c) => ({ voice: 'piano', midi: atOrOver(chordsFrom(part), c) }));
  return [{ voice: 'bass', midi: bassOf(chord, bassFrom(part))[stroke] }];
}

/** The strokes of a bar, in quarters: where a chord comes between those of the bass, it has its root at once. */
function strokesIn(
  { meter }: PlacedMeasure<Concert>,
  style: AccompanimentStyle | undefined,
  changes: readonly number[],
): Beat[] {
  const beat = toNumber(beatQuarters(meter));
  const usual = strokesOf(styleIn(meter, style), meter).map((s) => ({ ...s, at: s.at * beat, lasts: s.lasts * beat }));
  const isAt = (s: Beat, at: number): boolean => Math.abs(s.at - at) < NEAR;
  const news = changes.filter((at) => !usual.some((s) => s.stroke === 'bass' && isAt(s, at)));
  return [
    ...usual.filter((s) => s.stroke !== 'fifth' || !news.some((at) => isAt(s, at))),
    ...news.map((at): Beat => ({ stroke: 'bass', at, lasts: beat })),
    ...news
      .filter((at) => !usual.some((s) => s.stroke === 'chord' && s.at > at - NEAR && s.at < at + beat))
      .map((at): Beat => ({ stroke: 'chord', at, lasts: beat })),
  ];
}

/**
 * What the accompaniment plays in one bar.
 * @param before the chord that still holds as the bar begins
 */
function playBar(
  place: PlacedMeasure<Concert>,
  { style, chords }: NonNullable<BackingWish['accompaniment']>,
  before: ChordSymbol | undefined,
  part: BackingWish['part'],
): Struck[] {
  const quarters = toNumber(sum(place.measure.events.map((e) => durationQuarters(e.duration))));
  const here = chords.filter((c) => c.bar === place.index).map((c) => ({ from: toNumber(c.onset), chord: c.chord }));
  const changes = here.map((h) => h.from).filter((from) => from > 0);
  return strokesIn(place, style, changes)
    .filter((s) => s.at < quarters - NEAR)
    .flatMap(({ stroke, at, lasts, isSoft = false }) => {
      const chord = here.filter((h) => h.from <= at + NEAR).at(-1)?.chord ?? before;
      const until = Math.min(at + lasts, quarters, changes.find((from) => from > at + NEAR) ?? quarters);
      return soundOf(stroke, chord, part).map((s) => ({ ...s, from: at / quarters, to: until / quarters, isSoft }));
    });
}

/** The key note, held through a bar. */
const droneOf = (key: Key, bar: SequencedBar): BackingNote => ({
  voice: 'drone',
  midi: atOrOver(DRONE_LOW, pitchClass(tonic(key))),
  at: bar.at,
  seconds: bar.seconds,
  isSoft: true,
});

/**
 * What sounds under a line: the key note held, or piano, bass and drums in a style that fits the meter.
 *
 * Bars come as they are gone through, repeats and turns included. Chords are played close, in an octave in which the
 * part has no note; the bass lies an octave or more under it. The accompaniment waits in a pickup and is silent until
 * the first chord. Rules of this program; common practice, no source.
 * @returns times in seconds, as the sequence has them
 */
export function planBacking(score: Score<Concert>, sequence: PlaySequence, wish: BackingWish): BackingNote[] {
  const placed = placeMeasures(score);
  const beats = sequence.clicks.filter((c) => c.word === undefined).map((c) => c.at);
  return sequence.bars.flatMap((bar) => {
    const place = placed[bar.index];
    if (place === undefined) return [];
    const drone = wish.drone ? [droneOf(place.key, bar)] : [];
    if (wish.accompaniment === undefined || (place.index === 0 && place.measure.pickup === true)) return drone;
    const clock = clockOf(
      bar,
      beats.filter((t) => t >= bar.at - NEAR && t < bar.at + bar.seconds - NEAR),
    );
    // A repeat comes back to what held there, not to what was played just before.
    const before = wish.accompaniment.chords.filter((c) => c.bar < bar.index).at(-1)?.chord;
    return [
      ...drone,
      ...playBar(place, wish.accompaniment, before, wish.part).map(({ voice, midi, from, to, isSoft }) => {
        const at = clock(from);
        return { voice, midi, at, seconds: clock(to) - at, isSoft };
      }),
    ];
  });
}
