import type { LinkView, PupilView } from '@cifra/contract';
import { type Exercise, MAX_NOTES } from '@cifra/core';
import { line } from '@cifra/core/testing';
import { openDemoClass } from '../testing/demoClass';
import { longestHold, MOST_HOLD_MS, MOST_HOLD_OF_LARGEST_MS } from '../testing/longestHold';
import type { TestServer } from '../testing/testServer';

let server: TestServer;
let mara: ReturnType<TestServer['agent']>;
let practice: string;
let classId: string;
beforeAll(async () => {
  const opened = await openDemoClass('Harbour Steps');
  ({ server, mara } = opened);
  classId = opened.group.id;
  const [pupil] = (await mara.get(`/api/classes/${opened.group.id}/pupils`)).body as PupilView[];
  const link = (
    await mara
      .post('/api/links')
      .send({
        exerciseId: opened.exercise.id,
        classId: opened.group.id,
        pupilId: pupil?.id,
        instrument: pupil?.instrument,
        days: 7,
      })
      .expect(201)
  ).body as LinkView;
  practice = `/api/links/open/${link.token}/practice`;
});
afterAll(() => server.stop());

const DONE = { bestPercent: 0, cleanRuns: 0, peeks: 0, minutes: 0 };
/** The wire was closed while the body was still being sent. */
const CLOSED = -1;
const KB = 1024;
/** Bodies that take long to read or to check, as somebody would send them who wants that. */
const HOSTILE: readonly (readonly [string, () => string])[] = [
  ['100,000 wrong rungs', () => JSON.stringify({ ...DONE, rungs: Array.from({ length: 100_000 }, () => 'x') })],
  ['20,000 objects in an array', () => JSON.stringify({ ...DONE, rungs: [], drills: new Array(20_000).fill({}) })],
  ['deep nesting', () => `{"rungs":${'['.repeat(300_000)}${']'.repeat(300_000)}}`],
  ['3 MB of one string', () => JSON.stringify({ ...DONE, rungs: ['a'.repeat(3 * KB * KB)] })],
];

describe('a large body', () => {
  it.each(HOSTILE)('%s: is refused of whoever is not signed in, and holds nobody', async (_name, body) => {
    const text = body();
    const send = (path: string, method: 'put' | 'post') =>
      server.agent()[method](path).set('Content-Type', 'application/json').send(text);
    for (const [path, method] of [
      [practice, 'put'],
      ['/api/session', 'post'],
      ['/api/exercises', 'post'],
      ['/api/classes', 'post'],
      ['/api/imports/text', 'post'],
    ] as const) {
      let status = 0;
      const held = await longestHold(async () => {
        // A server that does not read on may close the wire before everything is sent.
        status = await send(path, method).then(
          (r) => r.status,
          (e: { code?: string }) => (['EPIPE', 'ECONNRESET'].includes(e.code ?? '') ? CLOSED : 0),
        );
      });
      await server.agent().get('/health').expect(200);
      expect([path, [401, 413, CLOSED].includes(status), held < MOST_HOLD_MS]).toEqual([path, true, true]);
    }
  });

  it('just under the small size is read by anybody, and checked within the same time', async () => {
    const rungs = Array.from({ length: 1_400 }, () => 'nonsense');
    const nested = `{"rungs":${'['.repeat(7_000)}${']'.repeat(7_000)}}`;
    for (const body of [JSON.stringify({ ...DONE, rungs }), nested]) {
      expect(body.length).toBeLessThan(16 * KB);
      let status = 0;
      const held = await longestHold(async () => {
        status = (await server.agent().put(practice).set('Content-Type', 'application/json').send(body)).status;
      });
      expect([status, held < MOST_HOLD_MS]).toEqual([400, true]);
    }
  });

  it.each([
    ['40,000 empty pupils', { pupils: new Array(40_000).fill({}) }],
    ['40,000 pupils in a list in the list', { pupils: [new Array(40_000).fill({})] }],
    [
      '100 pupils with 1,000 rows each',
      { pupils: new Array(100).fill({ page: { rows: { brass: new Array(1_000).fill({}) } } }) },
    ],
  ])('of a teacher, with %s, holds nobody either', async (_name, body) => {
    const text = JSON.stringify(body);
    let status = 0;
    const held = await longestHold(async () => {
      const sent = mara.put(`/api/classes/${classId}/pupils`).set('Content-Type', 'application/json').send(text);
      status = (await sent).status;
    });
    expect([status, held < MOST_HOLD_MS]).toEqual([400, true]);
  });

  it.each<[string, number, (line: Exercise) => unknown]>([
    ['the most notes that may be', 201, (e) => e],
    ['a note too many', 422, (e) => ({ ...e, otherLines: [line('C4')] })],
    ['100,000 bars', 400, (e) => ({ ...e, source: { ...e.source, measures: new Array(100_000).fill({}) } })],
    ['50,000 slurs', 422, (e) => ({ ...e, source: { ...e.source, slurs: new Array(50_000).fill({}) } })],
    [
      '40,000 fields nobody asked for',
      422,
      (e) => ({ ...e, ...Object.fromEntries(Array.from({ length: 40_000 }, (_, i) => [i, 1])) }),
    ],
    [
      'figures chosen for 500 pupils',
      422,
      (e) => ({
        ...e,
        pupilChoices: Object.fromEntries(
          Array.from({ length: 500 }, (_, i) => [
            `00000000-0000-4000-8000-${String(i).padStart(12, '0')}`,
            { alternatives: Object.fromEntries(Array.from({ length: 100 }, (_n, k) => [`n${k}`, 1])) },
          ]),
        ),
      }),
    ],
  ])('of a line, with %s, holds nobody either', async (_name, expected, spoil) => {
    const bars = Array.from({ length: MAX_NOTES / 4 }, () => 'C4 D4 E4 F4').join(' | ');
    const document = spoil({ owner: 'concert', source: line(bars), partChoices: {} });
    // Written before and not read after: that is the browser's work.
    const body = JSON.stringify({ title: 'Long', document });
    let status = 0;
    const held = await longestHold(async () => {
      const sent = mara.post('/api/exercises').set('Content-Type', 'application/json').send(body);
      status = (
        await sent
          .buffer(true)
          .parse((answer, done) =>
            (answer as unknown as NodeJS.ReadableStream).resume().on('end', () => done(null, '')),
          )
      ).status;
    });
    expect([status, held < MOST_HOLD_OF_LARGEST_MS]).toEqual([expected, true]);
  });

  it('of an exercise is read of its teacher', async () => {
    const title = 'x'.repeat(20 * KB);
    await mara.post('/api/exercises').send({ title, document: {} }).expect(400);
    await server.agent().post('/api/exercises').send({ title, document: {} }).expect(401);
  });
});
