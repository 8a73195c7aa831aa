import {
  DEFAULT_TEACHING,
  type Exercise,
  fullScore,
  INSTRUMENTS,
  type Handout,
  type InstrumentId,
  key,
  letterName,
  partOf,
  type Written,
  worksheetPlan,
} from '@cifra/core';
import { line, SHARE_OF_INSTRUMENTS } from '@cifra/core/testing';
import { readAbc } from '@cifra/formats';
import { descendants, elementsOf, textOf, type XmlElement } from '@cifra/xml';
import { DEMO_TUNES } from '../../../apps/server/src/demo/tunes.data';
import type { Page } from './page/composePages';
import { MARGIN, PAPER_SIZE } from './page/paper';
import { engraveScorePages } from './score/engraveScorePages';
import { loadEngine } from './testing/loadEngine';
import { parsePage, withClass } from './testing/readPage';
import { boxesOf, touching } from './testing/pageBoxes';
import { engraveHandout } from './engraveHandout';

let engine: Awaited<ReturnType<typeof loadEngine>>;
beforeAll(async () => {
  engine = await loadEngine();
});

const DEMO = DEMO_TUNES.map((tune): Exercise => {
  const reading = readAbc(tune.abc);
  if (!reading.ok || reading.value.kind !== 'line') throw new Error('a demo tune cannot be read');
  return { owner: tune.owner, source: reading.value.score, partChoices: {} };
});
const [harbour] = DEMO as [Exercise];
const TODAY = '2026-11-28';
const make = (handout: Handout, instrument: InstrumentId, exercise = harbour, paper: 'a4' | 'letter' = 'a4'): Page[] =>
  engraveHandout(engine, handout, { exercise, instrument, teaching: DEFAULT_TEACHING, paper, today: TODAY });
const inPages = (pages: readonly Page[], name: string): XmlElement[] =>
  pages.flatMap((p) => withClass(parsePage(p.svg), name));
const words = (pages: readonly Page[]): string => pages.map((p) => textOf(parsePage(p.svg))).join(' ');

const ALL: Handout = { kind: 'worksheet', work: ['names', 'figures', 'concert', 'counts'], answers: false };

describe('a worksheet', () => {
  it.each(SHARE_OF_INSTRUMENTS.map((i, n) => [i.id, n] as const))(
    '%s: boxes touch nothing and keep the margins',
    (id, n) => {
      const exercise = DEMO[n % DEMO.length] ?? harbour;
      for (const handout of [ALL, { ...ALL, answers: true }])
        for (const page of make(handout, id, exercise, n % 2 === 0 ? 'a4' : 'letter')) {
          const boxes = boxesOf(page.svg);
          expect(touching(boxes)).toEqual([]);
          expect(boxes.filter((b) => b.kind === 'cell' && b.right > page.width - MARGIN.right + 60)).toEqual([]);
        }
    },
  );

  it('would notice boxes that touch: asked for two millimetres of air, it finds pairs', () => {
    expect(make(ALL, 'trumpet').flatMap((p) => touching(boxesOf(p.svg), 200)).length).toBeGreaterThan(0);
  });

  it('has boxes wide enough to write into, empty for the player and filled for the teacher', () => {
    const asked = make({ ...ALL, work: ['names'] }, 'trumpet');
    const key = make({ ...ALL, work: ['names'], answers: true }, 'trumpet');
    const scale = Number(/scale\(([\d.]+)\)/.exec(asked[0]?.svg ?? '')?.[1]);
    const boxes = inPages(asked, 'box');
    expect(Math.min(...boxes.map((b) => Number(b.attributes.width))) * scale).toBeGreaterThan(550);
    expect([inPages(asked, 'name'), inPages(key, 'box')].map((l) => l.length)).toEqual([0, boxes.length]);
    // Second source: the part itself.
    const struck = [
      ...worksheetPlan(harbour, 'trumpet', DEFAULT_TEACHING, { today: TODAY }, {
        ...ALL,
        kind: 'worksheet',
      } as never).plan.annotations.values(),
    ].filter((n) => n.tiedFrom === undefined);
    expect(inPages(key, 'name').map(textOf)).toEqual(struck.map((n) => letterName(n.written)));
  });

  it('leaves rings to shade, and hides bar lines but the last', () => {
    const filled = (answers: boolean) =>
      inPages(make({ ...ALL, work: ['figures'], answers }, 'flute'), 'diagram').filter((d) =>
        elementsOf(d).some((e) => e.attributes.fill === '#000000'),
      ).length;
    expect(filled(false)).toBe(0);
    expect(filled(true)).toBeGreaterThan(20);
    const lines = (answers: boolean) =>
      inPages(make({ ...ALL, work: ['bar-lines'], answers }, 'tuba'), 'barLine').flatMap((e) => elementsOf(e)).length;
    expect(lines(false)).toBeLessThan(lines(true) / 2);
  });

  it('says each task in a numbered sentence, and gives nothing away', () => {
    const asked = words(make({ ...ALL, work: ['names', 'wrong-signature'] }, 'flute'));
    expect(asked).toMatch(/1\.\s*Write the name of each note into its box\./);
    expect(asked).toMatch(/2\.\s*This line is in F major\./);
    expect(asked).not.toMatch(/Every B/);
    const source = line<Written>('D4 E4 F4 G4', { fifths: -1 });
    const minor: Exercise = {
      ...harbour,
      source: { ...source, measures: source.measures.map((m, i) => (i === 0 ? { ...m, key: key(-1, 'minor') } : m)) },
    };
    expect(words(make({ ...ALL, work: ['wrong-signature'] }, 'flute', minor))).toMatch(/This line is in D minor\./);
    expect(words(make({ ...ALL, work: ['names', 'wrong-signature'], answers: true }, 'flute'))).toMatch(
      /Every B is B♭/,
    );
  });
});

describe('cards', () => {
  it.each(['a4', 'letter'] as const)(
    'lie behind each other on %s when the sheet is turned on its long edge',
    (paper) => {
      const pages = make({ kind: 'cards', notes: 'line' }, 'clarinet', harbour, paper);
      expect(pages.length % 2).toBe(0);
      const { width } = PAPER_SIZE[paper];
      const places = (page: Page | undefined, side: string) =>
        [...descendants(parsePage(page?.svg ?? ''))].flatMap((e) => {
          const at = /^translate\(([\d.]+) ([\d.]+)\)$/.exec(e.attributes.transform ?? '');
          return at !== null && elementsOf(e).some((c) => c.attributes.class === side)
            ? [[Number(at[1]), Number(at[2])] as const]
            : [];
        });
      for (let i = 0; i < pages.length; i += 2) {
        const [front, back] = [places(pages[i], 'card-front'), places(pages[i + 1], 'card-back')];
        expect(front.length).toBeGreaterThan(0);
        expect(back.map(([x, y]) => [Math.round(width - x), y])).toEqual(front.map(([x, y]) => [Math.round(x), y]));
      }
    },
  );

  it('say on their backs the name and the figure of the note in front', () => {
    const pages = make({ kind: 'cards', notes: 'line' }, 'trumpet');
    const backs = inPages(pages, 'card-back').map((b) =>
      elementsOf(b)
        .filter((e) => (e.attributes.class ?? '') === 'card-word')
        .map(textOf),
    );
    // Common practice, no source: written D below the staff is one and three, G is open.
    expect(backs[0]?.slice(0, 2)).toEqual(['D', '13']);
    expect(backs.some(([name, figure]) => name === 'G' && figure === '0')).toBe(true);
    expect(inPages(pages, 'card-front')).toHaveLength(backs.length);
  });

  it('keep within their cards, which are cut along the marks', () => {
    for (const page of make({ kind: 'cards', notes: 'stage' }, 'bassoon')) {
      const boxes = boxesOf(page.svg);
      expect(boxes.filter((b) => b.left < 0 || b.right > page.width || b.top < 0 || b.bottom > page.height)).toEqual(
        [],
      );
    }
  });
});

describe('a chart for the wall', () => {
  it('holds every note of the stage on one large sheet, or on four that overlap by a centimetre', () => {
    const chart = (sheets: 'large' | 'four') => make({ kind: 'wall-chart', stage: 'first-octave', sheets }, 'clarinet');
    const [large] = chart('large');
    expect([large?.width, large?.height]).toEqual([42000, 29700]);
    const four = chart('four');
    expect(four.map((p) => [p.width, p.height])).toEqual(Array(4).fill([29700, 21000]));
    const offsets = four.map((p) => /translate\((-?\d+) (-?\d+)\)/.exec(p.svg)?.slice(1).map(Number));
    expect(offsets).toEqual([
      [0, 0],
      [-28700, 0],
      [0, -20000],
      [-28700, -20000],
    ]);
    const names = (pages: readonly (Page | undefined)[]) => inPages(pages as Page[], 'name').length;
    expect(names([four[0]])).toBe(names([large]));
    // Larger than on a page: a name is read from across the room.
    const scale = Number(/scale\(([\d.]+)\)/.exec(large?.svg ?? '')?.[1]);
    expect(scale).toBeGreaterThanOrEqual(1.8);
  });
});

it('a printed score has every part with its name, and chord symbols on top alone', () => {
  const exercise = DEMO[1] ?? harbour;
  const lines = fullScore(
    (['flute', 'clarinet', 'trombone'] as const).map((id) => partOf(exercise, id, DEFAULT_TEACHING)),
    true,
  );
  const pages = engraveScorePages(engine, 'Lantern Walk', lines, 'a4');
  for (const p of pages) expect([p.width, p.height]).toEqual([PAPER_SIZE.a4.height, PAPER_SIZE.a4.width]);
  expect(inPages(pages, 'row-name').map(textOf).slice(0, 3)).toEqual(['Fl.', 'Cl.', 'Tbn.']);
  const chords = exercise.source.measures.flatMap((m) =>
    m.events.filter((e) => e.kind === 'note' && e.chord !== undefined),
  ).length;
  expect(inPages(pages, 'chord-symbol')).toHaveLength(chords);
  expect(words(pages)).toContain('Gently');
});

it('a score of every instrument there is stands on its paper', () => {
  const lines = fullScore(
    INSTRUMENTS.map((i) => partOf(harbour, i.id, DEFAULT_TEACHING)),
    false,
  );
  for (const p of engraveScorePages(engine, 'All', lines, 'letter'))
    expect(boxesOf(p.svg).filter((b) => b.bottom > p.height || b.right > p.width)).toEqual([]);
});

it.each(INSTRUMENTS.map((i) => i.id))('%s: the whole range stands on one sheet for the wall', (id) => {
  const [large] = make({ kind: 'wall-chart', stage: 'full', sheets: 'large' }, id);
  const boxes = boxesOf(large?.svg ?? '');
  expect(boxes.filter((b) => b.bottom > (large?.height ?? 0) || b.right > (large?.width ?? 0))).toEqual([]);
});

it('a line of rests makes a page that says so, not a set without cards', () => {
  const rests: Exercise = { owner: 'concert', source: line<Written>('R:w'), partChoices: {} };
  expect(words(make({ kind: 'cards', notes: 'line' }, 'flute', rests))).toContain('no note to make a card of');
});

it('two ways stand under each other, bar under bar', () => {
  const plain = make({ kind: 'two-ways' }, 'trombone');
  expect(words(plain)).toContain('Two ways to write one line.');
  expect(inPages(plain, 'circle').length).toBeGreaterThan(0);
  const same: Exercise = { owner: 'concert', source: line<Written>('C4 D4 E4 F4'), partChoices: {} };
  expect(words(make({ kind: 'two-ways' }, 'tuba', same))).toContain('both are the same');
});
