import { expect, type Page, test } from '@playwright/test';
import { openDemo, openPart } from './teacher';

test.beforeEach(async ({ page }) => { await openDemo(page); });

async function openPractise(page: Page, title: string, instrument: string): Promise<void> {
  await openPart(page, title, 'Clarinet');
  await page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: 'Practise' }).click();
  await page.getByLabel('Practise it on').selectOption({ label: `on the ${instrument}` });
  await expect(page.getByRole('region', { name: 'The part' }).locator('.sheet .note').first()).toBeVisible({ timeout: 30_000 });
}
const sounding = (page: Page) => page.getByRole('region', { name: 'The part' }).locator('.cell.chosen');

test('the space bar counts in and plays; the playhead goes from note to note; again stops it', async ({ page }) => {
  await openPractise(page, 'Lantern Walk', 'trumpet');
  // So slow that every count stands longer than a test takes to look again.
  await page.getByRole('slider', { name: 'Tempo' }).focus();
  await page.keyboard.press('Home');
  await expect(page.getByText(/^40 %/)).toBeVisible();
  await page.getByRole('region', { name: 'The part' }).focus();
  await page.keyboard.press('Space');
  await expect(page.getByRole('button', { name: 'Stop' })).toBeVisible();
  // Three counts before a bar of three quarters.
  await expect(page.getByText('3', { exact: true })).toBeVisible();
  await expect(sounding(page)).toHaveAttribute('data-note', 'n1', { timeout: 15_000 });
  await expect(sounding(page)).not.toHaveAttribute('data-note', 'n1', { timeout: 15_000 });
  await page.keyboard.press('Space');
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible();
  await expect(sounding(page)).toHaveCount(0);
});

test('a hard place goes over and over, at the tempo that is set', async ({ page }) => {
  await openPractise(page, 'Kite Weather', 'trombone');
  await page.getByRole('region', { name: 'A piece of it' }).getByRole('button', { name: /^bar 7:/ }).click();
  await expect(page.getByLabel('From', { exact: true })).toHaveValue(await page.getByLabel('To', { exact: true }).inputValue());
  await page.getByRole('slider', { name: 'Tempo' }).focus();
  await page.keyboard.press('End');
  await expect(page.getByText(/^120 %/)).toBeVisible();
  await page.getByRole('button', { name: 'Count in' }).click();
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await expect(page.getByRole('status').filter({ hasText: 'time 2' })).toBeVisible({ timeout: 20_000 });
  await page.getByRole('button', { name: 'Stop' }).click();
  await page.getByRole('button', { name: 'The whole line' }).click();
  await expect(page.getByLabel('From', { exact: true })).toHaveValue('0');
});

test('the ladder sets the player up, and keeps what is ticked', async ({ page }) => {
  await openPractise(page, 'Lantern Walk', 'flute');
  await page.getByRole('button', { name: 'Say the names in rhythm' }).click();
  await expect(page.getByText(/^60 %/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'The part', exact: true })).toHaveAttribute('aria-pressed', 'false');
  await page.getByRole('checkbox', { name: 'Done: Count it aloud' }).click();
  await page.reload();
  await expect(page.getByRole('checkbox', { name: 'Done: Count it aloud' })).toBeChecked();
  await expect(page.getByRole('checkbox', { name: 'Done: Sing it' })).not.toBeChecked();
});
