import type { Exercise, InstrumentId, PageSetup } from '@cifra/core';
import { line, SHARE_OF_INSTRUMENTS } from '@cifra/core/testing';
import { readAbc } from '@cifra/formats';
import { DEMO_TUNES } from '../../../apps/server/src/demo/tunes.data';
import { engravePart } from './engravePart';
import { PAGE_SCALE } from './page/enlarge';
import { MARGIN, PAPER_SIZE } from './page/paper';
import { loadEngine } from './testing/loadEngine';
import { boxesOf } from './testing/pageBoxes';
import { plansFor } from './testing/pagesFor';

let engine: Awaited<ReturnType<typeof loadEngine>>;
beforeAll(async () => {
  engine = await loadEngine();
}, 60000);

const pagesOf = (exercise: Exercise, id: InstrumentId, setup: Partial<PageSetup> = {}) =>
  engravePart(engine, plansFor(exercise, id, setup), { paper: 'a4' });
const of = (text: string): Exercise => ({ owner: 'concert', source: line(text), partChoices: {} });
const tune = ({ abc, owner }: (typeof DEMO_TUNES)[number]): Exercise => {
  const read = readAbc(abc);
  if (!read.ok || read.value.kind !== 'line') throw new Error('a demo tune cannot be read');
  return { owner, source: read.value.score, partChoices: {} };
};

/** How much larger than described the music of a page stands; a page that is not enlarged says nothing of it. */
const scaleOf = (svg: string): number => Number(/transform="scale\(([\d.]+)\)"/.exec(svg)?.[1] ?? 1);

/** How far down a page's music reaches, of the room between its margins. */
function fillOf(svg: string): number {
  const foot = PAPER_SIZE.a4.height - MARGIN.bottom;
  const lowest = Math.max(...boxesOf(svg).map((b) => (b.kind === 'page' ? 0 : b.bottom)));
  return (lowest - MARGIN.top) / (foot - MARGIN.top);
}

it.each(['large', 'medium', 'small'] as const)('music of size %s is as large as the page has room for', (size) => {
  const { least, most } = PAGE_SCALE[size];
  const many = of(Array.from({ length: 64 }, () => 'C4:e D4:e E4:e F4:e G4:e F4:e E4:e D4:e').join(' | '));
  const [few, full] = [of('C4 D4 E4 F4 | G4:w'), many].map((e) => pagesOf(e, 'trumpet', { size }));
  expect(scaleOf(few?.[0]?.svg ?? '')).toBeCloseTo(most, 2);
  expect(scaleOf(full?.[0]?.svg ?? '')).toBeGreaterThanOrEqual(least);
  expect(scaleOf(full?.[0]?.svg ?? '')).toBeLessThan(most);
  // No page is nearly empty.
  for (const page of full ?? []) expect(fillOf(page.svg)).toBeGreaterThan(0.5);
});

it('a tune of sixteen bars on one page fills at least four fifths of it, for every kind of instrument', () => {
  const sixteen = DEMO_TUNES.map(tune).filter((e) => e.source.measures.length >= 16);
  expect(sixteen.length).toBeGreaterThan(1);
  const short = SHARE_OF_INSTRUMENTS.flatMap(({ id }) =>
    sixteen.flatMap((e) => {
      const pages = pagesOf(e, id);
      const fill = Math.round(100 * fillOf(pages[0]?.svg ?? ''));
      return pages.length === 1 && fill < 80 ? [`${e.source.title}, ${id}: ${fill} %`] : [];
    }),
  );
  expect(short).toEqual([]);
});
