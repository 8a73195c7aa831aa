import {
  type BackingNote,
  type BackingVoice,
  type Click,
  type Cue,
  type InstrumentId,
  type NoteId,
  type Part,
  partRaise,
  planBacking,
  breathMarks,
  playSequence,
  type PlayOptions,
  type PlaySequence,
  type Said,
  placedNotesById,
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

/** Everything that sounds, and what is shown while it does. */
export interface Programme {
  readonly voices: readonly Voice[];
  readonly backing: readonly BackingNote[];
  readonly clicks: readonly Click[];
  readonly cues: readonly Cue[];
  readonly words: readonly Said[];
  readonly seconds: number;
  readonly loop: boolean;
}

/** The metronome's clicks, and those of a plan that are only counted. */
export const clicksHeard = (plan: PlaySequence, metronome: boolean): readonly Click[] =>
  plan.clicks.filter((c) => metronome || c.word !== undefined);

/** What is heard, and how it is gone through. */
export interface Heard {
  readonly part: boolean;
  readonly metronome: boolean;
  readonly subdivide: boolean;
  readonly countIn: boolean;
  readonly repeats: boolean;
  readonly drone: boolean;
  readonly bass: boolean;
}

export const ALL_HEARD: Heard = Object.freeze({
  part: true,
  metronome: true,
  subdivide: false,
  countIn: true,
  repeats: true,
  drone: false,
  bass: false,
});

/** How long one turn is where player and pupils take turns; `phrase` ends where a breath is taken. */
export const TURNS = ['none', '1', '2', 'phrase'] as const;
export type Turns = (typeof TURNS)[number];

export interface Bars {
  readonly from: number;
  readonly to: number;
}

/** How the line is practised at the moment. */
export interface PlaySetup {
  /** Share of the line's own tempo, 1 as written. */
  readonly speed: number;
  readonly heard: Heard;
  /** Other instruments of the class that play along. */
  readonly others: readonly InstrumentId[];
  readonly bars: Bars | undefined;
  readonly again: boolean;
  readonly turns: Turns;
  /** Only some notes of the bars are played: a step of a build-up. */
  readonly only?: ReadonlySet<NoteId> | undefined;
}

const OWN_DECIBEL = -4;
const OTHER_DECIBEL = -12;
const PHRASE_BARS = 4;

/** Bars with which a phrase begins: after a breath, and where the line has none, every four bars. */
function phraseStarts({ score, teaching }: Part): ReadonlySet<number> {
  const marks = new Set([
    ...breathMarks(score, teaching.conventions.breath),
    ...score.measures.flatMap((m) =>
      m.events.flatMap((e) => (e.kind === 'note' && e.breathAfter === true ? [e.id] : [])),
    ),
  ]);
  const placed = placedNotesById(score);
  const starts = new Set([0]);
  for (const id of marks) {
    const bar = placed.get(id)?.measureIndex ?? 0;
    const last = score.measures[bar]?.events.filter((e) => e.kind === 'note').at(-1);
    if (last?.id === id) starts.add(bar + 1);
  }
  if (starts.size === 1) for (let i = PHRASE_BARS; i < score.measures.length; i += PHRASE_BARS) starts.add(i);
  return starts;
}

/** Whether a bar begins a turn. */
export function beginsTurn(part: Part, turns: Turns, from: number): (bar: number) => boolean {
  if (turns === 'phrase') {
    const starts = phraseStarts(part);
    return (bar) => starts.has(bar);
  }
  const pickup = part.score.measures[0]?.pickup === true && from === 0 ? 1 : 0;
  const size = Number(turns);
  // A pickup goes with the bar after it.
  return (bar) =>
    bar < from + pickup ? true : bar !== from + pickup || pickup === 0 ? (bar - from - pickup) % size === 0 : false;
}

export interface Laid {
  readonly programme: Programme;
  /** What was planned, in turns where they are taken. */
  readonly plan: PlaySequence | TurnSequence;
}

/** The options of a plan from how it is practised. */
export const optionsOf = ({ speed, heard, bars }: PlaySetup, part: Part): PlayOptions => ({
  speed,
  repeats: heard.repeats && bars === undefined,
  countIn: heard.countIn,
  subdivide: heard.subdivide,
  counting: part.teaching.conventions.counting,
  ...(bars === undefined ? {} : { bars }),
});

/**
 * Everything that sounds when a part is practised.
 * @param others the parts of those who play along
 */
export function layOutProgramme(part: Part, others: readonly Part[], setup: PlaySetup): Laid {
  const { heard, again, turns, only } = setup;
  const options = optionsOf(setup, part);
  const laid = (p: Part): PlaySequence => {
    const plan = playSequence(p.concert, options);
    return turns === 'none' ? plan : takeTurns(plan, beginsTurn(part, turns, setup.bars?.from ?? 0));
  };
  const whole = laid(part);
  const plan =
    only === undefined
      ? whole
      : { ...whole, notes: whole.notes.filter((n) => only.has(n.id)), cues: whole.cues.filter((c) => only.has(c.id)) };
  const voice = (p: Part, { notes }: PlaySequence, decibel: number): Voice => ({
    timbre: timbreOf(p.instrument),
    decibel,
    notes: notes.map((n) => ({ midi: n.midi + partRaise(p, n.id), at: n.at, seconds: n.seconds, slurred: n.slurred })),
  });
  const backed: readonly BackingVoice[] = [
    ...(heard.drone ? ['drone' as const] : []),
    ...(heard.bass ? ['bass' as const] : []),
  ];
  return {
    plan,
    programme: {
      voices: [
        ...(heard.part ? [voice(part, plan, OWN_DECIBEL)] : []),
        ...others.map((p) => voice(p, laid(p), OTHER_DECIBEL)),
      ],
      backing: backed.length === 0 ? [] : planBacking(part.concert, plan.bars).filter((b) => backed.includes(b.voice)),
      clicks: clicksHeard(plan, heard.metronome),
      cues: plan.cues,
      words: plan.words,
      seconds: plan.seconds,
      loop: again,
    },
  };
}
