import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { zipSync } from 'fflate';
import { startTestServer, type TestServer } from '../testing/testServer';

const QUARTET = readFileSync(join(__dirname, '../../../../packages/formats/src/fixtures/evening-quartet.musicxml'));
let server: TestServer;
let mara: ReturnType<TestServer['agent']>;
beforeAll(async () => {
  server = await startTestServer();
  mara = server.agent();
  await mara.post('/api/session/demo').expect(200);
});
afterAll(() => server.stop());

const sendFile = (bytes: Uint8Array, query = '') =>
  mara.post(`/api/imports/file${query}`).set('Content-Type', 'application/octet-stream').send(Buffer.from(bytes));

describe("reading a stranger's music", () => {
  it('reads ABC text to a line with what could not be taken', async () => {
    const response = await mara
      .post('/api/imports/text')
      .send({ text: 'X:1\nT:Small\nL:1/4\nM:4/4\nK:F\nF A {g}c2 | B3 |' })
      .expect(200);
    expect(response.body).toMatchObject({
      kind: 'line',
      format: 'abc',
      suggestedOwner: 'concert',
      source: { title: 'Small' },
    });
    expect(response.body.problems.map((p: { code: string; measure: number }) => [p.code, p.measure])).toEqual([
      ['grace-note', 1],
      ['measure-too-short', 2],
    ]);
  });

  it('asks which part of a file is meant and reads the one chosen', async () => {
    const asked = await sendFile(QUARTET).expect(200);
    expect(asked.body.kind).toBe('choose');
    expect(asked.body.candidates).toHaveLength(4);
    const line = await sendFile(QUARTET, '?part=0&voice=1').expect(200);
    expect(line.body).toMatchObject({ kind: 'line', suggestedOwner: 'clarinet', source: { title: 'Evening Quartet' } });
  });

  it('stores nothing', async () => {
    const before = await server.sql('select count(*) from exercises');
    await sendFile(QUARTET, '?part=0&voice=1').expect(200);
    expect(await server.sql('select count(*) from exercises')).toEqual(before);
  });

  const long = (bars: number): Buffer =>
    Buffer.from(
      `<score-partwise><part-list><score-part id="P1"><part-name>X</part-name></score-part></part-list><part id="P1">${'<measure number="1"><note><pitch><step>C</step><octave>4</octave></pitch><duration>4</duration><type>whole</type></note></measure>'.repeat(bars)}</part></score-partwise>`,
    );

  it.each<[string, () => Uint8Array, number, string]>([
    ['a file that is not what it says', () => Buffer.from('Dear parents,'), 422, 'unknown-format'],
    ['a file cut short', () => QUARTET.subarray(0, 2500), 422, 'broken-xml'],
    ['50 MB', () => new Uint8Array(50 * 1024 * 1024), 413, 'too-large'],
    ['a zip bomb', () => zipSync({ 'a.xml': new Uint8Array(21 * 1024 * 1024) }), 422, 'zip-too-large'],
    [
      'an entity bomb',
      () =>
        Buffer.from(
          `<?xml version="1.0"?><!DOCTYPE x [<!ENTITY a "${'a'.repeat(1000)}"><!ENTITY b "${'&a;'.repeat(1000)}">]><score-partwise>&b;</score-partwise>`,
        ),
      422,
      'xml-doctype-entities',
    ],
    ['5,000 bars', () => long(5000), 422, 'too-many-measures'],
    ['nothing', () => new Uint8Array(), 422, 'empty-input'],
  ])('%s gives a sentence with its code', async (_what, bytes, status, code) => {
    const response = await sendFile(bytes()).expect(status);
    expect(response.body.problems[0].code).toBe(code);
    expect(response.body.detail.length).toBeGreaterThan(20);
  });

  it('names the bar of a part that cannot be', async () => {
    const response = await sendFile(QUARTET, '?part=2&voice=1').expect(422);
    expect(response.body.detail).toMatch(/Drumset is a percussion part/);
    await sendFile(QUARTET, '?part=x').expect(400);
  });
});

describe('the database gone', () => {
  it('is said plainly, and health knows it', async () => {
    const lone = await startTestServer();
    const agent = lone.agent();
    await agent.post('/api/session/demo').expect(200);
    await agent.get('/health').expect(200);
    const name = lone.databaseUrl.split('/').at(-1);
    // Another database's administrator closes this one.
    const admin = await startTestServer({ demo: false });
    await admin.sql(`alter database ${name} with allow_connections false`);
    await admin.sql(`select pg_terminate_backend(pid) from pg_stat_activity where datname = $1`, [name]);
    const response = await agent.get('/api/exercises');
    expect([500, 503]).toContain(response.status);
    expect(response.body.detail).toMatch(/Look whether your last change is there|Nothing was changed/);
    await agent.get('/health').expect(503);
    await admin.sql(`alter database ${name} with allow_connections true`);
    await agent.get('/health').expect(200);
    await admin.stop();
    await lone.stop();
  });
});
