import { type Frame, hertzOf, midiOf } from '@cifra/core';
import { PitchDetector } from 'pitchy';

/** So many moments a second are looked at. */
const HOPS_A_SECOND = 60;
/** A window holds at least so many periods of the lowest note that is asked for. */
const PERIODS = 3.2;

/** Samples that a window needs to hold the lowest note, as a power of two. */
export const windowFor = (lowestMidi: number, sampleRate: number): number =>
  Math.max(1024, 2 ** Math.ceil(Math.log2((PERIODS * sampleRate) / hertzOf(lowestMidi))));

/** The samples about their middle: where they lie beside it, as many sound cards have them, no period is found. */
function centred(samples: Float32Array): Float32Array {
  let sum = 0;
  for (const s of samples) sum += s;
  const middle = sum / samples.length;
  return samples.map((s) => s - middle);
}

const level = (samples: Float32Array): number => {
  let sum = 0;
  for (const s of samples) sum += s * s;
  return Math.sqrt(sum / samples.length);
};

/** Finds the pitch of one window after the other. */
export class FrameReader {
  private readonly detector: PitchDetector<Float32Array>;
  readonly windowSize: number;
  readonly hop: number;

  constructor(
    private readonly sampleRate: number,
    lowestMidi: number,
  ) {
    this.windowSize = windowFor(lowestMidi, sampleRate);
    this.hop = Math.round(sampleRate / HOPS_A_SECOND);
    this.detector = PitchDetector.forFloat32Array(this.windowSize);
  }

  /** @param at seconds of the window's middle */
  frame(window: Float32Array, at: number): Frame {
    const sound = centred(window);
    const [hertz, clarity] = this.detector.findPitch(sound, this.sampleRate);
    return { at, midi: hertz > 0 ? midiOf(hertz) : 0, clarity, level: level(sound) };
  }

  /** All frames of a take. */
  all(samples: Float32Array): Frame[] {
    const frames: Frame[] = [];
    for (let from = 0; from + this.windowSize <= samples.length; from += this.hop) {
      frames.push(
        this.frame(samples.subarray(from, from + this.windowSize), (from + this.windowSize / 2) / this.sampleRate),
      );
    }
    return frames;
  }
}
