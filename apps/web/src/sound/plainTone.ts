import { hertzOf } from '@cifra/core';

/** Strengths of the first overtones: round enough for any wind instrument, and no imitation of one. */
const OVERTONES = [0, 1, 0.55, 0.35, 0.18, 0.1, 0.05];

/**
 * A tone that waits to be started, and the gain that shapes it, silent as yet.
 * @param midi a MIDI number, which may have a fraction
 */
export function plainTone(
  context: AudioContext,
  midi: number,
): { readonly oscillator: OscillatorNode; readonly gain: GainNode } {
  const oscillator = new OscillatorNode(context, {
    frequency: hertzOf(midi),
    periodicWave: context.createPeriodicWave(new Float32Array(OVERTONES.length), new Float32Array(OVERTONES)),
    type: 'custom',
  });
  const gain = new GainNode(context, { gain: 0 });
  oscillator.connect(gain).connect(context.destination);
  return { oscillator, gain };
}
