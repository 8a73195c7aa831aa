import { midi, type Pitch } from '@cifra/core';

const SECONDS = 1.1;
const ATTACK = 0.03;
const RELEASE = 0.25;
const LOUDNESS = 0.22;
/** Strengths of the first overtones: round enough for any wind instrument, and no imitation of one. */
const OVERTONES = [0, 1, 0.55, 0.35, 0.18, 0.1, 0.05];

let context: AudioContext | undefined;
let sounding: OscillatorNode | undefined;

/** Equal temperament with A at 440 hertz. */
const hertz = (p: Pitch): number => 440 * 2 ** ((midi(p) - 69) / 12);

/** Sounds one concert pitch; the note before it stops. Browsers allow sound only after a touch or a key. */
export async function playNote(concert: Pitch): Promise<void> {
  context ??= new AudioContext();
  await context.resume();
  sounding?.stop();
  const now = context.currentTime;
  const oscillator = new OscillatorNode(context, { frequency: hertz(concert), periodicWave: context.createPeriodicWave(new Float32Array(OVERTONES.length), new Float32Array(OVERTONES)), type: 'custom' });
  const gain = new GainNode(context, { gain: 0 });
  gain.gain.setValueAtTime(0, now);
  gain.gain.linearRampToValueAtTime(LOUDNESS, now + ATTACK);
  gain.gain.setValueAtTime(LOUDNESS, now + SECONDS - RELEASE);
  gain.gain.linearRampToValueAtTime(0, now + SECONDS);
  oscillator.connect(gain).connect(context.destination);
  oscillator.start(now);
  oscillator.stop(now + SECONDS);
  sounding = oscillator;
  oscillator.onended = () => { if (sounding === oscillator) sounding = undefined; };
}
