import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from './test';
import { zipSync } from 'fflate';
import { readFileSync } from 'node:fs';
import { bringIn, cell, signInDemo } from './teacher';

const QUARTET = join(__dirname, '../packages/formats/src/fixtures/evening-quartet.musicxml');
const file = (name: string, buffer: Buffer) => ({ name, mimeType: 'application/octet-stream', buffer });

test.beforeEach(async ({ page }) => {
  await signInDemo(page);
  await page.goto('/bring');
});

test('a MusicXML file with several parts asks which, lists what it could not take, and becomes parts', async ({
  page,
}) => {
  await page.getByLabel('Music file').setInputFiles(QUARTET);
  await expect(page.getByRole('heading', { name: 'Which line is it?' })).toBeVisible();
  await expect(page.getByRole('button', { name: /Drumset/ })).toBeDisabled();
  await page.getByRole('button', { name: /Clarinet/ }).click();
  await expect(page.getByLabel('Title')).toHaveValue('Evening Quartet');
  await expect(page.getByLabel('Whose page is it?')).toHaveValue('clarinet');
  await expect(page.getByText('Bar 1: a grace note was left out.')).toBeVisible();
  await expect(page.getByText('Bar 1: a chord: its top note was taken.')).toBeVisible();
  await expect(page.locator('.sheet .note').first()).toBeVisible();
  await page.getByRole('button', { name: 'Keep it and make the parts' }).click();
  await expect(page).toHaveURL(/parts\/flute/);
  await expect(cell(page, 0)).toHaveAttribute('aria-label', /^the pickup, beat 4, C,/);
});

test('a compressed file is read; a file that is none, cut short or too large is refused with a sentence', async ({
  page,
}) => {
  const input = page.getByLabel('Music file');
  await input.setInputFiles(
    file('quartet.mxl', Buffer.from(zipSync({ 'score.xml': new Uint8Array(readFileSync(QUARTET)) }))),
  );
  await expect(page.getByRole('heading', { name: 'Which line is it?' })).toBeVisible();
  await input.setInputFiles(file('letter.musicxml', Buffer.from('Dear parents, the concert is on Friday.')));
  await expect(page.getByRole('alert')).toContainText('neither MusicXML nor ABC');
  await input.setInputFiles(file('cut.musicxml', readFileSync(QUARTET).subarray(0, 2600)));
  await expect(page.getByRole('alert')).toContainText('damaged or cut short');
  await input.setInputFiles(file('bomb.mxl', Buffer.from(zipSync({ 'a.xml': new Uint8Array(80 * 1024 * 1024) }))));
  await expect(page.getByRole('alert')).toContainText('unpacks to more than 20 MB');
  await input.setInputFiles(file('big.xml', Buffer.alloc(6 * 1024 * 1024, 'x')));
  await expect(page.getByRole('alert')).toContainText('larger than 5 MB');
});

test('pasted text is read as it is typed; mistakes are named by bar', async ({ page }) => {
  await page
    .getByLabel('Or paste ABC text')
    .fill('X:1\nT:With mistakes\nM:4/4\nL:1/4\nK:F\nF A c2 | B A G | F4- | G4 |');
  await expect(page.getByText('Bar 2 has 3 beats of a quarter and should have 4: too short.')).toBeVisible();
  await expect(page.getByText('Bar 3: a tie leads to no note of the same pitch')).toBeVisible();
  await page.getByLabel('Or paste ABC text').fill('F A c2 |');
  await expect(page.getByRole('alert')).toContainText('neither MusicXML nor ABC');
});

test('whose page it is decides what the others read', async ({ page }) => {
  await bringIn(page, 'X:1\nT:Five notes\nM:4/4\nL:1/4\nK:C\nC D E F | G4 |', 'Trumpet in B♭');
  const list = page.getByRole('navigation', { name: 'Instruments' });
  await list.getByRole('button', { name: /^Trumpet/ }).click();
  await expect(cell(page, 1)).toHaveAttribute('aria-label', 'bar 1, beat 2, D, valves 1 and 3');
  await list.getByRole('button', { name: /^Trombone/ }).click();
  await expect(cell(page, 0)).toHaveAttribute(
    'aria-label',
    'bar 1, beat 1, B flat, from the key signature, first position',
  );
  await list.getByRole('button', { name: /^Alto saxophone/ }).click();
  await expect(cell(page, 0)).toHaveAttribute('aria-label', 'bar 1, beat 1, G, left hand: 1 2 3');
});

test('an ABC file that nobody here wrote comes in', async ({ page }) => {
  // Source: an example file of Debian's package abcmidi, which the tests install.
  const foreign = '/usr/share/doc/abcmidi/examples/coleraine.abc';
  expect(existsSync(foreign)).toBe(true);
  await page.getByLabel('Music file').setInputFiles(foreign);
  const choose = page.getByRole('heading', { name: 'Which line is it?' });
  const keep = page.getByRole('button', { name: 'Keep it and make the parts' });
  await expect(choose.or(keep)).toBeVisible();
  if (await choose.isVisible())
    await page
      .getByRole('button', { name: /bars, \d+ notes/ })
      .first()
      .click();
  await keep.click();
  await expect(page.locator('.sheet .cell').first()).toBeVisible();
  await page.getByRole('button', { name: /Get \d+ parts to print/ }).click();
  await page.getByRole('button', { name: /^Make \d+ parts$/ }).click();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Take the file' }).click();
  expect(
    readFileSync(await (await download).path())
      .subarray(0, 5)
      .toString(),
  ).toBe('%PDF-');
});
