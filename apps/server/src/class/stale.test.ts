import type { ClassView, KitView, LogView, PupilView, TeacherView, TermDto } from '@cifra/contract';
import { openDemoClass } from '../testing/demoClass';
import { DATABASE, type Database } from '../db/database.module';
import { RetentionService } from '../retention/retention.service';
import { sql } from 'drizzle-orm';
import type { TestServer } from '../testing/testServer';

let server: TestServer;
let mara: ReturnType<TestServer['agent']>;
let group: ClassView;
let exerciseId: string;
beforeAll(async () => {
  const opened = await openDemoClass('Harbour Steps');
  ({ server, mara, group } = opened);
  exerciseId = opened.exercise.id;
});
afterAll(() => server.stop());

const of = (path: string): string => `/api/classes/${group.id}/${path}`;
const pupils = async (): Promise<PupilView[]> => (await mara.get(of('pupils')).expect(200)).body as PupilView[];
const names = async (): Promise<string[]> => (await pupils()).map((p) => p.name);

describe('a save on an older version', () => {
  it('of the class, the plan or the profile is refused with what stands, and nothing is written', async () => {
    const [{ id: _id, ...before }] = (await mara.get('/api/classes')).body as [ClassView];
    await mara
      .put(`/api/classes/${group.id}`)
      .send({ ...before, paper: 'letter' })
      .expect(200);
    const refused = await mara
      .put(`/api/classes/${group.id}`)
      .send({ ...before, name: 'Other' })
      .expect(409);
    expect(refused.body).toMatchObject({
      code: 'conflict',
      current: { id: group.id, name: before.name, paper: 'letter', version: before.version + 1 },
    });
    expect(((await mara.get('/api/classes')).body as ClassView[])[0]).toMatchObject({
      name: before.name,
      paper: 'letter',
    });

    const term = (await mara.get(of('term'))).body as TermDto;
    const saved = (
      await mara
        .put(of('term'))
        .send({ ...term, from: '2026-09-01' })
        .expect(200)
    ).body as TermDto;
    expect(saved.version).toBe((term.version ?? 0) + 1);
    const stale = await mara
      .put(of('term'))
      .send({ ...term, to: '2026-12-18' })
      .expect(409);
    expect(stale.body).toMatchObject({ code: 'conflict', current: { from: '2026-09-01' } });

    const me = (await mara.get('/api/session')).body as TeacherView;
    const { conventions, version } = me;
    await mara.put('/api/session/profile').send({ conventions, keepMonths: 12, version }).expect(200);
    const late = await mara.put('/api/session/profile').send({ conventions, keepMonths: 3, version }).expect(409);
    expect(late.body).toMatchObject({ current: { keepMonths: 12, version: version + 1 } });
  });

  it('of the pupils deletes nobody: who was added in another window stays, a row that changed is refused', async () => {
    const before = await pupils();
    await mara
      .put(of('pupils'))
      .send({ pupils: [...before, { name: 'Wim', instrument: 'tuba' }] })
      .expect(200);
    // The first window saves the list that it had.
    await mara.put(of('pupils')).send({ pupils: before }).expect(409);
    const stale = await mara
      .put(of('pupils'))
      .send({ pupils: before.map(({ version: _v, ...p }) => p) })
      .expect(200);
    expect((stale.body as PupilView[]).map((p) => p.name)).toContain('Wim');

    const [first, ...others] = await pupils();
    if (first === undefined) throw new Error('no pupils');
    await mara
      .put(of('pupils'))
      .send({ pupils: [{ ...first, seat: 'row 9' }] })
      .expect(200);
    const refused = await mara
      .put(of('pupils'))
      .send({ pupils: [{ ...first, note: 'stale' }, ...others] })
      .expect(409);
    expect(refused.body).toMatchObject({
      current: expect.arrayContaining([expect.objectContaining({ seat: 'row 9' })]),
    });
    expect((await pupils()).find((p) => p.id === first.id)).not.toHaveProperty('note', 'stale');
    expect(await names()).toHaveLength(before.length + 1);
  });

  it('twenty at once: one is taken, the others are told', async () => {
    const [row] = await pupils();
    const [{ id: _id, ...whole }] = (await mara.get('/api/classes')).body as [ClassView];
    const term = (await mara.get(of('term'))).body as TermDto;
    const { conventions, version } = (await mara.get('/api/session')).body as TeacherView;
    for (const [path, body] of [
      [of('pupils'), (i: number) => ({ pupils: [{ ...row, seat: `row ${i}` }] })],
      [`/api/classes/${group.id}`, (i: number) => ({ ...whole, name: `Band ${i}` })],
      [of('term'), (i: number) => ({ ...term, from: `2026-09-${String(i + 1).padStart(2, '0')}` })],
      ['/api/session/profile', (i: number) => ({ conventions, keepMonths: i, version })],
    ] as const) {
      const answers = await Promise.all(Array.from({ length: 20 }, (_u, i) => mara.put(path).send(body(i))));
      expect([path, answers.map((a) => a.status).sort()]).toEqual([
        path,
        [200, ...Array.from({ length: 19 }, () => 409)],
      ]);
    }
  });
});

describe('what is set and taken back', () => {
  it('is set again with what was logged of it', async () => {
    const [pupil] = await pupils();
    const work = (
      await mara.post(of('assignments')).send({ exerciseId, for: 'class', rungs: [], due: '2026-10-09' }).expect(201)
    ).body as { id: string };
    const entry = { pupilId: pupil?.id, assignmentId: work.id, done: true, remark: 'nearly there' };
    await mara
      .put(of('log'))
      .send({ day: '2026-10-02', entries: [entry] })
      .expect(200);
    const set = async (): Promise<boolean> =>
      ((await mara.get(of('assignments'))).body as { id: string }[]).some((w) => w.id === work.id);
    const remarked = async (): Promise<boolean> =>
      ((await mara.get(of('log'))).body as LogView[]).some((l) => l.remark === 'nearly there');
    expect([await set(), await remarked()]).toEqual([true, true]);
    await mara.delete(of(`assignments/${work.id}`)).expect(204);
    expect([await set(), await remarked()]).toEqual([false, false]);
    await mara.post(of(`assignments/${work.id}/restore`)).expect(200);
    expect([await set(), await remarked()]).toEqual([true, true]);
  });
});

describe('a pupil who is taken off the list', () => {
  it('is nowhere, and comes back with log, loan and link', async () => {
    const [gone] = await pupils();
    if (gone === undefined) throw new Error('no pupils');
    await mara
      .put(of('log'))
      .send({ day: '2026-09-08', entries: [{ pupilId: gone.id, done: true, remark: 'well played' }] })
      .expect(200);
    await mara.post(of('kit')).send({ kind: 'loan', what: 'a horn', from: '2026-09-08', pupilId: gone.id }).expect(201);
    const link = (
      await mara
        .post('/api/links')
        .send({ exerciseId, classId: group.id, instrument: gone.instrument, pupilId: gone.id, days: 7 })
        .expect(201)
    ).body as { token: string };
    await server.agent().get(`/api/links/open/${link.token}`).expect(200);

    await mara.delete(of(`pupils/${gone.id}`)).expect(204);
    expect(await names()).not.toContain(gone.name);
    await server.agent().get(`/api/links/open/${link.token}`).expect(404);
    const listed = (await mara.get(`/api/links?exercise=${exerciseId}`)).body as { token: string }[];
    expect(listed.map((l) => l.token)).not.toContain(link.token);
    await mara
      .put(of(`pupils/${gone.id}/page`))
      .send({})
      .expect(404);
    await mara
      .put(of('pupils'))
      .send({ pupils: [{ ...gone, note: 'changed' }] })
      .expect(409);

    await mara.post(of(`pupils/${gone.id}/restore`)).expect(200);
    expect(await names()).toContain(gone.name);
    const log = (await mara.get(of('log'))).body as LogView[];
    expect(log.filter((l) => l.pupilId === gone.id && l.remark === 'well played')).toHaveLength(1);
    await server.agent().get(`/api/links/open/${link.token}`).expect(200);
  });

  it('goes for good after a week; what they had on loan stays', async () => {
    const [gone] = await pupils();
    if (gone === undefined) throw new Error('no pupils');
    const kit = (
      await mara
        .post(of('kit'))
        .send({ kind: 'loan', what: 'a tuba', from: '2026-09-08', pupilId: gone.id })
        .expect(201)
    ).body as KitView;
    await mara.delete(of(`pupils/${gone.id}`)).expect(204);
    const sweep = (): Promise<void> => server.app.get(RetentionService).sweep();
    await sweep();
    await mara.post(of(`pupils/${gone.id}/restore`)).expect(200);
    await mara.delete(of(`pupils/${gone.id}`)).expect(204);
    await server.app
      .get<Database>(DATABASE)
      .execute(sql`update pupils set removed_at = now() - interval '8 days' where id = ${gone.id}`);
    await sweep();
    await mara.post(of(`pupils/${gone.id}/restore`)).expect(404);
    const left = ((await mara.get(of('kit'))).body as KitView[]).find((k) => k.id === kit.id);
    expect(left).toMatchObject({ what: 'a tuba' });
    expect(left).not.toHaveProperty('pupilId');
  });
});
