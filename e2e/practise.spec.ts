import { seriousFindings } from './axe';
import { bar, chooseNotes, openPractise, part, setTempo } from './practising';
import { openPart, signInDemo } from './teacher';
import { expect, test } from './test';

test.beforeEach(async ({ page }) => {
  await signInDemo(page);
});

test('a hard place goes over and over, at the tempo that is set; then it is built up note by note', async ({
  page,
}) => {
  await openPractise(page, 'Kite Weather', 'trombone', 'Pieces');
  const pieces = page.getByRole('region', { name: 'A piece of it' });
  await pieces.getByRole('button', { name: /^bar 7:/ }).click();
  await expect(bar(page, 'From')).toHaveValue(await bar(page, 'To').inputValue());
  await setTempo(page, 'End');
  await expect(page.getByText(/^120 %/)).toBeVisible();
  await page.getByRole('button', { name: 'Count in' }).click();
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await expect(page.getByRole('status').filter({ hasText: 'time 2' })).toBeVisible();
  await page.getByRole('button', { name: 'Stop' }).click();
  await pieces.getByRole('button', { name: 'The whole line' }).click();
  await expect(bar(page, 'From')).toHaveValue('0');

  await pieces.getByRole('button', { name: /^Build up bar 7:/ }).click();
  await expect(pieces.getByText(/^Step 1 of/)).toBeVisible();
  const frame = part(page).locator('[data-looped]').first();
  const two = (await frame.boundingBox())?.width ?? 0;
  await pieces.getByRole('button', { name: 'A note more' }).click();
  await expect(pieces.getByText(/^Step 2 of|The whole bar/)).toBeVisible();
  await expect.poll(async () => (await frame.boundingBox())?.width ?? 0).toBeGreaterThan(two);
  await expect(page.getByRole('button', { name: 'Over and over' })).toHaveAttribute('aria-pressed', 'true');
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

test('counting runs along in words, and the hands show the figure of the note that comes', async ({ page }) => {
  await openPractise(page, 'Lantern Walk', 'trumpet');
  await page.getByRole('button', { name: 'Count it aloud' }).click();
  await setTempo(page, 'Home');
  await part(page).focus();
  await page.keyboard.press('Space');
  const count = page.getByRole('region', { name: 'The count' });
  for (const word of ['1', '2', '3']) await expect(count.getByText(word, { exact: true })).toBeVisible();
  await page.keyboard.press('Space');

  await page.getByRole('button', { name: 'Finger it silently' }).click();
  await setTempo(page, 'Home');
  await part(page).focus();
  await page.keyboard.press('Space');
  // The drawing presses what the page's own cell says of the note: both are read at one moment.
  const atOnce = () =>
    page.evaluate(() => ({
      said: document.querySelector('.cell.chosen')?.getAttribute('aria-label') ?? '',
      pressed: document.querySelector('[aria-label^="now: "]')?.getAttribute('aria-label')?.slice(5) ?? '',
    }));
  await expect
    .poll(async () => (({ said, pressed }) => pressed.includes('valve') && said.includes(pressed))(await atOnce()), {
      timeout: 15_000,
      intervals: [50],
    })
    .toBe(true);
  await page.keyboard.press('Space');
});

test('bars that are drawn over go over and over; player and pupils take turns', async ({ page }) => {
  await openPractise(page, 'Harbour Steps', 'trumpet', 'Pieces');
  const notes = part(page).locator('g.note');
  const [from, to] = [await notes.nth(1).boundingBox(), await notes.nth(8).boundingBox()];
  if (from === null || to === null) throw new Error('the notes are not on the screen');
  await page.mouse.move(from.x + 4, from.y + 20);
  await page.mouse.down();
  await page.mouse.move((from.x + to.x) / 2, from.y + 22, { steps: 4 });
  await page.mouse.move(to.x + 4, to.y + 20, { steps: 4 });
  await page.mouse.up();
  await expect(bar(page, 'From')).toHaveValue('1');
  await expect(bar(page, 'To')).toHaveValue('2');
  await expect(part(page).locator('[data-looped]').first()).toBeVisible();

  await page.getByLabel('My turn, your turn').selectOption({ label: 'a bar each' });
  await setTempo(page, 'End');
  await page.getByRole('button', { name: 'Count in' }).click();
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  const turn = page.getByRole('status').filter({ hasText: /^(Listen|Your turn)$/ });
  await expect(turn).toHaveText('Listen');
  await expect(turn).toHaveText('Your turn');
  await expect(turn).toHaveText('Listen');
  await page.getByRole('button', { name: 'Stop' }).click();
  // On the bar too: off, and on again with a bar each.
  const inTurns = page.getByRole('button', { name: 'In turns' });
  await inTurns.click();
  await expect(page.getByLabel('My turn, your turn')).toHaveValue('none');
  await inTurns.click();
  await expect(page.getByLabel('My turn, your turn')).toHaveValue('1');
});

test('clean in a row lets the tempo climb, and a run that was not sends it down', async ({ page }) => {
  await openPractise(page, 'Lantern Walk', 'flute');
  await page.getByRole('button', { name: 'Play it without slurs' }).click();
  await page.getByRole('switch', { name: 'Tempo climbs when clean' }).click();
  await page.getByLabel('A step is').selectOption({ label: '10 % of the tempo' });
  const clean = page.getByRole('region', { name: 'Clean in a row' });
  for (let i = 0; i < 5; i++) await clean.getByRole('button', { name: 'Clean', exact: true }).click();
  await expect(page.getByText(/^70 %/)).toBeVisible();
  await clean.getByRole('button', { name: 'Clean', exact: true }).click();
  await expect(clean.getByRole('img', { name: '1 of 5 clean in a row' })).toBeVisible();
  await clean.getByRole('button', { name: 'Not yet' }).click();
  await expect(page.getByText(/^60 %/)).toBeVisible();
  await expect(clean.getByRole('img', { name: '0 of 5 clean in a row' })).toBeVisible();
});

test('the simulated player is listened to and never counted, and its faults are marked and explained', async ({
  page,
}) => {
  await openPractise(page, 'Lantern Walk', 'trumpet', 'Listen');
  const listening = page.getByRole('region', { name: 'Listening back' });
  await listening.getByLabel('Who plays').selectOption({ label: 'the simulated player, to try it out' });
  for (const on of ['some notes flat', 'another partial now and then'])
    await listening.getByRole('switch', { name: on }).click();
  await listening.getByRole('button', { name: 'Let it play a take' }).click();
  await expect(listening.getByText(/^All \d+ notes right and in time/)).toBeVisible();
  await expect(listening.getByText('The simulated player played this: it does not count.')).toBeVisible();
  await page.getByRole('tab', { name: 'Steps' }).click();
  await expect(page.getByRole('img', { name: '0 of 5 clean in a row' })).toBeVisible();

  await page.getByRole('tab', { name: 'Listen' }).click();
  await listening.getByLabel('Who plays').selectOption({ label: 'the simulated player, to try it out' });
  // One of them is sure to happen in a line of some twenty notes.
  for (const on of ['a note left out now and then', 'some entries late'])
    await listening.getByRole('switch', { name: on }).click();
  await listening.getByRole('button', { name: 'Let it play a take' }).click();
  await expect(listening.getByText(/^\d+ of \d+ notes right and in time/)).toBeVisible();
  expect(await part(page).locator('[data-mark]').count()).toBeGreaterThan(0);
  await listening.getByRole('button', { name: 'Forget this take' }).click();
  await expect(part(page).locator('[data-mark]')).toHaveCount(0);
});

test('the tuner names the note as this player reads it, and tells by how much it is off', async ({ page }) => {
  await openPractise(page, 'Lantern Walk', 'trumpet', 'Tune');
  const tuner = page.getByRole('region', { name: 'Tuner and drone' });
  await tuner.getByRole('button', { name: 'Try it out' }).click();
  await expect(tuner.getByRole('status')).toHaveText(/is matched/);
  const off = tuner.getByLabel('A simulated player plays it so far off:');
  await off.focus();
  for (let i = 0; i < 4; i++) await page.keyboard.press('ArrowLeft');
  await expect(tuner.getByRole('meter')).toHaveAttribute('aria-valuetext', /^[A-G][♭♯]?, (39|40|41) cents low$/);
  const letter = (await tuner.getByRole('meter').getAttribute('aria-valuetext'))?.split(',')[0] ?? '';
  expect((await tuner.getByLabel('Match this note').locator('option:checked').textContent())?.replace(/\d/, '')).toBe(
    letter,
  );
});

test('hidden figures are peeked at with a tap, and peeks are counted', async ({ page }) => {
  await openPractise(page, 'Lantern Walk', 'clarinet', 'Sound');
  await page.getByLabel('Help over the notes').selectOption({ label: 'no note' });
  await expect(part(page).locator('.cell')).toHaveCount(0);
  await expect(page.getByText('Peeks at hidden ones: 0.')).toBeVisible();
  const third = await part(page).locator('g.note').nth(2).boundingBox();
  if (third === null) throw new Error('the note is not on the screen');
  await page.mouse.click(third.x + 5, third.y + 10);
  await expect(page.getByRole('status').filter({ hasText: /left hand|nothing pressed/ })).toBeVisible();
  await expect(page.getByText('Peeks at hidden ones: 1.')).toBeVisible();
  // By keyboard: on to the next note.
  await part(page).focus();
  await page.keyboard.press('ArrowRight');
  await expect(page.getByText('Peeks at hidden ones: 2.')).toBeVisible();
});

test('a class plays freely over a backing, with the same prompt from the same number', async ({ page }) => {
  await openPractise(page, 'Lantern Walk', 'flute', 'Freely');
  const free = page.getByRole('region', { name: 'Playing freely' });
  await free.getByLabel('Prompt').selectOption({ label: 'number 4' });
  const prompt = await free.locator('p').first().textContent();
  // As a flute reads the line, home is its key note.
  await expect(free.getByText(/B♭ is home: end there|Home is B♭/)).toBeVisible();
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Stop' })).toBeVisible();
  await page.getByRole('button', { name: 'Stop' }).click();
  await page.reload();
  await free.getByLabel('Prompt').selectOption({ label: 'number 4' });
  await expect(free.locator('p').first()).toHaveText(prompt ?? '');
});

test('phrases of two chosen notes are played and answered in turns', async ({ page }) => {
  await openPractise(page, 'Lantern Walk', 'trumpet', 'Freely');
  const free = page.getByRole('region', { name: 'Playing freely' });
  await free.getByLabel('With', { exact: true }).selectOption({ label: 'notes I choose' });
  const chosen = free.getByRole('toolbar', { name: 'Chosen notes' });
  await chooseNotes(page, ['C 4', 'D 4']);
  await expect(free.locator('p').filter({ hasText: /^C\s+D$/ })).toBeVisible();
  await free.getByRole('radio', { name: 'My turn, your turn' }).click();
  const turn = page.getByRole('status').filter({ hasText: /^(Listen|Your turn|Listen first)/ });
  await expect(turn).toHaveText('Listen first, then answer');
  expect(await seriousFindings(page)).toEqual([]);
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  for (const word of ['Listen', 'Your turn', 'Listen', 'Your turn']) await expect(turn).toHaveText(word);
  await page.getByRole('button', { name: 'Stop' }).click();
  // They are there again the next time.
  await page.reload();
  await free.getByLabel('With', { exact: true }).selectOption({ label: 'notes I choose' });
  await expect(chosen.getByRole('button', { pressed: true })).toHaveText(['C4', 'D4']);
});

test("the steps are the teacher's own, in their order", async ({ page }) => {
  await page.goto('/shelf');
  await page.getByRole('button', { name: 'How you teach' }).click();
  const dialog = page.getByRole('dialog', { name: 'How you teach' });
  await dialog.getByRole('tab', { name: 'Practice' }).click();
  await dialog.getByRole('button', { name: 'Later: count it aloud' }).click();
  await dialog.getByRole('checkbox', { name: 'Sing it' }).uncheck();
  await dialog.getByLabel(/Go on when it was clean/).selectOption({ label: '3 times' });
  await dialog.getByRole('button', { name: 'Save how I teach' }).click();
  await expect(dialog).toBeHidden();
  try {
    await openPractise(page, 'Lantern Walk', 'flute');
    const ladder = page.getByRole('region', { name: 'The ladder' });
    await expect(ladder.getByRole('button').first()).toHaveText('Say the names in rhythm');
    await expect(ladder.getByRole('button', { name: 'Sing it' })).toHaveCount(0);
    await expect(page.getByRole('img', { name: '0 of 3 clean in a row' })).toBeVisible();
  } finally {
    // The demo is shared with other tests.
    await page.getByRole('button', { name: 'How you teach' }).click();
    await dialog.getByRole('tab', { name: 'Practice' }).click();
    await dialog.getByRole('button', { name: 'Earlier: count it aloud' }).click();
    await dialog.getByRole('checkbox', { name: 'Sing it' }).check();
    for (let i = 0; i < 3; i++) await dialog.getByRole('button', { name: 'Earlier: sing it' }).click();
    await dialog.getByLabel(/Go on when it was clean/).selectOption({ label: '5 times' });
    await dialog.getByRole('button', { name: 'Save how I teach' }).click();
    await expect(dialog).toBeHidden();
  }
});

test('a whole lesson is held from one screen: look first, every step, in turns, clean in a row at tempo', async ({
  page,
}) => {
  await openPart(page, 'Lantern Walk', 'Trumpet');
  const places = page.getByRole('navigation', { name: 'Places' });
  await places.getByRole('link', { name: 'Read' }).click();
  await expect(page.getByText(/Look first/).first()).toBeVisible();
  await places.getByRole('link', { name: 'Practise' }).click();
  // The instrument that was chosen in Parts.
  await expect(page.getByLabel('Practise it on')).toHaveValue('trumpet');
  await expect(part(page).locator('.sheet .note').first()).toBeVisible();
  await page.getByRole('button', { name: 'Count in' }).click();
  const ladder = page.getByRole('region', { name: 'The ladder' });
  for (const step of [
    'Count it aloud',
    'Say the names in rhythm',
    'Finger it silently',
    'Sing it',
    'Play it without slurs',
    'Play it with its slurs',
    'Play it at tempo',
  ]) {
    await ladder.getByRole('button', { name: step, exact: true }).click();
    await part(page).focus();
    await page.keyboard.press('Space');
    await expect(part(page).locator('.chosen').first()).toBeVisible();
    await page.keyboard.press('Space');
    await ladder.getByRole('checkbox', { name: `Done: ${step}`, exact: true }).click();
  }
  await expect(page.getByText(/^100 %/)).toBeVisible();
  const clean = page.getByRole('region', { name: 'Clean in a row' });
  for (let i = 0; i < 5; i++) await clean.getByRole('button', { name: 'Clean', exact: true }).click();
  await expect(clean.getByText('Clean 5 times in a row at 100 %: go on.')).toBeVisible();
  await page.reload();
  for (const box of await ladder.getByRole('checkbox').all()) await expect(box).toBeChecked();
});
