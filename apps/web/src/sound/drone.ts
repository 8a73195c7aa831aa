import { plainTone } from './plainTone';

/** Sounds one pitch until it is told to stop. */
export interface Drone {
  readonly stop: () => void;
}

const LOUDNESS = 0.16;
const FADE_SECONDS = 0.15;

/** Starts a drone on a sounding pitch. @param midi a MIDI number, which may have a fraction */
export async function startDrone(midi: number): Promise<Drone> {
  const context = new AudioContext();
  await context.resume();
  const { oscillator, gain } = plainTone(context, midi);
  gain.gain.linearRampToValueAtTime(LOUDNESS, context.currentTime + FADE_SECONDS);
  oscillator.start();
  return {
    stop: () => {
      gain.gain.setTargetAtTime(0, context.currentTime, FADE_SECONDS / 3);
      oscillator.onended = () => void context.close();
      oscillator.stop(context.currentTime + FADE_SECONDS);
    },
  };
}
