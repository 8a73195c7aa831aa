import { INSTRUMENTS } from '../instrument/instrument.data';
import { instrumentOf } from '../instrument/instrumentOf';
import { type Concert, midi, parsePitch, pitchText, type Written } from '../pitch/pitch';
import { DEFAULT_CONVENTIONS, conventionsOf } from '../convention/conventions';
import { notesOf, openingOf } from '../score/walk';
import { line } from '../testing/line';
import { annotate } from './annotate';
import { chartId, chartNotes, chartPart, noteSlug, notesUsed, readNoteSlug } from './chart';
import { derivePart } from './derivePart';
import { DEFAULT_TEACHING } from './teaching';

describe('a chart', () => {
  it.each(INSTRUMENTS.map((i) => [i.id, i] as const))(
    'of the %s shows every note of its range as written, with a figure',
    (_id, i) => {
      const notes = chartNotes(i, 'full');
      const part = chartPart(i, notes, DEFAULT_TEACHING);
      expect(notes.map(midi)).toEqual(
        Array.from(
          { length: midi(i.ranges.full.high) - midi(i.ranges.full.low) + 1 },
          (_u, n) => midi(i.ranges.full.low) + n,
        ),
      );
      expect(notesOf(part.score).map((n) => pitchText(n.pitch))).toEqual(notes.map(pitchText));
      expect(openingOf(part.score).key.fifths).toBe(0);
      const all = [...annotate(part, { alone: true }).values()];
      expect(all.every((n) => n.fingering.kind === 'playable' && n.better === undefined)).toBe(true);
      expect(all.map((n) => n.id)).toEqual(notes.map(chartId));
    },
  );

  it('of a stage shows that stage alone, in the clef asked for', () => {
    const horn = instrumentOf('horn');
    expect(chartNotes(horn, 'first-notes').map(pitchText)).toEqual(['F4', 'F#4', 'G4', 'G#4', 'A4', 'Bb4', 'B4', 'C5']);
    const tenor = chartPart(
      instrumentOf('trombone'),
      chartNotes(instrumentOf('trombone'), 'first-octave'),
      DEFAULT_TEACHING,
      'tenor',
    );
    expect(openingOf(tenor.score).clef).toBe('tenor');
    expect(tenor.score.measures.every((m) => m.events.every((e) => e.kind === 'note' && e.breathAfter !== true))).toBe(
      true,
    );
  });

  it('follows the convention in its figures and names', () => {
    const part = chartPart(instrumentOf('flute'), [parsePitch<Written>('Bb4')], {
      conventions: conventionsOf({ fluteBFlat: 'thumb', figures: 'none', noteNames: 'german' }),
      stage: 'first-year',
    });
    const note = annotate(part).get(chartId(parsePitch('Bb4')));
    expect([note?.name, note?.fingering.kind === 'playable' && note.fingering.figure]).toEqual([
      'B',
      { kind: 'keys', left: ['Tb', '1'], right: ['Eb'] },
    ]);
    expect(DEFAULT_CONVENTIONS.figures).toBe('fade');
  });

  it('of a page has its different notes once, low to high', () => {
    const part = derivePart(line<Concert>('Bb3 F4 Bb3 F#4 | Gb4 F4 C4 Bb3'), instrumentOf('trumpet'), 'concert', {
      octaves: 0,
    });
    expect(notesUsed(part).map(pitchText)).toEqual(['C4', 'D4', 'G4', 'Ab4', 'G#4']);
  });

  it('names notes in addresses and reads them back', () => {
    for (const text of ['C4', 'Bb3', 'F#5', 'Abb2', 'Gx6'])
      expect(pitchText(readNoteSlug(noteSlug(parsePitch(text))) as Written)).toBe(text);
    expect([noteSlug(parsePitch('F#4')), chartId(parsePitch('Bb3'))]).toEqual(['Fs4', 'k-Bb3']);
    expect(['', 'H4', 'C', 'C#4', 'Cs44', 'xC4'].map(readNoteSlug)).toEqual(Array.from({ length: 6 }, () => undefined));
  });
});
