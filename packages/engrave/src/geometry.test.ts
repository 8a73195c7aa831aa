import { type Exercise, type InstrumentId, type PageSetup } from '@cifra/core';
import { arbitraryExercise, IS_FULL, line, SHARE_OF_INSTRUMENTS } from '@cifra/core/testing';
import fc from 'fast-check';
import { readAbc } from '@cifra/formats';
import { DEMO_TUNES } from '../../../apps/server/src/demo/tunes.data';
import { engravePart, layOutPart } from './engravePart';
import { PAGE_SCALE } from './page/enlarge';
import { MARGIN, type Paper, PAPER_SIZE, PAPERS } from './page/paper';
import { loadEngine } from './testing/loadEngine';
import { type Box, boxesOf, touching } from './testing/pageBoxes';
import { plansFor, rowsOf } from './testing/pagesFor';
import { overloaded } from './testing/stress';

let engine: Awaited<ReturnType<typeof loadEngine>>;
beforeAll(async () => {
  engine = await loadEngine();
});

/** Generated lines with more on their notes than any page should have. */
const STRESS = fc
  .sample(arbitraryExercise(18), { seed: 23, numRuns: 40 })
  .filter((e) => e.source.measures.length > 7)
  .slice(0, 8)
  .map(overloaded);

const DEMO = DEMO_TUNES.map((tune): Exercise => {
  const reading = readAbc(tune.abc);
  if (!reading.ok || reading.value.kind !== 'line') throw new Error('a demo tune cannot be read');
  return { owner: tune.owner, source: reading.value.score, partChoices: {} };
});

const SETTINGS: readonly (readonly [string, Partial<PageSetup>])[] = [
  ['drawn figures, names and sounds', { rows: rowsOf('diagram', 'name', 'sounds') }],
  [
    'every row and all help',
    {
      rows: rowsOf('diagram', 'figure', 'name', 'sounds', 'count', 'solfa', 'degree'),
      strip: true,
      legend: true,
      lookFirst: true,
      countIn: true,
      signatureMarks: true,
      circles: true,
      barNumbers: 'all',
    },
  ],
  [
    'large names alone, faded',
    {
      rows: { woodwind: [{ row: 'name', size: 'large' }], brass: [{ row: 'name', size: 'large' }] },
      fades: [{ from: '2026-01-01', step: 'first-in-system' }],
      size: 'large',
      barsPerSystem: 2,
    },
  ],
  [
    'small, as many bars as fit',
    { rows: rowsOf('figure', 'count'), size: 'small', barsPerSystem: 0, repeats: 'written-out' },
  ],
  ['no band', { rows: rowsOf(), signatureMarks: true }],
];

const pagesOf = (exercise: Exercise, id: InstrumentId, setup: Partial<PageSetup>, paper: Paper): Box[][] =>
  engravePart(engine, plansFor(exercise, id, setup), { paper, note: 'Listen to the others & keep it soft.' }).map((p) =>
    boxesOf(p.svg),
  );

/** What stands beyond the margins, foot and running head excepted. */
function outside(boxes: readonly Box[], paper: Paper): string[] {
  const { width, height } = PAPER_SIZE[paper];
  return boxes
    .filter(
      (b) =>
        b.kind !== 'page' &&
        (b.left < MARGIN.left - 60 ||
          b.right > width - MARGIN.right + 60 ||
          b.top < MARGIN.top - 60 ||
          b.bottom > height - MARGIN.bottom + 60),
    )
    .map((b) => `${b.what} outside`);
}

describe('the geometry of whole pages', () => {
  /** Every instrument with every setting, or with two of three; lines and papers take turns. */
  const check = (lines: readonly Exercise[], setting: number): string[] =>
    SHARE_OF_INSTRUMENTS.flatMap(({ id }, i) => {
      if (!IS_FULL && (i + setting) % 3 === 2) return [];
      const paper = PAPERS[(i + setting) % PAPERS.length] as Paper;
      const exercise = lines[(i + 3 * setting) % lines.length] as Exercise;
      return pagesOf(exercise, id, SETTINGS[setting]?.[1] ?? {}, paper).flatMap((boxes) =>
        [...touching(boxes), ...outside(boxes, paper)].map((t) => `${id}, ${exercise.source.title}: ${t}`),
      );
    });

  it.each(SETTINGS.map(([name], i) => [name, i] as const))(
    '%s: the demo tunes for every kind of instrument',
    (_name, i) => {
      expect(check(DEMO, i)).toEqual([]);
    },
    120000,
  );

  it.each(SETTINGS.map(([name], i) => [name, i] as const))(
    '%s: overloaded lines for every kind of instrument',
    (_name, i) => {
      expect(check(STRESS, i)).toEqual([]);
    },
    120000,
  );

  it('would notice what touches: asked for a millimetre more air than there is, it finds pairs', () => {
    const [boxes = []] = pagesOf(STRESS[0] as Exercise, 'clarinet', { rows: rowsOf('diagram', 'name') }, 'a4');
    expect(boxes.filter((b) => b.kind === 'cell').length).toBeGreaterThan(20);
    expect(boxes.filter((b) => b.kind === 'note').length).toBeGreaterThan(20);
    expect(touching(boxes, 150).length).toBeGreaterThan(0);
    // One thing moved up into the band is found.
    const strip = boxes.find((b) => b.kind === 'strip');
    const note = boxes.find((b) => b.kind === 'note');
    if (strip === undefined || note === undefined) throw new Error('a page without band or notes');
    expect(
      touching([
        strip,
        { ...note, left: strip.left + 100, right: strip.left + 200, top: strip.top + 10, bottom: strip.top + 60 },
      ]),
    ).toHaveLength(1);
  });
});

/** How much larger than described the music of a page stands; a page that is not enlarged says nothing of it. */
const scaleOf = (svg: string): number => Number(/transform="scale\(([\d.]+)\)"/.exec(svg)?.[1] ?? 1);

/** How far down a page's music reaches, of the room between its margins. */
function fillOf(svg: string): number {
  const foot = PAPER_SIZE.a4.height - MARGIN.bottom;
  const lowest = Math.max(...boxesOf(svg).map((b) => (b.kind === 'page' ? 0 : b.bottom)));
  return (lowest - MARGIN.top) / (foot - MARGIN.top);
}

const svgsOf = (exercise: Exercise, id: InstrumentId, setup: Partial<PageSetup> = {}): string[] =>
  engravePart(engine, plansFor(exercise, id, setup), { paper: 'a4' }).map((p) => p.svg);
const of = (text: string): Exercise => ({ owner: 'concert', source: line(text), partChoices: {} });

it.each(['large', 'medium', 'small'] as const)('music of size %s is as large as the page has room for', (size) => {
  const { least, most } = PAGE_SCALE[size];
  const many = of(Array.from({ length: 64 }, () => 'C4:e D4:e E4:e F4:e G4:e F4:e E4:e D4:e').join(' | '));
  const [few, full] = [of('C4 D4 E4 F4 | G4:w'), many].map((e) => svgsOf(e, 'trumpet', { size }));
  expect(scaleOf(few?.[0] ?? '')).toBeCloseTo(most, 2);
  expect(scaleOf(full?.[0] ?? '')).toBeGreaterThanOrEqual(least);
  expect(scaleOf(full?.[0] ?? '')).toBeLessThan(most);
  // No page is nearly empty.
  for (const page of full ?? []) expect(fillOf(page)).toBeGreaterThan(0.5);
});

it('a tune on one page fills at least four fifths of it, and no page of several is half empty, for every kind of instrument', () => {
  const tunes = DEMO.filter((e) => e.source.measures.length >= 8);
  expect(tunes.length).toBeGreaterThan(3);
  const all = [{}, SETTINGS[1]?.[1] ?? {}].flatMap((setup) =>
    SHARE_OF_INSTRUMENTS.flatMap(({ id }) =>
      tunes.map((e) => ({ what: `${e.source.title}, ${id}`, fills: svgsOf(e, id, setup).map(fillOf) })),
    ),
  );
  expect(all.filter(({ fills }) => Math.min(...fills) < (fills.length === 1 ? 0.8 : 0.5))).toEqual([]);
  expect(all.some(({ fills }) => fills.length > 1)).toBe(true);
}, 240000);

it('bars of one rhythm stand under each other: exactly, and nearly under the meter and over the final bar line', () => {
  const even = of(Array.from({ length: 16 }, (_u, i) => (i % 2 === 0 ? 'C4 D4 E4 F4' : 'G4:h F#4:h')).join(' | '));
  for (const id of ['trumpet', 'flute', 'clarinet', 'trombone'] as const) {
    const [plan] = plansFor(even, id);
    if (plan === undefined) throw new Error('no page');
    const { systems } = layOutPart(engine, plan, 15000);
    const ends = systems.map((s) => s.measures.map((m) => m.right));
    expect(ends).toHaveLength(4);
    const apart = (line: number): number =>
      Math.max(...(ends[line] ?? []).map((x, i) => Math.abs(x - (ends[1]?.[i] ?? 0))));
    expect([apart(2) < 2, apart(0) < 400, apart(3) < 200]).toEqual([true, true, true]);
  }
});
