import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { seriousFindings } from './axe';
import { ownTeacher, signInDemo } from './teacher';
import { expect, type Page, test } from './test';

const STAND = join(__dirname, 'fixtures/stand.jpg');
const found = (page: Page) => page.getByRole('region', { name: 'The page' });
const looked = (page: Page) => page.getByRole('region', { name: 'To look at' });

/** Waits until all staves of a picture are read. */
async function whole(page: Page): Promise<void> {
  await expect(found(page).getByText(/exercises? w(as|ere) found/)).toBeVisible({ timeout: 150_000 });
}

test('a photographed page becomes lines on the shelf, doubts walked by keyboard, and parts to print', async ({
  page,
}) => {
  await ownTeacher(page, `scan-${Date.now()}@school.example`);
  await page.goto('/bring');
  await page.getByLabel('Music file').setInputFiles(STAND);
  await whole(page);
  await expect(found(page).getByRole('listitem')).toHaveText([/^Exercise 1\s*2 staves/, /^Exercise 2/, /^Exercise 3/]);
  expect(await seriousFindings(page)).toEqual([]);
  // An exercise is chosen on the picture, by keyboard.
  await page.getByRole('button', { name: 'Exercise 2', exact: true }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('img', { name: /as it is printed/ })).toHaveCount(2);
  await expect(page.locator('.read-staff g.note').first()).toBeVisible();
  await expect(looked(page).getByLabel('Meter')).toHaveValue('3/4');
  expect(await seriousFindings(page)).toEqual([]);
  // A bar of two quarters is asked about: it is printed so, and is mended by one key.
  await expect(async () => {
    await page.keyboard.press('n');
    await expect(looked(page).getByText(/^Bar 5: /)).toBeVisible({ timeout: 500 });
  }).toPass();
  await expect(looked(page).getByRole('button', { name: /^Quarter/ })).toBeVisible();
  await page.keyboard.press('1');
  await expect(looked(page).getByText(/^Bar 5: /)).toBeHidden();
  await expect(async () => {
    await page.keyboard.press('0');
    await expect(looked(page).getByText('Nothing is in doubt.')).toBeVisible({ timeout: 500 });
  }).toPass();
  await looked(page).getByLabel('Title').fill('Salt Lamp');
  await looked(page).getByRole('button', { name: 'Keep it and go back to the page' }).click();
  await expect(found(page).getByRole('listitem').nth(1)).toHaveText(/^Salt Lamp\s*on the shelf/);
  // The first one goes on in Write, and is printed.
  await found(page)
    .getByRole('button', { name: /^Exercise 1/ })
    .click();
  await looked(page).getByLabel('Title').fill('Otter Steps');
  await looked(page).getByRole('button', { name: 'Keep it and open it in Write' }).click();
  await expect(page).toHaveURL(/\/exercises\/[\w-]+\/write$/);
  await expect(page.getByTestId('system').first()).toBeVisible();
  await page.goto(page.url().replace(/write$/, 'parts/trumpet'));
  await expect(page.locator('.sheet .cell')).toHaveCount(23);
});

test('a phone photographs a page and reads it, and nothing is sent', async ({ browser, baseURL }) => {
  const context = await browser.newContext({ viewport: { width: 360, height: 740 }, hasTouch: true, isMobile: true });
  const phone = await context.newPage();
  await signInDemo(phone);
  const sent: string[] = [];
  phone.on('request', (r) => r.method() !== 'GET' && sent.push(r.url()));
  await phone.goto(`${baseURL}/bring`);
  await phone.getByLabel('Photograph a page').setInputFiles(STAND);
  await whole(phone);
  await found(phone)
    .getByRole('button', { name: /^Exercise 3/ })
    .tap();
  await expect(looked(phone).getByLabel('Clef')).toHaveValue('bass');
  expect(await phone.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth)).toBe(true);
  expect(sent).toEqual([]);
  await context.close();
});

test('what is no picture of music is refused in a sentence, and the next one is read', async ({ page }) => {
  await signInDemo(page);
  await page.goto('/bring');
  const give = (name: string, mimeType: string, buffer: Buffer) =>
    page.getByLabel('Music file').setInputFiles({ name, mimeType, buffer });
  const refused = page.getByRole('alert');
  await give('cut.png', 'image/png', Buffer.from('89504e470d0a1a0a0000', 'hex'));
  await expect(refused).toContainText('This file is no picture that can be opened here.');
  await page.getByRole('button', { name: 'Take another picture' }).click();
  // A picture without a staff: what this page shows itself.
  await give('page.png', 'image/png', await page.screenshot());
  await expect(refused).toContainText('No staff was found.');
  await page.getByRole('button', { name: 'Take another picture' }).click();
  await give('locked.pdf', 'application/pdf', Buffer.from('%PDF-1.4\nnothing'));
  await expect(refused).toContainText('This file is no PDF that can be opened.');
  await page.getByRole('button', { name: 'Try again' }).click();
  await page.getByLabel('Music file').setInputFiles(STAND);
  await expect(page.getByRole('group', { name: 'The page' })).toBeVisible();
  await page.getByRole('button', { name: 'Stop reading' }).click();
  await expect(found(page).getByText(/exercises? w(as|ere) found|Reading/)).toBeVisible();
});

test('a PDF of several pages asks which, and its page is read', async ({ page, browser }) => {
  const paper = await browser.newPage();
  const picture = `<img style="width:100%" src="data:image/jpeg;base64,${readFileSync(STAND).toString('base64')}">`;
  await paper.setContent(`<p style="break-after:page">A page of words</p>${picture}`);
  const pdf = await paper.pdf({ format: 'A4' });
  await paper.close();
  await signInDemo(page);
  await page.goto('/bring');
  await page.getByLabel('Music file').setInputFiles({ name: 'book.pdf', mimeType: 'application/pdf', buffer: pdf });
  const pages = page.getByRole('region', { name: 'Pages of the PDF' });
  await expect(pages.getByRole('button', { name: /^Page \d/ })).toHaveCount(2);
  await pages.getByRole('button', { name: 'Page 1' }).click();
  await expect(page.getByRole('alert')).toContainText('No staff was found.');
  await page.getByRole('button', { name: 'Choose another page' }).click();
  await pages.getByRole('button', { name: 'Page 2' }).click();
  await whole(page);
  await expect(found(page).getByRole('listitem')).toHaveCount(3);
});
