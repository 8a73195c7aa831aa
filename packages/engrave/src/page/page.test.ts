import { annotate, derivePart, INSTRUMENTS, instrumentOf, type Part, realize, type Written } from '@cifra/core';
import { line } from '@cifra/core/testing';
import { figureLines } from '../diagram/figureLines';
import { touchName } from '../diagram/touchName';
import { breakLines } from '../lineBreaks';
import { planBand } from '../band/bandRows';
import type { System } from '../system/readSystems';
import { extentOf } from '../system/bounds';
import { dealSystems } from './composePages';
import { instrumentTitle, partHeader, signatureSentence } from './pageWords';

const system = (height: number): System => ({ drawing: { name: 'g', attributes: {}, children: [] }, top: 0, bottom: height, band: undefined, staffTop: 0, left: 0, right: 100, heads: [], rests: [], staves: [], measures: [], tempos: [] });
const bars = (n: number, pickup = false) => {
  const score = line<Written>(Array.from({ length: n }, () => 'C4:w').join(' | '));
  return pickup ? { ...score, measures: score.measures.map((m, i) => (i === 0 ? { ...m, pickup: true } : m)) } : score;
};
const widths = (n: number, width: number) => new Map(Array.from({ length: n }, (_u, i) => [`m${i + 1}`, width] as const));

describe('line breaks', () => {
  it('set four bars to a line, the pickup with the first', () => {
    expect([...breakLines(bars(12), widths(12, 30), 1000)]).toEqual([4, 8]);
    expect([...breakLines(bars(9, true), widths(9, 30), 1000)]).toEqual([5]);
  });

  it('halve a phrase that is too wide, and halve again', () => {
    expect([...breakLines(bars(8), widths(8, 300), 1000)]).toEqual([2, 4, 6]);
    expect([...breakLines(bars(3), widths(3, 700), 1000)]).toEqual([1, 2]);
  });

  it('leave no single bar behind when it fits the line before', () => {
    expect([...breakLines(bars(9), widths(9, 100), 1000)]).toEqual([4]);
    expect([...breakLines(bars(5), widths(5, 240), 1000)]).toEqual([4]);
  });
});

describe('pages', () => {
  it('take as many systems as fit', () => {
    expect(dealSystems(Array.from({ length: 9 }, () => system(1000)), 4600, 6000).map((p) => p.length)).toEqual([3, 4, 2]);
  });

  it('leave no lone system on the last page', () => {
    expect(dealSystems(Array.from({ length: 5 }, () => system(1000)), 6000, 6000).map((p) => p.length)).toEqual([3, 2]);
    expect(dealSystems([system(1000)], 6000, 6000).map((p) => p.length)).toEqual([1]);
  });

  it('know how far a drawing reaches', () => {
    expect(extentOf({ name: 'g', attributes: {}, children: [{ name: 'path', attributes: { d: 'M0 10 L5 90' }, children: [] }, { name: 'rect', attributes: { y: '-20', height: '5' }, children: [] }] })).toEqual({ top: -20, bottom: 90 });
    expect(extentOf({ name: 'g', attributes: {}, children: ['text'] })).toBeUndefined();
  });
});

describe('words on the page', () => {
  it('say what the signature does', () => {
    expect([signatureSentence(0), signatureSentence(1), signatureSentence(-3)]).toEqual(['No sharps or flats in the key signature.', 'Every F is F♯.', 'Every B, E and A is flat.']);
    expect([instrumentTitle(instrumentOf('horn')), instrumentTitle(instrumentOf('tuba'))]).toEqual(['Horn in F', 'Tuba']);
  });

  const headerOf = (part: Part): readonly string[] => partHeader(part, annotate(part)).notes;
  it('say when the line was moved, respelled, or does not fit', () => {
    const notes = (text: string, id: 'tuba' | 'trumpet' | 'descant-recorder', fifths = 0) =>
      headerOf(derivePart(realize({ owner: 'concert', source: line<Written>(text, { fifths }), partChoices: {} }), instrumentOf(id), 'concert'));
    expect(notes('Bb4 C5 D5 Eb5', 'tuba', -2)).toContain('Sounds three octaves below the source line.');
    expect(notes('B4 B4 B4 B4', 'trumpet', 5)).toContain('Key respelled to stay readable.');
    expect(notes('C3 C4 C5 C6', 'descant-recorder')).toEqual(expect.arrayContaining([expect.stringMatching(/^\d of 4 notes lie outside this instrument\.$/)]));
    expect(annotate(derivePart(realize({ owner: 'concert', source: line<Written>('C4'), partChoices: {} }), instrumentOf('tuba'), 'concert')).size).toBe(1);
  });
});

describe('figures as text in the band', () => {
  it('have a line for each hand of a woodwind and one for brass', () => {
    expect(figureLines({ kind: 'keys', left: ['T', 'R', '1', '2', '3', 'LE'], right: ['4', '5', '6'] })).toEqual(['TR123 LE', '456']);
    expect(figureLines({ kind: 'keys', left: [], right: [] })).toEqual(['open', '']);
    expect(figureLines({ kind: 'keys', left: [], right: ['Eb'] })).toEqual(['–', 'E♭']);
    expect(figureLines({ kind: 'valves', valves: [1, 3] })).toEqual(['13']);
  });

  it('name touches as people read them', () => {
    expect(['Eb', 'Gs', 'sideBb', 'palmD', 'lowBb', 'tE', 'RFs', 'bis', 'C'].map(touchName)).toEqual(['E♭', 'G♯', 'side B♭', 'palm D', 'low B♭', 'th E', 'RF♯', 'bis', 'C']);
  });

  it('fit the band that is planned for them', () => {
    for (const instrument of INSTRUMENTS) {
      const plan = planBand(['diagram', 'figure', 'name', 'sounds'], instrument);
      const last = plan.rows[3];
      expect((last?.top ?? 0) + (last?.height ?? 0)).toBeLessThanOrEqual(plan.height);
      plan.rows.forEach((r, i) => { if (i > 0) expect(r.top).toBeGreaterThan((plan.rows[i - 1]?.top ?? 0) + (plan.rows[i - 1]?.height ?? 0)); });
    }
    expect(planBand([], instrumentOf('tuba'))).toEqual({ rows: [], height: 0, lines: 0 });
  });
});
