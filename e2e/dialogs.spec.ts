import { addressOf, signInDemo } from './teacher';
import type { Locator } from '@playwright/test';
import { expect, type Page, test } from './test';

/*
 * Every dialog outside the writing place: opened by mouse and by keys it holds the keyboard, and gives it back to where
 * it was; what was changed in it is not lost by Escape.
 */

test.beforeEach(async ({ page }) => signInDemo(page));

const dialog = (page: Page) => page.getByRole('dialog');
const button = (page: Page, name: string | RegExp) => page.getByRole('button', { name }).first();

/** How each dialog is opened: where, by which button, or by which item of that button's menu. */
const DIALOGS: readonly {
  readonly at: (page: Page) => Promise<string> | string;
  readonly by: string | RegExp;
  readonly item?: string;
  readonly opens: RegExp;
}[] = [
  { at: () => '/shelf', by: 'Write a line', opens: /Write a line/ },
  { at: () => '/shelf', by: /^More about/, item: 'Rename', opens: /Rename/ },
  { at: () => '/shelf', by: 'How you teach', opens: /How you teach/ },
  { at: parts, by: 'Rename', opens: /Rename/ },
  { at: parts, by: 'Link', opens: /A page for pupils’ phones/ },
  { at: parts, by: /^Get .* parts to print/, opens: /./ },
  { at: parts, by: 'Change class', opens: /The class/ },
  { at: parts, by: 'Plan it', opens: /help fades/ },
  { at: () => '/class?see=assignments', by: 'Set a line', opens: /Set a line/ },
  { at: () => '/class?see=pupils', by: /^How Isla is taught/, opens: /How Isla is taught/ },
  { at: () => '/class?see=record', by: 'Report on Isla', opens: /Isla/ },
  { at: () => '/class?see=kept', by: 'Delete the account', opens: /Delete the account\?/ },
];
async function parts(page: Page): Promise<string> {
  return `${await addressOf(page, 'Lantern Walk')}/parts/trumpet`;
}

/** What is typed goes to the dialog, Tab stays in it, and closed it gives the keyboard back. */
async function holds(page: Page, opener: Locator, opens: RegExp): Promise<void> {
  await expect(dialog(page)).toBeVisible();
  await expect(dialog(page)).toHaveAccessibleName(opens);
  const isInside = () => dialog(page).evaluate((d) => d.contains(document.activeElement));
  await expect.poll(isInside).toBe(true);
  for (let i = 0; i < 4; i++) await page.keyboard.press('Tab');
  expect(await isInside()).toBe(true);
  await page.keyboard.press('Escape');
  await expect(dialog(page)).toBeHidden();
  await expect(opener).toBeFocused({ timeout: 3000 });
}

for (const { at, by, item, opens } of DIALOGS)
  test(`the dialog of “${String(by)}”${item === undefined ? '' : `, ${item},`} holds the keyboard`, async ({
    page,
  }) => {
    await page.goto(await at(page));
    const opener = button(page, by);
    const open = async (press: () => Promise<void>): Promise<void> => {
      await press();
      if (item !== undefined) await page.getByRole('menuitem', { name: item }).click();
      await holds(page, opener, opens);
    };
    await open(() => opener.click());
    await open(async () => {
      await opener.focus();
      await page.keyboard.press('Enter');
    });
  });

test('what was changed in a dialog is not lost by Escape, nor by a press beside it', async ({ page }) => {
  await page.goto(await parts(page));
  await button(page, 'Change class').click();
  const name = dialog(page).getByLabel('Name', { exact: true });
  await name.fill('Year 5 winds and brass');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('alertdialog', { name: 'Not saved yet' })).toBeVisible();
  // Escape once more is the careful answer.
  await page.keyboard.press('Escape');
  await expect(page.getByRole('alertdialog')).toBeHidden();
  await expect(name).toHaveValue('Year 5 winds and brass');
  await page.mouse.click(5, 400);
  await page.getByRole('button', { name: 'Go on with it' }).click();
  await expect(name).toHaveValue('Year 5 winds and brass');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Throw it away' }).click();
  await expect(dialog(page)).toBeHidden();
  await button(page, 'Change class').click();
  await expect(dialog(page).getByLabel('Name', { exact: true })).toHaveValue('Year 5 winds');
});

test('a class is changed on a phone, too', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(await parts(page));
  await button(page, 'Class').click();
  await expect(dialog(page)).toHaveAccessibleName('The class');
  await expect(dialog(page).getByRole('button', { name: 'Save the class' })).toBeInViewport();
});
