import { catalogueOf, finger } from '../instrument/finger';
import type { InstrumentId } from '../instrument/instrument';
import { INSTRUMENTS, instrumentOf } from '../instrument/instrument.data';
import { midi, parsePitch, type Written } from '../pitch/pitch';
import { compileCatalogue, parseKeyFigure } from './catalogue';
import { figureText, type KeyFigure } from './figure';
import { DEFAULT_SCHOOLS, type Schools } from './schools';
import { type Touch, TOUCHES, type Woodwind } from './touch.data';
import { BASSOON, CLARINET, FLUTE, OBOE, RECORDER_BAROQUE, RECORDER_GERMAN, SAXOPHONE } from './woodwind.data';

const figure = (id: InstrumentId, note: string, schools: Schools = DEFAULT_SCHOOLS): string => {
  const f = finger(instrumentOf(id), parsePitch<Written>(note), schools);
  return f.kind === 'playable' ? figureText(f.figure) : f.because;
};

describe('woodwind figures of common practice', () => {
  // Common practice, no published source.
  it.each<[InstrumentId, string, string]>([
    ['flute', 'Bb4', 'T 1 | 4 Eb'], ['flute', 'C5', '1 | Eb'], ['flute', 'D5', 'T 2 3 | 4 5 6'], ['flute', 'Eb5', 'T 2 3 | 4 5 6 Eb'], ['flute', 'F4', 'T 1 2 3 | 4 Eb'], ['flute', 'F5', 'T 1 2 3 | 4 Eb'],
    ['clarinet', 'G4', '-'], ['clarinet', 'A4', 'A'], ['clarinet', 'F4', 'T'], ['clarinet', 'E4', 'T 1'], ['clarinet', 'D4', 'T 1 2'], ['clarinet', 'C4', 'T 1 2 3'],
    ['bass-clarinet', 'A3', 'T 1 2 3 | 4 5'], ['bass-clarinet', 'G3', 'T 1 2 3 | 4 5 6'], ['bass-clarinet', 'F3', 'T 1 2 3 | 4 5 6 RF'], ['bass-clarinet', 'E3', 'T 1 2 3 LE | 4 5 6'],
    ['alto-saxophone', 'C5', '2'], ['alto-saxophone', 'C#5', '-'], ['alto-saxophone', 'F#4', '1 2 3 | 5'],
    ['descant-recorder', 'B4', 'T 1'], ['descant-recorder', 'A4', 'T 1 2'], ['descant-recorder', 'G4', 'T 1 2 3'], ['descant-recorder', 'D4', 'T 1 2 3 | 4 5 6'], ['descant-recorder', 'C4', 'T 1 2 3 | 4 5 6 7'],
  ])('%s %s is %s', (id, note, expected) => expect(figure(id, note)).toBe(expected));

  it('F is forked on a baroque recorder and plain on a German one', () => {
    expect(figure('descant-recorder', 'F4')).toBe('T 1 2 3 | 4 6 7');
    expect(figure('descant-recorder', 'F4', { recorder: 'german' })).toBe('T 1 2 3 | 4');
    expect(figure('treble-recorder', 'Bb4', { recorder: 'german' })).toBe('T 1 2 3 | 4');
  });

  it('low and high F of a saxophone differ by the octave key alone', () => {
    expect(figure('tenor-saxophone', 'F5')).toBe(`8 ${figure('tenor-saxophone', 'F4')}`);
  });
});

const CATALOGUES = { FLUTE, OBOE, CLARINET, SAXOPHONE, BASSOON, RECORDER_BAROQUE, RECORDER_GERMAN };
const all = (f: KeyFigure): string[] => [...f.left, ...f.right];

describe('structure of the catalogues', () => {
  it.each(INSTRUMENTS.map((i) => [i.id, i] as const))('%s has a figure for every note of its range', (_id, instrument) => {
    for (let note = midi(instrument.range.low); note <= midi(instrument.range.high); note++) {
      const spelled = parsePitch<Written>(`${['C', 'C#', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'Ab', 'A', 'Bb', 'B'][note % 12]}${Math.floor(note / 12) - 1}`);
      expect(finger(instrument, spelled, DEFAULT_SCHOOLS).kind).toBe('playable');
    }
    const catalogue = catalogueOf(instrument, DEFAULT_SCHOOLS);
    if (catalogue !== undefined) expect([catalogue.lowest, catalogue.highest].map((n, i) => (i === 0 ? n <= midi(instrument.range.low) : n >= midi(instrument.range.high)))).toEqual([true, true]);
    for (const n of instrument.firstNotes) expect([n, midi(n) >= midi(instrument.range.low) && midi(n) <= midi(instrument.range.high)]).toEqual([n, true]);
  });

  // One finger holds one touch; a thumb, a side of the hand or a rolled little finger may hold several.
  it.each(Object.entries(CATALOGUES))('%s: no front finger holds two touches', (_name, c) => {
    const byName = new Map(TOUCHES[c.woodwind].map((t: Touch) => [t.hand + t.name, t]));
    for (const [note, { figure: f, alternates }] of c.entries) {
      for (const one of [f, ...alternates.map((a) => a.figure as KeyFigure)]) {
        const fingers = [...one.left.map((n) => byName.get(`left${n.replace(/h$/, '')}`)), ...one.right.map((n) => byName.get(`right${n.replace(/h$/, '')}`))]
          .filter((t): t is Touch => t !== undefined && !['thumb', 'side', 'palm'].includes(t.finger)).map((t) => `${t.hand} ${t.finger}`);
        expect([note, new Set(fingers).size]).toEqual([note, fingers.length]);
      }
    }
  });

  it.each(Object.entries(CATALOGUES))('%s: two different notes never share a default', (_name, c) => {
    const seen = new Map<string, number>();
    // The flute's second octave repeats the first: there the breath makes the octave (common practice).
    const octaveByBreath = c.woodwind === 'flute' ? 12 : 0;
    // Bassoon notes an octave apart may share holes; the whisper key tells them apart in this catalogue.
    for (const [note, { figure: f }] of c.entries) {
      const text = figureText(f);
      const other = seen.get(text);
      if (other !== undefined) expect([text, note - other]).toEqual([text, octaveByBreath]);
      seen.set(text, note);
    }
  });

  const scaleDown = (c: typeof FLUTE, notes: string): string[][] => notes.split(' ').map((n) => all(c.entries.get(midi(parsePitch(n)))?.figure as KeyFigure).filter((t) => /^[1-6]$/.test(t)));
  it.each<[string, typeof FLUTE, string]>([
    ['saxophone low', SAXOPHONE, 'B4 A4 G4 F4 E4 D4'], ['saxophone high', SAXOPHONE, 'B5 A5 G5 F5 E5 D5'], ['oboe', OBOE, 'B4 A4 G4 F#4 E4 D4'], ['clarinet low', CLARINET, 'E4 D4 C4 Bb3 A3 G3'],
    ['clarinet high', CLARINET, 'B5 A5 G5 F5 E5 D5'], ['flute', FLUTE, 'B4 A4 G4 F4 E4 D4'], ['recorder, German', RECORDER_GERMAN, 'B4 A4 G4 F4 E4 D4'], ['bassoon', BASSOON, 'E3 D3 C3 B2 A2 G2'],
  ])('%s: each step down of the basic scale closes one more hole', (_name, c, notes) => {
    const steps = scaleDown(c, notes);
    for (let i = 1; i < steps.length; i++) {
      expect(steps[i]?.length).toBe((steps[i - 1]?.length ?? 0) + 1);
      for (const hole of steps[i - 1] ?? []) expect(steps[i]).toContain(hole);
    }
  });

  it('the saxophone\'s second octave adds the octave key, the clarinet\'s twelfth the register key', () => {
    for (let note = midi(parsePitch('D4')); note <= midi(parsePitch('C#5')); note++) {
      expect(all(SAXOPHONE.entries.get(note + 12)?.figure as KeyFigure)).toEqual(['8', ...all(SAXOPHONE.entries.get(note)?.figure as KeyFigure)]);
    }
    for (let note = midi(parsePitch('E3')); note <= midi(parsePitch('F4')); note++) {
      const low = all(CLARINET.entries.get(note)?.figure as KeyFigure);
      expect(all(CLARINET.entries.get(note + 19)?.figure as KeyFigure)).toEqual(['T', 'R', ...low.slice(1)]);
    }
  });

  it('refuses a touch that the instrument lacks, a note named twice and a reason that is none', () => {
    expect(() => parseKeyFigure('flute' satisfies Woodwind, 'T 1 | 7')).toThrow('flute has no right touch 7');
    expect(() => compileCatalogue('recorder', 'C4: T\nC4: T 1')).toThrow('stands twice');
    expect(() => compileCatalogue('recorder', 'C4: T; T 1 = because')).toThrow('no such reason');
  });
});
