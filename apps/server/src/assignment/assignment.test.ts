import 'reflect-metadata';
import type {
  ClassView,
  ExerciseView,
  KitView,
  LinkView,
  LogView,
  OpenedLinkView,
  PupilView,
  SaveAssignmentDto,
  AssignmentView,
} from '@cifra/contract';
import { openDemoClass } from '../testing/demoClass';
import type { TestServer } from '../testing/testServer';

let server: TestServer;
let mara: ReturnType<TestServer['agent']>;
let other: ReturnType<TestServer['agent']>;
let kite: ExerciseView;
let group: ClassView;
let pupils: PupilView[];

beforeAll(async () => {
  ({ server, mara, exercise: kite, group } = await openDemoClass('Kite Weather'));
  pupils = (await mara.get(`/api/classes/${group.id}/pupils`)).body as PupilView[];
  other = await server.teacher('other@school.example');
});
afterAll(() => server.stop());

const at = (what: string): string => `/api/classes/${group.id}/${what}`;
const set = (more: Partial<SaveAssignmentDto> = {}): SaveAssignmentDto => ({
  exerciseId: kite.id,
  for: 'class',
  rungs: ['count', 'loose'],
  due: '2026-12-01',
  goalPercent: 80,
  ...more,
});
const idOf = (i: number): string => pupils[i]?.id ?? '';

describe('what is set', () => {
  it('is kept, changed and taken back, the latest first', async () => {
    const made = (
      await mara
        .post(at('assignments'))
        .send(set({ fromBar: 3, toBar: 6, note: 'with slurs' }))
        .expect(201)
    ).body as AssignmentView;
    expect(made).toMatchObject({ title: 'Kite Weather', fromBar: 3, toBar: 6, note: 'with slurs', due: '2026-12-01' });
    await mara
      .post(at('assignments'))
      .send(set({ due: '2026-12-08', for: 'section', section: 'trumpets' }))
      .expect(201);
    const changed = (
      await mara
        .put(at(`assignments/${made.id}`))
        .send(set({ due: '2026-12-02' }))
        .expect(200)
    ).body as AssignmentView;
    // What is left out is taken away.
    expect([changed.note, changed.fromBar, changed.due]).toEqual([undefined, undefined, '2026-12-02']);
    expect(((await mara.get(at('assignments'))).body as AssignmentView[]).map((w) => w.due)).toEqual([
      '2026-12-08',
      '2026-12-02',
    ]);
    await mara.delete(at(`assignments/${made.id}`)).expect(204);
    await mara.delete(at(`assignments/${made.id}`)).expect(404);
  });

  it('is refused with a word where it is not whole', async () => {
    const refusals: readonly (readonly [Partial<SaveAssignmentDto>, number])[] = [
      [{ for: 'section' }, 400],
      [{ for: 'pupils' }, 400],
      [{ for: 'pupils', pupilIds: [kite.id] }, 404],
      [{ fromBar: 6, toBar: 3 }, 400],
      [{ due: 'soon' }, 400],
      [{ exerciseId: group.id }, 404],
      [{ rungs: ['fly'] as never }, 400],
      [{ goalPercent: 0 }, 400],
    ];
    for (const [more, status] of refusals)
      expect([more, (await mara.post(at('assignments')).send(set(more))).status]).toEqual([more, status]);
  });
});

describe("what is set, on the pupils' links", () => {
  it('shows each what is set for them of that line, and nothing of others or of long ago', async () => {
    const trumpeter = pupils.find((p) => p.instrument === 'trumpet');
    const open = async (pupilId: string | undefined): Promise<OpenedLinkView> => {
      const { token } = (
        await mara
          .post('/api/links')
          .send({
            exerciseId: kite.id,
            classId: group.id,
            instrument: 'trumpet',
            days: 7,
            ...(pupilId !== undefined && { pupilId }),
          })
          .expect(201)
      ).body as LinkView;
      return (await server.agent().get(`/api/links/open/${token}`).expect(200)).body as OpenedLinkView;
    };
    for (const w of (await mara.get(at('assignments'))).body as AssignmentView[])
      await mara.delete(at(`assignments/${w.id}`)).expect(204);
    await mara
      .post(at('assignments'))
      .send(set({ due: '2099-01-03', for: 'section', section: 'trumpets', note: 'for the section' }))
      .expect(201);
    await mara
      .post(at('assignments'))
      .send(set({ due: '2099-01-02', for: 'pupils', pupilIds: [trumpeter?.id ?? ''], note: 'for one', fade: 'new' }))
      .expect(201);
    await mara
      .post(at('assignments'))
      .send(set({ due: '2099-01-01', for: 'section', section: 'flutes', note: 'for others' }))
      .expect(201);
    await mara
      .post(at('assignments'))
      .send(set({ due: '2020-01-01', note: 'long ago' }))
      .expect(201);
    const own = await open(trumpeter?.id);
    expect(own.assignments.map((w) => w.note)).toEqual(['for one', 'for the section']);
    expect((await open(undefined)).assignments.map((w) => w.note)).toEqual(['for the section']);
    // The page has as much help as what is set next says, on this pupil's link alone.
    expect(own.page.fades.map((step) => step.step)).toEqual(['new']);
    expect((await open(undefined)).page.fades).toEqual(group.page.fades);
    // Not a word of whom else it is for.
    expect(JSON.stringify(own.assignments)).not.toMatch(/pupilIds|"for"|"section":/);
  });
});

describe('what happened', () => {
  it('is written down for a class in one go, and written over when the day comes again', async () => {
    const { id: assignmentId } = (await mara.post(at('assignments')).send(set()).expect(201)).body as AssignmentView;
    const day = '2026-11-24';
    const entries = pupils.map((p, i) => ({ pupilId: p.id, assignmentId, done: i > 1 }));
    expect(((await mara.put(at('log')).send({ day, entries }).expect(200)).body as LogView[]).length).toBe(
      pupils.length,
    );
    await mara
      .put(at('log'))
      .send({ day, entries: [{ pupilId: idOf(0), assignmentId, done: true, remark: 'after all', minutes: 20 }] })
      .expect(200);
    const log = (await mara.get(at('log')).expect(200)).body as LogView[];
    expect(log.filter((l) => l.pupilId === idOf(0))).toMatchObject([
      { day, done: true, remark: 'after all', minutes: 20 },
    ]);
    expect(log.length).toBe(pupils.length);
    // The lesson as a whole is something else than one work of it.
    await mara
      .put(at('log'))
      .send({ day, entries: [{ pupilId: idOf(0), done: false }] })
      .expect(200);
    await mara
      .put(at('log'))
      .send({ day, entries: [{ pupilId: idOf(0), done: true }] })
      .expect(200);
    expect(
      ((await mara.get(at('log'))).body as LogView[]).filter(
        (l) => l.pupilId === idOf(0) && l.assignmentId === undefined,
      ),
    ).toMatchObject([{ done: true }]);
    await mara
      .put(at('log'))
      .send({ day, entries: [{ pupilId: kite.id, done: true }] })
      .expect(404);
    await mara
      .put(at('log'))
      .send({ day, entries: [{ pupilId: idOf(0), assignmentId: kite.id, done: true }] })
      .expect(404);
    await mara
      .put(at('log'))
      .send({ day: 'today', entries: [{ pupilId: idOf(0), done: true }] })
      .expect(400);
  });
});

describe('the kit', () => {
  it('is lent, comes back, and is deleted', async () => {
    const made = (
      await mara
        .post(at('kit'))
        .send({
          kind: 'loan',
          what: 'school trumpet',
          number: '4711',
          pupilId: idOf(0),
          from: '2026-09-01',
          due: '2026-12-18',
        })
        .expect(201)
    ).body as KitView;
    const { id, ...dto } = made;
    expect(
      (
        (
          await mara
            .put(at(`kit/${id}`))
            .send({ ...dto, settled: '2026-11-25' })
            .expect(200)
        ).body as KitView
      ).settled,
    ).toBe('2026-11-25');
    await mara.post(at('kit')).send({ kind: 'loan', what: ' ', from: '2026-09-01' }).expect(400);
    await mara.post(at('kit')).send({ kind: 'loan', what: 'x', from: '2026-09-01', pupilId: kite.id }).expect(404);
    await mara.delete(at(`kit/${id}`)).expect(204);
    expect((await mara.get(at('kit'))).body).toEqual([]);
  });
});

describe('what belongs to a class', () => {
  it("is nobody else's: every route answers another teacher, and nobody, as if it were not there", async () => {
    const { id: assignmentId } = (await mara.post(at('assignments')).send(set()).expect(201)).body as AssignmentView;
    const { id: kitId } = (
      await mara.post(at('kit')).send({ kind: 'supply', what: 'reeds', from: '2026-11-01' }).expect(201)
    ).body as KitView;
    const routes: readonly (readonly [method: 'get' | 'post' | 'put' | 'delete', path: string, body?: object])[] = [
      ['get', at('assignments')],
      ['post', at('assignments'), set()],
      ['put', at(`assignments/${assignmentId}`), set()],
      ['delete', at(`assignments/${assignmentId}`)],
      ['get', at('log')],
      ['put', at('log'), { day: '2026-11-24', entries: [{ pupilId: idOf(0), done: true }] }],
      ['get', at('kit')],
      ['post', at('kit'), { kind: 'supply', what: 'oil', from: '2026-11-01' }],
      ['put', at(`kit/${kitId}`), { kind: 'supply', what: 'oil', from: '2026-11-01' }],
      ['delete', at(`kit/${kitId}`)],
      ['delete', `/api/classes/${group.id}`],
    ];
    for (const [method, path, body] of routes) {
      expect([method, path, (await other[method](path).send(body)).status]).toEqual([method, path, 404]);
      expect([method, path, (await server.agent()[method](path).send(body)).status]).toEqual([method, path, 401]);
    }
    // Nor can a teacher reach a class's own rows through another class of theirs.
    const second = (
      await mara
        .post('/api/classes')
        .send({ ...(({ id: _id, ...rest }) => rest)(group), name: 'Year 6' })
        .expect(201)
    ).body as ClassView;
    await mara.delete(`/api/classes/${second.id}/assignments/${assignmentId}`).expect(404);
    await mara
      .put(`/api/classes/${second.id}/kit/${kitId}`)
      .send({ kind: 'supply', what: 'oil', from: '2026-11-01' })
      .expect(404);
    await mara
      .put(`/api/classes/${second.id}/log`)
      .send({ day: '2026-11-24', entries: [{ pupilId: idOf(0), done: true }] })
      .expect(404);
    await mara.delete(`/api/classes/${second.id}`).expect(204);
    expect(((await mara.get('/api/classes')).body as ClassView[]).map((c) => c.id)).toEqual([group.id]);
  });
});
