import { midi, type Pitch } from '@cifra/core';
import { plainTone } from './plainTone';

const SECONDS = 1.1;
const ATTACK = 0.03;
const RELEASE = 0.25;
/** In a run a note lets go just before the next. */
const RUN_RELEASE = 0.05;
const LOUDNESS = 0.22;

let context: AudioContext | undefined;
let sounding: OscillatorNode[] = [];

interface Sounded {
  readonly midi: number;
  /** From the start of the run, in seconds. */
  readonly at: number;
  readonly seconds: number;
}

function sound(c: AudioContext, { midi: note, at, seconds }: Sounded, release: number): OscillatorNode {
  const start = c.currentTime + at;
  const end = start + seconds;
  const { oscillator, gain } = plainTone(c, note);
  gain.gain.setValueAtTime(0, start);
  gain.gain.linearRampToValueAtTime(LOUDNESS, start + ATTACK);
  gain.gain.setValueAtTime(LOUDNESS, Math.max(start + ATTACK, end - release));
  gain.gain.linearRampToValueAtTime(0, end);
  oscillator.start(start);
  oscillator.stop(end);
  return oscillator;
}

async function start(notes: readonly Sounded[], release: number): Promise<void> {
  context ??= new AudioContext();
  await context.resume();
  for (const o of sounding) o.stop();
  const c = context;
  const started = notes.map((n) => sound(c, n, release));
  sounding = started;
  const last = started.at(-1);
  if (last !== undefined)
    last.onended = () => {
      if (sounding === started) sounding = [];
    };
}

/** Sounds one concert pitch; what sounded before it stops. Browsers allow sound only after a touch or a key. */
export const playNote = (concert: Pitch): Promise<void> =>
  start([{ midi: midi(concert), at: 0, seconds: SECONDS }], RELEASE);

/** Sounds notes one after the other; what sounded before stops. */
export const playRun = (notes: readonly Sounded[]): Promise<void> => start(notes, RUN_RELEASE);

const RHYTHM_NOTE = 67;
const EIGHTH_SECONDS = 0.36;
/** Of each length so much sounds, so that a note is heard to end. */
const SOUNDING_SHARE = 0.9;

/** Sounds a rhythm on one note. @param lengths in eighths */
export function playRhythm(lengths: readonly number[]): void {
  let at = 0;
  void playRun(
    lengths.map((l) => {
      const note = { midi: RHYTHM_NOTE, at: at * EIGHTH_SECONDS, seconds: l * EIGHTH_SECONDS * SOUNDING_SHARE };
      at += l;
      return note;
    }),
  );
}
