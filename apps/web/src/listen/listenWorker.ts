import { type Frame, type SimulatedNote, soundTake } from '@cifra/core';
import { expose } from 'comlink';
import { FrameReader } from './readFrames';

const RATE = 22050;
const AFTER_SECONDS = 0.6;

const api = {
  /** Sounds a simulated take and listens to it as to a microphone. */
  simulated(notes: readonly SimulatedNote[], lowestMidi: number, noise: number, seed: number): Frame[] {
    const last = notes.at(-1);
    const samples = soundTake(notes, (last === undefined ? 0 : last.at + last.seconds) + AFTER_SECONDS, RATE, noise, seed);
    return new FrameReader(RATE, lowestMidi).all(samples);
  },
};

export type ListenApi = typeof api;
expose(api);
