import { type Frame, type SimulatedNote, soundTake } from '@cifra/core';
import { expose } from 'comlink';
import { FrameReader } from './readFrames';

const RATE = 22050;

const api = {
  /** Sounds a simulated take and listens to it as to a microphone. */
  simulated(notes: readonly SimulatedNote[], lowestMidi: number, noise: number, seed: number): Frame[] {
    return new FrameReader(RATE, lowestMidi).all(soundTake(notes, RATE, noise, seed));
  },
};

export type ListenApi = typeof api;
expose(api);
