// Renders the sounds of the instruments from the FluidR3 General MIDI sound font (Frank Wen, MIT licence; Debian's
// package fluid-soundfont-gm), with fluidsynth and flac: a few notes of each, each with a stretch that can go on
// without end.
//   npm run samples
import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const FONT = '/usr/share/sounds/sf2/FluidR3_GM.sf2';
const OUT = new URL('../apps/web/src/sound/samples/', import.meta.url).pathname;
const RATE = 22050;
const HELD_SECONDS = 2.4;
const SPACING_SECONDS = 4;
/** Where the sound has settled: from here on it may be repeated. */
const LOOP_FROM = 0.65;
const LOOP_SECONDS = 0.6;
const FADE_SECONDS = 0.08;
const VELOCITY = 92;

/**
 * General MIDI programs of the instruments, and the sounding notes that are rendered: others lie within two half steps
 * of one.
 */
const TIMBRES = {
  piccolo: { program: 72, from: 74, to: 99 },
  flute: { program: 73, from: 60, to: 91 },
  oboe: { program: 68, from: 58, to: 86 },
  bassoon: { program: 70, from: 34, to: 70 },
  clarinet: { program: 71, from: 36, to: 86 },
  'soprano-saxophone': { program: 64, from: 56, to: 84 },
  'alto-saxophone': { program: 65, from: 49, to: 80 },
  'tenor-saxophone': { program: 66, from: 44, to: 75 },
  'baritone-saxophone': { program: 67, from: 36, to: 68 },
  trumpet: { program: 56, from: 52, to: 84 },
  horn: { program: 60, from: 41, to: 77 },
  trombone: { program: 57, from: 40, to: 72 },
  tuba: { program: 58, from: 26, to: 60 },
  recorder: { program: 74, from: 53, to: 91 },
};
const APART = 5;
/** The band under a line: what is struck or plucked dies away by itself, and is cut where it has nearly. */
const STRUCK = {
  piano: { program: 0, notes: [45, 51, 57, 63, 69, 75, 81], seconds: 1.5 },
  bass: { program: 32, notes: [26, 32, 38, 44, 50], seconds: 1.3 },
  drums: { drums: true, notes: [36, 38, 42], seconds: 0.45 },
};
const DRUM_CHANNEL = 9;

const variable = (n) => (n < 128 ? [n] : [...variable(n >> 7).map((b) => b | 0x80), n & 0x7f]);
const TICKS = 480;

/** A MIDI file of single notes, one after the other, at 60 quarters a minute. */
function midiFile({ program = 0, drums = false }, notes) {
  const channel = drums ? DRUM_CHANNEL : 0;
  const events = [0, 0xff, 0x51, 3, 0x0f, 0x42, 0x40, 0, 0xc0 | channel, program];
  for (const [i, n] of notes.entries()) {
    events.push(...variable(i === 0 ? 0 : (SPACING_SECONDS - HELD_SECONDS) * TICKS), 0x90 | channel, n, VELOCITY);
    events.push(...variable(HELD_SECONDS * TICKS), 0x80 | channel, n, 0);
  }
  events.push(...variable(2 * TICKS), 0xff, 0x2f, 0);
  const size = Buffer.alloc(4);
  size.writeUInt32BE(events.length);
  return Buffer.concat([
    Buffer.from('MThd'),
    Buffer.from([0, 0, 0, 6, 0, 0, 0, 1, TICKS >> 8, TICKS & 255]),
    Buffer.from('MTrk'),
    size,
    Buffer.from(events),
  ]);
}

/** The left channel of a rendered file, as numbers from -1 to 1. */
function readLeft(wav) {
  const at = wav.indexOf('data') + 8;
  const left = new Float64Array(Math.floor((wav.length - at) / 4));
  for (let i = 0; i < left.length; i++) left[i] = wav.readInt16LE(at + 4 * i) / 32768;
  return left;
}

function wavFile(samples) {
  const head = Buffer.alloc(44);
  head.write('RIFF', 0);
  head.writeUInt32LE(36 + 2 * samples.length, 4);
  head.write('WAVEfmt ', 8);
  head.writeUInt32LE(16, 16);
  head.writeUInt16LE(1, 20);
  head.writeUInt16LE(1, 22);
  head.writeUInt32LE(RATE, 24);
  head.writeUInt32LE(2 * RATE, 28);
  head.writeUInt16LE(2, 32);
  head.writeUInt16LE(16, 34);
  head.write('data', 36);
  head.writeUInt32LE(2 * samples.length, 40);
  const body = Buffer.alloc(2 * samples.length);
  samples.forEach((s, i) => body.writeInt16LE(Math.round(Math.max(-1, Math.min(1, s)) * 32767), 2 * i));
  return Buffer.concat([head, body]);
}

/** Where a loop should end so that its end sounds like its beginning: the best correlation near the wished length. */
function loopEnd(x, start) {
  const window = Math.round(0.03 * RATE);
  const wished = start + Math.round(LOOP_SECONDS * RATE);
  const reach = Math.round(0.22 * RATE);
  let best = wished;
  let most = -Infinity;
  for (let end = wished - reach; end <= wished + reach; end++) {
    let dot = 0;
    let a = 0;
    let b = 0;
    for (let k = -window; k < window; k++) {
      dot += x[start + k] * x[end + k];
      a += x[start + k] ** 2;
      b += x[end + k] ** 2;
    }
    const alike = dot / Math.sqrt(a * b + 1e-12);
    if (alike > most) [most, best] = [alike, end];
  }
  return { end: best, alike: most };
}

/**
 * One note: from its first sound on, to the end of its loop, whose last stretch fades into what stands before the loop.
 */
function cut(all, second) {
  const from = Math.round(second * RATE);
  const note = all.subarray(from, from + Math.round(HELD_SECONDS * RATE));
  const peak = note.reduce((m, s) => Math.max(m, Math.abs(s)), 0);
  const first = note.findIndex((s) => Math.abs(s) > 0.02 * peak);
  const x = note.subarray(first).map((s) => (s / peak) * 0.8);
  const start = Math.round(LOOP_FROM * RATE);
  const { end, alike } = loopEnd(x, start);
  const fade = Math.round(FADE_SECONDS * RATE);
  const made = x.slice(0, end);
  for (let k = 0; k < fade; k++) {
    const share = k / fade;
    // What is alike adds up as it is; what is not adds up in power.
    const [out, into] = alike > 0.9 ? [1 - share, share] : [Math.sqrt(1 - share), Math.sqrt(share)];
    made[end - fade + k] = x[end - fade + k] * out + x[start - fade + k] * into;
  }
  return { samples: made, loop: start / RATE, end: end / RATE, alike };
}

/** One struck note: from its first sound on, faded to nothing at its end. */
function cutStruck(all, second, seconds) {
  const note = all.subarray(Math.round(second * RATE), Math.round((second + HELD_SECONDS) * RATE));
  const peak = note.reduce((m, s) => Math.max(m, Math.abs(s)), 0);
  const first = note.findIndex((s) => Math.abs(s) > 0.02 * peak);
  const length = Math.round(seconds * RATE);
  const fade = Math.round(length / 3);
  return note.slice(first, first + length).map((s, i) => (s / peak) * 0.8 * Math.min(1, (length - i) / fade));
}

/** Renders single notes with the sound font. */
function render(voice, notes) {
  writeFileSync(join(work, 'a.mid'), midiFile(voice, notes));
  const options = ['-ni', '-q', '-R', '0', '-C', '0', '-g', '0.8', '-r', String(RATE), '-O', 's16'];
  execFileSync('fluidsynth', [...options, '-F', join(work, 'a.wav'), FONT, join(work, 'a.mid')], { stdio: 'pipe' });
  return readLeft(readFileSync(join(work, 'a.wav')));
}

/** Writes the notes of a timbre into one file. @returns its size in bytes */
function writeTimbre(name, notes) {
  writeFileSync(join(work, 'b.wav'), wavFile(notes.flatMap((n) => [...n])));
  const out = join(OUT, `${name}.flac`);
  execFileSync('flac', ['-8', '-f', '-s', '-o', out, join(work, 'b.wav')], { stdio: 'pipe' });
  return statSync(out).size;
}
const inSeconds = (samples) => Number((samples / RATE).toFixed(5));

mkdirSync(OUT, { recursive: true });
const work = mkdtempSync(join(tmpdir(), 'samples-'));
const index = {};
let bytes = 0;
try {
  for (const [name, { program, from, to }] of Object.entries(TIMBRES)) {
    const notes = [];
    for (let n = from + 2; n <= to + 2; n += APART) notes.push(n);
    const all = render({ program }, notes);
    let at = 0;
    const cuts = notes.map((midi, i) => ({ midi, ...cut(all, i * SPACING_SECONDS) }));
    index[name] = cuts.map(({ midi, samples, loop, end }) => {
      const placed = { midi, at: inSeconds(at), loop: Number(loop.toFixed(5)), end: Number(end.toFixed(5)) };
      at += samples.length;
      return placed;
    });
    const size = writeTimbre(
      name,
      cuts.map((c) => c.samples),
    );
    bytes += size;
    console.log(
      `${name}: ${notes.length} notes, ${Math.round(size / 1024)} KB, loops alike ${Math.min(...cuts.map((c) => c.alike)).toFixed(3)} and more`,
    );
  }
  for (const [name, { notes, seconds, ...voice }] of Object.entries(STRUCK)) {
    const all = render(voice, notes);
    let at = 0;
    const cuts = notes.map((_midi, i) => cutStruck(all, i * SPACING_SECONDS, seconds));
    index[name] = notes.map((midi, i) => {
      const placed = { midi, at: inSeconds(at), end: inSeconds(cuts[i].length) };
      at += cuts[i].length;
      return placed;
    });
    const size = writeTimbre(name, cuts);
    bytes += size;
    console.log(`${name}: ${notes.length} notes, ${Math.round(size / 1024)} KB`);
  }
  writeFileSync(join(OUT, 'samples.json'), `${JSON.stringify(index)}\n`);
  console.log(`all: ${Math.round(bytes / 1024)} KB`);
} finally {
  rmSync(work, { recursive: true, force: true });
}
