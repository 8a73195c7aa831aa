import { join } from 'node:path';
import { goWithin, openDemo, signInDemo, untilKept } from './teacher';
import { expect, test } from './test';
import { fixture, type Head, musicXml, play, saved, startLine, typeBeside } from './writer';

test.beforeEach(async ({ page }) => signInDemo(page));

const TUNES: readonly (readonly [string, Head, string])[] = [
  [
    'clay-whistle.musicxml',
    { title: 'Clay Whistle', signature: '-1' },
    'c v | [ ffga 2b 4ag 1c - 4cb=ca gbag 2.f4c ①] 2.f ②',
  ],
  [
    'two-bridges.musicxml',
    { title: 'Two Bridges', owner: 'trumpet', signature: '1', meter: '3/4' },
    '8de | [ 4g {mf} 2f 4ec#d 2.b - 4bra 4.gs 8a 4bs 2c4d 2a8de ①] 2g v ②',
  ],
  [
    'mill-pond.musicxml',
    { title: 'Mill Pond', owner: 'trombone', signature: '-2', meter: '6/8' },
    '8f | [ 4b v 8b 4c8d 4.ed - d8cba 4b8a_4.g 4a8b4c8e= 4.ff 4.b v 4b8f ^ ①] 4.b v 4b ②',
  ],
];

for (const [file, head, keys] of TUNES) {
  test(`${head.title}: typed by keyboard alone it is the line that was written by hand`, async ({ page }) => {
    const id = await startLine(page, head);
    await play(page, keys);
    await saved(page);
    await expect.poll(() => musicXml(page, id)).toEqual(fixture(file));
    await expect(page.getByRole('complementary', { name: 'Proof' }).getByText('To be mended')).toHaveCount(0);
  });
}

test('pulling the plug in the middle of typing loses nothing: not the notes, not the steps, not over a reload', async ({
  page,
  context,
}) => {
  const id = await startLine(page, { title: 'Storm Glass', signature: '0' });
  await play(page, 'g a');
  await saved(page);
  for (const path of ['/api/session', `/api/exercises/${id}`]) await untilKept(page, path);
  await context.setOffline(true);
  await page.getByTestId('desk').focus();
  await play(page, 'b c 2 d');
  await expect(page.getByRole('status').filter({ hasText: /^Kept here until the server is back/ })).toBeVisible();
  // Who leaves the line is told on the shelf that there is something of it to be sent.
  await goWithin(page, '/shelf');
  await page.getByRole('link', { name: 'Changes on this device are not sent yet: open them' }).click();
  await expect(page.getByTestId('caret')).toBeVisible();
  await page.reload();
  await expect(page.getByTestId('caret')).toBeVisible();
  await expect(page.getByTestId('system').getByText('1 + 1 + 1 + 1')).toBeVisible();
  await page.getByTestId('desk').focus();
  await play(page, '4 e');
  await context.setOffline(false);
  await saved(page);
  const letters = async (): Promise<string> => {
    const { document } = (await (await page.request.get(`/api/exercises/${id}`)).json()) as {
      document: { source: { measures: { events: { pitch?: { step: string } }[] }[] } };
    };
    return document.source.measures.map((m) => m.events.map((e) => e.pitch?.step ?? 'R').join('')).join('|');
  };
  await expect.poll(letters).toBe('GABC|DE');
  // Every step since the line was begun can be taken back, also those before the reloads.
  for (let i = 0; i < 6; i++) await page.keyboard.press('Control+z');
  await expect.poll(async () => (await letters()).replace('|', '')).toBe('');
  for (let i = 0; i < 6; i++) await page.keyboard.press('Control+y');
  await expect.poll(letters).toBe('GABC|DE');
});

test('two windows: changes of different bars come together, changes of one bar are shown side by side', async ({
  page,
  context,
}) => {
  const id = await startLine(page, { title: 'Two Desks', signature: '0' });
  await play(page, '1 g a b');
  await saved(page);
  const other = await context.newPage();
  await other.goto(`/exercises/${id}/write`);
  await expect(other.getByTestId('caret')).toBeVisible();
  await expect(page.getByText('Also open in another window')).toBeVisible();

  // Typed there, it is here a moment later.
  await play(other, 'c');
  await saved(other);
  await expect(page.getByText('This exercise was changed elsewhere').first()).toBeVisible();
  await expect(page.getByTestId('system').first().locator('.note')).toHaveCount(4);

  // Different bars at the same time: both stand.
  await page.bringToFront();
  await page.getByTestId('desk').focus();
  await context.setOffline(true);
  await page.keyboard.press('Control+Home');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('#');
  await other.getByTestId('desk').focus();
  await other.keyboard.press('_');
  await context.setOffline(false);
  await saved(page);
  await saved(other);
  const pitches = async (): Promise<string> => {
    const { document } = (await (await page.request.get(`/api/exercises/${id}`)).json()) as {
      document: { source: { measures: { events: { pitch?: { step: string; alter: number } }[] }[] } };
    };
    return document.source.measures
      .map((m) => m.events.map((e) => `${e.pitch?.step}${e.pitch?.alter}`).join(''))
      .join('|');
  };
  await expect.poll(pitches).toBe('G1|A0|B0|C-1');
  await expect(page.getByTestId('system').first().locator('.accid')).toHaveCount(2);

  // The same bar, differently: the teacher is asked, sees both, and says which stands.
  await context.setOffline(true);
  await page.keyboard.press('_');
  await other.keyboard.press('Control+Home');
  await other.keyboard.press('ArrowRight');
  await other.keyboard.press('=');
  await context.setOffline(false);
  const asked = [page, other].map((p) => p.getByRole('dialog', { name: 'Changed here and elsewhere' }));
  await expect.poll(async () => ((await asked[0]?.count()) ?? 0) + ((await asked[1]?.count()) ?? 0)).toBe(1);
  const at = ((await asked[0]?.count()) ?? 0) > 0 ? page : other;
  await expect(at.getByRole('dialog')).toContainText('Bar 1 was changed in both places');
  await at.getByRole('button', { name: 'Keep mine', exact: true }).click();
  await saved(at);
  await expect.poll(pitches).toBe(at === page ? 'G-1|A0|B0|C-1' : 'G0|A0|B0|C-1');
});

test('another machine: it is said that the line is open there, what is saved there comes here, and when it is closed the word goes', async ({
  page,
  browser,
}) => {
  await page.clock.install();
  const id = await startLine(page, { title: 'Far Desk', signature: '0' });
  await play(page, '1 g a');
  await saved(page);
  const machine = await browser.newContext();
  const other = await machine.newPage();
  await openDemo(other);
  await other.goto(`/exercises/${id}/write`);
  await expect(other.getByTestId('caret')).toBeVisible();
  await expect(other.getByText('Also open on another machine')).toBeVisible();
  // The window asks every few seconds.
  await page.clock.fastForward('00:30');
  await expect(page.getByText('Also open on another machine')).toBeVisible();
  await play(other, 'b');
  await saved(other);
  await page.clock.fastForward('00:30');
  await expect(page.getByTestId('system').first().locator('.note')).toHaveCount(3);
  await other.getByRole('link', { name: 'Shelf', exact: true }).click();
  await expect(other.getByRole('heading', { name: 'Shelf', exact: true })).toBeVisible();
  await page.clock.fastForward('00:30');
  await expect(page.getByText('Also open on another machine')).toBeHidden();
  await machine.close();
});

test('a MIDI file is taken on a grid that is chosen, several parts as lines, and a file of our own whole', async ({
  page,
}) => {
  const id = await startLine(page, { title: 'Round Trip', signature: '-1' });
  await play(page, '4ffga 8gagf 2c');
  await saved(page);
  const file = async (format: string) => ({
    name: `round-trip.${format}`,
    mimeType: 'application/octet-stream',
    buffer: await (await page.request.get(`/api/exercises/${id}/line.${format}`)).body(),
  });
  await expect.poll(async () => (await file('abc')).buffer.toString()).toContain('C2');

  await page.goto('/bring');
  await page.getByLabel('Music file').setInputFiles(await file('mid'));
  await expect(page.getByLabel('Notes begin on')).toHaveValue('eighth');
  await expect(page.locator('.sheet .note').first()).toBeVisible();
  await page.getByLabel('Notes begin on').selectOption('quarter');
  await expect(page.getByText(/did not begin on the grid/)).toBeVisible();

  await page.getByLabel('Music file').setInputFiles(await file('json'));
  await expect(page.getByLabel('Title')).toHaveValue('Round Trip');
  await expect(page.getByLabel('Whose page is it?')).toHaveCount(0);
  await page.getByLabel('Title').fill('Round Trip again');
  await page.getByRole('button', { name: 'Keep it and make the parts' }).click();
  await expect(page).toHaveURL(/\/parts\//);

  await page.goto('/bring');
  await page
    .getByLabel('Music file')
    .setInputFiles(join(__dirname, '../packages/formats/src/fixtures/evening-quartet.musicxml'));
  const boxes = page.getByRole('checkbox');
  await expect(boxes.first()).toBeVisible();
  await boxes.nth(0).check();
  await boxes.nth(1).check();
  await page.getByRole('button', { name: 'Take these 2 as lines' }).click();
  await expect(page.getByRole('heading', { name: 'Line 2' })).toBeVisible();
  await page.getByRole('button', { name: 'Keep it and make the parts' }).click();
  await expect(page).toHaveURL(/\/parts\//);
  await expect(page.locator('.sheet .cell').first()).toBeVisible();
  const first = await page.locator('.sheet svg').first().innerHTML();
  await page.getByLabel('Plays').selectOption({ label: 'Line 2' });
  await expect.poll(() => page.locator('.sheet svg').first().innerHTML()).not.toBe(first);
  await page.getByRole('link', { name: 'Write' }).click();
  await expect(page.getByText(/Line 1 of 2/)).toBeVisible();
});

test('text and staff are two sides of one line, and the clipboard carries notes between exercises', async ({
  page,
  context,
}) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  const text = await typeBeside(page, 'Both Sides');
  await expect(page.getByTestId('system').first().locator('.note')).toHaveCount(7);
  await page.keyboard.type(' ? ');
  await expect(page.locator('.cm-lintRange, .cm-lintPoint').first()).toBeVisible();
  await page.keyboard.press('Backspace');
  await page.keyboard.press('Backspace');
  await expect(page.locator('.cm-lintRange, .cm-lintPoint')).toHaveCount(0);
  await page.getByTestId('desk').focus();
  await page.keyboard.press('Control+Home');
  await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('ArrowUp');
  await expect(text).toContainText('A A B c');
  await page.keyboard.press('Control+a');
  await page.keyboard.press('Control+c');
  await startLine(page, { title: 'The Other Side', signature: '0' });
  await page.keyboard.press('Control+v');
  await expect(page.getByTestId('system').first().locator('.note')).toHaveCount(7);
  await page.keyboard.press('Control+z');
  await expect(page.getByTestId('system').first().locator('.note')).toHaveCount(0);
});

test('words to sing and chord symbols are typed, engraved, taken to every part, and hidden', async ({ page }) => {
  const id = await startLine(page, { title: 'Reed Song', owner: 'trumpet', signature: '0' });
  await play(page, 'c d e f');
  await page.keyboard.press('w');
  const chord = page.getByRole('dialog', { name: 'Chord symbol over the note' });
  await page.keyboard.type('Reeds');
  await page.keyboard.press('Enter');
  await expect(chord.getByText('This is no chord symbol.')).toBeVisible();
  await chord.getByLabel('Chord').fill('F#7/A');
  await page.keyboard.press('Enter');
  await expect(chord).toBeHidden();
  await page.keyboard.press('l');
  const words = page.getByRole('dialog', { name: 'Words to sing' });
  await page.keyboard.type('reeds are bend-ing low');
  await expect(words.getByRole('status')).toHaveText('1 syllable too many: what is left over is not kept.');
  await words.getByLabel('Words, from the first note on').fill('reeds are bend-ing');
  await expect(words.getByRole('status')).toHaveText('Each note has its words.');
  await words.getByRole('button', { name: 'Write the words' }).click();
  await expect(page.getByTestId('system').getByText('bend', { exact: true })).toBeVisible();
  await saved(page);
  await page.goto(`/exercises/${id}/parts/flute`);
  await expect(page.locator('.chord-symbol').first()).toHaveText('E7/G');
  await expect(page.locator('.syl')).toHaveText(['reeds', 'are', 'bend', 'ing']);
  await page.getByRole('button', { name: 'On the page' }).click();
  await page.getByRole('switch', { name: 'Words to sing' }).click();
  await expect(page.locator('.syl')).toHaveCount(0);
  await page.getByRole('switch', { name: 'Words to sing' }).click();
  await expect(page.locator('.syl')).toHaveCount(4);
  await page.goto(`/exercises/${id}/write`);
  await page.getByTestId('desk').focus();
  await page.keyboard.press('l');
  await expect(words.getByLabel('Words, from the first note on')).toHaveValue('reeds are bend-ing');
});

test('the proof is mended with one click, the signature after a look at both ways', async ({ page }) => {
  await startLine(page, { title: 'Two Flats by Hand', signature: '0' });
  await play(page, '4 b_ e_ b_ f e_ d 2 b_ 4 g g g');
  await play(page, 'g g');
  const proof = page.getByRole('complementary', { name: 'Proof' });
  await page.keyboard.press('Control+Home');
  await expect(proof.getByText('Every B and E is flattened by hand: two flats would say it once.')).toBeVisible();
  await proof.getByRole('button', { name: /Write it in/ }).click();
  const ways = page.getByRole('dialog', { name: 'Two ways to write it' });
  await expect(ways.locator('.sheet svg')).toHaveCount(2);
  await ways.getByRole('button', { name: 'Write it with 2♭' }).click();
  await expect(page.getByTestId('system').first().locator('.keyAccid')).toHaveCount(2);
  await expect(proof.getByText(/flattened by hand/)).toHaveCount(0);
  await expect(proof.getByText(/Bar 4 is too short by 3 beats/)).toBeVisible();
  await proof.getByRole('button', { name: 'Fill it with rests' }).click();
  await expect(proof.getByText(/too short/)).toHaveCount(0);
});
