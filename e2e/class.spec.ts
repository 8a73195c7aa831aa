import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, type Page, test } from './test';
import { Client } from 'pg';
import { signInDemo } from './teacher';

const ROOT = join(__dirname, '..');

test.beforeEach(async ({ page }) => {
  await signInDemo(page);
});

/** A class of its own, so that the demo's stays as it is for the other tests. */
async function ownClass(page: Page, name: string): Promise<void> {
  await page.goto('/class?see=kept');
  await page.getByLabel('Another class, like this one').fill(name);
  await page.getByRole('button', { name: 'Make the class' }).click();
  await expect(page.getByRole('heading', { name, level: 1 })).toBeVisible();
}
async function deleteClass(page: Page, name: string): Promise<void> {
  await page.goto('/class?see=kept');
  await page.getByRole('button', { name: `Delete “${name}”` }).click();
  await page.getByLabel('Write the name of the class').fill(name);
  await page.getByRole('button', { name: 'Delete the class' }).click();
  await expect(page.getByRole('heading', { name, level: 1 })).toHaveCount(0);
}
const tab = (page: Page, name: string) => page.getByRole('tab', { name, exact: true }).click();
const soon = (days: number): string => new Date(Date.now() + days * 24 * 3600_000).toISOString().slice(0, 10);

test('a class is filled from a table, set work, written down after the lesson, and asked what comes next', async ({
  page,
}) => {
  await ownClass(page, 'Year 6 brass');
  await tab(page, 'Pupils');
  await expect(page.getByText(/Nobody is on the list yet/)).toBeVisible();
  await page.getByRole('button', { name: 'Paste a table' }).click();
  await page
    .getByLabel(/One pupil a line/)
    .fill('Name,Plays,Also,Seat\nAda,trumpet,horn,row 1\nBen,trumpet,,row 1\nCleo,tuba,,\nDee,kazoo,,');
  await expect(page.getByText('Dee: “kazoo” is not known as an instrument')).toBeVisible();
  await page.getByRole('button', { name: 'Put 4 pupils on the list' }).click();
  await page.getByLabel('Instrument of Dee').selectOption({ label: 'Flute' });
  await page.getByRole('button', { name: 'Save the pupils' }).click();
  await expect(page.getByText('The pupils are saved.', { exact: true })).toBeVisible();
  await page.reload();
  await expect(page.getByLabel('Ada also plays')).toHaveValue('horn');
  await expect(page.getByLabel('Seat of Ben')).toHaveValue('row 1');

  await tab(page, 'What is set');
  await page.getByRole('button', { name: 'Set a line' }).click();
  const dialog = page.getByRole('dialog', { name: 'Set a line' });
  await dialog.getByLabel('Which line').selectOption({ label: 'Harbour Steps' });
  await dialog.getByLabel('Due on').fill(soon(-5));
  await dialog.getByLabel('For whom').selectOption({ label: 'a section' });
  await dialog.getByLabel('Section').selectOption({ label: 'Trumpets' });
  await dialog.getByLabel('From bar').fill('3');
  await dialog.getByLabel('To bar').fill('6');
  await dialog.getByRole('button', { name: 'Set it', exact: true }).click();
  await expect(page.getByText('Harbour Steps, bars 3 to 6, for trumpets')).toBeVisible();
  const calendar = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Take it as a calendar (.ics)' }).click();
  const text = readFileSync(await (await calendar).path(), 'utf8');
  expect(text).toContain(`DTSTART;VALUE=DATE:${soon(-5).replaceAll('-', '')}`);

  await tab(page, 'After the lesson');
  // Only those for whom it is set are asked about.
  const went = (name: string) => page.getByLabel(`How it went, ${name}`);
  await expect(went('Ben')).toBeVisible();
  await expect(went('Cleo')).toHaveCount(0);
  // Of whom nothing was said, nothing is written.
  await expect(page.getByRole('button', { name: 'Write it down' })).toBeDisabled();
  await page.getByLabel('Remark on Ben').fill('left his part at home');
  await expect(page.getByText('Say how it went for Ben, too: there is a remark.')).toBeVisible();
  await went('Ben').getByRole('radio', { name: 'not yet' }).click();
  await page.getByRole('button', { name: 'The others have it' }).click();
  await page.getByRole('button', { name: 'Write down: 1 has it, 1 not yet' }).click();
  await expect(page.getByText('left his part at home')).toBeVisible();

  await tab(page, 'What next');
  const pupils = page.getByRole('region', { name: 'Pupil by pupil' });
  await expect(pupils.getByRole('listitem')).toHaveCount(1);
  await expect(pupils.getByRole('listitem')).toContainText('BenHarbour Steps is 5 days late');
  await deleteClass(page, 'Year 6 brass');
});

test('two windows on one class lose nobody, and who is taken off the list comes back', async ({ page }) => {
  await ownClass(page, 'Two windows');
  const add = async (at: Page, name: string) => {
    await at.getByRole('button', { name: 'Add a pupil' }).click();
    await at
      .getByLabel(/^Name of pupil/)
      .last()
      .fill(name);
  };
  const save = async (at: Page) => {
    await at.getByRole('button', { name: 'Save the pupils' }).click();
    await expect(at.getByRole('button', { name: 'Save the pupils' })).toHaveCount(0);
  };
  const names = (at: Page) =>
    at.getByLabel(/^Name of pupil/).evaluateAll((all) => all.map((e) => (e as HTMLInputElement).value));
  await tab(page, 'Pupils');
  await add(page, 'Ada');
  await save(page);
  const other = await page.context().newPage();
  await other.goto(page.url());
  await expect(other.getByLabel('Name of pupil 1')).toHaveValue('Ada');
  // The second window hears of nothing that the first one saves from here on.
  await other.route('**/api/classes/*/pupils', (route) =>
    route.request().method() === 'GET' ? route.abort() : route.continue(),
  );
  await add(page, 'Ben');
  await page.getByLabel('Note on Ada').fill('plays softly');
  await save(page);
  await other.getByLabel('Seat of Ada').fill('row 3');
  await add(other, 'Cleo');
  await save(other);
  expect((await names(other)).sort()).toEqual(['Ada', 'Ben', 'Cleo']);
  await page.reload();
  await expect(page.getByLabel('Name of pupil 3')).toBeVisible();
  expect((await names(page)).sort()).toEqual(['Ada', 'Ben', 'Cleo']);
  await expect(page.getByLabel('Seat of Ada')).toHaveValue('row 3');
  await expect(page.getByLabel('Note on Ada')).toHaveValue('plays softly');

  // What both change in two ways is said, and mine can be put over it.
  await other.getByLabel('Seat of Ada').fill('row 4');
  await save(other);
  await page.route('**/api/classes/*/pupils', (route) =>
    route.request().method() === 'GET' ? route.abort() : route.continue(),
  );
  await page.getByLabel('Seat of Ada').fill('row 5');
  await page.getByRole('button', { name: 'Save the pupils' }).click();
  await expect(
    page.getByText(
      'Changed in another window too: Ada (seat: there “row 4”, here “row 5”). It stands as it was saved there.',
      { exact: true },
    ),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Save mine over it' }).click();
  await page.unroute('**/api/classes/*/pupils');
  await expect
    .poll(async () => {
      await page.reload();
      return page.getByLabel('Seat of Ada').inputValue();
    })
    .toBe('row 5');

  await page.getByRole('button', { name: 'Take Ben off the list' }).click();
  await expect(page.getByText('Ben is off the list.', { exact: true })).toBeVisible();
  expect((await names(page)).sort()).toEqual(['Ada', 'Cleo']);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('button', { name: 'Take Ben off the list' })).toBeVisible();
  await other.close();
  await deleteClass(page, 'Two windows');
});

test('an instrument is lent, is late, comes back, and a slip is printed for it', async ({ page }) => {
  await ownClass(page, 'Kit room');
  await tab(page, 'Pupils');
  await page.getByRole('button', { name: 'Add a pupil' }).click();
  await page.getByLabel('Name of pupil 1').fill('Ada');
  await page.getByRole('button', { name: 'Save the pupils' }).click();
  await expect(page.getByText('The pupils are saved.', { exact: true })).toBeVisible();
  await tab(page, 'Kit');
  await page.getByLabel('What', { exact: true }).fill('school trumpet');
  await page.getByLabel('Number, case').fill('4711');
  await page.getByLabel('Who').selectOption({ label: 'Ada' });
  await page.getByLabel('Due back').fill(soon(-3));
  await page.getByRole('button', { name: 'Write it down' }).click();
  const late = page.getByRole('region', { name: 'Late' });
  await expect(late.getByText('due back: 3 days late')).toBeVisible();
  await late.getByRole('button', { name: 'Loan slip' }).click();
  await expect(page.getByRole('region', { name: 'Loan slip' })).toContainText('Ada, Kit room');
  await page.getByRole('button', { name: 'Close it' }).click();
  await late.getByRole('button', { name: 'It came back' }).click();
  await expect(late).toHaveCount(0);
  await page.getByText(/^Settled \(1\)/).click();
  await expect(page.getByText(/^came back /)).toBeVisible();
  await deleteClass(page, 'Kit room');
});

test('everything is taken away as one file', async ({ page }) => {
  await page.goto('/class?see=kept');
  const file = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Take everything away' }).click();
  const saved = await (await file).path();
  expect(readFileSync(saved).subarray(0, 2).toString()).toBe('PK');
  expect((await file).suggestedFilename()).toMatch(/^Cifra \d{4}-\d\d-\d\d\.zip$/);
});

test('a backup is restored into a new cluster and opens there; restored in place, it can be taken back', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'cifra-backup-'));
  try {
    const file = join(folder, 'a.dump');
    const node = (args: readonly string[], env: Record<string, string> = {}): string =>
      execFileSync(process.execPath, args, { cwd: ROOT, encoding: 'utf8', env: { ...process.env, ...env } });
    node(['scripts/backup.mjs', file]);
    const said = node(['scripts/checkBackup.mjs', file]);
    const counts = JSON.parse(/It opens\. (\{.*\})/.exec(said)?.[1] ?? '{}') as Record<string, number>;
    expect(counts.teachers).toBeGreaterThanOrEqual(1);
    expect(counts.exercises).toBeGreaterThanOrEqual(6);
    expect(counts.pupils).toBeGreaterThanOrEqual(10);

    // And in place of what is there: in a database beside the one that serves, which goes through a change and back.
    const base =
      process.env.DATABASE_URL ??
      (JSON.parse(readFileSync(join(ROOT, '.cifra/running.json'), 'utf8')) as { databaseUrl: string }).databaseUrl;
    const name = `restore_${Date.now()}`;
    const beside = base.replace(/\/[^/]*$/, `/${name}`);
    const sql = async (url: string, text: string): Promise<readonly Record<string, unknown>[]> => {
      const client = new Client({ connectionString: url });
      await client.connect();
      try {
        return (await client.query(text)).rows as Record<string, unknown>[];
      } finally {
        await client.end();
      }
    };
    await sql(base, `create database ${name}`);
    try {
      const env = { DATABASE_URL: beside, CIFRA_BACKUPS: folder };
      node(['scripts/restore.mjs', file], env);
      const rows = async () => Number((await sql(beside, 'select count(*)::int as n from exercises'))[0]?.n);
      expect(await rows()).toBe(counts.exercises);
      await sql(beside, 'delete from exercises');
      expect(await rows()).toBe(0);
      const kept = /is kept in (.*)/.exec(node(['scripts/restore.mjs', file], env))?.[1] ?? '';
      expect(await rows()).toBe(counts.exercises);
      // What was there before is kept, and comes back too.
      node(['scripts/restore.mjs', kept], env);
      expect(await rows()).toBe(0);
      // A file that is no backup changes nothing.
      writeFileSync(join(folder, 'no.dump'), 'no backup');
      node(['scripts/restore.mjs', file], env);
      expect(() => node(['scripts/restore.mjs', join(folder, 'no.dump')], env)).toThrow();
      expect(await rows()).toBe(counts.exercises);
    } finally {
      await sql(base, `drop database ${name} with (force)`);
    }
  } finally {
    rmSync(folder, { recursive: true });
  }
});
