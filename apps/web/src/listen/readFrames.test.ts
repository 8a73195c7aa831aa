import { joinFrames, soundTake } from '@cifra/core';
import { FrameReader } from './readFrames';

const RATE = 22050;
const NOTES = [62, 65, 67, 70].map((midi, i) => ({ midi, at: 0.5 + i, seconds: 0.9 }));
const heardIn = (samples: Float32Array): number[] =>
  joinFrames(new FrameReader(RATE, 55).all(samples)).map((n) => Math.round(n.midi));

it.each([0, 0.05, -0.3])('a microphone whose samples lie %s beside the middle hears the same notes', (offset) => {
  const sound = soundTake(NOTES, RATE, 0.02, 1).map((s) => s + offset);
  expect(heardIn(sound)).toEqual(NOTES.map((n) => n.midi));
});
