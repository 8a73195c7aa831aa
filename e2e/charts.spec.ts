import { execFileSync } from 'node:child_process';
import { expect, type Page, test } from './test';
import { signInDemo } from './teacher';

test.beforeEach(async ({ page }) => {
  await signInDemo(page);
});

const cellNamed = (page: Page, name: string) => page.getByRole('button', { name: new RegExp(`^${name},`) });
const chart = (page: Page) => page.locator('.sheet .cell').first();
const chosen = (page: Page) => page.getByRole('complementary', { name: 'The chosen note' });

async function pdfText(page: Page, button: string): Promise<string> {
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: button }).click(),
  ]);
  const path = await download.path();
  return execFileSync('pdftotext', ['-layout', path, '-'], { encoding: 'utf8' });
}

test('a chart is one click away, a note has an address, and its reasons are read out', async ({ page }) => {
  await page.goto('/shelf');
  await page.getByRole('link', { name: 'Charts' }).click();
  await expect(page).toHaveURL(/\/charts\/flute$/);
  await page
    .getByRole('navigation', { name: 'Instruments' })
    .getByRole('button', { name: /^Trumpet/ })
    .click();
  await expect(chart(page)).toBeVisible();
  await cellNamed(page, 'D 4').click();
  await expect(page).toHaveURL(/\/charts\/trumpet\/D4/);
  await expect(chosen(page).getByRole('heading', { name: 'D4' })).toBeVisible();
  await expect(chosen(page)).toContainText('13: valves 1 and 3');
  await expect(chosen(page)).toContainText('open G (partial 3) lowered two and a half steps');
  await expect(chosen(page)).toContainText('push the third slide out');
  await expect(chosen(page).getByRole('button', { name: 'Play it' })).toBeVisible();
  await page.reload();
  await expect(page.locator('.sheet .cell.chosen')).toHaveCount(1);
  await expect(chosen(page)).toContainText('13: valves 1 and 3');
});

test('a chart is walked by keyboard', async ({ page }) => {
  await page.goto('/charts/clarinet/C4');
  await expect(chart(page)).toBeVisible();
  await cellNamed(page, 'C 4').focus();
  await page.keyboard.press('ArrowRight');
  await expect(page).toHaveURL(/\/charts\/clarinet\/Cs4/);
  await page.keyboard.press('ArrowRight');
  await expect(page).toHaveURL(/\/charts\/clarinet\/D4/);
  await expect(chosen(page)).toContainText('left hand: thumb and 1 2');
});

test('stage and convention change what is shown, and stand in the address', async ({ page }) => {
  await page.goto('/charts/flute/Bb4');
  await expect(chart(page)).toBeVisible();
  const before = await page.locator('.sheet .cell').count();
  await page.getByLabel('Notes', { exact: true }).selectOption('full');
  await expect(page).toHaveURL(/stage=full/);
  await expect.poll(() => page.locator('.sheet .cell').count()).toBeGreaterThan(before);
  await expect(cellNamed(page, 'B flat 4')).toHaveAccessibleName(/thumb and 1; right hand: 4/);
  await page.getByLabel('Flute B♭').selectOption('thumb');
  await expect(page).toHaveURL(/convention=thumb/);
  await expect(cellNamed(page, 'B flat 4')).toHaveAccessibleName(/thumb on its B♭ key/);
  await page.goBack();
  await expect(cellNamed(page, 'B flat 4')).toHaveAccessibleName(/thumb and 1; right hand: 4/);
});

test('the notes of one exercise alone, on screen and on paper', async ({ page }) => {
  await page.goto('/charts/trumpet');
  await expect(chart(page)).toBeVisible();
  await page.getByLabel('Notes', { exact: true }).selectOption({ label: 'Lantern Walk' });
  // Five notes in all: C D E F G A at most; the tune has six.
  await expect.poll(() => page.locator('.sheet .cell').count()).toBe(6);
  const text = await pdfText(page, 'Get the chart to print');
  expect(text).toContain('The notes of Lantern Walk');
  expect(text).toContain('Other figures, and when to use them');
});

test('an address that names no instrument or note leads to a chart all the same', async ({ page }) => {
  await page.goto('/charts/kazoo');
  await expect(page).toHaveURL(/\/charts\/flute/);
  await page.goto('/charts/trumpet/H9?stage=never&exercise=none&convention=odd');
  await expect(chart(page)).toBeVisible();
  await expect(chosen(page)).toContainText('Choose a note of the chart');
});

test('a printed chart names its instrument and stage', async ({ page }) => {
  await page.goto('/charts/trombone?stage=second-year');
  await expect(chart(page)).toBeVisible();
  const text = await pdfText(page, 'Get the chart to print');
  expect(text).toContain('Second year');
  expect(text).toContain('Trombone');
});
