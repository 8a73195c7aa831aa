import 'reflect-metadata';
import type { AccountFile, AssignmentView, ClassView, PupilView } from '@cifra/contract';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { accountIn, zipOf } from '../testing/accountZip';
import { fetchFile } from '../testing/fetchPages';
import { longestHold, MOST_HOLD_OF_LARGEST_MS } from '../testing/longestHold';
import { openDemoClass } from '../testing/demoClass';
import type { TestServer } from '../testing/testServer';

let server: TestServer;
let mara: ReturnType<TestServer['agent']>;
let other: ReturnType<TestServer['agent']>;
let group: ClassView;
let pupils: PupilView[];

beforeAll(async () => {
  const demo = await openDemoClass('Kite Weather');
  ({ server, mara, group } = demo);
  const at = (what: string): string => `/api/classes/${group.id}/${what}`;
  pupils = (await mara.get(at('pupils'))).body as PupilView[];
  const work = { exerciseId: demo.exercise.id, for: 'class', rungs: ['count'], due: '2026-12-01', goalPercent: 80 };
  const set = (await mara.post(at('assignments')).send(work).expect(201)).body as AssignmentView;
  const [first, second] = pupils.map((p) => p.id);
  const entries = [
    { pupilId: first, done: true, remark: 'leads the section', assignmentId: set.id },
    { pupilId: second, done: false },
  ];
  await mara.put(at('log')).send({ day: '2026-11-27', entries }).expect(200);
  await mara.post(at('kit')).send({ kind: 'loan', what: 'a horn', from: '2026-09-01', pupilId: first }).expect(201);
  other = await server.teacher('other@school.example');
});
afterAll(() => server.stop());

const bytesOf = async (agent: typeof mara): Promise<Buffer> => (await fetchFile(agent, '/api/account/file')).bytes;
const bring = (agent: typeof mara, bytes: Uint8Array) =>
  agent.post('/api/account/file').set('Content-Type', 'application/octet-stream').send(Buffer.from(bytes));

describe('an account as a whole', () => {
  it('is taken away, and brought back into another account with all that hangs together', async () => {
    const bytes = await bytesOf(mara);
    const account = accountIn(bytes);
    expect(account.exercises.map((e) => e.title)).toContain('Kite Weather');
    // No address, no password, no link.
    expect(JSON.stringify(account)).not.toMatch(/argon2|mara@|token/i);
    const { body } = await bring(other, bytes).expect(200);
    expect(body).toEqual({ exercises: account.exercises.length, classes: 1, pupils: pupils.length });
    const again = accountIn(await bytesOf(other));
    const copy = again.classes.find((c) => c.settings.name === group.name);
    const [from] = account.classes;
    expect(copy?.pupils.map((p) => [p.name, p.instrument])).toEqual(from?.pupils.map((p) => [p.name, p.instrument]));
    expect(copy?.assignments.map((w) => [w.due, w.title])).toEqual(from?.assignments.map((w) => [w.due, w.title]));
    const nameIn = (c: AccountFile['classes'][number] | undefined) => (id: string) =>
      c?.pupils.find((p) => p.id === id)?.name;
    const said = (c: AccountFile['classes'][number] | undefined) =>
      c?.log
        .map(
          (l) =>
            `${l.day} ${nameIn(c)(l.pupilId) ?? ''} ${String(l.done)} ${l.remark ?? ''} ${l.assignmentId === undefined ? '' : (c.assignments.find((w) => w.id === l.assignmentId)?.title ?? '')}`,
        )
        .sort();
    expect(said(copy)).toEqual(said(from));
    expect(copy?.kit.map((k) => k.what)).toEqual(from?.kit.map((k) => k.what));
    expect(again.exercises.find((e) => e.title === 'Kite Weather')?.document).toEqual(
      account.exercises.find((e) => e.title === 'Kite Weather')?.document,
    );
  });

  it('takes nothing from a file that is something else, and says what is wrong', async () => {
    const good = accountIn(await bytesOf(mara));
    const pack = (account: object): Promise<Uint8Array> => zipOf(account as AccountFile);
    const old = (account: object): Uint8Array => zipSync({ 'account.json': strToU8(JSON.stringify(account)) });
    const [first] = good.classes as [AccountFile['classes'][number]];
    const pupil = { name: '', instrument: 'kazoo', id: 'x' };
    const before = ((await mara.get('/api/exercises')).body as unknown[]).length;
    const wrong: readonly (Uint8Array | Promise<Uint8Array>)[] = [
      strToU8('no zip'),
      zipSync({ '../account.json': strToU8('{}') }),
      zipSync({ 'account.json': strToU8('{') }),
      old({}),
      old({ ...good, version: 2, classes: 'many' }),
      old(good),
      pack({ ...good, version: 4 }),
      pack({ ...good, exercises: [{ id: 'x', title: 'x', document: {} }] }),
      pack({ ...good, classes: [{ ...first, pupils: [pupil] }] }),
      pack({ ...good, classes: [{ ...first, pupils: Array.from({ length: 121 }, () => first.pupils[0]) }] }),
      pack({ ...good, classes: [{ ...first, log: [{ pupilId: pupils[0]?.id, done: true, day: 'x' }] }] }),
    ];
    for (const bytes of wrong)
      expect(((await bring(mara, await bytes).expect(422)).body as { detail: string }).detail).toMatch(
        /cannot be brought back/,
      );
    expect(((await mara.get('/api/exercises')).body as unknown[]).length).toBe(before);
    await bring(server.agent(), await pack(good)).expect(401);
  });

  it('of an older Cifra, with everything in one file, comes in as well', async () => {
    const good = accountIn(await bytesOf(mara));
    const agent = await server.teacher('older@school.example');
    const one = zipSync({ 'account.json': strToU8(JSON.stringify({ ...good, version: 2 })) });
    const { body } = await bring(agent, one).expect(200);
    expect(body).toEqual({ exercises: good.exercises.length, classes: 1, pupils: pupils.length });
  });

  it('is refused where one letter of it is not as it was, or a file is gone, whichever it is', async () => {
    const files = unzipSync(await bytesOf(mara));
    const fresh = await server.teacher('damaged@school.example');
    const before = ((await fresh.get('/api/classes')).body as unknown[]).length;
    const said = async (spoiled: Record<string, Uint8Array>): Promise<string> =>
      ((await bring(fresh, zipSync(spoiled)).expect(422)).body as { detail: string }).detail;
    for (const [path, bytes] of Object.entries(files)) {
      // Still JSON, and still what it should be: only its sum tells.
      const other = strToU8(strFromU8(bytes).replace(/[A-Ga-g](?=\w*"?)/g, 'e'));
      expect(await said({ ...files, [path]: other })).toMatch(/is damaged|is missing|no SHA256SUMS|there is no/);
      const { [path]: _gone, ...rest } = files;
      expect(await said(rest)).toContain(`there is no ${path} in it`);
    }
    expect(((await fresh.get('/api/classes')).body as unknown[]).length).toBe(before);
    expect((await fresh.get('/api/exercises')).body).toEqual([]);
  });

  it('of five thousand days of practice goes and comes back, and holds nobody meanwhile', async () => {
    const good = accountIn(await bytesOf(mara));
    const [first] = good.classes as [AccountFile['classes'][number]];
    const exercises = Array.from({ length: 200 }, (_, i) => ({
      ...(good.exercises[i % good.exercises.length] as AccountFile['exercises'][number]),
      id: `line ${i}`,
    }));
    const days = Array.from({ length: 5_000 }, (_, i) => ({
      pupilId: first.pupils[i % first.pupils.length]?.id ?? '',
      exerciseId: exercises[Math.floor(i / first.pupils.length) % 20]?.id ?? '',
      instrument: first.pupils[i % first.pupils.length]?.instrument ?? 'flute',
      day: new Date(Date.UTC(2026, 0, 1 + Math.floor(i / first.pupils.length / 20))).toISOString().slice(0, 10),
      bestPercent: 90,
      cleanRuns: 2,
      minutes: 5,
    }));
    const bytes = await zipOf({
      ...good,
      exercises,
      classes: [{ ...first, assignments: [], log: [], met: [], handIns: [], practice: [], practiceDays: days }],
    } as AccountFile);
    const agent = await server.teacher('large@school.example');
    const coming = await longestHold(() => bring(agent, bytes).expect(200));
    let back: Uint8Array = new Uint8Array();
    const going = await longestHold(async () => (back = await bytesOf(agent)));
    expect([coming < MOST_HOLD_OF_LARGEST_MS, going < MOST_HOLD_OF_LARGEST_MS]).toEqual([true, true]);
    expect(accountIn(back).classes.find((c) => c.practiceDays.length > 0)?.practiceDays).toHaveLength(5_000);
  });

  it('is deleted only by whoever writes its address, and everything goes with it', async () => {
    await other.delete('/api/account').send({ email: 'somebody@school.example' }).expect(400);
    await other.delete('/api/account').send({ email: 'Other@school.example' }).expect(204);
    await other.get('/api/session').expect(401);
    const left = await server.sql(
      'select count(*)::int as n from exercises e left join teachers t on t.id = e.teacher_id where t.id is null',
      [],
    );
    expect(left).toEqual([{ n: 0 }]);
    expect(((await mara.get('/api/classes')).body as ClassView[]).length).toBe(1);
  });
});
