import {
  type Exercise,
  type Measure,
  notesOf,
  type PageSetup,
  readChordSymbol,
  withSyllables,
  type Written,
} from '@cifra/core';
import { line } from '@cifra/core/testing';
import { descendants, textOf, type XmlElement } from '@cifra/xml';
import { engravePart, engraveScroll } from './engravePart';
import { readPageName } from './engine/notePrefix';
import type { Page } from './page/composePages';
import { PAPER_SIZE } from './page/paper';
import { engraveScore } from './score/engraveScore';
import { loadEngine } from './testing/loadEngine';
import { parsePage, withClass } from './testing/readPage';
import { boxesOf, touching } from './testing/pageBoxes';
import { plansFor, rowsOf } from './testing/pagesFor';
import { overloaded } from './testing/stress';

let engine: Awaited<ReturnType<typeof loadEngine>>;
beforeAll(async () => {
  engine = await loadEngine();
});

const parse = (page: Page | undefined): XmlElement => parsePage(page?.svg ?? '');
const exerciseOf = (
  text: string,
  more: Partial<Exercise> = {},
  marks: (m: Measure<Written>, i: number) => Partial<Measure<Written>> = () => ({}),
  fifths = 0,
): Exercise => {
  const source = line<Written>(text, { fifths });
  return {
    owner: 'trumpet',
    source: { ...source, measures: source.measures.map((m, i) => ({ ...m, ...marks(m, i) })) },
    partChoices: {},
    ...more,
  };
};
const page = (
  exercise: Exercise,
  setup: Partial<PageSetup>,
  extras: Parameters<typeof engravePart>[2] = { paper: 'a4' },
) => parse(engravePart(engine, plansFor(exercise, 'trumpet', setup), extras)[0]);
const tune = exerciseOf('C4 D4 E4 F4 | G4:w | F#4 A4 F#4 G4 | C4:w | C4 D4 E4 F4');

describe('what a page can be asked for', () => {
  it("rows in the teacher's order, a row larger, a row smaller", () => {
    const root = page(tune, {
      rows: {
        woodwind: [],
        brass: [{ row: 'name', size: 'large' }, { row: 'figure' }, { row: 'degree', size: 'small' }],
      },
    });
    const texts = [...descendants(withClass(root, 'cell')[0] as XmlElement)].filter((e) => e.name === 'text');
    expect(texts.map((t) => t.attributes.class)).toEqual(['name', 'figure', 'degree']);
    const y = texts.map((t) => Number(t.attributes.y));
    expect(y).toEqual([...y].sort((a, b) => a - b));
    expect(texts.map((t) => Number(t.attributes['font-size']))).toEqual([465, 372, expect.closeTo(229.6, 1)]);
  });

  it('numbers at lines, at every bar, or none', () => {
    const numbers = (barNumbers: PageSetup['barNumbers']) =>
      withClass(page(tune, { barNumbers, rows: rowsOf('name') }), 'bar-number').map(textOf);
    expect([numbers('systems'), numbers('all'), numbers('none')]).toEqual([[], ['1', '2', '3', '4', '5'], []]);
    expect(withClass(page(tune, { barsPerSystem: 2, rows: rowsOf('name') }), 'bar-number').map(textOf)).toEqual(['3']);
  });

  it('a note that cannot be played says so once, in however many rows it would have a figure', () => {
    const low = exerciseOf('C4 E3 C4:h');
    const said = (...rows: PageSetup['rows']['brass'][number]['row'][]) =>
      withClass(page(low, { rows: rowsOf(...rows) }), 'unplayable').map(textOf);
    expect([said('diagram', 'figure', 'name'), said('figure', 'name'), said('name')]).toEqual([
      ['too low'],
      ['too low'],
      [],
    ]);
  });

  it('no slurs, so that it is practised without first', () => {
    const slurred = { ...tune, source: { ...tune.source, slurs: [{ from: 'n1', to: 'n4' }] } };
    expect([
      withClass(page(slurred, {}), 'slur').length,
      withClass(page(slurred, { slurs: false }), 'slur').length,
    ]).toEqual([1, 0]);
  });

  it('words to sing under the notes and chord symbols in the key of the page, or none', () => {
    const [c, g7] = [readChordSymbol('Eb'), readChordSymbol('F#7/A')];
    const { score } = withSyllables(line<Written>('C4 D4 E4 F4 | G4:w'), 'snow is fall-ing _');
    const sung: Exercise = {
      owner: 'concert',
      source: {
        ...score,
        measures: score.measures.map((m, i) => ({
          ...m,
          events: m.events.map((e, at) =>
            at > 0 ? e : { ...e, ...(i === 0 ? c && { chord: c } : g7 && { chord: g7 }) },
          ),
        })),
      },
      partChoices: {},
    };
    const shown = (setup: Partial<PageSetup>) => {
      const root = page(sung, setup);
      return [withClass(root, 'syl').map(textOf), withClass(root, 'chord-symbol').map(textOf)];
    };
    const words = ['snow', 'is', 'fall', 'ing'];
    expect(shown({})).toEqual([words, ['F', 'G♯7/B']]);
    expect(shown({ lyrics: false })).toEqual([[], ['F', 'G♯7/B']]);
    expect(shown({ chords: false })).toEqual([words, []]);
  });

  it('repeats written out', () => {
    const repeated = exerciseOf('C4:w | D4:w | E4:w', {}, (_m, i) => (i === 1 ? { repeatEnd: true } : {}));
    expect(withClass(page(repeated, {}), 'note')).toHaveLength(3);
    expect(withClass(page(repeated, { repeats: 'written-out' }), 'cell').map((c) => c.attributes['data-note'])).toEqual(
      ['n1', 'n2', 'n1-again2', 'n2-again2', 'n3'],
    );
  });

  it('endings with their numbers, and no line at the left from the staff into the band', () => {
    const ended = exerciseOf('C4:w | D4:w | E4:w', {}, (_m, i) =>
      i === 1 ? { ending: [1], repeatEnd: true } : i === 2 ? { ending: [2] } : {},
    );
    const drawn = page(ended, { rows: rowsOf('figure', 'name') });
    expect(withClass(drawn, 'voltaBracket').map((b) => textOf(b).trim())).toEqual(['1.', '2.']);
    const lines = withClass(drawn, 'system').flatMap((s) =>
      s.children.filter((c) => typeof c !== 'string' && c.name === 'path'),
    );
    expect(lines).toEqual([]);
  });

  it('a small sign over what the key signature alters, and over nothing else', () => {
    const inG = exerciseOf('G4 F#4 F4 F#4', {}, () => ({}), 1);
    const signs = (setup: Partial<PageSetup>) =>
      withClass(page(inG, setup), 'accid').filter((a) => [...descendants(a)].some((c) => c.name === 'use')).length;
    // The natural and the sharp after it stand there in any case.
    expect(signs({ signatureMarks: true }) - signs({})).toBe(1);
  });

  it('circles round at most three hard places, none on an easy line', () => {
    const hard = exerciseOf('C4 A4 C4 A4 | D4 B4 D4 B4 | E4 C5 E4 C5 | F4 D5 F4 D5');
    expect(withClass(page(hard, { circles: true }), 'circle')).toHaveLength(3);
    expect(withClass(page(hard, {}), 'circle')).toHaveLength(0);
    expect(withClass(page(exerciseOf('C4:w | C4:w'), { circles: true }), 'circle')).toHaveLength(0);
  });

  it('its notes at the head, new ones marked with a word, and what the drawings mean', () => {
    const root = page(tune, { strip: true, legend: true, rows: rowsOf('diagram', 'name') });
    expect(withClass(root, 'new-word').map(textOf)).toEqual(['new', 'new']);
    expect(withClass(root, 'legend')).toHaveLength(1);
    expect(withClass(page(tune, { legend: true, rows: rowsOf('name') }), 'legend')).toHaveLength(0);
  });

  it("the player's name, the teacher's word, a code to scan", () => {
    const root = page(
      tune,
      {},
      { paper: 'letter', name: 'Saskia', note: 'Blow through the long notes.', code: ['101', '010', '111'] },
    );
    expect(withClass(root, 'player').map(textOf)).toEqual(['Saskia']);
    expect(withClass(root, 'name-line')).toHaveLength(0);
    expect(withClass(root, 'advice').map(textOf)).toEqual([
      'No sharps or flats in the key signature.',
      'Your teacher says:',
      'Blow through the long notes.',
    ]);
    expect((withClass(root, 'code')[0]?.attributes.d?.match(/Z/g) ?? []).length).toBe(6);
  });

  it('a bar too full for a line is set smaller, not over the edge', () => {
    const full = exerciseOf(Array.from({ length: 48 }, (_u, i) => (i % 2 === 0 ? 'F#4:s' : 'G4:s')).join(' '));
    const pages = engravePart(engine, plansFor(full, 'clarinet', { rows: rowsOf('diagram', 'figure', 'name') }), {
      paper: 'a4',
    });
    for (const p of pages) {
      const boxes = boxesOf(p.svg);
      expect(touching(boxes)).toEqual([]);
      expect(Math.max(...boxes.map((b) => b.right))).toBeLessThan(PAPER_SIZE.a4.width - 1200);
    }
  });
});

describe('a duet on one page', () => {
  const duet: Exercise = {
    ...tune,
    otherLines: [line<Written>('E4 F4 G4 A4 | C5:w | A4 C5 A4 B4 | E4:w | E4 F4 G4 A4')],
    partChoices: { trumpet: { together: true } },
  };

  it('has a band over each line, its notes known by their line', () => {
    const pages = engravePart(engine, plansFor(duet, 'trumpet', { rows: rowsOf('figure', 'name') }), { paper: 'a4' });
    const root = parse(pages[0]);
    const cells = withClass(root, 'cell').map((c) => readPageName(c.attributes['data-note'] ?? ''));
    expect([cells.filter((c) => c.line === 0).length, cells.filter((c) => c.line === 1).length]).toEqual([
      notesOf(duet.source).length,
      notesOf(duet.otherLines?.[0] ?? duet.source).length,
    ]);
    expect(withClass(root, 'strip').length).toBe(2 * withClass(root, 'placed').length);
    expect(pages.flatMap((p) => touching(boxesOf(p.svg)))).toEqual([]);
  });

  it("keeps what stands under the upper line off the lower one's band", () => {
    const loud = overloaded(tune);
    const pages = engravePart(
      engine,
      plansFor({ ...duet, source: { ...loud.source, slurs: [] } }, 'trumpet', { rows: rowsOf('figure', 'name') }),
      { paper: 'a4' },
    );
    expect(pages.flatMap((p) => touching(boxesOf(p.svg)))).toEqual([]);
  });
});

describe('what stands beside the pages', () => {
  it('a scroll for a narrow screen: lines as wide as it is, nothing lost', () => {
    const scroll = engraveScroll(
      engine,
      plansFor(tune, 'trumpet', { rows: rowsOf('figure', 'name'), barsPerSystem: 0 }),
      8000,
    );
    expect(scroll.width).toBeLessThan(8100);
    expect(withClass(parse(scroll), 'cell')).toHaveLength(notesOf(tune.source).length);
  });

  it('a scroll so narrow that a bar is set smaller: its lines come closer, and it ends where they do', () => {
    const long = exerciseOf(Array.from({ length: 10 }, () => 'C4:e D4:e E4:e F4:e G4:e F4:e E4:e D4:e').join(' | '));
    const heightAt = (width: number): number =>
      engraveScroll(engine, plansFor(long, 'trumpet', { rows: rowsOf('figure', 'name'), barsPerSystem: 1 }), width)
        .height;
    // Ten lines either way: what is set smaller takes less room, not more.
    expect(heightAt(4200)).toBeLessThan(heightAt(9000));
  });

  it('a score: a staff for each, under each other', () => {
    const scores = ['flute', 'trumpet', 'tuba'].map(
      (id) => plansFor(tune, id as 'flute')[0]?.part.score ?? tune.source,
    );
    const { page: drawn, staves } = engraveScore(engine, scores);
    expect(staves).toHaveLength(3);
    expect(staves.map((s) => s.top)).toEqual([...staves.map((s) => s.top)].sort((a, b) => a - b));
    expect(withClass(parse(drawn), 'note')).toHaveLength(3 * notesOf(tune.source).length);
  });
});
