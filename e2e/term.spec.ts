import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { KEPT_DATA } from '../apps/web/src/api/keptCopies';
import { expect, type Page, test } from './test';
import { unzipSync } from 'fflate';
import { seriousFindings } from './axe';
import { ownTeacher } from './teacher';

const ROOT = join(__dirname, '..');
let folder = '';
test.beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'cifra-term-'));
});
test.afterAll(() => rmSync(folder, { recursive: true, force: true }));

const tab = (page: Page, name: string) => page.getByRole('tab', { name, exact: true }).click();
const inDays = (days: number): string => new Date(Date.now() + days * 24 * 3600_000).toISOString().slice(0, 10);

test('a term of a class of thirty is loaded, lived in for a week, reported, taken away and deleted', async ({
  page,
}) => {
  const file = join(folder, 'term.zip');
  execFileSync('node', [join(ROOT, 'apps/server/dist/makeTerm.js'), file, inDays(0), '7']);
  await ownTeacher(page, `term-${Date.now()}@school.example`);
  // Loaded.
  await page.goto('/class?see=kept');
  await page.getByLabel('Bring a file back').setInputFiles(file);
  await expect(
    page.getByText('Brought back: 12 lines, 1 class, 30 pupils. Nothing that was here has changed.', { exact: true }),
  ).toBeVisible();
  await page.getByLabel('The class that it is about').selectOption({ label: 'Tidewater band' });
  await expect(page.getByRole('heading', { name: 'Tidewater band', level: 1 })).toBeVisible();
  await tab(page, 'Pupils');
  await expect(page.getByLabel(/^Name of pupil/)).toHaveCount(30);
  // Every place of it, also for who cannot see it.
  for (const name of [
    'Links',
    'Term',
    'Notes',
    'After the lesson',
    'Record',
    'What next',
    'Charts',
    'Kit',
    'What is kept',
  ]) {
    await tab(page, name);
    await expect(page.getByRole('tabpanel').locator('h2, table, ul').first()).toBeVisible();
    expect([name, await seriousFindings(page)]).toEqual([name, []]);
  }
  // Monday: the week is looked at, a calendar of days off comes in, and a line is set.
  await tab(page, 'Term');
  await expect(page.getByRole('row').filter({ hasText: 'this week' })).toHaveCount(1);
  await expect(page.getByRole('row').filter({ hasText: 'off: half term' })).toHaveCount(1);
  const off = inDays(9).replace(/-/g, '');
  const calendar = join(folder, 'off.ics');
  writeFileSync(
    calendar,
    [
      'BEGIN:VCALENDAR',
      'VERSION:2.0',
      'PRODID:-//Tidewater//EN',
      'BEGIN:VEVENT',
      'UID:1@tidewater.example',
      `DTSTART;VALUE=DATE:${off}`,
      'SUMMARY:Teachers\\, away',
      'END:VEVENT',
      'BEGIN:VEVENT',
      'UID:2@tidewater.example',
      `DTSTART:${off}T090000Z`,
      'SUMMARY:Concert',
      'END:VEVENT',
      'END:VCALENDAR',
      '',
    ].join('\r\n'),
  );
  await page.getByLabel('From a calendar (.ics)').setInputFiles(calendar);
  await expect(page.getByText('1 entry from the calendar.', { exact: true })).toBeVisible();
  await expect(page.getByRole('listitem').filter({ hasText: 'Teachers, away' })).toBeVisible();
  await tab(page, 'What is set');
  await page.getByRole('button', { name: 'Set a line' }).click();
  await page.getByLabel('Which line').selectOption({ label: 'Ash and Elder' });
  await page.getByLabel('Due on').fill(inDays(5));
  await page.getByRole('button', { name: 'Set it' }).click();
  await expect(page.getByRole('listitem').filter({ hasText: 'Ash and Elder' })).toContainText('for the whole class');
  // Wednesday: the lesson, with what is looked at; all but two.
  await tab(page, 'After the lesson');
  await page.getByLabel('About', { exact: true }).selectOption({
    label: await page.getByLabel('About', { exact: true }).locator('option', { hasText: 'Ash and Elder' }).innerText(),
  });
  const went = (name: string) => page.getByLabel(`How it went, ${name}`);
  await went('Beno').getByRole('radio', { name: 'not yet' }).click();
  await went('Zeno').getByRole('radio', { name: 'absent' }).click();
  await page.getByRole('button', { name: 'The others have it' }).click();
  await page.getByLabel('Remark on Beno').fill('starts again on Friday');
  await page.getByLabel('Sound, Alba').selectOption({ label: 'Sound: secure' });
  await page.getByRole('button', { name: /^Write down: \d+ have it, 1 not yet, 1 absent$/ }).click();
  await expect(page.getByText(/^Written down: \d+ have it, 1 not yet, 1 absent\.$/)).toBeVisible();
  // What was new has been met; undone, and met again.
  await tab(page, 'Notes');
  const waiting = page
    .getByRole('region', { name: 'New in what was set' })
    .getByRole('button', { name: 'The whole class has met these' });
  await expect(waiting.first()).toBeVisible();
  const oboe = page.getByRole('row').filter({ hasText: /^Oboe/ }).getByRole('cell').first();
  const known = Number(await oboe.innerText());
  await waiting.first().click();
  await expect.poll(async () => Number(await oboe.innerText())).toBeGreaterThan(known);
  await page.getByRole('button', { name: 'Undo' }).last().click();
  await expect.poll(async () => Number(await oboe.innerText())).toBe(known);
  await waiting.first().click();
  await expect.poll(async () => Number(await oboe.innerText())).toBeGreaterThan(known);
  // A schedule of the teacher's own says what runs ahead.
  await page.getByLabel('Week 1', { exact: true }).fill('F5 nonsense');
  await expect(page.getByText('“nonsense” is no note')).toBeVisible();
  await page.getByLabel('Week 1', { exact: true }).fill('F5 G5');
  await page.getByRole('button', { name: 'Save the order' }).click();
  await expect(page.getByText('The flute has an order of its own.', { exact: true })).toBeVisible();
  // Thursday: what comes next, on one page.
  await tab(page, 'What next');
  await expect(page.getByRole('region', { name: 'Pupil by pupil' })).toContainText(/late/);
  await expect(page.getByRole('region', { name: 'The whole class' })).toContainText(
    /Keys met so far, as they sound: B♭ major.*Hardest changes/s,
  );
  await page.getByLabel('With which line').selectOption({ label: 'Ash and Elder' });
  const plan = page.getByRole('region', { name: 'The next lesson' });
  for (const step of [
    'Look first, and do the sums',
    'Name and finger',
    'Learn each thing once',
    'Take the trouble apart',
    'Rehearse',
    'Play together',
    'Follow up',
  ])
    await expect(plan.getByRole('heading', { name: step })).toBeVisible();
  const printed = await page.pdf({ format: 'A4' });
  writeFileSync(join(folder, 'plan.pdf'), printed);
  const text = execFileSync('pdftotext', [join(folder, 'plan.pdf'), '-'], { encoding: 'utf8' });
  expect(text).toContain('Take the trouble apart');
  expect(text).not.toMatch(/Pupil by pupil|Take everything away/);
  await tab(page, 'Charts');
  for (const name of ['Notes known', 'Tempo towards the goal', 'Where it is hard', 'Ready for what']) {
    const chart = page.getByRole('region', { name });
    await expect(chart.locator('svg').first()).toBeVisible();
    await chart.getByText('As a table', { exact: true }).click();
    await expect(chart.getByRole('table')).toBeVisible();
  }
  const csv = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Take readiness as a table (.csv)' }).click();
  expect(readFileSync(await (await csv).path(), 'utf8').split(/\r?\n/)[0]).toBe(
    'Line,ready,one or two new notes,more new notes,out of range',
  );
  // Friday: kit comes back, and goes out again unwashed.
  await tab(page, 'Kit');
  await expect(page.getByRole('region', { name: 'Late' }).getByRole('listitem')).toHaveCount(1);
  const tuba = page.getByRole('listitem').filter({ hasText: 'school tuba' }).first();
  const number = /T-\d+/.exec(await tuba.innerText())?.[0] ?? '';
  await tuba.getByRole('button', { name: 'It came back' }).click();
  await page.getByLabel('What', { exact: true }).fill('school tuba');
  await page.getByLabel('Number, case').fill(number);
  await page.getByLabel('Who', { exact: true }).selectOption({ label: 'Wim' });
  await page.getByRole('button', { name: 'Write it down' }).click();
  const unwashed = page.getByRole('region', { name: 'Not washed since' });
  await expect(unwashed).toContainText('to Wim');
  await unwashed.getByRole('button', { name: 'It was washed' }).click();
  await expect(unwashed).toHaveCount(0);
  // Reported.
  await tab(page, 'Record');
  await expect(page.getByRole('row').filter({ hasText: 'Beno' })).toContainText('starts again on Friday');
  await page.getByRole('button', { name: 'Report on Beno' }).click();
  await page.getByLabel('A word of yours').fill('Beno has begun to count aloud.');
  await page.getByRole('checkbox', { name: /^What was set/ }).uncheck();
  await page.getByRole('checkbox', { name: /^Remarks/ }).check();
  const report = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Make the page (PDF)' }).click();
  const made = await report;
  expect(made.suggestedFilename()).toBe('Beno - Tidewater band.pdf');
  const words = execFileSync('pdftotext', [await made.path(), '-'], { encoding: 'utf8' });
  expect(words).toMatch(/Beno has begun to count aloud\./);
  expect(words).toMatch(/starts again on Friday/);
  expect(words).not.toMatch(/What was set/);
  // Taken away: everything is in it, this week too.
  await tab(page, 'What is kept');
  const away = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Take everything away' }).click();
  const taken = unzipSync(new Uint8Array(readFileSync(await (await away).path())));
  const [path = ''] = Object.keys(taken).filter((name) => /^classes\/.*Tidewater band\.json$/.test(name));
  const band = JSON.parse(Buffer.from(taken[path] ?? []).toString('utf8')) as {
    pupils: unknown[];
    log: { remark?: string }[];
    term: { holidays: unknown[]; schedule: unknown[] };
    practiceDays: unknown[];
    met: unknown[];
  };
  expect(band.pupils).toHaveLength(30);
  expect(band.log.some((l) => l.remark === 'starts again on Friday')).toBe(true);
  expect([band.term.holidays.length, band.term.schedule.length]).toEqual([2, expect.any(Number)]);
  expect(Math.min(band.practiceDays.length, band.met.length)).toBeGreaterThan(10);
  // Deleted: a pupil, then everything.
  await tab(page, 'Pupils');
  await page.getByRole('button', { name: 'Take Zeno off the list' }).click();
  await expect(page.getByText('Zeno is off the list.', { exact: true })).toBeVisible();
  await tab(page, 'Record');
  await expect(page.getByRole('row').filter({ hasText: 'Zeno' })).toHaveCount(0);
  const { email } = (await (await page.request.get('/api/session')).json()) as { email: string };
  await tab(page, 'What is kept');
  await page.getByRole('button', { name: 'Delete the account' }).click();
  await page.getByLabel('Write your e-mail address').fill(email);
  await page.getByRole('button', { name: 'Delete everything' }).click();
  await expect(page).toHaveURL(/sign-in/);
  // Nor does this browser keep anything of it.
  await expect.poll(() => page.evaluate((data) => caches.has(data), KEPT_DATA)).toBe(false);
  expect(await page.evaluate(() => localStorage.getItem('cifra.signedInUntil'))).toBeNull();
});
