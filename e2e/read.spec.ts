import { expect, test } from '@playwright/test';
import { openDemo, openPart } from './teacher';

test.beforeEach(async ({ page }) => { await openDemo(page); });

test('a line is read for an instrument: what it is, what comes again, what will go wrong', async ({ page }) => {
  await openPart(page, 'Lantern Walk', 'Clarinet');
  await page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: 'Read' }).click();
  await expect(page.getByRole('heading', { name: 'Look first' })).toBeVisible({ timeout: 30_000 });
  await page.getByLabel('Read it for').selectOption({ label: 'for the trumpet' });
  await expect(page).toHaveURL(/\/read\/trumpet$/);
  // Sixteen bars of three quarters at 84 a minute: 48 beats.
  await expect(page.getByText('16 bars, 34 seconds')).toBeVisible();
  await expect(page.getByText('straight through')).toBeVisible();
  await expect(page.getByText('No sharps or flats in the key signature.')).toBeVisible();
  const tiles = page.getByRole('list', { name: 'Bars of the line' }).getByRole('listitem');
  await expect(tiles).toHaveCount(16);
  await expect(tiles.nth(4)).toContainText('as 1');
  await expect(tiles.nth(5)).toContainText('as 2');
  await expect(page.getByText(/Learn bar 1 once: bars 5, 13 are the same\./)).toBeVisible();
  await page.getByLabel('Read it for').selectOption({ label: 'for the trombone' });
  await expect(page.getByRole('heading', { name: 'Where it will go wrong' })).toBeVisible();
  await expect(page.getByText(/a long way for the slide|the slide turns back|a leap for the lips/).first()).toBeVisible();
});
