import 'reflect-metadata';
import {
  type ClassView,
  type ExerciseView,
  type HandInView,
  MAX_HAND_IN_BYTES,
  MAX_HAND_INS,
  type OpenedLinkView,
  type PracticeView,
  type PupilView,
  type TeacherView,
} from '@cifra/contract';
import { openDemoClass } from '../testing/demoClass';
import type { TestServer } from '../testing/testServer';

let server: TestServer;
let mara: ReturnType<TestServer['agent']>;
let kite: ExerciseView;
let group: ClassView;
let pupil: PupilView;
let token: string;
let classToken: string;

let make: Awaited<ReturnType<typeof openDemoClass>>['makeLink'];

beforeAll(async () => {
  ({ server, mara, exercise: kite, group, makeLink: make } = await openDemoClass('Kite Weather'));
  pupil = ((await mara.get(`/api/classes/${group.id}/pupils`)).body as PupilView[]).find(
    (p) => p.instrument === 'trumpet',
  ) as PupilView;
  token = (await make({ pupilId: pupil.id })).token;
  classToken = (await make({})).token;
});
afterAll(() => server.stop());

const RECORD = { rungs: ['count', 'name'], bestPercent: 70, cleanRuns: 3, peeks: 4, minutes: 12.5 };
const tell = (record: object, to = token) => server.agent().put(`/api/links/open/${to}/practice`).send(record);
const told = async (): Promise<PracticeView[]> =>
  (await mara.get(`/api/exercises/${kite.id}/practice`).expect(200)).body as PracticeView[];
/** The first bytes of a recording as a browser writes it. */
const WEBM = Buffer.concat([Buffer.from([0x1a, 0x45, 0xdf, 0xa3]), Buffer.alloc(2000, 7)]);
const handIn = (sound: Buffer | undefined, query: Record<string, string>, to = token) => {
  const request = server
    .agent()
    .post(`/api/links/open/${to}/hand-ins`)
    .query(query)
    .set('Content-Type', 'application/octet-stream');
  return sound === undefined ? request.send() : request.send(sound);
};
const takes = async (): Promise<HandInView[]> =>
  (await mara.get(`/api/exercises/${kite.id}/hand-ins`).expect(200)).body as HandInView[];

describe("a pupil's practice", () => {
  it('is told through their own link, and seen by their teacher', async () => {
    await tell(RECORD).expect(204);
    expect(await told()).toMatchObject([{ pupil: pupil.name, instrument: 'trumpet', exerciseId: kite.id, ...RECORD }]);
    expect((await mara.get(`/api/classes/${group.id}/practice`).expect(200)).body).toEqual(await told());
  });

  it('keeps the more of two devices, and each its steps until it takes them back', async () => {
    await tell({
      rungs: ['count'],
      bestPercent: 60,
      cleanRuns: 9,
      peeks: 0,
      minutes: 2,
      drills: [{ drill: 'figures', right: 8, asked: 10 }],
    }).expect(204);
    await tell({
      ...RECORD,
      rungs: ['sing'],
      undone: ['name'],
      drills: [
        { drill: 'figures', right: 1, asked: 2 },
        { drill: 'ear', right: 1, asked: 1 },
      ],
    }).expect(204);
    expect(await told()).toMatchObject([
      {
        rungs: ['count', 'sing'],
        bestPercent: 70,
        cleanRuns: 9,
        peeks: 4,
        minutes: 12.5,
        drills: [
          { drill: 'ear', right: 1, asked: 1 },
          { drill: 'figures', right: 8, asked: 10 },
        ],
      },
    ]);
  });

  it('is told what was taken for what in a drill, and nothing but notes as such', async () => {
    const mixed = [{ asked: 'F#4', said: 'F4', times: 3 }];
    const drill = (more: unknown) => ({ ...RECORD, drills: [{ drill: 'reading', right: 4, asked: 7, mixed: more }] });
    await tell(drill(mixed)).expect(204);
    expect((await told())[0]?.drills).toContainEqual({ drill: 'reading', right: 4, asked: 7, mixed });
    for (const spoiled of [
      [{ asked: 'F#4', said: '<b>', times: 1 }],
      [{ asked: 'H4', said: 'F4', times: 1 }],
      [{ asked: 'F4', said: 'F4', times: 0 }],
      [{ asked: 'F4', said: 'G4', times: 1, more: 'words' }],
      Array.from({ length: 13 }, () => ({ asked: 'F4', said: 'G4', times: 1 })),
      'F4',
    ])
      await tell(drill(spoiled)).expect(400);
  });

  it('loses nothing when both tell at once', async () => {
    await Promise.all([5, 15, 25, 35, 45].map((minutes) => tell({ ...RECORD, minutes }).expect(204)));
    expect((await told())[0]?.minutes).toBe(45);
  });

  it("is refused where it cannot be, and where the link is the class's or none", async () => {
    for (const spoiled of [
      { ...RECORD, rungs: ['flying'] },
      { ...RECORD, minutes: -1 },
      { ...RECORD, minutes: 'many' },
      { ...RECORD, drills: [{ drill: 'darts', right: 1, asked: 1 }] },
      { ...RECORD, pupilId: pupil.id },
      {},
    ])
      await tell(spoiled).expect(400);
    await tell(RECORD, classToken).expect(404);
    await tell(RECORD, 'never-was-a-link').expect(404);
  });

  it("is nobody else's to see", async () => {
    const other = await server.teacher('other@school.example');
    await other.get(`/api/classes/${group.id}/practice`).expect(404);
    await server.agent().get(`/api/classes/${group.id}/practice`).expect(401);
    for (const path of ['practice', 'hand-ins']) {
      await other.get(`/api/exercises/${kite.id}/${path}`).expect(404);
      await server.agent().get(`/api/exercises/${kite.id}/${path}`).expect(401);
    }
  });
});

describe('a take that is handed in', () => {
  it('is kept with its sound, played back as what it is, and cleared', async () => {
    await handIn(WEBM, { percent: '80', summary: '17 of 18 notes right and in time.', type: 'audio/webm' }).expect(204);
    const [take] = await takes();
    expect(take).toMatchObject({ pupil: pupil.name, instrument: 'trumpet', percent: 80, hasSound: true });
    const sound = await mara.get(`/api/hand-ins/${take?.id ?? ''}/sound`).expect(200);
    expect([
      sound.headers['content-type'],
      sound.headers['x-content-type-options'],
      sound.headers['cache-control'],
    ]).toEqual(['audio/webm', 'nosniff', 'private, no-store']);
    expect(Buffer.compare(sound.body as Buffer, WEBM)).toBe(0);
    const other = await server.teacher('third@school.example');
    await other.get(`/api/hand-ins/${take?.id ?? ''}/sound`).expect(404);
    await other.delete(`/api/hand-ins/${take?.id ?? ''}`).expect(404);
    await mara.delete(`/api/hand-ins/${take?.id ?? ''}`).expect(204);
    expect(await takes()).toEqual([]);
  });

  it('comes back to its pupil with what the teacher says of it, also in an account that is brought back', async () => {
    await handIn(undefined, { percent: '70', summary: 'told' }).expect(204);
    const [take] = await takes();
    const handedIn = async () =>
      ((await server.agent().get(`/api/links/open/${token}`).expect(200)).body as OpenedLinkView).handedIn;
    expect(await handedIn()).toEqual([{ at: take?.createdAt, percent: 70 }]);
    const said = { remark: 'A round sound. Next: count the rests.', marks: [{ criterion: 'Sound', word: 'there' }] };
    const say = (what: object, by = mara) => by.put(`/api/hand-ins/${take?.id ?? ''}`).send(what);
    await say(said).expect(204);
    expect(await handedIn()).toEqual([{ at: take?.createdAt, percent: 70, ...said }]);
    expect(await takes()).toMatchObject([said]);
    const file = await mara.get('/api/account/file').responseType('blob').expect(200);
    const other = await server.teacher('fourth@school.example');
    await say(said, other).expect(404);
    await other
      .post('/api/account/file')
      .set('Content-Type', 'application/octet-stream')
      .send(file.body as Buffer)
      .expect(200);
    const classes = (await other.get('/api/classes').expect(200)).body as ClassView[];
    const lists = await Promise.all(classes.map((c) => other.get(`/api/classes/${c.id}/hand-ins`)));
    expect(lists.flatMap((l) => l.body as HandInView[])).toMatchObject([said]);
    // What was said is taken back; what is too long, or no mark, is refused.
    await say({}).expect(204);
    expect(await handedIn()).toEqual([{ at: take?.createdAt, percent: 70 }]);
    for (const wrong of [
      { remark: 'x'.repeat(301) },
      { remark: '' },
      { marks: [{ criterion: 'Sound' }] },
      { score: 1 },
    ])
      await say(wrong).expect(400);
    await mara.delete(`/api/hand-ins/${take?.id ?? ''}`).expect(204);
  });

  it('may be the result alone', async () => {
    await handIn(undefined, { percent: '100', summary: 'All 18 notes right and in time.' }).expect(204);
    const [take] = await takes();
    expect(take?.hasSound).toBe(false);
    await mara.get(`/api/hand-ins/${take?.id ?? ''}/sound`).expect(404);
  });

  it("is refused when it is something else, too large, or through a link that is not a pupil's", async () => {
    const page = Buffer.from('<script>alert(1)</script>');
    await handIn(page, { percent: '80', summary: 'x', type: 'audio/webm' }).expect(422);
    await handIn(WEBM, { percent: '80', summary: 'x', type: 'text/html' }).expect(400);
    await handIn(WEBM, { percent: '80', summary: 'x' }).expect(422);
    await handIn(Buffer.concat([WEBM, Buffer.alloc(MAX_HAND_IN_BYTES)]), {
      percent: '80',
      summary: 'x',
      type: 'audio/webm',
    }).expect(413);
    await handIn(WEBM, { percent: '80', summary: 'x', type: 'audio/webm' }, classToken).expect(404);
    await handIn(WEBM, { percent: '0', summary: '', type: 'audio/webm' }).expect(400);
  });

  it('comes only so often, and says why', async () => {
    for (let i = (await takes()).length; i < MAX_HAND_INS; i++)
      await handIn(undefined, { percent: '50', summary: `take ${i}` }).expect(204);
    expect(
      ((await handIn(undefined, { percent: '50', summary: 'one more' }).expect(409)).body as { detail: string }).detail,
    ).toMatch(/clear some/);
  });

  it('goes with its pupil, and comes back with them', async () => {
    const before = [await takes(), await told()];
    await mara.delete(`/api/classes/${group.id}/pupils/${pupil.id}`).expect(204);
    expect([await takes(), await told()]).toEqual([[], []]);
    await mara.post(`/api/classes/${group.id}/pupils/${pupil.id}/restore`).expect(200);
    expect([await takes(), await told()]).toEqual(before);
    await mara.delete(`/api/classes/${group.id}/pupils/${pupil.id}`).expect(204);
  });
});

describe('how a teacher lets it be practised', () => {
  it("is kept with the profile, and reaches the pupils' links", async () => {
    const { conventions } = (await mara.get('/api/session').expect(200)).body as TeacherView;
    await mara
      .put('/api/session/profile')
      .send({ conventions, practice: { ladder: ['sing', 'count', 'tempo'], cleanGoal: 3 } })
      .expect(200);
    expect((await server.agent().get(`/api/links/open/${classToken}`).expect(200)).body).toMatchObject({
      practice: { ladder: ['sing', 'count', 'tempo'], cleanGoal: 3 },
      own: false,
    });
    for (const practice of [
      { ladder: [] },
      { ladder: ['fly'] },
      { ladder: ['sing', 'sing'] },
      { cleanGoal: 0 },
      { cleanGoal: 99 },
    ])
      await mara.put('/api/session/profile').send({ conventions, practice }).expect(400);
    // What is not sent stays.
    expect(
      ((await mara.put('/api/session/profile').send({ conventions }).expect(200)).body as TeacherView).practice
        .cleanGoal,
    ).toBe(3);
  });
});
