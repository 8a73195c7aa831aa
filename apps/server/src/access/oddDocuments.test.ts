import type { ExerciseView, PrintSetView } from '@cifra/contract';
import { type Exercise, MAX_EVENTS_PER_MEASURE, MAX_MEASURES, MAX_NOTES } from '@cifra/core';
import { line } from '@cifra/core/testing';
import { LINE_FORMATS } from '@cifra/formats';
import { openDemoClass } from '../testing/demoClass';
import { fetchFile, reportOn } from '../testing/fetchPages';
import type { TestServer } from '../testing/testServer';

/*
 * Documents that are valid and that nobody would write: everything that can be taken away of them is made.
 */

let server: TestServer;
let mara: ReturnType<TestServer['agent']>;
let classId: string;
beforeAll(async () => {
  const opened = await openDemoClass('Kite Weather');
  ({ server, mara } = opened);
  classId = opened.group.id;
});
afterAll(() => server.stop());

type Line = Exercise['source'];
const of = (source: Line): Exercise => ({ owner: 'concert', source, partChoices: {} });
const bars = (n: number, bar: string): Line => line(Array.from({ length: n }, () => bar).join(' | '));
const emptyBars = (n: number): Line => {
  const [first] = line('C4').measures;
  return {
    ...line('C4'),
    measures: Array.from({ length: n }, (_, i) => ({ ...(i === 0 ? first : {}), id: `m${i + 1}`, events: [] })),
  };
};
/** Every note slurred to the next, one over the other. */
const slurred = (source: Line): Line => {
  const ids = source.measures.flatMap((m) => m.events.map((e) => e.id));
  return { ...source, slurs: ids.slice(1).map((to, i) => ({ from: ids[i] ?? to, to })) };
};
/** One slur for all the notes, so many times. */
const manySlurs = (source: Line, many: number): Line => {
  const ids = source.measures.flatMap((m) => m.events.map((e) => e.id));
  return { ...source, slurs: Array.from({ length: many }, () => ({ from: ids[0] ?? '', to: ids.at(-1) ?? '' })) };
};

const ODD: Readonly<Record<string, () => Exercise>> = {
  'nothing at all': () => of(emptyBars(1)),
  'eight bars with nothing in them': () => of(emptyBars(8)),
  'rests alone': () => of(bars(6, 'R R:h R')),
  'one note between rests': () => of(line('R:w | R:h C4 R | R:w')),
  'a bar of the most notes': () => of(bars(1, Array.from({ length: MAX_EVENTS_PER_MEASURE }, () => 'C4:s').join(' '))),
  'notes that no instrument here has': () => of(line('C0 C9 C0 C9')),
  'every note slurred': () => of(slurred(bars(16, 'C4 D4 E4 F4'))),
  'one slur 60 times': () => of(manySlurs(bars(2, 'C4 D4 E4 F4'), 60)),
  'a note tied to nothing': () => of(line('C4 D4 E4 F4~')),
  'rests for as many bars as may be': () => {
    const source = bars(3, 'R:w');
    return of({ ...source, measures: source.measures.map((m) => ({ ...m, multiRest: MAX_MEASURES })) });
  },
  'four lines of different lengths': () => ({
    ...of(bars(4, 'C4 D4 E4 F4')),
    otherLines: [bars(1, 'C4'), emptyBars(2), bars(7, 'R:w')],
  }),
  'a key and a meter in every bar': () => {
    const source = bars(8, 'C4 D4 E4 F4');
    return of({
      ...source,
      measures: source.measures.map((m, i) => ({
        ...m,
        key: { fifths: i - 4, mode: 'minor' as const },
        meter: { beats: 2 + i, unit: 8 as const },
      })),
    });
  },
};

const put = async (title: string, document: Exercise): Promise<string> =>
  ((await mara.post('/api/exercises').send({ title, document }).expect(201)).body as ExerciseView).id;

/** Everything that can be taken away of a line. */
const DOWNLOADS = [
  ...LINE_FORMATS.flatMap((f) => [`line.${f}?pitch=concert`, `parts/trumpet.${f}?class={class}&figures=yes`]),
  'parts/flute.pdf?class={class}',
  'call-sheet.pdf?class={class}',
];

it.each(Object.keys(ODD))(
  '%s: everything that can be taken away of it is made',
  async (name) => {
    const id = await put(name, (ODD[name] as () => Exercise)());
    for (const path of DOWNLOADS) {
      const { bytes } = await fetchFile(mara, `/api/exercises/${id}/${path.replace('{class}', classId)}`);
      expect([path, bytes.length > 40]).toEqual([path, true]);
      if (path.includes('.pdf')) expect([path, reportOn(bytes).warnings]).toEqual([path, '']);
    }
  },
  60_000,
);

it('of the longest line that may be, a part is made; one note more is refused at the door with what to do', async () => {
  const id = await put('Long', of(slurred(bars(MAX_NOTES / 4, 'C4 D4 E4 F4'))));
  for (const f of LINE_FORMATS) await fetchFile(mara, `/api/exercises/${id}/parts/horn.${f}?class=${classId}`);
  const { bytes } = await fetchFile(mara, `/api/exercises/${id}/parts/flute.pdf?class=${classId}`);
  expect(reportOn(bytes).info).toMatch(/Pages:\s+\d\d/);
  const longer = of(bars(MAX_NOTES / 4 + 1, 'C4 D4 E4 F4'));
  const { body } = await mara.post('/api/exercises').send({ title: 'Longer', document: longer }).expect(422);
  expect(body).toMatchObject({ problems: [{ code: 'line-too-long', facts: { notes: MAX_NOTES + 4 } }] });
  const curved = of(manySlurs(bars(2, 'C4 D4 E4 F4'), 8192));
  const refused = await mara.post('/api/exercises').send({ title: 'Curves', document: curved }).expect(422);
  expect((refused.body as { problems: unknown[] }).problems).toMatchObject([{ code: 'too-many-slurs' }]);
});

it('a class’s pages of a line without a note are made', async () => {
  const id = await put('Rests', of(bars(4, 'R:w')));
  const made = (await mara.post(`/api/exercises/${id}/print-sets`).send({ classId, kind: 'book' }).expect(201))
    .body as PrintSetView;
  let now = made;
  while (now.state === 'working') {
    await new Promise((r) => setTimeout(r, 200));
    now = (await mara.get(`/api/print-sets/${made.id}`).expect(200)).body as PrintSetView;
  }
  expect([now.state, now.detail]).toEqual(['done', undefined]);
});
