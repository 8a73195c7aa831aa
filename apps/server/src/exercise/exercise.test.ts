import type { ExerciseView, RevisionListView, RevisionView } from '@cifra/contract';
import { MAX_NOTES } from '@cifra/core';
import { line } from '@cifra/core/testing';
import { longestHold, MOST_HOLD_OF_LARGEST_MS } from '../testing/longestHold';
import { listShelf } from '../testing/openShelf';
import { demoDocument, putOnShelf, startTestServer, type TestServer } from '../testing/testServer';

let server: TestServer;
let anna: Awaited<ReturnType<TestServer['teacher']>>;
let berta: typeof anna;
beforeAll(async () => {
  server = await startTestServer({ demo: false });
  anna = await server.teacher('anna@school.example');
  berta = await server.teacher('berta@school.example');
});
afterAll(() => server.stop());
const savesOf = async (id: string): Promise<readonly RevisionView[]> =>
  ((await anna.get(`/api/exercises/${id}/revisions`).expect(200)).body as RevisionListView).revisions;

describe('an exercise', () => {
  it('is kept, renamed, copied, deleted and put back', async () => {
    const made = await putOnShelf(anna, 'Window Song');
    expect(made).toMatchObject({ title: 'Window Song', version: 1, document: { source: { title: 'Window Song' } } });
    const renamed = (
      await anna
        .put(`/api/exercises/${made.id}`)
        .send({ version: 1, title: 'Door Song', document: made.document })
        .expect(200)
    ).body as ExerciseView;
    expect(renamed).toMatchObject({ title: 'Door Song', version: 2, document: { source: { title: 'Door Song' } } });
    const copy = (await anna.post(`/api/exercises/${made.id}/duplicate`).expect(201)).body as ExerciseView;
    expect(copy.title).toBe('Door Song (copy)');
    await anna.delete(`/api/exercises/${made.id}`).expect(204);
    await anna.get(`/api/exercises/${made.id}`).expect(404);
    expect((await listShelf(anna)).map((e) => e.id)).not.toContain(made.id);
    await anna.post(`/api/exercises/${made.id}/restore`).expect(200);
    expect((await anna.get(`/api/exercises/${made.id}`).expect(200)).body.title).toBe('Door Song');
  });

  it('is renamed without its document, over the version that is named alone', async () => {
    const made = await putOnShelf(anna, 'Long Line');
    const rename = (version: number, title: string) => anna.put(`/api/exercises/${made.id}`).send({ version, title });
    const renamed = (await rename(1, 'Short Line').expect(200)).body as ExerciseView;
    expect(renamed).toMatchObject({ title: 'Short Line', version: 2, document: { source: { title: 'Short Line' } } });
    expect(renamed.document.source.measures).toEqual(made.document.source.measures);
    expect((await listShelf(anna)).find((e) => e.id === made.id)).toMatchObject({ title: 'Short Line', version: 2 });
    await rename(1, 'Lost Line').expect(409);
    await rename(2, ' ').expect(400);
  });

  it('keeps a revision of every save', async () => {
    const made = await putOnShelf(anna);
    await anna
      .put(`/api/exercises/${made.id}`)
      .send({ version: 1, title: 'Second', document: made.document })
      .expect(200);
    const revisions = await savesOf(made.id);
    expect(revisions.map((r) => [r.version, r.title])).toEqual([
      [2, 'Second'],
      [1, 'A line'],
    ]);
  });

  it('lists the saves of the longest line without holding anybody', async () => {
    const bars = Array.from({ length: MAX_NOTES / 4 }, () => 'C4 D4 E4 F4').join(' | ');
    const document = { owner: 'concert', source: line(bars), partChoices: {} };
    const { id } = (await anna.post('/api/exercises').send({ title: 'Long', document }).expect(201))
      .body as ExerciseView;
    for (let version = 1; version < 12; version++)
      await anna
        .put(`/api/exercises/${id}`)
        .send({ version, title: `Long ${version}`, document })
        .expect(200);
    let saves: readonly RevisionView[] = [];
    expect(await longestHold(async () => (saves = await savesOf(id)))).toBeLessThan(MOST_HOLD_OF_LARGEST_MS);
    expect(saves).toHaveLength(12);
  });

  it('refuses a save over a newer version and keeps both sides', async () => {
    const made = await putOnShelf(anna);
    await anna
      .put(`/api/exercises/${made.id}`)
      .send({ version: 1, title: 'From the first window', document: made.document })
      .expect(200);
    const refused = await anna
      .put(`/api/exercises/${made.id}`)
      .send({ version: 1, title: 'From the second window', document: made.document })
      .expect(409);
    expect(refused.body).toMatchObject({ code: 'conflict', current: { title: 'From the first window', version: 2 } });
    const revisions = await savesOf(made.id);
    expect(revisions.find((r) => r.id === refused.body.keptAs)).toMatchObject({
      title: 'From the second window',
      refused: true,
      baseVersion: 1,
    });
    expect((await anna.get(`/api/exercises/${made.id}`)).body.title).toBe('From the first window');
  });

  it('lets just one of many simultaneous saves through', async () => {
    const made = await putOnShelf(anna);
    const saves = await Promise.all(
      Array.from({ length: 8 }, (_u, i) =>
        anna.put(`/api/exercises/${made.id}`).send({ version: 1, title: `Save ${i}`, document: made.document }),
      ),
    );
    expect(saves.filter((s) => s.status === 200)).toHaveLength(1);
    expect(saves.filter((s) => s.status === 409)).toHaveLength(7);
    expect(await savesOf(made.id)).toHaveLength(9);
  });

  it.each<[string, (d: object) => object]>([
    ['no document', () => ({})],
    ["a field of somebody's own", (d) => ({ ...d, script: 1 })],
    ['a pitch that is none', (d) => JSON.parse(JSON.stringify(d).replace('"step":"C"', '"step":"X"')) as object],
  ])('with %s is refused and changes nothing', async (_what, spoil) => {
    const before = (await anna.get('/api/exercises')).body as unknown[];
    const response = await anna
      .post('/api/exercises')
      .send({ title: 'Spoiled', document: spoil(demoDocument()) })
      .expect(422);
    expect(response.body.problems[0].code).toBe('bad-document');
    expect((await anna.get('/api/exercises')).body).toHaveLength(before.length);
  });

  it('needs a title', async () => {
    const response = await anna.post('/api/exercises').send({ title: '  ', document: demoDocument() }).expect(400);
    expect(response.body.detail).toMatch(/Give the exercise a title/);
  });
});

describe("another teacher's rows", () => {
  it('are not there: every route gives 404', async () => {
    const made = await putOnShelf(anna);
    const [group] = (await anna.get('/api/classes')).body as { id: string }[];
    const [own] = (await berta.get('/api/classes')).body as { id: string }[];
    await berta.get(`/api/exercises/${made.id}`).expect(404);
    await berta
      .put(`/api/exercises/${made.id}`)
      .send({ version: 1, title: 'Mine now', document: made.document })
      .expect(404);
    await berta.delete(`/api/exercises/${made.id}`).expect(404);
    await berta.post(`/api/exercises/${made.id}/restore`).expect(404);
    await berta.post(`/api/exercises/${made.id}/duplicate`).expect(404);
    await berta.get(`/api/exercises/${made.id}/revisions`).expect(404);
    await berta.get(`/api/exercises/${made.id}/parts/flute.pdf?class=${own?.id}`).expect(404);
    await berta.get(`/api/exercises/${made.id}/parts/flute.musicxml`).expect(404);
    await berta.get(`/api/exercises/${made.id}/book.pdf?class=${own?.id}`).expect(404);
    const mine = await putOnShelf(berta);
    await berta.get(`/api/exercises/${mine.id}/book.pdf?class=${group?.id}`).expect(404);
    const { name: _n, ...rest } = (await berta.get('/api/classes')).body[0] as Record<string, unknown>;
    delete rest.id;
    await berta
      .put(`/api/classes/${group?.id}`)
      .send({ name: 'Mine', ...rest })
      .expect(404);
    expect((await anna.get(`/api/exercises/${made.id}`)).body.title).toBe('A line');
    expect((await berta.get('/api/exercises')).body).toHaveLength(1);
  });

  it('an id that is none is 404 too', async () => {
    await anna.get('/api/exercises/1').expect(404);
    await anna.get("/api/exercises/' or 1=1 --").expect(404);
  });
});

describe('a class', () => {
  it('is given to a new teacher and saved with its instruments, conventions, rows and paper', async () => {
    const carl = await server.teacher('carl@school.example');
    const [group] = (await carl.get('/api/classes').expect(200)).body as [Record<string, unknown>];
    const { id, ...dto } = group;
    await carl
      .put(`/api/classes/${String(id)}`)
      .send({
        ...dto,
        name: 'Recorders',
        instruments: ['descant-recorder'],
        conventions: { recorder: 'german' },
        paper: 'letter',
      })
      .expect(200);
    expect((await carl.get('/api/classes')).body).toEqual([
      {
        ...group,
        name: 'Recorders',
        instruments: ['descant-recorder'],
        conventions: { recorder: 'german' },
        paper: 'letter',
        version: 2,
      },
    ]);
    await carl
      .put(`/api/classes/${String(id)}`)
      .send({ ...dto, instruments: ['kazoo'] })
      .expect(400);
    await carl
      .put(`/api/classes/${String(id)}`)
      .send({ ...dto, conventions: { recorder: 'wrong' } })
      .expect(400);
  });
});
