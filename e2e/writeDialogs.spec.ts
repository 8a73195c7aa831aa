import { signInDemo } from './teacher';
import { expect, firstVisitTest, type Page, test } from './test';
import { play, saved, startLine, typeBeside } from './writer';

test.beforeEach(async ({ page }) => signInDemo(page));

const MENUS = ['Notes', 'Signs', 'Bars', 'Lines', 'Show'];
const dialog = (page: Page) => page.getByRole('dialog');
const desk = (page: Page) => page.getByTestId('desk');
const openMenu = (page: Page, menu: string) =>
  page.getByRole('toolbar', { name: 'What the next note will be' }).getByRole('button', { name: menu }).click();

/** What is typed at once goes to the dialog, and the keyboard back to the line when it is closed. */
async function holdsTheKeyboard(page: Page): Promise<void> {
  await page.keyboard.type('cafe');
  await expect(dialog(page)).toBeVisible();
  expect(await dialog(page).evaluate((d) => d.contains(document.activeElement))).toBe(true);
  await page.keyboard.press('Escape');
  await expect(dialog(page)).toBeHidden();
  await expect(desk(page)).toBeFocused();
  await expect(page.locator('.desk .note')).toHaveCount(3);
}

test('every dialog keeps what is typed, however it was opened', async ({ page }) => {
  await startLine(page, { title: 'Kept Keys', signature: '0' });
  await play(page, 'g a b');
  const asking: [menu: string, name: string][] = [];
  for (const menu of MENUS) {
    await openMenu(page, menu);
    for (const item of await page.getByRole('menuitem').allTextContents())
      if (item.includes('…')) asking.push([menu, item.slice(0, item.indexOf('…') + 1)]);
    await page.keyboard.press('Escape');
    await expect(page.getByRole('menu')).toBeHidden();
  }
  expect(asking.length).toBeGreaterThan(8);
  for (const [menu, name] of asking)
    await test.step(`${name} by mouse, by the menu's keys and by the list of commands`, async () => {
      await openMenu(page, menu);
      await page.getByRole('menuitem', { name }).click();
      await holdsTheKeyboard(page);
      await openMenu(page, menu);
      await page.getByRole('menuitem', { name }).focus();
      await page.keyboard.press('Enter');
      await holdsTheKeyboard(page);
      await page.keyboard.press('/');
      await page.keyboard.type(name.replace(' …', ''));
      await page.keyboard.press('Enter');
      await holdsTheKeyboard(page);
    });
});

test('what is found first is done, and only music is pasted', async ({ page }) => {
  const id = await startLine(page, { title: 'Found and pasted', signature: '0' });
  const text = async (): Promise<string> => (await page.request.get(`/api/exercises/${id}/line.abc`)).text();
  const paste = (copied: string) =>
    page.getByTestId('desk').evaluate((desk, words) => {
      const clipboardData = new DataTransfer();
      clipboardData.setData('text/plain', words);
      desk.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }));
    }, copied);
  await paste('Dear parents, bring a cage and a bag');
  await expect(page.getByText(/^What was copied is text, not music/)).toBeVisible();
  await paste('C D E F | G A B c |');
  await saved(page);
  await expect.poll(text).toContain('C D E F | G A B c');
  // At the bar line: two bars more, and none of eight beats.
  await page.keyboard.press('Control+Home');
  await paste('E2 E2 | F4 |');
  await saved(page);
  await expect.poll(text).toContain('E2 E2 | F4 | C D E F | G A B c');
  await play(page, '{f}');
  await saved(page);
  await expect.poll(text).toMatch(/!f!/);
  await play(page, '{mezzo forte}');
  await saved(page);
  await expect.poll(text).toMatch(/!mf!/);
  expect((await text()).replace(/![^!]*!/g, '')).toContain('E2 E2 | F4 | C D E F | G A B c');
  await page.request.delete(`/api/exercises/${id}`);
});

test.describe('a device that reads late', () => {
  firstVisitTest.use({ serviceWorkers: 'block' });
  firstVisitTest('what is typed beside the staff just before the text is closed is in the line', async ({ page }) => {
    await signInDemo(page);
    await page.route(/abcWorker/, async (route) => {
      await new Promise((resolve) => setTimeout(resolve, 2000));
      await route.continue();
    });
    // At once, and while it is being read.
    for (const wait of [0, 600]) {
      await page.reload();
      await typeBeside(page, `Closed after ${wait}`);
      await page.waitForTimeout(wait);
      await page.getByRole('button', { name: 'Close the text' }).click();
      await expect(page.getByTestId('system').first().locator('.note')).toHaveCount(7);
    }
    // What is written on the staff meanwhile is not written over.
    await page.reload();
    await typeBeside(page, 'Changed meanwhile');
    await page.waitForTimeout(600);
    await page.getByRole('button', { name: 'Close the text' }).click();
    await page.getByTestId('desk').focus();
    await page.keyboard.press('d');
    await expect(page.getByText(/^The text was not taken over: the line was changed/)).toBeVisible();
    await expect(page.getByTestId('system').first().locator('.note')).toHaveCount(5);
  });
});

test('what is typed beside the staff and cannot be read says so when the text is closed', async ({ page }) => {
  const text = await typeBeside(page, 'Not music');
  await text.press('Control+A');
  await page.keyboard.type('nothing but words');
  await page.getByRole('button', { name: 'Close the text' }).click();
  await expect(page.getByText(/^The text was not taken over: .* The line is as it was\.$/)).toBeVisible();
  await expect(page.getByTestId('system').first().locator('.note').nth(3)).toBeVisible();
});
