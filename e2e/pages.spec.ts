import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { seriousFindings } from './axe';
import { expect, type Page, test } from './test';
import { cell, openLine, openPart, signInDemo } from './teacher';

test.beforeEach(async ({ page }) => {
  await signInDemo(page);
});

const list = (page: Page) => page.getByRole('navigation', { name: 'Instruments' });
/** The pages of one pupil: what is set there leaves the class as it is. */
const pagesFor = async (page: Page, name: string) => {
  await page.getByLabel('These pages are for').selectOption({ label: name });
  await expect(page.locator('.sheet .player')).toHaveText(name);
};

/** A PDF's words in reading order, and what kind of pages it has. */
function readPdf(bytes: Buffer): { readonly words: string; readonly info: string } {
  const folder = mkdtempSync(join(tmpdir(), 'cifra-print-'));
  try {
    writeFileSync(join(folder, 'x.pdf'), bytes);
    const run = (program: string, ...args: string[]): string => execFileSync(program, args, { encoding: 'utf8' });
    return { words: run('pdftotext', '-raw', join(folder, 'x.pdf'), '-'), info: run('pdfinfo', join(folder, 'x.pdf')) };
  } finally {
    rmSync(folder, { recursive: true });
  }
}

test("a pupil's pages are set apart from the class's: rows, size and help", async ({ page }) => {
  await openPart(page, 'Kite Weather', 'Tuba');
  await pagesFor(page, 'Bo');
  await page.getByRole('switch', { name: 'Step of the scale' }).click();
  await expect(page.locator('.sheet .degree').first()).toBeVisible();
  await page.getByRole('button', { name: 'Step of the scale: order, size and help' }).click();
  await page.getByRole('button', { name: 'Move this row up' }).click();
  await page.getByLabel('Stands over').selectOption({ label: 'no note' });
  await expect(page.locator('.sheet .degree')).toHaveCount(0);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'On the page' }).click();
  await page.getByLabel('Bar numbers').selectOption({ label: 'at every bar' });
  await expect(page.locator('.sheet .bar-number').nth(5)).toBeVisible();
  await page.getByLabel('Repeats').selectOption({ label: 'written out' });
  await expect(page.locator('.sheet [data-note$="-again2"]').first()).toBeVisible();
  await page.reload();
  await expect(page.locator('.sheet .player')).toHaveText('Bo');
  await expect(page.locator('.sheet [data-note$="-again2"]').first()).toBeVisible();
  await page.getByLabel('These pages are for').selectOption({ label: 'everyone in the class' });
  await expect(page.locator('.sheet [data-note$="-again2"]')).toHaveCount(0);
  await pagesFor(page, 'Bo');
  await page.getByRole('button', { name: 'Set Bo’s pages like the class’s' }).click();
  await expect(page.locator('.sheet [data-note$="-again2"]')).toHaveCount(0);
});

test('help fades by dates, and every step is seen before it is taken', async ({ page }) => {
  await openPart(page, 'Lantern Walk', 'Trombone');
  await pagesFor(page, 'Mina');
  await page.getByRole('button', { name: 'Plan it' }).click();
  const dialog = page.getByRole('dialog', { name: 'How Mina’s help fades' });
  await expect(dialog.locator('figure .sheet').nth(6)).toBeVisible();
  const shown = async (at: number) => dialog.locator('figure').nth(at).locator('.name').count();
  expect(await shown(0)).toBeGreaterThan(await shown(2));
  expect(await shown(6)).toBe(0);
  await dialog.getByRole('button', { name: 'Two weeks all, then firsts, then new ones' }).click();
  await dialog.getByRole('button', { name: 'Add a step' }).click();
  await dialog.getByLabel('Help over').nth(0).selectOption({ label: 'no note' });
  await expect(dialog.getByText('no note, today')).toBeVisible();
  await dialog
    .getByLabel('From', { exact: true })
    .nth(1)
    .fill(await dialog.getByLabel('From', { exact: true }).nth(0).inputValue());
  await expect(dialog.getByRole('alert')).toContainText('Two steps begin on one day');
  await dialog.getByLabel('From', { exact: true }).nth(1).fill('2030-01-01');
  await dialog.getByRole('button', { name: 'Keep this plan' }).click();
  await expect(page.getByText('Help today: no note')).toBeVisible();
  await expect(page.locator('.sheet .cell .name')).toHaveCount(0);
  await page.getByRole('button', { name: 'Set Mina’s pages like the class’s' }).click();
  await expect(page.locator('.sheet .cell .name').first()).toBeVisible();
});

test("the teacher's word and a line of the teacher's own stand on every page", async ({ page }) => {
  await openLine(page, 'X:1\nT:Broken lines\nM:4/4\nL:1/4\nK:C\nC D E F | G4 | F E D C | C4 |]');
  await list(page)
    .getByRole('button', { name: /^Trumpet/ })
    .click();
  await page.getByLabel('What you tell the players').fill('Whisper the second line.');
  await page.getByLabel('What you tell the players').blur();
  await expect(page.locator('.sheet .advice').last()).toHaveText('Whisper the second line.');
  await expect(page.locator('.sheet .strip')).toHaveCount(1);
  await cell(page, 5).click();
  await page.getByRole('switch', { name: 'Begin a line with bar 3' }).click();
  await expect(page.locator('.sheet .strip')).toHaveCount(2);
  await list(page)
    .getByRole('button', { name: /^Flute/ })
    .click();
  await expect(page.locator('.sheet .strip')).toHaveCount(2);
  await expect(page.locator('.sheet .advice').last()).toHaveText('Whisper the second line.');
});

test('pupils are pasted as a list, get a book by name, and the class is as it was', async ({ page }) => {
  await openLine(page, 'X:1\nT:By name\nM:4/4\nL:1/4\nK:C\nC D E F | G4 |]');
  await page.getByRole('button', { name: 'Change class' }).click();
  await page.getByRole('tab', { name: /^Pupils/ }).click();
  await page.getByRole('button', { name: 'Paste a table' }).click();
  await page.getByLabel(/One pupil a line/).fill('Zadie; tuba\nQuill, kazoo');
  await expect(page.getByText('Quill: “kazoo” is not known as an instrument')).toBeVisible();
  await page.getByRole('button', { name: 'Put 2 pupils on the list' }).click();
  await page.getByLabel('Instrument of Quill').selectOption({ label: 'Horn in F' });
  await page.getByRole('button', { name: 'Save the class' }).click();
  await page.getByRole('button', { name: /Get \d+ parts to print/ }).click();
  const dialog = page.getByRole('dialog', { name: 'Pages for the class' });
  await dialog.getByRole('radio', { name: 'A copy for every pupil' }).click();
  await dialog.getByRole('switch', { name: 'A code to scan on each' }).click();
  await dialog.getByRole('button', { name: /^Make the pages of \d+ pupils$/ }).click();
  const download = page.waitForEvent('download');
  await dialog.getByRole('button', { name: 'Take the file' }).click();
  const words = execFileSync('pdftotext', ['-raw', await (await download).path(), '-'], { encoding: 'utf8' });
  for (const name of ['Zadie', 'Quill', 'Isla', 'Bo']) expect(words).toContain(name);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Change class' }).click();
  await page.getByRole('tab', { name: /^Pupils/ }).click();
  for (const name of ['Zadie', 'Quill']) await page.getByRole('button', { name: `Take ${name} off the list` }).click();
  await page.getByRole('button', { name: 'Save the class' }).click();
  await expect(page.getByRole('dialog')).toBeHidden();
});

test('a pupil opens the link on a phone, and it is closed by the teacher', async ({ page, browser, baseURL }) => {
  await openPart(page, 'Gate and Garden', 'Euphonium');
  await page.getByRole('button', { name: 'Link', exact: true }).click();
  const dialog = page.getByRole('dialog', { name: 'A page for pupils’ phones' });
  await dialog.getByLabel('Stays open for').selectOption({ label: '7 days' });
  await dialog.getByRole('button', { name: 'Make a link' }).click();
  const address = (await dialog.getByText(`${baseURL}/p/`).first().textContent()) ?? '';
  expect(address).toMatch(/\/p\/[\w-]{24,}$/);
  const phone = await (await browser.newContext({ viewport: { width: 390, height: 800 } })).newPage();
  await phone.goto(address);
  await expect(phone.getByRole('heading', { name: 'Gate and Garden' })).toBeVisible();
  await expect(cell(phone, 0)).toBeVisible();
  expect(await phone.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth)).toBe(true);
  expect(await seriousFindings(phone)).toEqual([]);
  // The drawing is there before what answers to it: a tap that came too early is tapped again.
  await expect(async () => {
    await cell(phone, 2).click();
    await expect(phone.getByRole('status')).toContainText(/valve/, { timeout: 5000 });
  }).toPass();
  await expect(phone.getByText('Year 5 winds')).toHaveCount(0);
  await dialog.getByRole('button', { name: 'Close this link' }).click();
  await expect(dialog.getByText(address)).toHaveCount(0);
  await phone.evaluate(async () => {
    for (const name of await caches.keys()) await caches.delete(name);
  });
  await phone.reload();
  await expect(phone.getByRole('heading', { name: 'This link is closed' })).toBeVisible();
  await phone.context().close();
});

test('the call sheet, the board by arrow keys, and the score as it reads and sounds', async ({ page }) => {
  await openPart(page, 'Paper Boats', 'Flute');
  await list(page).getByRole('button', { name: 'Call sheet' }).click();
  await expect(page.locator('.sheet .call').first()).toBeVisible();
  await page.getByRole('link', { name: 'Show it on the board' }).click();
  await expect(page.getByRole('heading', { name: 'Bar 1', exact: true })).toBeVisible();
  // The wall shows nothing else, and every instrument at once on the screens that projectors have.
  await expect(page.getByRole('navigation')).toHaveCount(0);
  for (const [width, height] of [
    [1280, 800],
    [1024, 768],
  ] as const) {
    await page.setViewportSize({ width, height });
    for (const bars of ['one bar', 'two bars', 'four bars']) {
      await page.getByLabel('Bars at a time').selectOption(bars);
      for (const row of await page.getByRole('row').all()) await expect(row).toBeInViewport({ ratio: 1 });
    }
    await page.getByLabel('Bars at a time').selectOption('one bar');
  }
  for (let i = 0; i < 3; i++) await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('heading', { name: 'Bar 4' })).toBeVisible();
  await expect(page.getByRole('row', { name: /^Fl\. E♭/ })).toBeVisible();
  await expect(page).toHaveURL(/bar=4/);
  await page.keyboard.press('End');
  await expect(page.getByRole('button', { name: 'Next step' })).toBeDisabled();
  await page.keyboard.press('Home');
  await expect(page.getByRole('heading', { name: 'Bar 1', exact: true })).toBeVisible();
  // By the beat: counted in, and on from bar to bar without a key.
  await page.getByRole('button', { name: 'Run from the beginning, by the beat' }).click();
  await expect(page.getByRole('heading', { name: 'Bar 2' })).toBeVisible();
  await page.keyboard.press('PageDown');
  await expect(page.getByRole('heading', { name: 'Bar 3' })).toBeVisible();
  await page.getByRole('link', { name: 'Leave the board' }).click();
  await list(page).getByRole('button', { name: 'Score' }).click();
  const score = page.getByRole('group', { name: 'All parts under each other' });
  await expect(score.locator('.note').first()).toBeVisible();
  await expect(score.getByText('Tuba')).toBeVisible();
  // Concert B flat: two flats where it sounds, none on the trumpet's page.
  const signs = () => score.locator('.measure').first().locator('.keySig use').count();
  const asRead = await signs();
  expect(asRead).toBeGreaterThan(0);
  await page.getByRole('radio', { name: 'as it sounds' }).click();
  await expect.poll(signs).toBeGreaterThan(asRead);
});

test('the browser prints the same pages as the PDF', async ({ page }) => {
  await openPart(page, 'Slow Ferry', 'Oboe');
  await expect(page.locator('.sheet .cell').first()).toBeVisible();
  await page.evaluate(() => document.fonts.ready);
  const printed = readPdf(await page.pdf({ preferCSSPageSize: true, printBackground: true }));
  const { pathname } = new URL(page.url());
  const id = pathname.split('/')[2];
  const [group] = (await (await page.request.get('/api/classes')).json()) as { id: string }[];
  const made = readPdf(await (await page.request.get(`/api/exercises/${id}/parts/oboe.pdf?class=${group?.id}`)).body());
  const facts = (info: string) => [/Pages:\s+\d+/.exec(info)?.[0], /Page size:\s+59\d(\.\d+)? x 84\d/.test(info)];
  expect(facts(printed.info)).toEqual(facts(made.info));
  const plain = (words: string): string => words.replace(/\s+/g, '');
  expect(plain(printed.words)).toBe(plain(made.words));
});
