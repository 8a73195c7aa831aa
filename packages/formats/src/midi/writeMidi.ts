import type { Dynamic, Performance, PlayedNote, Rational } from '@cifra/core';
import { type MidiEvent, writeMidi as writeBytes } from 'midi-file';

/** How a performance is written. */
export interface MidiOptions {
  readonly title: string;
  /** General MIDI program, 0 to 127. */
  readonly program: number;
  /** Clicks before the first note, on the beats that are counted. */
  readonly countIn: boolean;
}

/** Divides by 2, 3, 5 and 7: triplets and all written values are whole. */
const TICKS_A_QUARTER = 6720;
/** A channel for each of four lines. */
const CHANNELS = [0, 1, 2, 3];
/** General MIDI percussion: channel 10, high and low wood block. @see General MIDI Level 1, percussion key map */
const PERCUSSION = 9;
const HIGH_BLOCK = 76;
const LOW_BLOCK = 77;
const CLICK_TICKS = TICKS_A_QUARTER / 8;

const LOUDNESS: Readonly<Partial<Record<Dynamic, number>>> = {
  pppp: 12,
  ppp: 24,
  pp: 38,
  p: 52,
  mp: 66,
  mf: 80,
  f: 96,
  ff: 110,
  fff: 120,
  ffff: 127,
  fp: 96,
  sf: 104,
  sfz: 108,
  sfp: 104,
  fz: 104,
  rfz: 104,
};
const USUAL_LOUDNESS = 80;

const ticks = ({ n, d }: Rational): number => Math.round((n * TICKS_A_QUARTER) / d);

/** How much of its time a note sounds: all of it under a slur, half when staccato. */
function soundingShare(n: PlayedNote): number {
  if (n.articulations.includes('staccatissimo')) return 0.3;
  if (n.articulations.includes('staccato')) return 0.5;
  return n.slurred ? 1 : 0.94;
}

interface Timed {
  readonly at: number;
  /** What ends comes before what begins at the same moment. */
  readonly rank: number;
  readonly event: Omit<MidiEvent, 'deltaTime'>;
}

function track(events: readonly Timed[]): MidiEvent[] {
  const sorted = events.map((e, i) => ({ ...e, i })).sort((a, b) => a.at - b.at || a.rank - b.rank || a.i - b.i);
  let before = 0;
  const written = sorted.map(({ at, event }) => {
    const timed = { ...event, deltaTime: at - before } as MidiEvent;
    before = at;
    return timed;
  });
  return [...written, { deltaTime: 0, meta: true, type: 'endOfTrack' } as MidiEvent];
}

/**
 * Writes a performance as a Standard MIDI file, format 1: tempo and meters, then the line; repeats are played out.
 * @param others lines that sound with it
 * @see Standard MIDI Files 1.0
 */
export function writeMidi(
  p: Performance,
  { title, program, countIn }: MidiOptions,
  others: readonly Performance[] = [],
): Uint8Array {
  const unit = ticks(p.countIn.unitQuarters);
  const lead = countIn ? unit * p.countIn.words.length : 0;
  const frame: Timed[] = [
    { at: 0, rank: 0, event: { meta: true, type: 'trackName', text: asLatin(title) } as unknown as MidiEvent },
  ];
  let said = '';
  p.bars.forEach((bar, i) => {
    const at = i === 0 ? 0 : lead + ticks(bar.onset);
    const state = [`${bar.quartersAMinute}`, `${bar.meter.beats}/${bar.meter.unit}`, `${bar.fifths}`];
    const before = said.split(' ');
    if (state[0] !== before[0])
      frame.push({
        at,
        rank: 1,
        event: {
          meta: true,
          type: 'setTempo',
          microsecondsPerBeat: Math.round(60_000_000 / bar.quartersAMinute),
        } as unknown as MidiEvent,
      });
    if (state[1] !== before[1])
      frame.push({
        at,
        rank: 1,
        event: {
          meta: true,
          type: 'timeSignature',
          numerator: bar.meter.beats,
          denominator: bar.meter.unit,
          metronome: 24,
          thirtyseconds: 8,
        } as unknown as MidiEvent,
      });
    if (state[2] !== before[2])
      frame.push({
        at,
        rank: 1,
        event: {
          meta: true,
          type: 'keySignature',
          key: Math.max(-7, Math.min(7, bar.fifths)),
          scale: 0,
        } as unknown as MidiEvent,
      });
    said = state.join(' ');
  });
  const lines = [p, ...others].map((performance, i) => lineTrack(performance, CHANNELS[i] ?? 0, program, lead));
  if (countIn) {
    p.countIn.words.forEach((_word, i) => {
      const noteNumber = i === 0 ? HIGH_BLOCK : LOW_BLOCK;
      lines[0]?.push({
        at: i * unit,
        rank: 2,
        event: { type: 'noteOn', channel: PERCUSSION, noteNumber, velocity: 90 } as unknown as MidiEvent,
      });
      lines[0]?.push({
        at: i * unit + CLICK_TICKS,
        rank: 1,
        event: { type: 'noteOff', channel: PERCUSSION, noteNumber, velocity: 0 } as unknown as MidiEvent,
      });
    });
  }
  const tracks = [frame, ...lines].map(track);
  return Uint8Array.from(
    writeBytes({ header: { format: 1, numTracks: tracks.length, ticksPerBeat: TICKS_A_QUARTER }, tracks }),
  );
}

/** One line's notes, all on its channel. */
function lineTrack(p: Performance, channel: number, program: number, lead: number): Timed[] {
  const line: Timed[] = [
    { at: 0, rank: 0, event: { type: 'programChange', channel, programNumber: program } as unknown as MidiEvent },
  ];
  for (const n of p.notes) {
    const accent = n.articulations.includes('accent') || n.articulations.includes('marcato') ? 14 : 0;
    const velocity = Math.min(
      127,
      (n.dynamic === undefined ? USUAL_LOUDNESS : (LOUDNESS[n.dynamic] ?? USUAL_LOUDNESS)) + accent,
    );
    const at = lead + ticks(n.onset);
    line.push({
      at,
      rank: 2,
      event: { type: 'noteOn', channel, noteNumber: n.midi, velocity } as unknown as MidiEvent,
    });
    line.push({
      at: at + Math.max(1, Math.round(ticks(n.quarters) * soundingShare(n))),
      rank: 1,
      event: { type: 'noteOff', channel, noteNumber: n.midi, velocity: 0 } as unknown as MidiEvent,
    });
  }
  return line;
}

/** The format's text is bytes: what is outside Latin-1 is written plainly. */
const asLatin = (text: string): string =>
  text
    .replace(/♭/g, 'b')
    .replace(/♯/g, '#')
    .replace(/[^\u0020-\u00ff]/g, '?');
