import { randomBytes } from 'node:crypto';
import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { DEFAULT_PAGE } from '@cifra/core';
import { drizzle } from 'drizzle-orm/node-postgres';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import { Client } from 'pg';
import { MIGRATIONS_FOLDER, migrateDatabase } from './migrate';
import { wholeRow } from './rows';
import { kit, pupils } from './schema/index';

let admin: Client;
let client: Client;
let databaseUrl: string;
const name = `test_${randomBytes(6).toString('hex')}`;
const rows = async <T>(text: string, values: unknown[] = []): Promise<T[]> =>
  (await client.query(text, values)).rows as T[];

/** The migrations up to one, as a folder of their own. */
function migrationsUpTo(last: string): string {
  const folder = mkdtempSync(join(tmpdir(), 'cifra-migrations-'));
  cpSync(MIGRATIONS_FOLDER, folder, { recursive: true });
  const path = join(folder, 'meta/_journal.json');
  const journal = JSON.parse(readFileSync(path, 'utf8')) as { entries: { tag: string }[] };
  const end = journal.entries.findIndex((e) => e.tag === last) + 1;
  writeFileSync(path, JSON.stringify({ ...journal, entries: journal.entries.slice(0, end) }));
  return folder;
}

beforeAll(async () => {
  const base = process.env.TEST_DATABASE_URL ?? '';
  admin = new Client({ connectionString: base });
  await admin.connect();
  await admin.query(`create database ${name}`);
  databaseUrl = base.replace(/\/[^/]*$/, `/${name}`);
  client = new Client({ connectionString: databaseUrl });
  await client.connect();
});
afterAll(async () => {
  await client.end();
  await admin.query(`drop database ${name} with (force)`);
  await admin.end();
});

describe('a database that an earlier version wrote', () => {
  it('says the same in the words of today', async () => {
    const folder = migrationsUpTo('0008_windows');
    await migrate(drizzle(client), { migrationsFolder: folder });
    rmSync(folder, { recursive: true });
    const oldPage = {
      rows: DEFAULT_PAGE.rows,
      plan: [{ from: '2026-09-01', step: 'first-in-line' }],
      barsALine: 4,
      barNumbers: 'lines',
    };
    const document = {
      source: { title: 'says "startsLine": here', measures: [{ id: 'b1', startsLine: true, events: [] }] },
    };
    const [teacher] = await rows<{ id: string }>(
      `insert into teachers (email, name, password_hash, schools) values ('old@school.example', 'Old', '', $1) returning id`,
      [{ fadeStep: 'first-in-line' }],
    );
    const [group] = await rows<{ id: string }>(
      `insert into classes (teacher_id, name, instruments, schools, page, paper, plan)
       values ($1, 'Old', '[]', '{"horn":"double"}', $2, 'a4', '{"holidays":[],"schedule":[]}') returning id`,
      [teacher?.id, oldPage],
    );
    const [pupil] = await rows<{ id: string }>(
      `insert into pupils (class_id, name, instrument, place, page, schools) values ($1, 'Ada', 'horn', 0, $2, null) returning id`,
      [group?.id, { barsALine: 2 }],
    );
    const [line] = await rows<{ id: string }>(
      'insert into exercises (teacher_id, title, document) values ($1, $2, $3) returning id',
      [teacher?.id, 'Old', document],
    );
    const [work] = await rows<{ id: string }>(
      `insert into work (class_id, exercise_id, "for", rungs, fade, due) values ($1, $2, 'class', '[]', 'first-in-line', '2026-09-10') returning id`,
      [group?.id, line?.id],
    );
    await rows(
      `insert into lesson_log (class_id, pupil_id, work_id, day, done) values ($1, $2, $3, '2026-09-10', true)`,
      [group?.id, pupil?.id, work?.id],
    );

    await migrateDatabase(databaseUrl);

    expect(await rows('select conventions from teachers')).toEqual([{ conventions: { fadeStep: 'first-in-system' } }]);
    expect(await rows('select conventions, page, term from classes')).toEqual([
      {
        conventions: { horn: 'double' },
        page: {
          rows: DEFAULT_PAGE.rows,
          fades: [{ from: '2026-09-01', step: 'first-in-system' }],
          barsPerSystem: 4,
          barNumbers: 'systems',
          easierFigures: false,
          lyrics: true,
          chords: true,
        },
        term: { holidays: [], schedule: [] },
      },
    ]);
    expect(await rows('select page, conventions from pupils')).toEqual([
      { page: { barsPerSystem: 2 }, conventions: null },
    ]);
    expect(await rows('select a.fade, l.done from assignments a join lesson_log l on l.assignment_id = a.id')).toEqual([
      { fade: 'first-in-system', done: true },
    ]);
    expect(await rows('select document from exercises')).toEqual([
      {
        document: {
          source: { title: 'says "startsLine": here', measures: [{ id: 'b1', startsSystem: true, events: [] }] },
        },
      },
    ]);
  });
});

describe('the schema', () => {
  it('has an index for every key that leads to another table', async () => {
    const unindexed = await rows<{ key: string }>(`
      select c.conrelid::regclass || '.' || a.attname as key
      from pg_constraint c join pg_attribute a on a.attrelid = c.conrelid and a.attnum = c.conkey[1]
      where c.contype = 'f' and c.connamespace = 'public'::regnamespace
        and not exists (select 1 from pg_index i where i.indrelid = c.conrelid and i.indkey[0] = c.conkey[1])`);
    const [{ n } = { n: 0 }] = await rows<{ n: number }>(
      `select count(*)::int as n from pg_constraint where contype = 'f' and connamespace = 'public'::regnamespace`,
    );
    expect(n).toBeGreaterThan(20);
    expect(unindexed).toEqual([]);
  });
});

describe('a whole row', () => {
  it('takes away what is left out, keeps what is asked for, and passes over what is no column', () => {
    const loan = { kind: 'loan', what: 'horn', from: '2026-09-14', due: undefined, colour: 'brass' } as const;
    expect(wholeRow(kit, loan)).toEqual({
      kind: 'loan',
      what: 'horn',
      from: '2026-09-14',
      number: null,
      pupilId: null,
      due: null,
      settled: null,
      note: null,
    });
    const pupil = { id: 'x', name: 'Ada', instrument: 'horn' } as const;
    expect(wholeRow(pupils, pupil, ['known' as never])).toMatchObject({ name: 'Ada', page: null, seat: null });
    expect(Object.keys(wholeRow(pupils, pupil, ['known' as never]))).not.toEqual(
      expect.arrayContaining(['known', 'id']),
    );
  });
});
