import { addressOf } from './teacher';
import { expect, type Page } from './test';

/** A part to practise, drawn. @param tab the panel that is opened beside it */
export async function openPractise(page: Page, title: string, instrument: string, tab?: string): Promise<void> {
  await page.goto(`${await addressOf(page, title)}/practise/${instrument}`);
  await expect(part(page).locator('.sheet .note').first()).toBeVisible();
  if (tab !== undefined) await page.getByRole('tab', { name: tab }).click();
}
export const part = (page: Page) => page.getByRole('region', { name: 'The part' });
export const sounding = (page: Page) => part(page).locator('.cell.chosen');
export const bar = (page: Page, end: 'From' | 'To') => page.getByLabel(end, { exact: true });
export const setTempo = async (page: Page, key: 'Home' | 'End') => {
  await page.getByRole('slider', { name: 'Tempo' }).focus();
  await page.keyboard.press(key);
};
/** Chooses these notes and no other. @param names as they are said: `F sharp 4` */
export async function chooseNotes(page: Page, names: readonly string[]): Promise<void> {
  const chosen = page.getByRole('toolbar', { name: 'Chosen notes' });
  const on = chosen.getByRole('button', { pressed: true });
  for (let left = await on.count(); left > 0; left--) {
    await on.first().click();
    await expect(on).toHaveCount(left - 1);
  }
  for (const name of names) await chosen.getByRole('button', { name, exact: true }).click();
  await expect(on).toHaveCount(names.length);
}
