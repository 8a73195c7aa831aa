import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { musicXmlFacts } from './musicXmlFacts';
import type { Locator } from '@playwright/test';
import { expect, type Page } from './test';

export interface Head {
  readonly title: string;
  readonly owner?: string;
  readonly signature: string;
  readonly meter?: string;
}

/** Begins a new line from the shelf. @returns its id */
export async function startLine(
  page: Page,
  { title, owner = 'concert', signature, meter = '4/4' }: Head,
): Promise<string> {
  await page.goto('/shelf');
  await page.getByRole('button', { name: 'Write a line' }).click();
  await page.getByLabel('Title').fill(title);
  await page.getByLabel('Whose page is it?').selectOption(owner);
  await page.getByLabel('Signature').selectOption(signature);
  await page.getByLabel('Meter').selectOption({ label: meter });
  await page.getByRole('button', { name: 'Start writing' }).click();
  await expect(page.getByTestId('caret')).toBeVisible();
  return /exercises\/([^/]+)\/write/.exec(page.url())?.[1] ?? '';
}

const NAMED: Readonly<Record<string, string>> = {
  '^': 'Shift+ArrowUp',
  v: 'Shift+ArrowDown',
  '①': 'Alt+1',
  '②': 'Alt+2',
};

/**
 * Presses keys as a teacher would: plain characters, `^` and `v` for an octave, `①` `②` for endings, `{name}` for a
 * command from the list.
 */
export async function play(page: Page, keys: string): Promise<void> {
  for (const token of keys.match(/\{[^}]+\}|\S/gu) ?? []) {
    if (token.startsWith('{')) {
      await page.keyboard.press('/');
      await page.getByPlaceholder(/What shall be done/).fill(token.slice(1, -1));
      await page.keyboard.press('Enter');
      await expect(page.getByPlaceholder(/What shall be done/)).toBeHidden();
      await expect(page.getByTestId('desk')).toBeFocused();
    } else await page.keyboard.press(NAMED[token] ?? token);
  }
}

/** A line of four notes with its text open beside it, and five typed after them. */
export async function typeBeside(page: Page, title: string): Promise<Locator> {
  await startLine(page, { title, signature: '0' });
  await play(page, 'g a b c');
  await play(page, '{abc text}');
  const text = page.getByRole('textbox', { name: 'The line as ABC text' });
  await expect(text).toContainText('G A B c');
  await text.click();
  await page.keyboard.press('Control+End');
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('End');
  await page.keyboard.type(' e f g2 |]');
  return text;
}

/** All that was typed has reached the server. */
export const saved = (page: Page) => expect(page.getByText('Saved', { exact: true })).toBeVisible();
/** What a file of the tests says, as MusicXML is read here. */
export const fixture = (name: string): unknown =>
  musicXmlFacts(readFileSync(join(__dirname, 'fixtures', name), 'utf8'));
/** What the server gives out of a line. */
export const musicXml = async (page: Page, id: string): Promise<unknown> =>
  musicXmlFacts(await (await page.request.get(`/api/exercises/${id}/line.musicxml`)).text());
