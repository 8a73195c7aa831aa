import { monitorEventLoopDelay } from 'node:perf_hooks';
import type { LinkView, PupilView } from '@cifra/contract';
import { openDemoClass } from '../testing/demoClass';
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

/** The machine may be busy with other tests: what a request costs is the least that it was seen to hold. */
const TRIES = 4;
/** The longest that a request held everybody else, in milliseconds. */
async function longestHold(run: () => Promise<unknown>): Promise<number> {
  let least = Infinity;
  for (let i = 0; i < TRIES && least >= 50; i++) {
    const monitor = monitorEventLoopDelay({ resolution: 1 });
    monitor.enable();
    await run();
    await new Promise((done) => setTimeout(done, 30));
    monitor.disable();
    least = Math.min(least, monitor.max / 1e6);
  }
  return least;
}

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
      expect([path, [401, 413, CLOSED].includes(status), held < 50]).toEqual([path, true, true]);
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
      expect([status, held < 50]).toEqual([400, true]);
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
    let status = 0;
    const held = await longestHold(async () => {
      status = (await mara.put(`/api/classes/${classId}/pupils`).send(body)).status;
    });
    expect([status, held < 50]).toEqual([400, true]);
  });

  it('of an exercise is read of its teacher', async () => {
    const title = 'x'.repeat(20 * KB);
    await mara.post('/api/exercises').send({ title, document: {} }).expect(400);
    await server.agent().post('/api/exercises').send({ title, document: {} }).expect(401);
  });
});
