import { execFileSync } from 'node:child_process';
import { openPart, signInDemo } from './teacher';
import { expect, type Page, test } from './test';

test.beforeEach(async ({ page }) => {
  await signInDemo(page);
});

const list = (page: Page) => page.getByRole('navigation', { name: 'Instruments' });

const textOf = (path: string): string => execFileSync('pdftotext', ['-layout', path, '-'], { encoding: 'utf8' });

test('a worksheet with its key, cards and a chart for the wall are chosen, seen and taken', async ({ page }) => {
  await openPart(page, 'Paper Boats', 'Flute');
  await list(page).getByRole('button', { name: 'Handouts' }).click();
  const handouts = page.getByRole('region', { name: 'Handouts' });
  await expect(handouts.locator('.sheet .box').first()).toBeVisible();
  await expect(handouts.getByText('Write the name of each note into its box.')).toBeVisible();
  await expect(handouts.locator('.sheet .name')).toHaveCount(0);
  // The key has the answers in the same boxes.
  await handouts.getByRole('radio', { name: 'key for the teacher' }).click();
  await expect(handouts.locator('.sheet .name').first()).toBeVisible();
  await handouts.getByRole('radio', { name: 'to fill in' }).click();
  await handouts.getByRole('switch', { name: 'A wrong signature to find' }).click();
  await expect(handouts.getByText(/^This line is in B♭ major\.|in B.*major/).first()).toBeVisible();
  // From a stage alone, and other notes for another week.
  await handouts.getByRole('radio', { name: 'sixteen notes that they know' }).click();
  await expect(handouts.locator('.sheet .title')).toHaveText('Notes that you know');
  const notes = () =>
    handouts.locator('.sheet .note use').evaluateAll((all) => all.map((e) => e.getAttribute('transform')).join());
  const before = await notes();
  await handouts.getByRole('button', { name: 'Other notes' }).click();
  await expect.poll(notes).not.toBe(before);

  await handouts.getByRole('radio', { name: 'Cards to cut' }).click();
  await expect(handouts.locator('.sheet .card-front').first()).toBeVisible();
  await handouts.getByLabel('For', { exact: true }).selectOption({ label: 'Tuba' });
  await expect(handouts.getByText('Tuba').nth(1)).toBeVisible();
  const download = page.waitForEvent('download');
  await handouts.getByRole('button', { name: 'PDF' }).click();
  const file = await download;
  expect(file.suggestedFilename()).toBe('Paper Boats - Cards to cut, Tuba.pdf');
  expect(textOf(await file.path())).toMatch(/Tuba/);

  await handouts.getByRole('radio', { name: 'Chart for the wall' }).click();
  await handouts.getByRole('radio', { name: 'four sheets to glue' }).click();
  await expect(handouts.locator('.sheet')).toHaveCount(4);
});

test('a handout is made for the whole class with progress, and found again', async ({ page }) => {
  await openPart(page, 'Paper Boats', 'Flute');
  await list(page).getByRole('button', { name: 'Handouts' }).click();
  await page.getByRole('radio', { name: 'Two ways to write it' }).click();
  await page.getByRole('button', { name: 'For the whole class' }).click();
  const dialog = page.getByRole('dialog', { name: 'Two ways to write it, for the class' });
  await dialog.getByRole('button', { name: /^Make \d+ sheets$/ }).click();
  const made = dialog.getByRole('listitem').first();
  await expect(made).toContainText('Two ways to write it: One book');
  const download = page.waitForEvent('download');
  await made.getByRole('button', { name: 'Take the file' }).click();
  expect(textOf(await (await download).path())).toMatch(/Two ways to write one line\./);
});

test('the score is printed on landscape pages, of the parts that are picked', async ({ page }) => {
  await openPart(page, 'Lantern Walk', 'Flute');
  await list(page).getByRole('button', { name: 'Score' }).click();
  await page.getByRole('radio', { name: 'on paper' }).click();
  const score = page.getByRole('region', { name: 'Score' });
  await expect(score.locator('.sheet .row-name').first()).toBeVisible();
  const names = () => score.locator('.sheet').first().locator('.row-name').count();
  const all = await names();
  await score.getByRole('button', { name: /^All \d+ parts/ }).click();
  await page.getByRole('switch', { name: 'Clarinet' }).click();
  await page.keyboard.press('Escape');
  await expect.poll(names).toBeLessThan(all);
  await expect(score.getByRole('button', { name: /of \d+ parts/ })).toBeVisible();
  const download = page.waitForEvent('download');
  await score.getByRole('button', { name: 'Score as PDF' }).click();
  const text = textOf(await (await download).path());
  expect([text.includes('Fl.'), text.includes('Cl.')]).toEqual([true, false]);
});
