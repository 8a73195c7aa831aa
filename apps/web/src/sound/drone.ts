import { hertzOf } from '@cifra/core';

/** Sounds one pitch until it is told to stop. */
export interface Drone {
  readonly stop: () => void;
}

const OVERTONES = [0, 1, 0.4, 0.25, 0.1, 0.05];
const LOUDNESS = 0.16;
const FADE_SECONDS = 0.15;

/** Starts a drone on a sounding pitch. @param midi a MIDI number, which may have a fraction */
export async function startDrone(midi: number): Promise<Drone> {
  const context = new AudioContext();
  await context.resume();
  const oscillator = new OscillatorNode(context, { frequency: hertzOf(midi), periodicWave: context.createPeriodicWave(new Float32Array(OVERTONES.length), new Float32Array(OVERTONES)), type: 'custom' });
  const gain = new GainNode(context, { gain: 0 });
  gain.gain.linearRampToValueAtTime(LOUDNESS, context.currentTime + FADE_SECONDS);
  oscillator.connect(gain).connect(context.destination);
  oscillator.start();
  return {
    stop: () => {
      gain.gain.setTargetAtTime(0, context.currentTime, FADE_SECONDS / 3);
      oscillator.onended = () => void context.close();
      oscillator.stop(context.currentTime + FADE_SECONDS);
    },
  };
}
