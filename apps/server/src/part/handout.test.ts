import type { ClassView, ExerciseView, PrintSetView, PupilView } from '@cifra/contract';
import { type Handout, HANDOUT_KINDS } from '@cifra/core';
import { unzipSync } from 'fflate';
import { openDemoClass } from '../testing/demoClass';
import { fetchFile, fetchPdf, reportOn } from '../testing/fetchPages';
import type { TestServer } from '../testing/testServer';

let server: TestServer;
let mara: ReturnType<TestServer['agent']>;
let harbour: ExerciseView;
let group: ClassView;
beforeAll(async () => {
  ({ server, mara, exercise: harbour, group } = await openDemoClass('Harbour Steps'));
});
afterAll(() => server.stop());

const NAMES: Handout = { kind: 'worksheet', work: ['names', 'counts'], answers: false };
const ONE_OF_EACH: readonly Handout[] = [
  NAMES,
  { kind: 'two-ways' },
  { kind: 'cards', notes: 'known' },
  { kind: 'wall-chart', stage: 'first-octave', sheets: 'four' },
];
const address = (handout: unknown, instrument = 'horn'): string =>
  `/api/exercises/${harbour.id}/handouts/${instrument}.pdf?class=${group.id}&paper=a4&handout=${encodeURIComponent(typeof handout === 'string' ? handout : JSON.stringify(handout))}`;

it('every kind of handout is a clean PDF, named for what it is', async () => {
  expect(ONE_OF_EACH.map((h) => h.kind)).toEqual([...HANDOUT_KINDS]);
  for (const handout of ONE_OF_EACH) {
    const { disposition, warnings, fonts, info, plain } = await fetchPdf(mara, address(handout));
    expect(disposition).toMatch(
      /Harbour Steps - (Worksheet|Two ways to write it|Cards to cut|Chart for the wall), French horn|Horn/,
    );
    expect([warnings, info]).toEqual(['', expect.stringMatching(/Tagged:\s+yes/)]);
    expect(fonts).not.toMatch(/\bno\s+(yes|no)\s+(yes|no)\s+\d/);
    expect(plain).toMatch(/Horn in F/);
  }
});

it('refuses what is no handout, in a sentence', async () => {
  for (const odd of [
    'x',
    '[]',
    'null',
    '7',
    '{"kind":"poster"}',
    '{"kind":"cards","notes":"all"}',
    '{"kind":"worksheet","work":"names","answers":true}',
    '{"kind":"worksheet","work":["names","names"],"answers":true}',
    '{"kind":"worksheet","work":["names"],"answers":true,"known":0.5}',
    '{"kind":"two-ways","__proto__":{"x":1},"more":1}',
  ]) {
    const { body } = await mara.get(address(odd)).expect(400);
    expect((body as { detail: string }).detail).toBe('There is no such handout. Choose one in Parts.');
  }
  await mara.get(address(NAMES, 'kazoo')).expect(404);
  await mara
    .post(`/api/exercises/${harbour.id}/print-sets`)
    .send({ classId: group.id, kind: 'book', handout: { kind: 'cards' } })
    .expect(400);
});

async function made(body: object): Promise<{ set: PrintSetView; bytes: Buffer; disposition: string }> {
  let set = (
    await mara
      .post(`/api/exercises/${harbour.id}/print-sets`)
      .send({ classId: group.id, ...body })
      .expect(201)
  ).body as PrintSetView;
  while (set.state === 'working') {
    await new Promise((resolve) => setTimeout(resolve, 100));
    set = (await mara.get(`/api/print-sets/${set.id}`).expect(200)).body as PrintSetView;
  }
  return { set, ...(await fetchFile(mara, `/api/print-sets/${set.id}/file`)) };
}

it('a worksheet is made for the whole class: by name, and as single files', async () => {
  const pupils = (await mara.get(`/api/classes/${group.id}/pupils`).expect(200)).body as PupilView[];
  const copies = await made({ kind: 'copies', handout: NAMES });
  expect(copies.set.handout).toEqual(NAMES);
  expect(copies.disposition).toContain('Harbour Steps - Worksheet, Year 5 winds.pdf');
  const { plain } = reportOn(copies.bytes);
  for (const { name } of pupils) expect(plain).toContain(name);
  const zip = await made({ kind: 'zip', handout: { ...NAMES, answers: true } });
  const names = Object.keys(unzipSync(new Uint8Array(zip.bytes)));
  expect(names).toHaveLength(group.instruments.length);
  expect(names.every((n) => n.endsWith('.pdf'))).toBe(true);
});

it('a score is printed as it is read or as it sounds, of the parts that are chosen', async () => {
  const path = `/api/exercises/${harbour.id}/score.pdf?class=${group.id}&paper=a4`;
  const { plain, info, warnings } = await fetchPdf(mara, `${path}&parts=flute,tuba`);
  expect([plain.includes('Fl.'), plain.includes('Tuba'), plain.includes('Tpt.')]).toEqual([true, true, false]);
  expect(info).toMatch(/Page size:\s+841\.8\d* x 595\.2\d*/);
  expect(warnings).toBe('');
  expect((await fetchPdf(mara, `${path}&sounds=yes`)).plain).toContain('Tpt.');
  const { body } = await mara.get(`${path}&parts=nothing`).expect(400);
  expect((body as { detail: string }).detail).toBe('Choose at least one part of the class.');
});
