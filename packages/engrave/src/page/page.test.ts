import {
  annotate,
  BAND_ROWS,
  chartPart,
  DEFAULT_PAGE,
  DEFAULT_TEACHING,
  derivePart,
  type InstrumentId,
  INSTRUMENTS,
  instrumentOf,
  type PagePlan,
  planPage,
  type PageSetup,
  type Part,
  realize,
  conventionsOf,
  TROUBLE_CAUSES,
  type TroubleCause,
  type Written,
} from '@cifra/core';
import { line } from '@cifra/core/testing';
import { figureLines } from '../diagram/figureLines';
import { touchName } from '../diagram/touchName';
import { breakSystems } from '../systemBreaks';
import { fullBand, layOutBand } from '../band/bandRows';
import type { System } from '../system/readSystems';
import { extentOf } from '../system/bounds';
import { dealSystems } from './composePages';
import { instrumentTitle, lookFirstWords, partHeader, signatureSentence } from './pageWords';

const system = (height: number): System => ({
  drawing: { name: 'g', attributes: {}, children: [] },
  top: 0,
  bottom: height,
  bands: [],
  staffTop: 0,
  left: 0,
  right: 100,
  heads: [],
  rests: [],
  staves: [],
  measures: [],
  tempos: [],
});
const bars = (n: number, pickup = false) => {
  const score = line<Written>(Array.from({ length: n }, () => 'C4:w').join(' | '));
  return pickup ? { ...score, measures: score.measures.map((m, i) => (i === 0 ? { ...m, pickup: true } : m)) } : score;
};
const widths = (n: number, width: number) =>
  new Map(Array.from({ length: n }, (_u, i) => [`m${i + 1}`, width] as const));

describe('line breaks', () => {
  it('set four bars to a line, the pickup with the first', () => {
    expect([...breakSystems(bars(12), widths(12, 30), 1000)]).toEqual([4, 8]);
    expect([...breakSystems(bars(9, true), widths(9, 30), 1000)]).toEqual([5]);
  });

  it('halve a phrase that is too wide, and halve again', () => {
    expect([...breakSystems(bars(8), widths(8, 300), 1000)]).toEqual([2, 4, 6]);
    expect([...breakSystems(bars(3), widths(3, 700), 1000)]).toEqual([1, 2]);
  });

  it('leave no single bar behind when it fits the line before', () => {
    expect([...breakSystems(bars(9), widths(9, 100), 1000)]).toEqual([4]);
    expect([...breakSystems(bars(5), widths(5, 240), 1000)]).toEqual([4]);
  });

  it("go by what the page asks for, and by the teacher's own wish", () => {
    expect([...breakSystems(bars(9), widths(9, 30), 1000, 3)]).toEqual([3, 6]);
    expect([...breakSystems(bars(9), widths(9, 300), 1000, 0)]).toEqual([3, 6]);
    expect([...breakSystems(bars(4), widths(4, 30), 1000, 1)]).toEqual([1, 2, 3]);
    const wished = {
      ...bars(8),
      measures: bars(8).measures.map((m, i) => (i === 3 ? { ...m, startsSystem: true } : m)),
    };
    expect([...breakSystems(wished, widths(8, 30), 1000)]).toEqual([3]);
  });

  it("leave room for the words that begin over a line's last bar", () => {
    expect([...breakSystems(bars(4), widths(4, 240), 1000, 4, new Map([['m4', 600]]))]).toEqual([2]);
  });
});

describe('phrases', () => {
  it('begin lines also where one before them was too wide', () => {
    const wide = new Map([...widths(16, 200), ...['m9', 'm10'].map((id) => [id, 450] as const)]);
    expect([...breakSystems(bars(16), wide, 1000)]).toEqual([4, 8, 10, 12]);
  });
});

describe('pages', () => {
  const dealt = (n: number, first = 6000, other = 6000): number[] =>
    dealSystems(
      Array.from({ length: n }, () => system(1000)),
      { first, other },
    ).map((p) => p.length);

  it('are as few as hold the systems, and as evenly full as they go', () => {
    expect(dealt(4)).toEqual([4]);
    expect(dealt(9, 4600)).toEqual([3, 3, 3]);
    expect(dealt(7, 4600)).toEqual([3, 4]);
    // No lone system on the last page.
    expect(dealt(5)).toEqual([3, 2]);
    expect(dealt(1)).toEqual([1]);
  });

  it('know how far a drawing reaches', () => {
    expect(
      extentOf({
        name: 'g',
        attributes: {},
        children: [
          { name: 'path', attributes: { d: 'M0 10 L5 90' }, children: [] },
          { name: 'rect', attributes: { y: '-20', height: '5' }, children: [] },
        ],
      }),
    ).toEqual({ top: -20, bottom: 90 });
    expect(extentOf({ name: 'g', attributes: {}, children: ['text'] })).toBeUndefined();
  });
});

describe('words on the page', () => {
  it('say what the signature does', () => {
    expect([signatureSentence(0), signatureSentence(1), signatureSentence(-3)]).toEqual([
      'No sharps or flats in the key signature.',
      'Every F is F♯.',
      'Every B, E and A is flat.',
    ]);
    expect([instrumentTitle(instrumentOf('horn')), instrumentTitle(instrumentOf('tuba'))]).toEqual([
      'Horn in F',
      'Tuba',
    ]);
  });

  const planOf = (part: Part, setup: Partial<PageSetup> = {}): PagePlan =>
    planPage(part, annotate(part), { ...DEFAULT_PAGE, ...setup }, { today: '2026-11-25' });
  const partFor = (text: string, id: InstrumentId, fifths = 0): Part =>
    derivePart(
      realize({ owner: 'concert', source: line<Written>(text, { fifths }), partChoices: {} }),
      instrumentOf(id),
      'concert',
    );

  it('say when the line was moved, respelled, or does not fit', () => {
    const notes = (text: string, id: 'tuba' | 'trumpet' | 'descant-recorder', fifths = 0) =>
      partHeader(planOf(partFor(text, id, fifths))).foot;
    expect(notes('Bb4 C5 D5 Eb5', 'tuba', -2)).toContain('Sounds three octaves below the source line.');
    expect(notes('B4 B4 B4 B4', 'trumpet', 5)).toContain('Key respelled to stay readable.');
    expect(notes('C3 C4 C5 C6', 'descant-recorder')).toEqual(
      expect.arrayContaining([expect.stringMatching(/^\d of 4 notes lie outside this instrument\.$/)]),
    );
  });

  it("say what the page was asked to: the count, what to look at, the teacher's word, the player", () => {
    const part = partFor('Bb3 C4 A4:h', 'clarinet');
    const header = partHeader(planOf(part, { countIn: true, lookFirst: true }), {
      name: 'Isla',
      note: 'Softly.',
      code: ['10', '01'],
    });
    expect(header.advice?.[1]).toEqual({ lead: 'Count in:', text: '1 2 3 4, in quarter notes' });
    const counted = (beats: number, unit: 2 | 4 | 8, rhythmNames: 'american' | 'british'): string => {
      const score = realize({
        owner: 'concert',
        source: line<Written>('C4:h', { meter: { beats, unit } }),
        partChoices: {},
      });
      const one = derivePart(
        score,
        instrumentOf('flute'),
        'concert',
        {},
        { conventions: conventionsOf({ rhythmNames }), stage: 'first-year' },
      );
      const counting = partHeader(planOf(one, { countIn: true })).advice?.at(-1);
      return `${counting?.lead} ${counting?.text}`;
    };
    expect([counted(2, 2, 'british'), counted(6, 8, 'american'), counted(3, 4, 'british')]).toEqual([
      'Count in: 1 2, in minims',
      'Count in: 1 2 3 4 5 6, in eighth notes',
      'Count in: 1 2 3, in crotchets',
    ]);
    expect(header.advice?.[0]?.lead).toBe('Every F and C is sharp.');
    expect(header.advice?.[0]?.text).toMatch(/^Look first: new note B \(bar 1\); bar 1, D to B: over the break\.$/);
    expect(header.advice?.[2]).toEqual({ lead: 'Your teacher says:', text: 'Softly.' });
    expect([header.name, header.code]).toEqual(['Isla', ['10', '01']]);
    expect(partHeader(planOf(part)).advice).toEqual([{ lead: header.advice?.[0]?.lead, text: '' }]);
  });

  it('have words for every cause of trouble', () => {
    const said = (cause: TroubleCause, units: number): string =>
      lookFirstWords({ kind: 'trouble', bar: 3, from: 'A', to: 'B', cause: { cause, units, cost: 5 } });
    for (const cause of TROUBLE_CAUSES) expect(said(cause, 1)).toMatch(/^bar 3, A to B: [a-z ]{6,}/);
    // What is many, long or wide depends on how much of it there is: a fourth is no wide leap, a sixth is.
    expect([said('fingers-move', 1), said('fingers-move', 5)].map((s) => s.split(': ')[1])).toEqual([
      'a finger moves',
      '5 fingers move',
    ]);
    expect(([1, 3, 4] as const).map((n) => said('wide-interval', n).split(': ')[1])).toEqual([
      'a leap',
      'a leap',
      'a wide leap',
    ]);
    expect([1.3, 3, 3.7].map((n) => said('slide-travel', n).split(': ')[1])).toEqual([
      'the slide moves',
      'the slide moves',
      'a long way for the slide',
    ]);
    expect(lookFirstWords({ kind: 'same-bars', bars: 3, of: 8 })).toBe(
      '3 of 8 bars are the same as one before them: find them',
    );
    expect(lookFirstWords({ kind: 'same-bars', bars: 1, of: 8 })).toBe(
      '1 of 8 bars is the same as one before it: find it',
    );
    expect(
      lookFirstWords({
        kind: 'new-notes',
        notes: ['A', 'B', 'C', 'D', 'E'].map((name, bar) => ({ name, bar, height: bar === 1 ? 'high' : undefined })),
      }),
    ).toBe('new notes A (the pickup), high B (bar 1), C (bar 2), D (bar 3) and 1 more');
  });
});

describe('figures as text in the band', () => {
  it('have a line for each hand of a woodwind and one for brass', () => {
    expect(figureLines({ kind: 'keys', left: ['T', 'R', '1', '2', '3', 'LE'], right: ['4', '5', '6'] })).toEqual([
      'T R 1 2 3 LE',
      '4 5 6',
    ]);
    expect(figureLines({ kind: 'keys', left: [], right: [] })).toEqual(['open', '']);
    expect(figureLines({ kind: 'keys', left: [], right: ['Eb'] })).toEqual(['–', 'E♭']);
    expect(figureLines({ kind: 'valves', valves: [1, 3] })).toEqual(['13']);
  });

  it('name touches as people read them', () => {
    expect(['Eb', 'Gs', 'sideBb', 'palmD', 'lowBb', 'tE', 'RFs', 'bis', 'C'].map(touchName)).toEqual([
      'E♭',
      'G♯',
      'side B♭',
      'palm D',
      'low B♭',
      'th E',
      'RF♯',
      'bis',
      'C',
    ]);
  });

  it('fit the band that is planned for them', () => {
    for (const instrument of INSTRUMENTS) {
      const part = chartPart(instrument, instrument.firstNotes, DEFAULT_TEACHING);
      const plan = layOutBand(
        fullBand(
          part,
          annotate(part, { alone: true }),
          BAND_ROWS.map((row) => ({ row, size: 'large' as const })),
        ),
      );
      const last = plan.rows.at(-1);
      expect((last?.top ?? 0) + (last?.height ?? 0)).toBeLessThanOrEqual(plan.height);
      plan.rows.forEach((r, i) => {
        if (i > 0) expect(r.top).toBeGreaterThan((plan.rows[i - 1]?.top ?? 0) + (plan.rows[i - 1]?.height ?? 0));
      });
    }
    const tuba = chartPart(instrumentOf('tuba'), [], DEFAULT_TEACHING);
    expect(layOutBand(fullBand(tuba, annotate(tuba, { alone: true }), []))).toEqual({
      rows: [],
      height: 0,
      lines: 0,
      keys: [],
    });
  });
});
