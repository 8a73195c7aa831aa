import type { ClassView, ExerciseView, PupilView, PrintSetView } from '@cifra/contract';
import { unzipSync } from 'fflate';
import { openDemoClass } from '../testing/demoClass';
import { fetchFile, reportOn } from '../testing/fetchPages';
import { PrintSetService } from './printSet.service';
import { putOnShelf, type TestServer } from '../testing/testServer';

let server: TestServer;
let mara: ReturnType<TestServer['agent']>;
let lantern: ExerciseView;
let group: ClassView;
beforeAll(async () => {
  ({ server, mara, exercise: lantern, group } = await openDemoClass('Lantern Walk'));
});
afterAll(() => server.stop());

const make = async (body: object, exercise = lantern): Promise<PrintSetView> =>
  (
    await mara
      .post(`/api/exercises/${exercise.id}/print-sets`)
      .send({ classId: group.id, ...body })
      .expect(201)
  ).body as PrintSetView;

/** Asks until a set is no longer being made; what was seen on the way. */
async function finished(set: PrintSetView): Promise<{ readonly set: PrintSetView; readonly seen: number[] }> {
  const seen: number[] = [];
  for (let i = 0; i < 600; i++) {
    const now = (await mara.get(`/api/print-sets/${set.id}`).expect(200)).body as PrintSetView;
    seen.push(now.done);
    if (now.state !== 'working') return { set: now, seen };
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  throw new Error('a set took more than a minute');
}

describe('a set of pages', () => {
  it('is one book in score order with a bookmark for each part, and its file stays', async () => {
    const { set, seen } = await finished(await make({ kind: 'book' }));
    expect([set.state, set.done, set.total]).toEqual(['done', group.instruments.length, group.instruments.length]);
    expect([...seen].sort((a, b) => a - b)).toEqual(seen);
    const { bytes, disposition } = await fetchFile(mara, `/api/print-sets/${set.id}/file`);
    expect(disposition).toContain('Lantern Walk - Year 5 winds.pdf');
    const { plain, info, warnings } = reportOn(bytes);
    const order = [
      'Flute',
      'Oboe',
      'Bassoon',
      'Clarinet in B♭',
      'Alto saxophone in E♭',
      'Tenor saxophone in B♭',
      'Trumpet in B♭',
      'Horn in F',
      'Trombone',
      'Euphonium',
      'Tuba',
    ];
    const places = order.map((name) => plain.replace(/ ♭/g, '♭').indexOf(name));
    expect(places.every((p) => p >= 0)).toBe(true);
    expect([...places].sort((a, b) => a - b)).toEqual(places);
    // A bookmark for each part; the book's own title is kept apart from them.
    expect(bytes.toString('latin1').match(/\/Title \(/g)?.length).toBe(order.length);
    expect(Number(/Pages:\s+(\d+)/.exec(info)?.[1])).toBeGreaterThanOrEqual(order.length);
    expect(warnings).toBe('');
    expect((await fetchFile(mara, `/api/print-sets/${set.id}/file`)).bytes.equals(bytes)).toBe(true);
  });

  it('is a copy for every pupil by name, each with what was set for them', async () => {
    const pupils = (await mara.get(`/api/classes/${group.id}/pupils`).expect(200)).body as PupilView[];
    const isla = pupils.find((p) => p.name === 'Isla');
    if (isla === undefined) throw new Error('the demo has no Isla');
    await mara
      .put(`/api/classes/${group.id}/pupils/${isla.id}/page`)
      .send({ rows: { woodwind: [{ row: 'solfa' }], brass: [] } })
      .expect(200);
    const { set } = await finished(await make({ kind: 'copies', codes: true }));
    expect([set.state, set.total]).toEqual(['done', pupils.length]);
    const { plain } = reportOn((await fetchFile(mara, `/api/print-sets/${set.id}/file`)).bytes);
    for (const p of pupils) expect(plain).toContain(p.name);
    expect(plain).toMatch(/Isla[\s\S]*do re mi/);
    // Every code leads to a link of its own part.
    const links = (await mara.get(`/api/links?exercise=${lantern.id}`).expect(200)).body as { pupilId?: string }[];
    expect(new Set(links.map((l) => l.pupilId)).size).toBe(pupils.length);
  });

  it('is a zip: a page and a file of each part, and the line', async () => {
    const { set } = await finished(await make({ kind: 'zip' }));
    const { bytes, disposition } = await fetchFile(mara, `/api/print-sets/${set.id}/file`);
    expect(disposition).toContain('.zip');
    const names = Object.keys(unzipSync(new Uint8Array(bytes)));
    expect(names.filter((n) => n.endsWith('.pdf'))).toHaveLength(group.instruments.length);
    expect(names.filter((n) => /^\d\d .*\.musicxml$/.test(n))).toHaveLength(group.instruments.length);
    expect(names).toEqual(expect.arrayContaining(['line.musicxml', 'line.abc', 'line.mid', 'line.json']));
  });

  it('can be stopped, and has no file then', async () => {
    const set = await make({ kind: 'book' });
    expect((await mara.delete(`/api/print-sets/${set.id}`).expect(200)).body).toMatchObject({ state: 'cancelled' });
    await new Promise((resolve) => setTimeout(resolve, 500));
    expect((await mara.get(`/api/print-sets/${set.id}`).expect(200)).body).toMatchObject({ state: 'cancelled' });
    await mara.get(`/api/print-sets/${set.id}/file`).expect(404);
  });

  it("is nobody else's, and refuses what is none", async () => {
    const [set] = (await mara.get(`/api/exercises/${lantern.id}/print-sets`).expect(200)).body as PrintSetView[];
    const other = await server.teacher('other@school.example');
    for (const path of [`/api/print-sets/${set?.id}`, `/api/print-sets/${set?.id}/file`]) {
      await other.get(path).expect(404);
      await server.agent().get(path).expect(401);
    }
    await other.delete(`/api/print-sets/${set?.id}`).expect(404);
    await other.post(`/api/exercises/${lantern.id}/print-sets`).send({ classId: group.id, kind: 'book' }).expect(404);
    await mara.post(`/api/exercises/${lantern.id}/print-sets`).send({ classId: group.id, kind: 'poster' }).expect(400);
    await mara
      .post(`/api/exercises/${lantern.id}/print-sets`)
      .send({ classId: group.id, kind: 'book', today: 'soon' })
      .expect(400);
  });

  it('says so when it cannot be made, and begins anew after a stop of the server', async () => {
    const line = await putOnShelf(mara, 'Two at once');
    await Promise.all([make({ kind: 'book' }, line), make({ kind: 'book' }, line), make({ kind: 'book' }, line)]);
    expect(
      (await mara.post(`/api/exercises/${line.id}/print-sets`).send({ classId: group.id, kind: 'book' }).expect(503))
        .body,
    ).toMatchObject({ code: 'busy' });
    const sets = (await mara.get(`/api/exercises/${line.id}/print-sets`)).body as PrintSetView[];
    for (const s of sets) await mara.delete(`/api/print-sets/${s.id}`).expect(200);
    // Left as a stopped server leaves it: taken up when a server starts.
    const [left] = await server.sql(
      `insert into print_sets (teacher_id, exercise_id, class_id, kind, today, origin, total, done, file_name) select teacher_id, exercise_id, class_id, kind, today, origin, total, 3, file_name from print_sets where id = $1 returning id`,
      [sets[0]?.id],
    );
    await server.app.get(PrintSetService).onApplicationBootstrap();
    expect((await finished({ id: left?.id } as unknown as PrintSetView)).set).toMatchObject({
      state: 'done',
      done: group.instruments.length,
    });
  });
});

describe('pupils', () => {
  it('are listed, put in order and added as one list; nobody goes by missing', async () => {
    const before = (await mara.get(`/api/classes/${group.id}/pupils`)).body as PupilView[];
    const [first, ...rest] = before;
    const saved = (
      await mara
        .put(`/api/classes/${group.id}/pupils`)
        .send({
          pupils: [
            ...rest.map(({ id, name, instrument }) => ({ id, name, instrument })),
            { name: 'Yara', instrument: 'horn' },
          ],
        })
        .expect(200)
    ).body as PupilView[];
    expect(saved.map((p) => p.name).filter((n) => n !== first?.name)).toEqual([...rest.map((p) => p.name), 'Yara']);
    expect(saved.some((p) => p.id === first?.id)).toBe(true);
    await mara
      .put(`/api/classes/${group.id}/pupils`)
      .send({ pupils: [{ name: ' ', instrument: 'horn' }] })
      .expect(400);
    await mara
      .put(`/api/classes/${group.id}/pupils`)
      .send({ pupils: [{ name: 'Bo', instrument: 'kazoo' }] })
      .expect(400);
  });

  it("are nobody else's", async () => {
    const other = await server.teacher('third@school.example');
    await other.get(`/api/classes/${group.id}/pupils`).expect(404);
    await other.put(`/api/classes/${group.id}/pupils`).send({ pupils: [] }).expect(404);
    const [pupil] = (await mara.get(`/api/classes/${group.id}/pupils`)).body as PupilView[];
    await other.put(`/api/classes/${group.id}/pupils/${pupil?.id}/page`).send({}).expect(404);
    expect((await mara.get(`/api/classes/${group.id}/pupils`)).body).not.toEqual([]);
  });
});
