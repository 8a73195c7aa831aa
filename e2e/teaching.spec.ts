import { expect, type Page, test } from './test';
import { cell, openLine, signInDemo } from './teacher';

test.beforeEach(async ({ page }) => {
  await signInDemo(page);
});

const HIGH = "X:1\nT:High and low\nM:4/4\nL:1/4\nK:C\nC D E F | G f' G F | E4 |]";
const list = (page: Page) => page.getByRole('navigation', { name: 'Instruments' });
const saved = (page: Page) => expect(page.getByRole('status').filter({ hasText: 'Saved' })).toBeVisible();

test('how a teacher teaches changes the page, and a class may do otherwise', async ({ page }) => {
  await openLine(page, 'X:1\nT:B flats\nM:4/4\nL:1/4\nK:Bb\nB c d e | f e d c | B4 |]');
  await list(page)
    .getByRole('button', { name: /^Flute/ })
    .click();
  await expect(cell(page, 0)).toHaveAccessibleName(/thumb and 1; right hand: 4/);
  await page.getByRole('button', { name: 'How you teach' }).click();
  await page.getByLabel('Flute B♭').selectOption('thumb');
  await page.getByLabel('Notes are named').selectOption('german');
  await page.getByRole('button', { name: 'Save how I teach' }).click();
  await expect(page.getByRole('dialog')).toBeHidden();
  await expect(cell(page, 0)).toHaveAccessibleName(/thumb on its B♭ key/);
  await expect(cell(page, 0).locator('.name')).toHaveText('B');
  await page.getByRole('button', { name: 'Change class' }).click();
  await page.getByRole('tab', { name: 'How it is taught' }).click();
  await expect(page.getByLabel('Flute B♭').locator('option').first()).toHaveText('thumb key (as you teach)');
  await page.getByLabel('Flute B♭').selectOption('one-and-one');
  await page.getByRole('button', { name: 'Save the class' }).click();
  await expect(cell(page, 0)).toHaveAccessibleName(/thumb and 1; right hand: 4/);
  // Back to what is usual, for the next test.
  await page.getByRole('button', { name: 'Change class' }).click();
  await page.getByRole('tab', { name: 'How it is taught' }).click();
  await page.getByLabel('Flute B♭').selectOption('');
  await page.getByRole('button', { name: 'Save the class' }).click();
  await page.getByRole('button', { name: 'How you teach' }).click();
  await page.getByRole('button', { name: 'All as usual' }).click();
  await page.getByRole('button', { name: 'Save how I teach' }).click();
  await expect(page.getByRole('dialog')).toBeHidden();
});

test('what does not fit is named note by note, with offers that can be taken back', async ({ page }) => {
  await openLine(page, HIGH);
  await list(page)
    .getByRole('button', { name: /^Trumpet/ })
    .click();
  const offers = page.getByRole('region', { name: 'What does not fit' });
  await expect(offers).toContainText('G6, too high to play, bar 2');
  await offers.getByRole('button', { name: 'Play G4 there, marked' }).click();
  await expect(page.locator('.sheet .moved').first()).toHaveText('8vb');
  await saved(page);
  await offers.getByRole('button', { name: 'Put the moved note back' }).click();
  await expect(page.locator('.sheet .moved')).toHaveCount(0);
  await expect(offers).toContainText('G6, too high to play');
});

test('another key for the whole class is offered, taken and undone', async ({ page }) => {
  await openLine(page, 'X:1\nT:In F\nM:4/4\nL:1/4\nK:F\nC F A c | d c d c | A G F2 |]');
  await list(page)
    .getByRole('button', { name: /^Clarinet/ })
    .click();
  const offer = page.getByRole('button', { name: /^Whole class in/ }).first();
  await offer.click();
  await expect(page.getByText('The whole class plays in C major now.', { exact: true })).toBeVisible();
  await saved(page);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('F major · 4/4', { exact: false })).toBeVisible();
});

test('an easier figure is explained at its note, and marked on the page where that is asked for', async ({ page }) => {
  await openLine(page, 'X:1\nT:Chromatic\nM:4/4\nL:1/4\nK:none\nF ^F =F G | F4 |]', 'alto-saxophone');
  await list(page)
    .getByRole('button', { name: /^Alto saxophone/ })
    .click();
  await cell(page, 1).click();
  await expect(
    page.getByText('left hand: 1 2 3; right hand: 4 and F♯ key – fingers do not have to trade places'),
  ).toBeVisible();
  // On paper it stands only where it is asked for.
  await expect(page.locator('.sheet .better')).toHaveCount(0);
  await page.getByRole('button', { name: 'On the page' }).click();
  await page.getByRole('switch', { name: 'A mark where another figure is easier' }).click();
  await expect(page.locator('.sheet .better')).toHaveCount(1);
});

test('the count row and the notes at the head are switched on', async ({ page }) => {
  await openLine(page, 'X:1\nT:Counted\nM:4/4\nL:1/4\nK:C\nC2 D E | C4 |]');
  await list(page)
    .getByRole('button', { name: /^Flute/ })
    .click();
  await expect(cell(page, 0)).toBeVisible();
  await page.getByRole('switch', { name: 'Count', exact: true }).click();
  await expect(page.locator('.sheet .count').first()).toHaveText('1 (2)');
  await page.getByRole('button', { name: 'On the page' }).click();
  await page.getByRole('switch', { name: 'All its notes at the head' }).click();
  await expect(page.locator('.sheet .cell')).toHaveCount(7);
  await page.getByRole('switch', { name: 'All its notes at the head' }).click();
  await page.getByRole('switch', { name: 'Count', exact: true }).click();
  await expect(page.locator('.sheet .cell')).toHaveCount(4);
});
