import {
  type Concert,
  mapPitches,
  midi,
  notesOf,
  perform,
  type PlayedNote,
  type Score,
  toNumber,
  type Written,
} from '@cifra/core';
import { arbitraryScore, line } from '@cifra/core/testing';
import fc from 'fast-check';
import { parseMidi } from 'midi-file';
import type { LineChoice, FileImport } from '../import/fileImport';
import { readMidi } from './readMidi';
import { writeMidi } from './writeMidi';

const sounding = (s: Score<Written>): Score<Concert> =>
  mapPitches(
    s,
    (p) => p as unknown as Concert,
    (k) => k,
  );
const write = (s: Score<Written>, countIn = false): Uint8Array =>
  writeMidi(perform(sounding(s)), { title: s.title, program: 56, countIn });
const read = (bytes: Uint8Array, choice?: LineChoice): Extract<FileImport, { kind: 'line' }> => {
  const r = readMidi(bytes, choice);
  if (!r.ok || r.value.kind !== 'line') throw new Error(JSON.stringify(r));
  return r.value;
};
const heard = (notes: readonly PlayedNote[]) => notes.map((n) => [n.midi, toNumber(n.onset)]);
const events = (bytes: Uint8Array) =>
  parseMidi(bytes).tracks.map((track) => {
    let at = 0;
    return track.map((e) => ({ ...e, at: (at += e.deltaTime) }));
  });

describe('a MIDI file', () => {
  it('read again sounds as the line did, repeats played out', () => {
    fc.assert(
      fc.property(arbitraryScore(5), (score) => {
        // The format knows no pickup: groups of three after one, or in a bar of eighths, would lie across the quarters.
        fc.pre(score.measures[0]?.pickup !== true && score.measures[0]?.meter?.unit !== 8);
        const played = perform(sounding(score));
        const back = perform(sounding(read(write(score), { part: 0, voice: '1', grid: '16th-triplet' }).score));
        expect(heard(back.notes)).toEqual(heard(played.notes));
      }),
    );
  });

  it('gives plain lengths back as they were', () => {
    const score = line<Written>('C4 D4:h E4:e F4:e | G4:h. R | A4:e. B4:s C5:h D5 | C5:w');
    const back = read(write(score));
    expect(back.grid).toBe('16th');
    expect(
      back.score.measures.map((m) =>
        m.events.map((e) => [e.kind === 'note' ? midi(e.pitch) : 0, e.duration.value, e.duration.dots]),
      ),
    ).toEqual(
      score.measures.map((m) =>
        m.events.map((e) => [e.kind === 'note' ? midi(e.pitch) : 0, e.duration.value, e.duration.dots]),
      ),
    );
  });

  it('has tempo, meter and signature, and clicks only when they are asked for', () => {
    const score = { ...line<Written>('F4:q. G4:q. | A4:h.', { fifths: -1, meter: { beats: 6, unit: 8 } }) };
    const [frame, track] = events(write(score, true));
    expect(frame?.find((e) => e.type === 'timeSignature')).toMatchObject({ numerator: 6, denominator: 8 });
    expect(frame?.find((e) => e.type === 'keySignature')).toMatchObject({ key: -1 });
    expect(frame?.find((e) => e.type === 'setTempo')).toMatchObject({
      microsecondsPerBeat: Math.round(60_000_000 / 66),
    });
    const clicks = (track ?? []).filter((e) => e.type === 'noteOn' && e.channel === 9);
    expect(clicks).toHaveLength(6);
    const first = (track ?? []).find((e) => e.type === 'noteOn' && e.channel === 0);
    expect(first?.at).toBe(6 * ((clicks[1]?.at ?? 0) - (clicks[0]?.at ?? 0)));
    expect((events(write(score))[1] ?? []).some((e) => e.type === 'noteOn' && e.channel === 9)).toBe(false);
  });

  it('is spelled by its signature', () => {
    const score = line<Written>('Bb4 Eb5 F#4 B4', { fifths: -2 });
    expect(notesOf(read(write(score)).score).map((n) => n.pitch)).toEqual(notesOf(score).map((n) => n.pitch));
  });

  it('played unevenly comes out even on the grid that is chosen', () => {
    const uneven = perform(sounding(line<Written>('C4 D4 E4 F4 | G4:h A4:h')));
    let turn = 0;
    const bytes = writeMidi(
      {
        ...uneven,
        notes: uneven.notes.map((n) => ({
          ...n,
          onset: { n: n.onset.n * 100 + ([0, 7, -6, 5][turn++ % 4] ?? 0), d: n.onset.d * 100 },
        })),
      },
      { title: 'Uneven', program: 0, countIn: false },
    );
    expect(
      read(bytes, { part: 0, voice: '1', grid: 'quarter' }).score.measures.map((m) =>
        m.events.map((e) => e.duration.value),
      ),
    ).toEqual([
      ['quarter', 'quarter', 'quarter', 'quarter'],
      ['half', 'half'],
    ]);
  });

  it('of several channels asks which one, and of a chord takes the highest note', () => {
    const one = parseMidi(write(line<Written>('C4:w | D4:w')));
    const two = parseMidi(write(line<Written>('E4:w | F4:w')));
    const both = { header: { ...one.header, numTracks: 3 }, tracks: [...one.tracks, ...two.tracks.slice(1)] };
    const { writeMidi: bytesOf } = jest.requireActual<typeof import('midi-file')>('midi-file');
    const asked = readMidi(Uint8Array.from(bytesOf(both)));
    expect(
      asked.ok && asked.value.kind === 'choose' && asked.value.candidates.map((c) => [c.notes, c.measures]),
    ).toEqual([
      [2, 2],
      [2, 2],
    ]);
    const merged = {
      header: one.header,
      tracks: [one.tracks[0] ?? [], mergeTracks(one.tracks[1] ?? [], two.tracks[1] ?? [])],
    };
    const chord = readMidi(Uint8Array.from(bytesOf(merged)));
    expect(chord.problems.map((p) => p.code)).toContain('chord');
    expect(chord.ok && chord.value.kind === 'line' && notesOf(chord.value.score).map((n) => midi(n.pitch))).toEqual([
      64, 65,
    ]);
  });

  it.each<[string, Uint8Array, string]>([
    ['cut off', write(line<Written>('C4:w')).slice(0, 30), 'broken-midi'],
    ['with nothing in it', Uint8Array.from([0x4d, 0x54, 0x68, 0x64, 0, 0, 0, 6, 0, 0, 0, 0, 1, 0xe0]), 'no-music'],
    [
      'in frames of film',
      Uint8Array.from([0x4d, 0x54, 0x68, 0x64, 0, 0, 0, 6, 0, 0, 0, 0, 0xe7, 0x28]),
      'midi-not-in-beats',
    ],
  ])('%s is refused with its reason', (_name, bytes, code) => expect(readMidi(bytes).problems[0]?.code).toBe(code));
});

/** Two tracks sounding together. */
function mergeTracks(a: ReturnType<typeof parseMidi>['tracks'][number], b: typeof a): typeof a {
  const timed = [a, b]
    .flatMap((track) => {
      let at = 0;
      return track.map((e) => ({ e, at: (at += e.deltaTime) }));
    })
    .filter(({ e }) => e.type === 'noteOn' || e.type === 'noteOff')
    .sort((x, y) => x.at - y.at || (x.e.type === 'noteOff' ? -1 : 1));
  let before = 0;
  return [
    ...timed.map(({ e, at }) => {
      const d = at - before;
      before = at;
      return { ...e, deltaTime: d };
    }),
    { deltaTime: 0, meta: true as const, type: 'endOfTrack' as const },
  ];
}
