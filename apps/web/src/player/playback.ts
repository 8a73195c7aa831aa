import {
  type Click,
  type Cue,
  type Part,
  partRaise,
  beginsTurn,
  type BackingNote,
  type BackingVoice,
  chordsOf,
  phraseStarts,
  planBacking,
  type PlaySetup,
  type Turns,
  playSequence,
  type PlayOptions,
  type PlaySequence,
  type Said,
  takeTurns,
  type TurnSequence,
} from '@cifra/core';
import { timbreOf, type TimbreName } from '../sound/timbre';

/** One note of a voice, in concert pitch. */
export interface VoiceNote {
  readonly midi: number;
  readonly at: number;
  readonly seconds: number;
  /** Leads on to the next without a gap. */
  readonly slurred: boolean;
}

/** A player of the class. */
export interface Voice {
  readonly timbre: TimbreName;
  readonly decibel: number;
  readonly notes: readonly VoiceNote[];
}

/** What the accompaniment strikes, in concert pitch. */
export interface Strike {
  readonly timbre: TimbreName;
  readonly decibel: number;
  readonly midi: number;
  readonly at: number;
  readonly seconds: number;
}

/** Everything that sounds, and what is shown while it does. */
export interface Playback {
  readonly voices: readonly Voice[];
  /** The key note, held. */
  readonly drone: readonly BackingNote[];
  readonly accompaniment: readonly Strike[];
  readonly clicks: readonly Click[];
  readonly cues: readonly Cue[];
  readonly words: readonly Said[];
  readonly seconds: number;
  readonly loop: boolean;
}

/** The metronome's clicks, and those of a sequence that are only counted. */
export const clicksHeard = (sequence: PlaySequence, metronome: boolean): readonly Click[] =>
  sequence.clicks.filter((c) => metronome || c.word !== undefined);

const OWN_DECIBEL = -4;
const OTHER_DECIBEL = -12;
/** The accompaniment stays well under the part. */
const ACCOMPANIMENT_DECIBEL: Readonly<Record<Exclude<BackingVoice, 'drone'>, number>> = {
  bass: -13,
  piano: -19,
  drums: -20,
};
const SOFTER_DECIBEL = 5;

/** Whether a bar begins a turn. */
export function turnStarts(part: Part, turns: Turns, from: number): (bar: number) => boolean {
  const { score } = part;
  if (turns !== 'phrase') return beginsTurn(Number(turns), from, score.measures[0]?.pickup === true && from === 0);
  const starts = phraseStarts(score);
  return (bar) => starts.has(bar);
}

/** What is played, and the sequence that it was made from: in turns where they are taken. */
export interface PreparedPlayback {
  readonly playback: Playback;
  readonly sequence: PlaySequence | TurnSequence;
}

/** The options of a sequence from how it is practised. */
export const optionsOf = ({ speed, heard, bars }: PlaySetup, part: Part): PlayOptions => ({
  speed,
  repeats: heard.repeats && bars === undefined,
  countIn: heard.countIn,
  subdivide: heard.subdivide,
  counting: part.teaching.conventions.counting,
  ...(bars !== undefined && { bars }),
});

/**
 * Everything that sounds when a part is practised.
 * @param others the parts of those who play along
 */
export function preparePlayback(part: Part, others: readonly Part[], setup: PlaySetup): PreparedPlayback {
  const { heard, again, turns, only } = setup;
  const options = optionsOf(setup, part);
  const sequenceOf = (p: Part): PlaySequence => {
    const sequence = playSequence(p.concert, options);
    return turns === 'none' ? sequence : takeTurns(sequence, turnStarts(part, turns, setup.bars?.from ?? 0));
  };
  const whole = sequenceOf(part);
  const sequence =
    only === undefined
      ? whole
      : { ...whole, notes: whole.notes.filter((n) => only.has(n.id)), cues: whole.cues.filter((c) => only.has(c.id)) };
  const voice = (p: Part, { notes }: PlaySequence, decibel: number): Voice => ({
    timbre: timbreOf(p.instrument),
    decibel,
    notes: notes.map((n) => ({ midi: n.midi + partRaise(p, n.id), at: n.at, seconds: n.seconds, slurred: n.slurred })),
  });
  const sounding = whole.notes.map((n) => n.midi + partRaise(part, n.id));
  const backing = planBacking(part.concert, sequence, {
    drone: heard.drone,
    accompaniment: heard.accompaniment ? { style: setup.style, chords: chordsOf(part.concert).chords } : undefined,
    part: { low: Math.min(...sounding), high: Math.max(...sounding) },
  });
  return {
    sequence,
    playback: {
      voices: [
        ...(heard.part ? [voice(part, sequence, OWN_DECIBEL)] : []),
        ...others.map((p) => voice(p, sequenceOf(p), OTHER_DECIBEL)),
      ],
      drone: backing.filter((b) => b.voice === 'drone'),
      accompaniment: backing.flatMap(({ voice: by, midi, at, seconds, isSoft }): Strike[] =>
        by === 'drone'
          ? []
          : [{ timbre: by, midi, at, seconds, decibel: ACCOMPANIMENT_DECIBEL[by] - (isSoft ? SOFTER_DECIBEL : 0) }],
      ),
      clicks: clicksHeard(sequence, heard.metronome),
      cues: sequence.cues,
      words: sequence.words,
      seconds: sequence.seconds,
      loop: again,
    },
  };
}
