// npm run shots: the pictures of docs/screenshots/, taken from the demo data while Cifra runs (or at BASE_URL).
import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from 'playwright-core';
import { BROWSER } from './lib/browser.mjs';
import { readRunning } from './lib/running.mjs';
import { fail, ROOT, Stop } from './lib/steps.mjs';

const DAY_MS = 24 * 3600 * 1000;

const FOLDER = join(ROOT, 'docs/screenshots');

async function shots() {
  const base = process.env.BASE_URL ?? readRunning()?.url;
  if (base === undefined) throw new Stop('Start Cifra first with npm start.');
  mkdirSync(FOLDER, { recursive: true });
  const browser = await chromium.launch(BROWSER);
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  const shot = async (name) => {
    await page.evaluate('document.fonts.ready.then(() => undefined)');
    await page.screenshot({ path: join(FOLDER, `${name}.png`) });
  };
  const engraved = () => page.locator('.sheet .cell').first().waitFor({ timeout: 60000 });
  await page.goto(`${base}/sign-in`);
  await page.getByRole('button', { name: /Open the demo/ }).waitFor();
  await page.waitForTimeout(500);
  await shot('sign-in');
  await page.getByRole('button', { name: /Open the demo/ }).click();
  await page.getByRole('link', { name: 'Kite Weather' }).waitFor();
  await page.locator('li:last-child svg .note').first().waitFor({ timeout: 60000 });
  await page.mouse.move(640, 790);
  await shot('shelf');
  const open = async (title, instrument) => {
    await page.goto(`${base}/shelf`);
    await page.getByRole('link', { name: title, exact: true }).click();
    await page
      .getByRole('navigation', { name: 'Instruments' })
      .getByRole('button', { name: new RegExp(`^${instrument}`) })
      .first()
      .click();
    await engraved();
    await page.waitForTimeout(1500);
  };
  await open('Harbour Steps', 'Trumpet');
  await page.locator('.sheet .cell').nth(20).click();
  await shot('parts');
  await open('Lantern Walk', 'The whole class');
  await shot('whole-class');
  await page.getByRole('button', { name: 'How you teach' }).click();
  await page.getByRole('dialog').waitFor();
  await page.waitForTimeout(300);
  await shot('teaching');
  await page.goto(`${base}/charts/alto-saxophone/Bb4`);
  await engraved();
  await page.waitForTimeout(1500);
  await shot('charts');
  await page.goto(`${base}/shelf`);
  const write = await page.getByRole('link', { name: 'Kite Weather', exact: true }).getAttribute('href');
  await page.goto(`${base}${write?.replace(/parts$/, 'write')}`);
  await page.getByTestId('caret').waitFor({ timeout: 60000 });
  await page.keyboard.press('/');
  await page.getByPlaceholder(/What shall be done/).fill('abc text');
  await page.keyboard.press('Enter');
  await page.getByRole('textbox', { name: 'The line as ABC text' }).waitFor();
  await page.getByTestId('desk').focus();
  await page.keyboard.press('Control+Home');
  for (const key of ['Control+ArrowRight', 'Control+ArrowRight', 'Shift+ArrowRight', 'Shift+ArrowRight'])
    await page.keyboard.press(key);
  await page.waitForTimeout(1500);
  await shot('write');
  await page.goto(`${base}/bring`);
  await page.getByLabel('Music file').setInputFiles(join(ROOT, 'e2e/fixtures/stand.jpg'));
  await page.getByText('3 exercises were found.').waitFor({ timeout: 120000 });
  await page.getByRole('button', { name: 'Exercise 2', exact: true }).click();
  await page.locator('.read-staff g.note').nth(10).waitFor({ timeout: 60000 });
  await page.waitForTimeout(500);
  await shot('bring-in');
  await page.goto(`${base}/shelf`);
  await page.getByRole('link', { name: 'Lantern Walk', exact: true }).click();
  await page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: 'Read' }).click();
  await page.getByLabel('Read it for').selectOption({ label: 'for the trumpet' });
  await page.getByRole('tab', { name: 'What comes again' }).click();
  const tiles = page.getByRole('list', { name: /^Line \d/ }).getByRole('button');
  for (const tile of [1, 9]) await tiles.nth(tile).click();
  await page.locator('figure .sheet .note').nth(1).waitFor({ timeout: 60000 });
  await page.waitForTimeout(800);
  await shot('read');
  await page.goto(`${base}/shelf`);
  await page.getByRole('link', { name: 'Kite Weather', exact: true }).click();
  await page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: 'Read' }).click();
  await page.getByRole('tab', { name: 'What will go wrong' }).click();
  await page.getByRole('heading', { name: 'What each instrument should watch' }).waitFor();
  await page.waitForTimeout(1200);
  await shot('read-trouble');
  await page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: 'Practise' }).click();
  await page.getByLabel('Practise it on').selectOption({ label: 'on the alto saxophone' });
  await page.locator('.sheet .note').first().waitFor({ timeout: 60000 });
  await page.getByRole('button', { name: 'Finger it silently' }).click();
  await page.waitForTimeout(1500);
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await page.locator('.cell.chosen').first().waitFor({ timeout: 30000 });
  await page.waitForTimeout(1500);
  await shot('practise');
  await page.getByRole('button', { name: 'Stop' }).click();
  await page.goto(`${base}/drills?on=clarinet&drill=figures`);
  await page.getByRole('button', { name: 'left hand, thumb', exact: true }).click();
  await page.getByRole('button', { name: 'left hand, finger 1', exact: true }).click();
  await page.locator('.sheet .note').first().waitFor({ timeout: 60000 });
  await page.waitForTimeout(500);
  await shot('drills');
  await page.goto(`${base}/shelf`);
  await page.getByRole('link', { name: 'Harbour Steps', exact: true }).click();
  await page.getByRole('navigation', { name: 'Instruments' }).getByRole('button', { name: 'Call sheet' }).click();
  await page.locator('.sheet .call').first().waitFor({ timeout: 60000 });
  await page.waitForTimeout(800);
  await shot('call-sheet');
  await page.getByRole('navigation', { name: 'Instruments' }).getByRole('button', { name: 'Handouts' }).click();
  await page.getByRole('region', { name: 'Handouts' }).getByLabel('For', { exact: true }).selectOption('clarinet');
  for (const work of ['Figures', 'Bar lines']) await page.getByRole('switch', { name: work, exact: true }).click();
  await page.locator('.sheet .box').first().waitFor({ timeout: 60000 });
  await page.waitForTimeout(1500);
  await shot('handouts');
  await page.getByRole('navigation', { name: 'Instruments' }).getByRole('button', { name: 'Call sheet' }).click();
  await page.locator('.sheet .call').first().waitFor({ timeout: 60000 });
  await page.getByRole('link', { name: 'Show it on the board' }).click();
  await page.locator('.sheet .note').first().waitFor({ timeout: 60000 });
  await page.getByLabel('Bars at a time').selectOption('two bars');
  for (let i = 0; i < 2; i++) await page.keyboard.press('ArrowRight');
  await page.waitForTimeout(1200);
  await shot('board');

  // Printed pages, one of each family, with the help that a page can give, and a pupil's phone.
  const folder = mkdtempSync(join(tmpdir(), 'cifra-shots-'));
  const list = await (await page.request.get(`${base}/api/exercises`)).json();
  const [{ id: classId, ...before }] = await (await page.request.get(`${base}/api/classes`)).json();
  const put = (data) => page.request.put(`${base}/api/classes/${classId}`, { data });
  const idOf = (title) => list.find((e) => e.title === title).id;
  const helped = { ...before.page, strip: true, legend: true, lookFirst: true, circles: true, countIn: true };
  await put({ ...before, instruments: [...before.instruments, 'descant-recorder'], page: helped });
  for (const [title, instrument] of [['Harbour Steps', 'flute']]) {
    const pdf = join(folder, `${instrument}.pdf`);
    writeFileSync(
      pdf,
      await (
        await page.request.get(`${base}/api/exercises/${idOf(title)}/parts/${instrument}.pdf?class=${classId}&paper=a4`)
      ).body(),
    );
    execFileSync('pdftoppm', ['-r', '110', '-png', '-singlefile', pdf, join(FOLDER, `page-${instrument}`)]);
  }
  await put(before);
  // A pupil with two lines to play on a link of their own.
  const pupil = (await (await page.request.get(`${base}/api/classes/${classId}/pupils`)).json()).find(
    (p) => p.instrument === 'horn',
  );
  const inDays = (days) => new Date(Date.now() + days * DAY_MS).toISOString().slice(0, 10);
  const works = [];
  for (const [title, days] of [
    ['Lantern Walk', 3],
    ['Harbour Steps', 9],
  ]) {
    works.push(
      await (
        await page.request.post(`${base}/api/classes/${classId}/assignments`, {
          data: { exerciseId: idOf(title), for: 'pupils', pupilIds: [pupil.id], rungs: [], due: inDays(days) },
        })
      ).json(),
    );
  }
  const made = await (
    await page.request.post(`${base}/api/links`, {
      data: { exerciseId: idOf('Lantern Walk'), classId, instrument: 'horn', pupilId: pupil.id, days: 7 },
    })
  ).json();
  await page.setViewportSize({ width: 390, height: 800 });
  await page.goto(`${base}/p/${made.token}`);
  await engraved();
  await page.waitForTimeout(800);
  await shot('pupil');
  await page.request.delete(`${base}/api/links/${made.id}`);
  for (const w of works) await page.request.delete(`${base}/api/classes/${classId}/assignments/${w.id}`);
  await termShots(base, page, shot, folder);
  rmSync(folder, { recursive: true });
  await browser.close();
}

/** An invented term of thirty pupils: its record, its charts. It is deleted again. */
async function termShots(base, page, shot, folder) {
  await page.setViewportSize({ width: 1280, height: 800 });
  const term = join(folder, 'term.zip');
  execFileSync('node', [join(ROOT, 'apps/server/dist/makeTerm.js'), term]);
  const lines = async () => (await (await page.request.get(`${base}/api/exercises`)).json()).map((e) => e.id);
  const before = new Set(await lines());
  await page.request.post(`${base}/api/account/file`, {
    data: readFileSync(term),
    headers: { 'content-type': 'application/octet-stream' },
  });
  const { id } = (await (await page.request.get(`${base}/api/classes`)).json()).find(
    (c) => c.name === 'Tidewater band',
  );
  try {
    await page.addInitScript((chosen) => globalThis.localStorage.setItem('cifra.class', chosen), id);
    for (const [see, name] of [
      ['record', 'class'],
      ['charts', 'class-charts'],
    ]) {
      await page.goto(`${base}/class?see=${see}`);
      await page.getByRole('table').or(page.locator('section svg')).first().waitFor({ timeout: 60000 });
      await page.waitForTimeout(1500);
      await shot(name);
    }
  } finally {
    await page.request.delete(`${base}/api/classes/${id}`);
    for (const line of await lines()) if (!before.has(line)) await page.request.delete(`${base}/api/exercises/${line}`);
  }
}

// A browser that is still open would keep the script alive.
shots().catch((e) => {
  fail(e);
  process.exit(1);
});
