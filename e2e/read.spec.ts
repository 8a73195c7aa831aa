import { expect, type Page, test } from './test';
import { addressOf, openLine, ownTeacher, signInDemo } from './teacher';

test.beforeEach(async ({ page }) => {
  await signInDemo(page);
});

/** Opens the reading of a line. */
async function openRead(page: Page, title: string, instrument?: string): Promise<void> {
  await page.goto(`${await addressOf(page, title)}/read`);
  await expect(page.getByRole('heading', { name: 'Look first: the whole class' })).toBeVisible();
  if (instrument !== undefined) await page.getByLabel('Read it for').selectOption({ label: `for the ${instrument}` });
}
const see = (page: Page, tab: string): Promise<void> => page.getByRole('tab', { name: tab }).click();

test('a line is looked at first, for the class and for one instrument', async ({ page }) => {
  await openRead(page, 'Lantern Walk');
  await expect(page.getByRole('row', { name: /^Trumpet in B♭/ })).toContainText('treble clef, no sharps or flats');
  await page.getByRole('link', { name: 'Trumpet in B♭' }).click();
  await expect(page).toHaveURL(/\/read\/trumpet$/);
  await expect(page.getByRole('heading', { name: 'Look first: Trumpet in B♭' })).toBeVisible();
  // Sixteen bars of three quarters at 84 a minute: 48 beats.
  await expect(page.getByText('16 bars; 16 bars played, 34 seconds')).toBeVisible();
  await expect(page.getByText('straight through')).toBeVisible();
  await expect(page.getByText('3/4: 3 counts in a bar; a quarter gets one count')).toBeVisible();
  await expect(page.getByText('dotted half note: 3 counts')).toBeVisible();
  await expect(page.getByText('No sharps or flats in the key signature.')).toBeVisible();
  const notes = page.getByRole('list', { name: 'Notes, low to high' }).getByRole('listitem');
  await expect(notes.first()).toContainText('C4');
  await expect(notes.last()).toContainText('A4');
});

test('what comes again is a map, a plan and a comparison', async ({ page }) => {
  await openRead(page, 'Lantern Walk', 'trumpet');
  await see(page, 'What comes again');
  await expect(page).toHaveURL(/see=again/);
  const tiles = page.getByRole('list', { name: /^Line \d/ }).getByRole('button');
  await expect(tiles).toHaveCount(16);
  await expect(tiles.nth(4)).toContainText('as bar 1');
  const plan = page.getByRole('table');
  await expect(plan.getByRole('row').last()).toContainText('100 %');
  await expect(page.getByText(/^Learn bars .*; that is the whole piece\.$/)).toBeVisible();
  await tiles.nth(0).click();
  await tiles.nth(4).click();
  await expect(page.getByText('They are played alike.')).toBeVisible();
  await tiles.nth(1).click();
  await expect(page.getByRole('heading', { name: 'Bar 2 and bar 5' })).toBeVisible();
  await page.getByRole('button', { name: /^line 1:/ }).click();
  await page.getByRole('button', { name: 'line 4: line 1 but for the last note' }).click();
  await expect(page.getByRole('heading', { name: 'Line 1 and line 4' })).toBeVisible();
  await expect(page.getByText('3 of 4 bars are alike, how loud left aside.')).toBeVisible();
  await expect(page.getByText(/^(Beat \d|From beat \d|The rhythm is the same)/).first()).toBeVisible();
});

test('hard places are named with what the hands do, and taken apart', async ({ page }) => {
  await openRead(page, 'Kite Weather', 'trombone');
  await see(page, 'What will go wrong');
  await expect(page.getByRole('heading', { name: 'Where it will go wrong: Trombone' })).toBeVisible();
  await expect(page.getByText(/the slide goes (in|out) from \d to \d/).first()).toBeVisible();
  await expect(page.getByRole('button', { name: 'the whole bar' }).first()).toBeEnabled();
  const drill = page.getByRole('region', { name: 'Build-ups for Kite Weather' });
  await expect(drill.locator('svg .note').first()).toBeVisible();
  await expect(drill.locator('.sheet')).toContainText(/bar \d+: [A-G]/);
  await page.getByText('As a table').click();
  await expect(page.getByRole('rowheader', { name: 'Trombone' })).toBeVisible();
  await page.getByLabel('Read it for').selectOption({ label: 'for the whole class' });
  await expect(page.getByRole('heading', { name: 'What each instrument should watch' })).toBeVisible();
  await expect(page.getByText(/^Hardest for the class: bars? \d/)).toBeVisible();
  await see(page, 'Breaths');
  await expect(page.getByRole('columnheader', { name: 'in an emergency' })).toBeVisible();
});

test('a key that suits the class is found and taken, and the old line comes back', async ({ page }) => {
  await openRead(page, 'Gate and Garden');
  await see(page, 'Key for the class');
  const rows = page.getByRole('row').filter({ has: page.getByRole('button', { name: / (major|minor)$/ }) });
  await expect(rows).toHaveCount(12);
  await expect(rows.filter({ hasText: 'as it is' })).toContainText('E♭ major');
  await rows.filter({ hasText: 'B♭ major' }).getByRole('button', { name: 'Take it' }).click();
  await expect(page.getByText('The whole class plays in B♭ major now.', { exact: true })).toBeVisible();
  await expect(rows.filter({ hasText: 'as it is' })).toContainText('B♭ major');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(rows.filter({ hasText: 'as it is' })).toContainText('E♭ major');
});

test('a bar is made easier for one instrument, marked on its page, and put back', async ({ page }) => {
  await openRead(page, 'Kite Weather', 'horn');
  await see(page, 'Make it easier');
  await expect(page.getByText('made easier')).toBeVisible();
  await page.getByRole('button', { name: 'Take it for the horn' }).click();
  await expect(page.getByText('The horn has it easier now.', { exact: true })).toBeVisible();
  await page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: 'Parts' }).click();
  await page.getByRole('navigation', { name: 'Instruments' }).getByRole('button', { name: /^Horn/ }).click();
  const horn = page.getByRole('region', { name: 'Horn in F' });
  await expect(horn.locator('svg')).toContainText('easier');
  await page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: 'Read' }).click();
  await page.getByLabel('Read it for').selectOption({ label: 'for the horn' });
  await see(page, 'Make it easier');
  await page.getByRole('button', { name: 'Put the easier bar back' }).click();
  await expect(page.getByRole('button', { name: 'Put the easier bar back' })).toBeHidden();
});

test("a teacher's own sentence is checked, kept, and stands on the sheet", async ({ page }) => {
  // A teacher of its own: the demo's profile is saved as a whole by other tests, too.
  await ownTeacher(page, `sentence-${Date.now()}@school.example`);
  await openLine(page, 'X:1\nT:Reed Pond\nM:4/4\nL:1/4\nK:F\nF G A B | c4 |]');
  await page.goto('/shelf');
  await page.getByRole('button', { name: 'How you teach' }).click();
  await page.getByRole('tab', { name: 'Lines and spaces' }).click();
  const lines = page.getByLabel('Lines: E G B D F');
  await lines.fill('Eager dogs bring Dad figs');
  await expect(page.getByText('Word 2, “dogs”, has to begin with G.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Save how I teach' })).toBeDisabled();
  await lines.fill('Eager geese bring Dad figs');
  await page.getByRole('button', { name: 'Save how I teach' }).click();
  await expect(page.getByRole('dialog')).toBeHidden();
  await page.reload();
  await openRead(page, 'Reed Pond', 'flute');
  await expect(page.getByText('E G B D F: Eager geese bring Dad figs')).toBeVisible();
});
