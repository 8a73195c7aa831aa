import 'reflect-metadata';
import { randomUUID } from 'node:crypto';
import { type ClassView, MAX_CLASSES, MAX_EXERCISES, MAX_HAND_INS, MAX_PUPILS, type PupilView } from '@cifra/contract';
import { type About, askRoute } from '../testing/askRoute';
import { fetchFile } from '../testing/fetchPages';
import { makeOwned } from '../testing/ownedThings';
import { DAY, RULES } from '../testing/routeRules';
import { startTestServer, type TestServer } from '../testing/testServer';

/*
 * Every route that writes, twenty times at one moment: what is there afterwards is what one request leaves, and nobody
 * is told that the server failed.
 */

const TIMES = 20;
type Agent = ReturnType<TestServer['agent']>;

let server: TestServer;
let mara: Awaited<ReturnType<typeof owner>>;
beforeAll(async () => {
  server = await startTestServer({ linkRequests: 100_000 });
  mara = await owner();
});
afterAll(() => server.stop());

const all = <T>(times: number, run: (i: number) => PromiseLike<T>): Promise<T[]> =>
  Promise.all(Array.from({ length: times }, (_, i) => run(i)));

/** A new teacher with one of everything. */
async function owner(): Promise<{ readonly agent: Agent; readonly about: About }> {
  const agent = await server.teacher(`${randomUUID()}@school.example`);
  const [group] = (await agent.get('/api/classes').expect(200)).body as [ClassView];
  const { own, line, tokens } = await makeOwned(server, agent, group, 'stopped');
  return { agent, about: { ids: own, group, line, token: tokens.open } };
}

/** How many rows every table has. Sessions are counted apart: each browser that signs in has its own. */
async function rowCounts(): Promise<Record<string, number>> {
  const tables = await server.sql(
    "select table_name as t from information_schema.tables where table_schema = 'public' and table_name not in ('request_counts', 'sessions')",
  );
  const counted = await server.sql(
    tables.map(({ t }) => `select '${String(t)}' as t, count(*)::int as n from "${String(t)}"`).join(' union all '),
  );
  return Object.fromEntries(counted.map(({ t, n }) => [String(t), Number(n)]));
}

/** Rows that one request of a route leaves; a route that is not named leaves none. */
const LEAVES: Readonly<Record<string, Readonly<Record<string, number>>>> = {
  'put /api/links/open/{token}/practice': { practice: 1, practice_days: 1 },
  'post /api/links/open/{token}/hand-ins': { hand_ins: 1 },
  'post /api/exercises': { exercises: 1, revisions: 1 },
  'put /api/exercises/{id}': { revisions: 1 },
  'put /api/exercises/{id}/windows/{window}': { presence: 1 },
  'post /api/exercises/{id}/duplicate': { exercises: 1, revisions: 1 },
  'post /api/exercises/{id}/print-sets': { print_sets: 1 },
  'post /api/classes': { classes: 1 },
  'post /api/classes/{id}/assignments': { assignments: 1 },
  'put /api/classes/{id}/log': { lesson_log: 1 },
  'post /api/classes/{id}/kit': { kit: 1 },
  'post /api/classes/{id}/met': { met: 1 },
  'post /api/links': { links: 1 },
};
const WRITING = Object.keys(RULES).filter((name) => !name.startsWith('get '));

// In an order in which nothing is deleted before it was looked at.
it.each(WRITING)('%s', async (name) => {
  const [method = '', path = ''] = name.split(' ');
  const rule = RULES[name];
  const { agent, about } = mara;
  const asks = rule?.for === 'open' || rule?.for === 'link' ? server.agent() : agent;
  const before = await rowCounts();
  const act = randomUUID();
  const answers = await all(TIMES, () => askRoute(asks, method, path, about).set('Idempotency-Key', act));
  const after = await rowCounts();
  const more = Object.entries(after).flatMap(([t, n]) => (n > (before[t] ?? 0) ? [[t, n - (before[t] ?? 0)]] : []));
  expect(Object.fromEntries(more)).toEqual(LEAVES[name] ?? {});
  const statuses = answers.map((a) => a.status);
  expect(statuses.filter((s) => s >= 500)).toEqual([]);
  // Where it can be done but once, the others hear that it is done.
  expect(statuses).toContain(rule?.answers ?? 200);
});

describe('what is limited stays within its limit, whoever counts at the same moment', () => {
  let agent: Agent;
  let about: About;
  beforeEach(async () => {
    ({ agent, about } = await owner());
  });
  const of = (what: string): string => `/api/classes/${about.ids.class ?? ''}/${what}`;

  it('a new teacher is given one class', async () => {
    const fresh = await server.teacher(`${randomUUID()}@school.example`);
    const answers = await all(TIMES, () => fresh.get('/api/classes').expect(200));
    expect(new Set(answers.map((a) => JSON.stringify(a.body))).size).toBe(1);
    expect((await fresh.get('/api/classes')).body).toHaveLength(1);
  });

  it('classes', async () => {
    const body = RULES['post /api/classes']?.body?.(about.ids, about);
    const answers = await all(MAX_CLASSES + 10, () => agent.post('/api/classes').send(body));
    expect(new Set(answers.map((a) => a.status))).toEqual(new Set([201, 409]));
    expect((await agent.get('/api/classes')).body).toHaveLength(MAX_CLASSES);
  });

  it('pupils of a class', async () => {
    const three = ['Yara', 'Udo', 'Tove'].map((name) => ({ name, instrument: 'flute' }));
    const answers = await all(MAX_PUPILS / 3 + 5, () => agent.put(of('pupils')).send({ pupils: three }));
    expect(new Set(answers.map((a) => a.status))).toEqual(new Set([200, 409]));
    const there = ((await agent.get(of('pupils'))).body as PupilView[]).length;
    expect([there <= MAX_PUPILS, there > MAX_PUPILS - 3]).toEqual([true, true]);
  });

  it('lines on a shelf', async () => {
    const body = RULES['post /api/exercises']?.body?.(about.ids, about);
    // Copies of one that is there, but for five places.
    await server.sql(
      `insert into exercises (teacher_id, title, document, summary)
       select teacher_id, title, document, summary from exercises, generate_series(1, $2::int)
       where id = $1`,
      [about.ids.exercise, MAX_EXERCISES - 5 - ((await agent.get('/api/exercises')).body as unknown[]).length],
    );
    const answers = await all(TIMES, () => agent.post('/api/exercises').send(body));
    expect(answers.map((a) => a.status).sort()).toEqual([
      ...Array<number>(5).fill(201),
      ...Array<number>(15).fill(409),
    ]);
    expect((await agent.get('/api/exercises')).body).toHaveLength(MAX_EXERCISES);
  });

  it('takes of a line', async () => {
    const path = `/api/links/open/${about.token}/hand-ins?percent=50&summary=told`;
    const answers = await all(MAX_HAND_INS + 10, () => server.agent().post(path));
    expect(new Set(answers.map((a) => a.status))).toEqual(new Set([204, 409]));
    expect((await agent.get(of('hand-ins'))).body).toHaveLength(MAX_HAND_INS);
  });

  it('sets of pages in line', async () => {
    const path = `/api/exercises/${about.ids.exercise ?? ''}/print-sets`;
    const answers = await all(TIMES, () => agent.post(path).send({ classId: about.ids.class, kind: 'zip' }));
    expect(answers.filter((a) => a.status === 201)).toHaveLength(3);
    expect(new Set(answers.map((a) => a.status))).toEqual(new Set([201, 503]));
  });

  it('what one act brings is there once: new pupils, and an account from its file', async () => {
    const act = randomUUID();
    const once = (request: ReturnType<Agent['put']>) => request.set('Idempotency-Key', act);
    const yara = [{ name: 'Yara', instrument: 'flute' }];
    await all(TIMES, () =>
      once(agent.put(of('pupils')))
        .send({ pupils: yara })
        .expect(200),
    );
    expect(((await agent.get(of('pupils'))).body as PupilView[]).map((p) => p.name).sort()).toEqual([
      'Secret Sunniva',
      'Yara',
    ]);
    const { bytes } = await fetchFile(agent, '/api/account/file');
    const fresh = await server.teacher(`${randomUUID()}@school.example`);
    const bring = () =>
      once(fresh.post('/api/account/file')).set('Content-Type', 'application/octet-stream').send(bytes);
    const answers = await all(5, () => bring().expect(200));
    expect(new Set(answers.map((a) => JSON.stringify(a.body))).size).toBe(1);
    const [group, ...more] = (await fresh.get('/api/classes')).body as ClassView[];
    expect(more).toEqual([]);
    expect((await fresh.get(`/api/classes/${group?.id ?? ''}/pupils`)).body).toHaveLength(2);
    expect((await fresh.get('/api/exercises')).body).toHaveLength(1);
  });

  it('one link for each pupil who has something set', async () => {
    await agent
      .put(of('pupils'))
      .send({ pupils: ['Yara', 'Udo'].map((name) => ({ name, instrument: 'horn' })) })
      .expect(200);
    const pupils = (await agent.get(of('pupils'))).body as PupilView[];
    const answers = await all(TIMES, () => agent.post(of('links')).send({ days: 7 }).expect(201));
    expect(answers).toHaveLength(TIMES);
    const links = (await agent.get(of('links'))).body as { pupilId?: string }[];
    expect(links.map((l) => l.pupilId).sort()).toEqual(pupils.map((p) => p.id).sort());
  });

  it('one entry of a day for the lesson as a whole, and one for each thing that was set', async () => {
    const entries = [
      { pupilId: about.ids.pupil, done: true },
      { pupilId: about.ids.pupil, assignmentId: about.ids.assignment, done: true },
    ];
    await all(TIMES, (i) => agent.put(of('log')).send({ day: DAY, entries: i % 2 ? entries : [...entries].reverse() }));
    expect((await agent.get(of('log'))).body).toHaveLength(2);
  });

  it('two lists of the same pupils in another order, sent at one moment, are both saved', async () => {
    const made = (
      await agent
        .put(of('pupils'))
        .send({ pupils: ['Yara', 'Udo', 'Tove'].map((name) => ({ name, instrument: 'horn' })) })
        .expect(200)
    ).body as PupilView[];
    const rows = made.map(({ id, name, instrument }) => ({ id, name, instrument }));
    const answers = await all(TIMES, (i) =>
      agent.put(of('pupils')).send({ pupils: i % 2 ? rows : [...rows].reverse() }),
    );
    expect(new Set(answers.map((a) => a.status))).toEqual(new Set([200]));
  });
});

it('another act makes another thing, and the name of an act is a UUID', async () => {
  const { agent, about } = await owner();
  const body = RULES['post /api/exercises']?.body?.(about.ids, about);
  const made = await all(2, () => agent.post('/api/exercises').send(body).expect(201));
  expect(new Set(made.map((a) => (a.body as { id: string }).id)).size).toBe(2);
  await agent.post('/api/exercises').set('Idempotency-Key', 'mine').send(body).expect(400);
});

it("the name of another teacher's act makes nothing of theirs", async () => {
  const [one, two] = [await owner(), await owner()];
  const body = RULES['post /api/exercises']?.body?.(one.about.ids, one.about);
  const act = randomUUID();
  const { id } = (await one.agent.post('/api/exercises').set('Idempotency-Key', act).send(body).expect(201)).body as {
    id: string;
  };
  expect(id).toBe(act);
  await two.agent.post('/api/exercises').set('Idempotency-Key', act).send(body).expect(409);
  await two.agent.get(`/api/exercises/${id}`).expect(404);
});
