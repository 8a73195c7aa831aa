import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type Random, randomFrom, type SimulatedNote } from '@cifra/core';

// Sound that nothing here made: TiMidity++ plays the sound font TimGM6mb (Debian's packages timidity and
// timgm6mb-soundfont), another synthesiser and another font than the sounds that ship were made with. Breath, vibrato,
// cracked starts, a room and its noise are laid over it here.

const CONFIG = '/etc/timidity/timgm6mb.cfg';
const TICKS = 960;
const VELOCITY = 96;
const BEND_MIDDLE = 8192;
/** Half steps that the bend wheel reaches: what General MIDI begins with. */
const BEND_REACH = 2;
const VIBRATO = { hertz: 5, cents: 9, afterSeconds: 0.25 };
const LEAD_SECONDS = 0.1;
/** Share of the notes that begin with another partial, and for how long. */
const CRACKED = { share: 0.1, seconds: 0.035 };
const BREATH = 0.03;
/** A room: how late and how loud its echoes are. */
const ECHOES: readonly (readonly [seconds: number, gain: number])[] = [
  [0.023, 0.25],
  [0.041, 0.18],
  [0.067, 0.12],
  [0.11, 0.07],
];

const variable = (n: number): number[] => (n < 128 ? [n] : [...variable(n >> 7).map((b) => b | 0x80), n & 0x7f]);

/** The notes as a MIDI file, each bent to its own pitch, with vibrato and cracked starts. */
function midiFile(program: number, notes: readonly SimulatedNote[], chance: Random): Buffer {
  const events: { readonly at: number; readonly bytes: readonly number[] }[] = [];
  const bend = (at: number, halfSteps: number) => {
    const value = Math.max(0, Math.min(16383, Math.round(BEND_MIDDLE + (halfSteps / BEND_REACH) * BEND_MIDDLE)));
    events.push({ at, bytes: [0xe0, value & 0x7f, value >> 7] });
  };
  for (const { midi, at, seconds } of notes) {
    const key = Math.round(midi);
    const off = midi - key;
    const crack = chance.next() < CRACKED.share && seconds > 4 * CRACKED.seconds ? CRACKED.seconds : 0;
    if (crack > 0)
      events.push({ at, bytes: [0x90, key + 7, VELOCITY - 30] }, { at: at + crack, bytes: [0x80, key + 7, 0] });
    bend(Math.max(0, at + crack - 0.002), off);
    events.push({ at: at + crack, bytes: [0x90, key, VELOCITY] });
    for (let t = VIBRATO.afterSeconds; t < seconds; t += 1 / (8 * VIBRATO.hertz))
      bend(at + t, off + (VIBRATO.cents / 100) * Math.sin(2 * Math.PI * VIBRATO.hertz * (t - VIBRATO.afterSeconds)));
    events.push({ at: at + seconds, bytes: [0x80, key, 0] });
  }
  events.sort((a, b) => a.at - b.at);
  let last = 0;
  const body = events.flatMap(({ at, bytes }) => {
    const tick = Math.round((at + LEAD_SECONDS) * TICKS);
    const wait = tick - last;
    last = tick;
    return [...variable(wait), ...bytes];
  });
  const track = Buffer.from([0, 0xff, 0x51, 3, 0x0f, 0x42, 0x40, 0, 0xc0, program, ...body, 0, 0xff, 0x2f, 0]);
  const size = Buffer.alloc(4);
  size.writeUInt32BE(track.length);
  const head = Buffer.from([0, 0, 0, 6, 0, 0, 0, 1, TICKS >> 8, TICKS & 255]);
  return Buffer.concat([Buffer.from('MThd'), head, Buffer.from('MTrk'), size, track]);
}

/** One channel of a WAV file of 16 bits. */
function readWav(wav: Buffer): Float32Array {
  const at = wav.indexOf('data') + 8;
  return Float32Array.from(
    { length: Math.floor((wav.length - at) / 2) },
    (_u, i) => wav.readInt16LE(at + 2 * i) / 32768,
  );
}

const rms = (x: Float32Array): number => Math.sqrt(x.reduce((sum, s) => sum + s * s, 0) / Math.max(1, x.length));

/** A classroom: many voices and chairs, most of it low. */
function classroom(length: number, chance: Random): Float32Array {
  const noise = new Float32Array(length);
  let [low, slow] = [0, 0];
  for (let i = 0; i < length; i++) {
    low = 0.93 * low + 0.07 * (chance.next() * 2 - 1);
    slow = 0.9997 * slow + 0.0003 * (chance.next() * 2 - 1);
    noise[i] = (low + 0.15 * (chance.next() * 2 - 1)) * (1 + 40 * Math.abs(slow));
  }
  return noise;
}

/**
 * A take as another synthesiser sounds it, in a room with noise.
 * @param signalToNoise in decibels, of the whole take
 */
export function otherSynth(
  notes: readonly SimulatedNote[],
  program: number,
  rate: number,
  signalToNoise: number,
  seed: number,
): Float32Array {
  const chance = randomFrom(seed);
  const folder = mkdtempSync(join(tmpdir(), 'cifra-synth-'));
  try {
    const [midi, wav] = [join(folder, 'a.mid'), join(folder, 'a.wav')];
    writeFileSync(midi, midiFile(program, notes, chance));
    execFileSync(
      'timidity',
      [
        '-c',
        CONFIG,
        '-OwM1sl',
        '--preserve-silence',
        '-s',
        String(rate),
        '-EFreverb=0',
        '-EFchorus=0',
        '-o',
        wav,
        midi,
      ],
      {
        stdio: 'ignore',
      },
    );
    const dry = readWav(readFileSync(wav)).subarray(Math.round(LEAD_SECONDS * rate));
    const samples = new Float32Array(dry.length);
    for (let i = 0; i < dry.length; i++) {
      const own = dry[i] ?? 0;
      let sum = own + own * BREATH * (chance.next() * 2 - 1) * 4;
      for (const [seconds, gain] of ECHOES) sum += gain * (dry[i - Math.round(seconds * rate)] ?? 0);
      samples[i] = sum;
    }
    const noise = classroom(samples.length, chance);
    const gain = rms(samples) / (rms(noise) * 10 ** (signalToNoise / 20));
    return samples.map((s, i) => s + gain * (noise[i] ?? 0));
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}
