import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { expect, firstVisitTest, type Page, test } from './test';
import { readMusicXml } from '../packages/formats/src/musicxml/readMusicXml';
import type { ExerciseView } from '@cifra/contract';
import { addressOf, cell, openLine, openPart, ownTeacher, signInDemo } from './teacher';

test.beforeEach(async ({ page }) => {
  await signInDemo(page);
});

const TUNE = 'X:1\nT:Parts check\nM:4/4\nL:1/4\nK:F\nF A c B | ^F G ^F G | F4 |';
const list = (page: Page) => page.getByRole('navigation', { name: 'Instruments' });

test('choosing a note opens its reason trail, and the address keeps it', async ({ page }) => {
  await openPart(page, 'Harbour Steps', 'Trumpet');
  await cell(page, 2).click();
  const trail = page.locator('section[aria-live]');
  await expect(trail).toContainText('G4, concert pitch');
  await expect(trail).toContainText('a major 2nd, for an instrument in B♭');
  await expect(trail).toContainText('12: valves 1 and 2');
  await expect(trail).toContainText('open C (partial 4) lowered a step and a half');
  await expect(page).toHaveURL(/note=n3/);
  await page.reload();
  await expect(page.locator('.sheet .cell.chosen')).toHaveCount(1);
  await expect(page.getByText('a major 2nd, for an instrument in B♭')).toBeVisible();
});

test('the band is walked by keyboard', async ({ page }) => {
  await openPart(page, 'Harbour Steps', 'Trumpet');
  await cell(page, 0).focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowRight');
  await expect(page).toHaveURL(/note=n3/);
  await expect(cell(page, 2)).toBeFocused();
});

test('band rows are switched at once, and stay as they were', async ({ page }) => {
  await ownTeacher(page, `rows-${Date.now()}@school.example`);
  await openLine(page, TUNE);
  // A flute reads the letters that sound: they stand once, and the panel says why.
  await expect(page.locator('.sheet .name').first()).toBeVisible();
  await expect(page.locator('.sheet .sounds')).toHaveCount(0);
  await expect(page.getByText('Every note of this part sounds as the letter that is written')).toBeVisible();
  await list(page)
    .getByRole('button', { name: /^Trumpet/ })
    .click();
  await expect(page.locator('.sheet .sounds').first()).toBeVisible();
  await page.getByRole('switch', { name: 'Sounds (concert)' }).click();
  await expect(page.locator('.sheet .sounds')).toHaveCount(0);
  await page.reload();
  await expect(page.locator('.sheet .cell').first()).toBeVisible();
  await expect(page.locator('.sheet .sounds')).toHaveCount(0);
  await page.getByRole('switch', { name: 'Sounds (concert)' }).click();
  await expect(page.locator('.sheet .sounds').first()).toBeVisible();
});

test('key, octave and clef of a part are changed, explained, kept and taken back', async ({ page }) => {
  await openLine(page, TUNE);
  await list(page)
    .getByRole('button', { name: /^Trombone/ })
    .click();
  await expect(page.getByText('the clef beginners learn first')).toBeVisible();
  await page.getByLabel('Clef', { exact: true }).selectOption('tenor');
  await expect(page.getByText('your choice')).toBeVisible();
  await page.getByLabel('Octave').selectOption('0');
  await expect(page.getByRole('status').filter({ hasText: 'Saved' })).toBeVisible();
  await page.reload();
  await expect(page.getByLabel('Clef', { exact: true })).toHaveValue('tenor');
  await expect(page.getByLabel('Octave')).toHaveValue('0');
  await page.getByRole('button', { name: 'As proposed' }).click();
  await expect(page.getByLabel('Clef', { exact: true })).toHaveValue('bass');
  await page.getByLabel('Key', { exact: true }).selectOption('no-signature');
  await expect(cell(page, 3)).toHaveAttribute('aria-label', /^bar 1, beat 4, B flat, first position/);
});

test('the whole class is shown under each other', async ({ page }) => {
  await page.goto('/shelf');
  await page.getByRole('link', { name: 'Lantern Walk' }).click();
  await list(page).getByRole('button', { name: 'The whole class' }).click();
  await expect(page.getByRole('region', { name: 'Flute', exact: true }).locator('.cell').first()).toBeVisible();
  await page.getByRole('region', { name: 'Tuba' }).scrollIntoViewIfNeeded();
  await expect(page.getByRole('region', { name: 'Tuba' }).locator('.cell').first()).toBeVisible();
});

test('the class is changed: a recorder with German fingering gets its page', async ({ page }) => {
  await openLine(page, 'X:1\nT:Low F\nM:4/4\nL:1/4\nK:C\nC D E F |');
  await page.getByRole('button', { name: 'Change class' }).click();
  await page.getByRole('checkbox', { name: 'Descant recorder' }).check();
  await page.getByRole('tab', { name: 'How it is taught' }).click();
  await page.getByLabel('Recorders are fingered').selectOption('german');
  await page.getByRole('button', { name: 'Save the class' }).click();
  await list(page)
    .getByRole('button', { name: /^Descant recorder/ })
    .click();
  await expect(cell(page, 3)).toHaveAttribute('aria-label', /F, left hand: thumb and 1 2 3; right hand: 4, new$/);
  await page.getByRole('button', { name: 'Change class' }).click();
  await page.getByRole('checkbox', { name: 'Descant recorder' }).uncheck();
  await page.getByRole('tab', { name: 'How it is taught' }).click();
  await page.getByLabel('Recorders are fingered').selectOption('');
  await page.getByRole('button', { name: 'Save the class' }).click();
  await expect(list(page).getByRole('button', { name: /^Descant recorder/ })).toHaveCount(0);
});

test("an instrument of a teacher's own is described, gets its page and its files, and goes again", async ({ page }) => {
  await openLine(page, 'X:1\nT:Low steps\nM:4/4\nL:1/4\nK:C\nC D E F |');
  await page.getByRole('button', { name: 'Change class' }).click();
  await page.getByRole('button', { name: 'Make an instrument of your own' }).click();
  await page.getByRole('button', { name: 'Add it' }).click();
  await expect(page.getByText('Give it a name of at most 40 letters.')).toBeVisible();
  // What cannot be is said while it is chosen, whatever else is missing.
  await page.getByLabel('Highest note').selectOption({ label: 'F3' });
  await expect(page.getByText('Its highest note lies a fifth or more above its lowest.')).toBeVisible();
  await page.getByLabel('Highest note').selectOption({ label: 'F6' });
  await page.getByLabel('Its name').fill('Clarinet');
  await page.getByRole('button', { name: 'Add it' }).click();
  await expect(page.getByText('There is an instrument of this name already.')).toBeVisible();
  await page.getByLabel('Its name').fill('Clarinet in A');
  await page.getByLabel('Where it reads C, it sounds').selectOption({ label: 'A, a minor 3rd lower' });
  await expect(page.getByText('When the class plays B♭, it reads D♭4')).toBeVisible();
  await page.getByLabel('Its name').press('Enter');
  await expect(page.getByRole('checkbox', { name: 'Clarinet in A' })).toBeChecked();
  await page.getByRole('button', { name: 'Save the class' }).click();
  await list(page)
    .getByRole('button', { name: /^Clarinet in A/ })
    .click();
  await expect(cell(page, 0)).toHaveAttribute('aria-label', /^bar 1, beat 1, E flat, from the key signature/);
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Download' }).click();
  await page.getByRole('menuitem', { name: /MusicXML/ }).click();
  const read = readMusicXml(readFileSync(await (await download).path(), 'utf8'));
  if (!read.ok || read.value.kind !== 'line') throw new Error('the part does not read back');
  expect(read.value.suggestedOwner).toMatch(/^own\.clarinet\.A3\./);
  // The page is there without the class's list: a reload, and an address that is handed on.
  await page.reload();
  await expect(cell(page, 0)).toBeVisible();
  await page.getByRole('button', { name: 'Change class' }).click();
  await page.getByRole('checkbox', { name: 'Clarinet in A' }).uncheck();
  await page.getByRole('button', { name: 'Save the class' }).click();
  await expect(list(page).getByRole('button', { name: /^Clarinet in A/ })).toHaveCount(0);
});

test('a part and the book come as PDF, a part as MusicXML that reads back', async ({ page }) => {
  await openPart(page, 'Paper Boats', 'Clarinet');
  const take = async (item: RegExp): Promise<string> => {
    const download = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Download' }).click();
    await page.getByRole('menuitem', { name: item }).click();
    return (await download).path();
  };
  const part = execFileSync('pdftotext', ['-layout', await take(/^Clarinet.*as PDF/), '-'], { encoding: 'utf8' });
  expect(part).toContain('Paper Boats');
  expect(part).toMatch(/Clarinet in B ?♭/);
  const read = readMusicXml(readFileSync(await take(/as MusicXML/), 'utf8'));
  expect(read.ok && read.value.kind === 'line' && read.value.suggestedOwner).toBe('clarinet');
  await page.getByRole('button', { name: /Get \d+ parts to print/ }).click();
  await page.getByRole('button', { name: /^Make \d+ parts$/ }).click();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Take the file' }).first().click();
  const book = await (await download).path();
  expect(execFileSync('pdftotext', ['-layout', book, '-'], { encoding: 'utf8' })).toMatch(/Tuba/);
  expect(
    Number(/Pages:\s+(\d+)/.exec(execFileSync('pdfinfo', [book], { encoding: 'utf8' }))?.[1]),
  ).toBeGreaterThanOrEqual(11);
});

test("another teacher's exercise is not there", async ({ page }) => {
  await page.goto('/exercises/00000000-0000-4000-8000-000000000000/parts');
  await expect(page.getByRole('heading', { name: 'There is no such exercise' })).toBeVisible();
});

test('coming back opens what was open', async ({ page }) => {
  await openPart(page, 'Gate and Garden', 'Horn');
  await page.goto('/');
  await expect(page).toHaveURL(/parts\/horn/);
});

test('a phone shows the part under a list of instruments', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 780 });
  await page.goto('/shelf');
  await page.getByRole('link', { name: 'Lantern Walk' }).click();
  await page.getByLabel('Instrument', { exact: true }).selectOption({ label: 'Horn' });
  await expect(page.locator('.sheet .cell').first()).toBeVisible();
  await page.locator('.sheet .cell').first().click();
  await expect(page.getByText('for an instrument in F')).toBeVisible();
  expect(await page.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth)).toBe(true);
});

firstVisitTest.describe('with requests that are cut off', () => {
  // The page makes them itself.
  firstVisitTest.use({ serviceWorkers: 'block' });

  firstVisitTest(
    'two windows that change one exercise: the second is asked, and nothing is lost',
    async ({ page, context }) => {
      await openLine(page, TUNE.replace('Parts check', 'Two windows'));
      await list(page)
        .getByRole('button', { name: /^Trombone/ })
        .click();
      await expect(page.getByLabel('Clef', { exact: true })).toHaveValue('bass');
      const second = await context.newPage();
      await second.goto(page.url());
      await expect(second.getByLabel('Clef')).toHaveValue('bass');
      await second.getByLabel('Clef').selectOption('alto');
      await expect(second.getByRole('status').filter({ hasText: 'Saved' })).toBeVisible();
      // Coming to the front would fetch the newer version: the first window stays as it was.
      await page.evaluate(() => fetch('/api/session'));
      await page.route('**/api/exercises/*', (route) =>
        route.request().method() === 'GET' ? route.abort() : route.continue(),
      );
      await page.getByLabel('Clef', { exact: true }).selectOption('tenor');
      await expect(page.getByRole('dialog')).toContainText('Changed in another window');
      await page.getByRole('button', { name: 'Save mine over it' }).click();
      await expect(page.getByRole('dialog')).toBeHidden();
      await page.unroute('**/api/exercises/*');
      await page.reload();
      await expect(page.getByLabel('Clef', { exact: true })).toHaveValue('tenor');
    },
  );

  firstVisitTest(
    'a server that stops in the middle loses nothing: the change is said not to be saved, and tried again',
    async ({ page }) => {
      await openLine(page, TUNE.replace('Parts check', 'Server away'));
      await list(page)
        .getByRole('button', { name: /^Trombone/ })
        .click();
      await page.route('**/api/exercises/*', (route) =>
        route.request().method() === 'PUT' ? route.abort() : route.continue(),
      );
      await page.getByLabel('Clef', { exact: true }).selectOption('alto');
      await expect(page.getByRole('status').filter({ hasText: 'Not saved' })).toBeVisible();
      await expect(page.getByText('The server does not answer.').first()).toBeVisible();
      await page.unroute('**/api/exercises/*');
      await page.getByRole('button', { name: 'Try again' }).click();
      await expect(page.getByRole('status').filter({ hasText: 'Saved' })).toBeVisible();
      await page.reload();
      await expect(page.getByLabel('Clef', { exact: true })).toHaveValue('alto');
    },
  );
});

test('a line that an instrument cannot play is said on the list and over the notes', async ({ page }) => {
  await openLine(page, "X:1\nT:Very wide\nM:4/4\nL:1/4\nK:C\nC,, C c c'' |");
  await list(page)
    .getByRole('button', { name: /^Trumpet.*cannot be played/ })
    .click();
  await expect(page.locator('.sheet .unplayable').first()).toHaveText(/too (low|high)/);
  await expect(page.getByRole('region', { name: 'What does not fit' })).toContainText(/too (low|high) to play/);
});

test('what is said for one pupil holds for that pupil: which line they play', async ({ page }) => {
  await signInDemo(page);
  const { document } = (await (
    await page.request.get(`/api${await addressOf(page, 'Lantern Walk')}`)
  ).json()) as ExerciseView;
  const made = await page.request.post('/api/exercises', {
    data: { title: 'Two for trumpets', document: { ...document, otherLines: [document.source] } },
  });
  const { id } = (await made.json()) as { id: string };
  await page.goto(`/exercises/${id}/parts/trumpet`);
  const plays = page.getByLabel('Plays', { exact: true });
  const whose = page.getByLabel('These pages are for');
  await whose.selectOption({ label: 'Saskia' });
  await expect(page.getByText('Saskia’s part alone')).toBeVisible();
  await plays.selectOption({ label: 'Line 2' });
  await expect(plays).toHaveValue('1');
  for (const other of ['Davi', 'everyone in the class']) {
    await whose.selectOption({ label: other });
    await expect(plays).toHaveValue('0');
  }
  await page.reload();
  await whose.selectOption({ label: 'Saskia' });
  await expect(plays).toHaveValue('1');
  await page.getByRole('button', { name: 'As the others' }).click();
  await expect(plays).toHaveValue('0');
  await page.request.delete(`/api/exercises/${id}`);
});
