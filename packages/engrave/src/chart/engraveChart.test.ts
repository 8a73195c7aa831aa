import {
  annotate,
  type Annotations,
  chartNotes,
  chartPart,
  DEFAULT_PAGE,
  DEFAULT_TEACHING,
  derivePart,
  INSTRUMENTS,
  instrumentOf,
  notesOf,
  notesUsed,
  type PagePlan,
  planPage,
  type Part,
  realize,
  type ConventionOverrides,
  conventionsOf,
  type Written,
} from '@cifra/core';
import { line } from '@cifra/core/testing';
import { textOf, type XmlElement } from '@cifra/xml';
import { engravePart } from '../engravePart';
import type { Page } from '../page/composePages';
import { loadEngine } from '../testing/loadEngine';
import { parsePage, withClass } from '../testing/readPage';
import { rowsOf, TODAY } from '../testing/pagesFor';
import { engraveChart } from './engraveChart';

let engine: Awaited<ReturnType<typeof loadEngine>>;
beforeAll(async () => {
  engine = await loadEngine();
});

const words = {
  title: 'Chart',
  notes: ['Everything'],
  othersTitle: 'Others',
  alternate: (a: { reason: string }) => `because ${a.reason}`,
  tuning: (i: { tendency: string }) => `sits ${i.tendency}`,
};
const ROWS = ['diagram', 'figure', 'name', 'sounds'] as const;

const chart = (part: Part, annotations: Annotations): { pages: Page[]; roots: XmlElement[] } => {
  const pages = engraveChart(engine, part, annotations, { rows: ROWS, paper: 'a4', words });
  return { pages, roots: pages.map((p) => parsePage(p.svg)) };
};

describe('a chart on paper', () => {
  it.each(INSTRUMENTS.map((i) => [i.id, i] as const))(
    'of the %s has a staff note, a name, a figure in text and a drawing for every note',
    (_id, i) => {
      const notes = chartNotes(i, 'full');
      const part = chartPart(i, notes, DEFAULT_TEACHING);
      const annotations = annotate(part, { alone: true });
      const { roots } = chart(part, annotations);
      const cells = roots.flatMap((r) => withClass(r, 'cell'));
      expect(cells.map((c) => c.attributes['data-note'])).toEqual([...annotations.keys()]);
      expect(roots.flatMap((r) => withClass(r, 'note'))).toHaveLength(notes.length);
      for (const cell of cells) {
        expect([cell.attributes['data-note'], withClass(cell, 'diagram').length]).toEqual([
          cell.attributes['data-note'],
          1,
        ]);
        expect(withClass(cell, 'figure').map(textOf).join('')).not.toBe('');
        expect(textOf(withClass(cell, 'name')[0])).toMatch(/^[A-G]/);
      }
      // No meter and no bar lines.
      expect(roots.flatMap((r) => withClass(r, 'meterSig'))).toEqual([]);
    },
  );

  it('lists the other figures with their reasons, and what sits off', () => {
    const part = chartPart(
      instrumentOf('trumpet'),
      chartNotes(instrumentOf('trumpet'), 'first-octave'),
      DEFAULT_TEACHING,
    );
    const text = chart(part, annotate(part, { alone: true }))
      .roots.flatMap((r) => withClass(r, 'others'))
      .map(textOf)
      .join(' ');
    expect(text).toContain('Others');
    expect(text).toMatch(/E4\s*3\s*because third-alone/);
    expect(text).toMatch(/D4\s*sits sharp/);
  });

  it('keeps every drawing on its page', () => {
    const part = chartPart(
      instrumentOf('double-horn'),
      chartNotes(instrumentOf('double-horn'), 'full'),
      DEFAULT_TEACHING,
    );
    const { pages, roots } = chart(part, annotate(part, { alone: true }));
    expect(pages.length).toBeGreaterThan(1);
    roots.forEach((root, i) => {
      for (const g of withClass(root, 'placed')) {
        const y = Number(/translate\(\S+ (-?[\d.]+)\)/.exec(g.attributes.transform ?? '')?.[1]);
        expect(y).toBeLessThan(pages[i]?.height ?? 0);
      }
    });
  });
});

describe('the notes of a page at its head', () => {
  const planOf = (part: Part, strip: boolean): PagePlan =>
    planPage(part, annotate(part), { ...DEFAULT_PAGE, rows: rowsOf(...ROWS), strip }, { today: TODAY });
  const partOf = () =>
    derivePart(
      realize({ owner: 'concert', source: line<Written>('C4 D4 C4 Eb4 | D4 C4 D4 C4'), partChoices: {} }),
      instrumentOf('trumpet'),
      'concert',
      {},
      { ...DEFAULT_TEACHING, conventions: conventionsOf({ figures: 'none' }) },
    );

  it('stand there once each, low to high, figured even where the page below is not', () => {
    const part = partOf();
    const pages = engravePart(engine, [planOf(part, true)], { paper: 'a4' });
    const cells = pages.flatMap((p) => withClass(parsePage(p.svg), 'cell'));
    expect(cells.slice(0, 3).map((c) => textOf(withClass(c, 'name')[0]))).toEqual(
      notesUsed(part).map((p) => p.step + (p.alter < 0 ? '♭' : '')),
    );
    expect(cells).toHaveLength(3 + notesOf(part.score).length);
    expect(cells.slice(3).every((c) => withClass(c, 'name').length === 0)).toBe(true);
  });

  it('are not there unless they are wanted', () => {
    const part = partOf();
    expect(
      engravePart(engine, [planOf(part, false)], { paper: 'a4' }).flatMap((p) => withClass(parsePage(p.svg), 'cell')),
    ).toHaveLength(notesOf(part.score).length);
  });
});

describe('what a class chooses shows in the band', () => {
  const cells = (
    id: 'trumpet' | 'alto-saxophone' | 'clarinet',
    text: string,
    conventions: ConventionOverrides,
    alternatives?: Record<string, number>,
    easierFigures = false,
  ) => {
    const part = derivePart(
      realize({ owner: id, source: line<Written>(text), partChoices: {} }),
      instrumentOf(id),
      id,
      alternatives === undefined ? {} : { alternatives },
      { conventions: conventionsOf(conventions), stage: 'first-year' },
    );
    return engravePart(
      engine,
      [
        planPage(
          part,
          annotate(part),
          { ...DEFAULT_PAGE, rows: rowsOf('figure', 'name', 'count'), easierFigures },
          { today: TODAY },
        ),
      ],
      { paper: 'a4' },
    ).flatMap((p) => withClass(parsePage(p.svg), 'cell'));
  };
  const texts = (all: XmlElement[], name: string): string[] => all.map((c) => withClass(c, name).map(textOf).join(' '));

  it('names and counts in its own way', () => {
    expect(texts(cells('trumpet', 'B4:h Bb4 C5', { noteNames: 'german' }), 'name')).toEqual(['H', 'B', 'C']);
    expect(texts(cells('trumpet', 'B4:h Bb4 C5', { counting: 'ta' }), 'count')).toEqual(['ta-a', 'ta', 'ta']);
    expect(texts(cells('clarinet', 'Bb3 A3 G3 F3', { fingerCount: 'each-hand' }), 'figure')).toEqual([
      'T 1 2 3 1',
      'T 1 2 3 1 2',
      'T 1 2 3 1 2 3',
      'T 1 2 3 1 2 3 RF',
    ]);
  });

  it('counts the rests too', () => {
    const part = derivePart(
      realize({ owner: 'flute', source: line<Written>('C5 R D5 R'), partChoices: {} }),
      instrumentOf('flute'),
      'flute',
    );
    const plan = planPage(part, annotate(part), { ...DEFAULT_PAGE, rows: rowsOf('count') }, { today: TODAY });
    const [page] = engravePart(engine, [plan], { paper: 'a4' });
    expect(withClass(parsePage(page?.svg ?? ''), 'rest-count').map(textOf)).toEqual(['(2)', '(4)']);
  });

  it('marks where another figure is easier, where that is asked for, and a note moved alone', () => {
    const easier = (asked: boolean) =>
      cells('alto-saxophone', 'F4 F#4 F4 G4', {}, undefined, asked).map((c) => withClass(c, 'better').length);
    expect([easier(true), easier(false)]).toEqual([
      [0, 1, 0, 0],
      [0, 0, 0, 0],
    ]);
    expect(texts(cells('trumpet', 'C4 C4 C4 C4', {}, { n2: 1, n3: -1 }), 'moved')).toEqual(['', '8va', '8vb', '']);
  });
});
