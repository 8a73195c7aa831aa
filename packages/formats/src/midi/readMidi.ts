import { failure, type Key, key, MAX_MEASURES, type Meter, type Result, success } from '@cifra/core';
import { type MidiData, parseMidi } from 'midi-file';
import { assembleScore } from '../import/assembleScore';
import type { Candidate, FileImport, Grid, LineChoice } from '../import/fileImport';
import { ProblemList } from '../import/problemList';
import { chooseGrid, type PlayedNote, writeHeard } from './quantise';

/** More notes than any line has: a file with more is not read on. */
const MOST_NOTES = 20_000;

interface Stream {
  readonly name: string;
  readonly channel: number;
  readonly notes: PlayedNote[];
  /** How often a note began while another sounded: a chord, or a second voice. */
  readonly together: number;
}

interface Frame {
  readonly meter: Meter;
  readonly key: Key | undefined;
  readonly perMinute: number | undefined;
  readonly title: string;
  readonly meterChanges: number;
}

const UNITS: readonly number[] = [1, 2, 4, 8, 16];
const PERCUSSION = 9;

/** Whether the file's chunks are as long as they say. */
function isWhole(bytes: Uint8Array): boolean {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  if (bytes.length < 14) return false;
  const tracks = view.getUint16(10);
  let at = 8 + view.getUint32(4);
  for (let i = 0; i < tracks; i++) {
    if (at + 8 > bytes.length) return false;
    at += 8 + view.getUint32(at + 4);
    if (at > bytes.length) return false;
  }
  return true;
}

/** The frame of the piece: the first meter, signature and tempo of any track. */
function frameOf(data: MidiData): Frame {
  const events = data.tracks.flat();
  const meters = events.filter((e) => e.type === 'timeSignature');
  const signature = events.find((e) => e.type === 'keySignature');
  const tempo = events.find((e) => e.type === 'setTempo');
  const [first] = meters;
  const meter: Meter =
    first !== undefined && UNITS.includes(first.denominator) && first.numerator >= 1 && first.numerator <= 24
      ? { beats: first.numerator, unit: first.denominator as Meter['unit'] }
      : { beats: 4, unit: 4 };
  const fifths = signature === undefined ? undefined : (signature.key << 24) >> 24;
  const name = data.tracks[0]?.find((e) => e.type === 'trackName');
  return {
    meter,
    key:
      fifths === undefined || Math.abs(fifths) > 7
        ? undefined
        : key(fifths, signature?.scale === 1 ? 'minor' : 'major'),
    perMinute:
      tempo === undefined || tempo.microsecondsPerBeat <= 0
        ? undefined
        : Math.round(60_000_000 / tempo.microsecondsPerBeat),
    title: name?.text ?? '',
    meterChanges: new Set(meters.map((m) => `${m.numerator}/${m.denominator}`)).size,
  };
}

/** The notes of each channel of each track, in quarters; of notes that sound together the highest is the line. */
function streamsOf(data: MidiData, ticksAQuarter: number): Stream[] {
  const streams: Stream[] = [];
  for (const track of data.tracks) {
    const name = track.find((e) => e.type === 'trackName')?.text ?? '';
    const byChannel = new Map<number, { notes: PlayedNote[]; open: Map<number, { from: number }>; together: number }>();
    let at = 0;
    for (const e of track) {
      at += e.deltaTime;
      if (e.type !== 'noteOn' && e.type !== 'noteOff') continue;
      const s = byChannel.get(e.channel) ?? { notes: [], open: new Map<number, { from: number }>(), together: 0 };
      byChannel.set(e.channel, s);
      const begins = e.type === 'noteOn' && e.velocity > 0;
      const open = s.open.get(e.noteNumber);
      if (open !== undefined) {
        s.open.delete(e.noteNumber);
        if (at > open.from && s.notes.length < MOST_NOTES)
          s.notes.push({ midi: e.noteNumber, from: open.from / ticksAQuarter, to: at / ticksAQuarter });
      }
      if (begins) s.open.set(e.noteNumber, { from: at });
    }
    for (const [channel, s] of byChannel) {
      const { line, together } = highest(s.notes);
      if (line.length > 0) streams.push({ name, channel, notes: line, together });
    }
  }
  return streams;
}

/** One line out of notes that may overlap: a note ends where the next begins; of a chord the highest stays. */
function highest(notes: readonly PlayedNote[]): { line: PlayedNote[]; together: number } {
  const CHORD = 0.06;
  const sorted = [...notes].sort((a, b) => a.from - b.from || b.midi - a.midi);
  const line: PlayedNote[] = [];
  let together = 0;
  for (const n of sorted) {
    const before = line.at(-1);
    if (before !== undefined && n.from - before.from < CHORD) {
      together += 1;
      if (n.midi > before.midi) line[line.length - 1] = { ...n, from: before.from };
      continue;
    }
    if (before !== undefined && before.to > n.from) line[line.length - 1] = { ...before, to: n.from };
    line.push(n);
  }
  return { line, together };
}

/**
 * Reads a Standard MIDI file of one melodic line, quantised to a grid.
 *
 * The grid is the one chosen or, without a choice, the coarsest that keeps every note. Of several tracks and
 * channels one is chosen; chords give their highest note. Names of notes follow the file's signature.
 * @see Standard MIDI Files 1.0
 */
export function readMidi(bytes: Uint8Array, choice?: LineChoice): Result<FileImport> {
  if (!isWhole(bytes)) return failure('broken-midi', { facts: { detail: 'it ends in the middle' } });
  let data: MidiData;
  try {
    data = parseMidi(bytes);
  } catch (e) {
    // The parser throws on damaged bytes: that is bad input here, not a bug of ours.
    return failure('broken-midi', { facts: { detail: (e instanceof Error ? e.message : String(e)).slice(0, 100) } });
  }
  const ticksAQuarter = data.header.ticksPerBeat;
  if (ticksAQuarter === undefined || ticksAQuarter <= 0) return failure('midi-not-in-beats');
  const problems = new ProblemList();
  const frame = frameOf(data);
  if (data.tracks.some((track) => track.some((e) => e.type === 'lyrics'))) problems.add('lyrics', 'left-out');
  const streams = streamsOf(data, ticksAQuarter);
  const candidates = streams.map((s, part): Candidate => ({
    part,
    voice: '1',
    partName: s.name === '' ? `Channel ${s.channel + 1}` : s.name,
    notes: s.notes.length,
    measures: Math.ceil((s.notes.at(-1)?.to ?? 0) / ((frame.meter.beats * 4) / frame.meter.unit)),
    ...(s.channel === PERCUSSION && { unusable: 'percussion-part' as const }),
  }));
  const usable = candidates.filter((c) => c.unusable === undefined);
  if (usable.length === 0) return candidates.length === 0 ? failure('no-music') : failure('percussion-part');
  if (choice === undefined && usable.length > 1) return success({ kind: 'choose', format: 'midi', candidates });
  const candidate = choice === undefined ? usable[0] : candidates.find((c) => c.part === choice.part);
  const stream = candidate === undefined ? undefined : streams[candidate.part];
  if (candidate === undefined || stream === undefined) return failure('no-such-part');
  if (candidate.unusable !== undefined) return failure(candidate.unusable, { facts: { part: candidate.partName } });
  if (candidate.measures > MAX_MEASURES)
    return failure('too-many-measures', { facts: { measures: candidate.measures, limit: MAX_MEASURES } });

  const grid: Grid = choice?.grid ?? chooseGrid(stream.notes, frame.meter);
  const written = writeHeard(stream.notes, grid, frame.meter, frame.key ?? key(0));
  if (stream.together > 0) problems.add('chord', 'left-out', { facts: { count: stream.together } });
  if (written.moved > 0)
    problems.add('midi-moved', 'notice', { facts: { count: written.moved, notes: stream.notes.length } });
  if (written.lost > 0)
    problems.add('midi-lost', 'left-out', { facts: { count: written.lost, notes: stream.notes.length } });
  if (frame.meterChanges > 1) problems.add('midi-meter-changes', 'left-out');
  const [first, ...others] = written.measures;
  if (first === undefined) return failure('no-music');
  const tempo =
    frame.perMinute === undefined || frame.perMinute < 10 || frame.perMinute > 400
      ? {}
      : { tempo: { mark: { value: 'quarter' as const, dots: 0, perMinute: frame.perMinute } } };
  const score = assembleScore(
    {
      title: frame.title,
      measures: [
        { ...first, clef: written.clef, key: frame.key ?? key(0, 'none'), meter: frame.meter, ...tempo },
        ...others,
      ],
      slurs: [],
      hairpins: [],
    },
    problems,
  );
  return score.ok
    ? success(
        { kind: 'line', format: 'midi', score: score.value, suggestedOwner: 'concert', candidate, grid },
        score.problems,
      )
    : score;
}
