import 'reflect-metadata';
import type { AccountClass, ClassView, ExerciseView, LinkView, PupilView, PrintSetView } from '@cifra/contract';
import { unzipSync, zipSync } from 'fflate';
import { accountIn, zipOf } from '../testing/accountZip';
import { openDemoClass } from '../testing/demoClass';
import { fetchFile, reportOn } from '../testing/fetchPages';
import { demoDocument, type TestServer } from '../testing/testServer';
import { openShelf } from '../testing/openShelf';

/*
 * What somebody might try: another site's page, a file that is something else, script and headers in words, paths in a
 * zip.
 */

let server: TestServer;
let mara: ReturnType<TestServer['agent']>;
let group: ClassView;
beforeAll(async () => {
  ({ server, mara, group } = await openDemoClass('Harbour Steps'));
});
afterAll(() => server.stop());

const SCRIPT = '<img src=x onerror=alert(1)><script>alert(2)</script>';
const HEADER = 'Tune"\r\nSet-Cookie: stolen=1\r\n\r\n<script>';
const PATH = '../../etc/passwd';
const DAY = '2026-09-01';

describe("another site's page", () => {
  it('changes nothing: not by what browsers say, not by its origin, not by a plain form', async () => {
    const body = { title: 'Forged', document: demoDocument() };
    await mara.post('/api/exercises').set('Sec-Fetch-Site', 'cross-site').send(body).expect(403);
    await mara.post('/api/exercises').set('Sec-Fetch-Site', 'same-site').send(body).expect(403);
    await mara.post('/api/exercises').set('Origin', 'https://elsewhere.example').send(body).expect(403);
    await mara.post('/api/exercises').set('Origin', 'null').send(body).expect(403);
    await mara
      .put(`/api/classes/${group.id}/term`)
      .set('Origin', 'https://elsewhere.example')
      .send({ holidays: [], schedule: [] })
      .expect(403);
    await mara.delete(`/api/classes/${group.id}`).set('Origin', 'https://elsewhere.example').expect(403);
    // A form can send these without asking first: they are no JSON, and nothing is taken of them.
    for (const type of ['text/plain', 'application/x-www-form-urlencoded', 'multipart/form-data; boundary=x']) {
      await mara.post('/api/exercises').set('Content-Type', type).send(JSON.stringify(body)).expect(400);
    }
    expect((await openShelf(mara)).some((e) => e.title === 'Forged')).toBe(false);
    const { host } = new URL(mara.get('/').url);
    await mara.post('/api/exercises').set('Origin', `http://${host}`).set('Host', host).send(body).expect(201);
  });

  it("may not frame or read: no foreign origin is let in, and the page's policy says what runs", async () => {
    const { headers } = await mara.get('/api/session').set('Origin', 'https://elsewhere.example').expect(200);
    expect(headers['access-control-allow-origin']).toBeUndefined();
    expect(headers['content-security-policy']).toMatch(
      /default-src 'none'.*script-src 'self' 'wasm-unsafe-eval';.*frame-ancestors 'none'/,
    );
    expect(headers['content-security-policy']).not.toMatch(/unsafe-inline|unsafe-eval(?!')/);
  });
});

describe('what is no music and no sound', () => {
  it('is refused whatever it calls itself', async () => {
    const pupil = ((await mara.get(`/api/classes/${group.id}/pupils`)).body as PupilView[])[0] as PupilView;
    const line = (await openShelf(mara))[0] as ExerciseView;
    const { token } = (
      await mara
        .post('/api/links')
        .send({ exerciseId: line.id, classId: group.id, pupilId: pupil.id, instrument: pupil.instrument, days: 7 })
        .expect(201)
    ).body as LinkView;
    const hand = (type: string, bytes: Buffer) =>
      server
        .agent()
        .post(`/api/links/open/${token}/hand-ins`)
        .query({ percent: 50, summary: 'x', type })
        .set('Content-Type', 'application/octet-stream')
        .send(bytes);
    await hand('audio/webm', Buffer.from(SCRIPT)).expect(422);
    await hand('audio/ogg', Buffer.concat([Buffer.from([0x1a, 0x45, 0xdf, 0xa3]), Buffer.alloc(50)])).expect(422);
    await hand('text/html', Buffer.from(SCRIPT)).expect(400);
    await hand('image/svg+xml', Buffer.from('<svg onload="alert(1)"/>')).expect(400);
    // What says that it is JSON is read by nobody else before: an answer comes at once.
    for (const type of ['application/json', 'application/json; charset=utf-7', 'application/x-www-form-urlencoded'])
      for (const [path, body] of [
        ['/api/imports/file', '{"a":1}'],
        ['/api/account/file', '{"a":1}'],
      ] as const)
        await mara.post(path).set('Content-Type', type).send(body).expect(422);
    await server
      .agent()
      .post(`/api/links/open/${token}/hand-ins?percent=50&summary=x&type=audio/webm`)
      .set('Content-Type', 'application/json')
      .send('{"a":1}')
      .expect(422);
    for (const bytes of [Buffer.from(SCRIPT), Buffer.from('MZ\x90\x00'), Buffer.from('%PDF-1.7'), Buffer.alloc(1000)])
      await mara.post('/api/imports/file').set('Content-Type', 'application/octet-stream').send(bytes).expect(422);
  });
});

describe('words with script, headers and paths in them', () => {
  let line: ExerciseView;
  let pupil: PupilView;
  beforeAll(async () => {
    line = (await mara.post('/api/exercises').send({ title: HEADER, document: demoDocument() }).expect(201))
      .body as ExerciseView;
    const listed = [
      { name: PATH, instrument: 'flute', seat: '<b>1</b>', note: SCRIPT },
      { name: SCRIPT.slice(0, 40), instrument: 'trumpet' },
    ];
    pupil = (
      (await mara.put(`/api/classes/${group.id}/pupils`).send({ pupils: listed }).expect(200)).body as PupilView[]
    )[0] as PupilView;
    await mara
      .post(`/api/classes/${group.id}/assignments`)
      .send({ exerciseId: line.id, for: 'class', rungs: [], due: DAY, note: SCRIPT })
      .expect(201);
    await mara
      .put(`/api/classes/${group.id}/log`)
      .send({ day: DAY, entries: [{ pupilId: pupil.id, done: true, remark: SCRIPT }] })
      .expect(200);
    await mara
      .put(`/api/classes/${group.id}/term`)
      .send({
        holidays: [{ from: DAY, to: DAY, name: SCRIPT }],
        rubric: { criteria: ['<b>'], levels: ['<i>', '</i>'] },
        schedule: [],
      })
      .expect(200);
  });

  it('come back as the words they are, as JSON that no browser takes for a page', async () => {
    for (const path of ['pupils', 'assignments', 'log', 'term', 'kit']) {
      const answer = await mara.get(`/api/classes/${group.id}/${path}`).expect(200);
      expect([path, answer.headers['content-type'], answer.headers['x-content-type-options']]).toEqual([
        path,
        'application/json; charset=utf-8',
        'nosniff',
      ]);
    }
    expect(((await mara.get(`/api/classes/${group.id}/log`)).body as { remark?: string }[])[0]?.remark).toBe(SCRIPT);
  });

  it('write no header of their own into a download', async () => {
    const query = `?class=${group.id}`;
    for (const path of [
      `parts/flute.pdf${query}`,
      `parts/flute.pdf${query}&pupil=${pupil.id}`,
      `call-sheet.pdf${query}`,
      'line.abc',
      'line.musicxml',
      'parts/flute.json',
      'line.mid',
    ]) {
      const answer = await mara.get(`/api/exercises/${line.id}/${path}`).expect(200);
      const disposition = String(answer.headers['content-disposition']);
      expect([path, answer.headers['set-cookie']]).toEqual([path, undefined]);
      expect(disposition).toMatch(/^attachment; filename="[^"\r\n\\/]*"(; filename\*=UTF-8''[^\s;"]+)?$/);
    }
    const report = await mara
      .post(`/api/classes/${group.id}/pupils/${pupil.id}/report`)
      .send({ parts: ['remarks'], from: DAY, to: DAY, word: SCRIPT })
      .expect(200);
    expect(String(report.headers['content-disposition'])).toMatch(
      /^attachment; filename="[^"\r\n\\/]*"(; filename\*=UTF-8''[^\s;"]+)?$/,
    );
    expect(reportOn(report.body as Buffer).text).toContain('<script>alert(2)</script>');
  });

  it('walk no path out of a zip', async () => {
    const set = (
      await mara.post(`/api/exercises/${line.id}/print-sets`).send({ classId: group.id, kind: 'zip' }).expect(201)
    ).body as PrintSetView;
    for (
      let i = 0;
      i < 300 && ((await mara.get(`/api/print-sets/${set.id}`)).body as PrintSetView).state === 'working';
      i++
    )
      await new Promise((r) => setTimeout(r, 100));
    for (const path of [`/api/print-sets/${set.id}/file`, '/api/account/file']) {
      const names = Object.keys(unzipSync(new Uint8Array((await fetchFile(mara, path)).bytes)));
      expect(names.length).toBeGreaterThan(3);
      expect(
        names.filter(
          (n) =>
            n.startsWith('/') ||
            n.split('/').some((part) => part === '..' || part === '') ||
            /[\\:\u0000-\u001f]/.test(n),
        ),
      ).toEqual([]);
    }
  });

  it('and bring nothing in by one: only the one file is read, under its whole name', async () => {
    const bring = (entries: Record<string, Uint8Array>) =>
      mara
        .post('/api/account/file')
        .set('Content-Type', 'application/octet-stream')
        .send(Buffer.from(zipSync(entries)));
    const { bytes } = await fetchFile(mara, '/api/account/file');
    const { 'account.json': main = new Uint8Array(), ...others } = unzipSync(new Uint8Array(bytes));
    await bring({ ...others, '../account.json': main }).expect(422);
    await bring({ ...others, 'x/account.json': main }).expect(422);
    // A take whose sound is named as a path: the path is no file of the zip's that is looked at.
    const account = accountIn(bytes);
    const [first] = account.classes as [AccountClass];
    const take = {
      id: 'take',
      pupilId: first.pupils[0]?.id ?? '',
      exerciseId: account.exercises[0]?.id ?? '',
      pupil: 'x',
      instrument: 'flute' as const,
      percent: 50,
      summary: 'x',
      createdAt: `${DAY}T10:00:00Z`,
      sound: '../../../etc/passwd.webm',
    };
    const spoiled = { ...account, classes: [{ ...first, handIns: [take] }] };
    const sound = { '../../../etc/passwd.webm': new Uint8Array([0x1a, 0x45, 0xdf, 0xa3, 0]) };
    await mara
      .post('/api/account/file')
      .set('Content-Type', 'application/octet-stream')
      .send(Buffer.from(await zipOf(spoiled, sound)))
      .expect(200);
    const brought = ((await mara.get('/api/classes')).body as ClassView[]).at(-1);
    expect((await mara.get(`/api/classes/${brought?.id ?? ''}/hand-ins`).expect(200)).body).toMatchObject([
      { summary: 'x', hasSound: false },
    ]);
    // A small zip that would be large, and one that is none.
    await bring({ 'account.json': new Uint8Array(45 * 1024 * 1024) }).expect(422);
    await mara
      .post('/api/account/file')
      .set('Content-Type', 'application/octet-stream')
      .send(Buffer.from('PK\x03\x04 no zip'))
      .expect(422);
  });

  it('nor is half of a file brought in: where one row is wrong, nothing is', async () => {
    const before = (await openShelf(mara)).length;
    const account = accountIn((await fetchFile(mara, '/api/account/file')).bytes);
    const [first] = account.classes as [AccountClass];
    // Each on its own is a date or a word; only the database finds that the one is no day of that month, the other no
    // text.
    const met = [{ day: '2026-02-30', instrument: 'flute' as const, notes: ['C5'], batch: 'x' }];
    const answer = await mara
      .post('/api/account/file')
      .set('Content-Type', 'application/octet-stream')
      .send(Buffer.from(await zipOf({ ...account, classes: [{ ...first, met }] })));
    expect([answer.status, answer.body.code]).toEqual([400, 'bad-request']);
    await mara
      .post(`/api/classes/${group.id}/kit`)
      .send({ kind: 'supply', what: 'reeds\u0000', from: DAY })
      .expect(400);
    expect((await openShelf(mara)).length).toBe(before);
  });
});
