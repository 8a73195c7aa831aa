import { signInDemo } from './teacher';
import { expect, type Page, test } from './test';
import { play, startLine } from './writer';

test.describe.configure({ timeout: 180_000 });
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
