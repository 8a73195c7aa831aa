import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, firstVisitTest as test } from './test';
import { BROWSER } from '../scripts/lib/browser.mjs';
import type { HandInView } from '@cifra/contract';
import { addressOf, openPart, openPhone, signInDemo } from './teacher';

/** What the microphone hears: a pure A at 440 hertz (ISO 16), 20 cents low, for four seconds. */
const RATE = 44100;
const CENTS_LOW = 20;
const FOLDER = join(__dirname, '..', 'test-results', 'microphone');
const FILE = join(FOLDER, 'low-a.wav');

function toneFile(): Buffer {
  const count = 4 * RATE;
  const wav = Buffer.alloc(44 + 2 * count);
  wav.write('RIFF', 0);
  wav.writeUInt32LE(36 + 2 * count, 4);
  wav.write('WAVEfmt ', 8);
  wav.writeUInt32LE(16, 16);
  wav.writeUInt16LE(1, 20);
  wav.writeUInt16LE(1, 22);
  wav.writeUInt32LE(RATE, 24);
  wav.writeUInt32LE(2 * RATE, 28);
  wav.writeUInt16LE(2, 32);
  wav.writeUInt16LE(16, 34);
  wav.write('data', 36);
  wav.writeUInt32LE(2 * count, 40);
  const hertz = 440 * 2 ** (-CENTS_LOW / 1200);
  for (let i = 0; i < count; i++)
    wav.writeInt16LE(Math.round(12000 * Math.sin((2 * Math.PI * hertz * i) / RATE)), 44 + 2 * i);
  return wav;
}
mkdirSync(FOLDER, { recursive: true });
writeFileSync(FILE, toneFile());

test.use({
  permissions: ['microphone'],
  launchOptions: {
    ...BROWSER,
    args: [
      ...BROWSER.args,
      '--use-fake-ui-for-media-stream',
      '--use-fake-device-for-media-stream',
      `--use-file-for-fake-audio-capture=${FILE}`,
    ],
  },
});

test("the microphone is heard: a concert A is the trumpet's B, and how low it is", async ({ page }) => {
  await signInDemo(page);
  await openPart(page, 'Lantern Walk', 'Trumpet');
  await page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: 'Practise' }).click();
  await page.getByLabel('Practise it on').selectOption({ label: 'on the trumpet' });
  await page.getByRole('tab', { name: 'Tune' }).click();
  const tuner = page.getByRole('region', { name: 'Tuner and drone' });
  await tuner.getByRole('button', { name: 'Listen' }).click();
  const meter = tuner.getByRole('meter');
  await expect.poll(async () => Number(await meter.getAttribute('aria-valuenow'))).toBeLessThan(-17);
  expect(Number(await meter.getAttribute('aria-valuenow'))).toBeGreaterThan(-23);
  await expect(meter).toHaveAttribute('aria-valuetext', /^B, /);
  await tuner.getByRole('button', { name: 'Stop listening' }).click();
});

test('a take through the microphone is counted in, listened to, and said in words', async ({ page }) => {
  await signInDemo(page);
  await openPart(page, 'Lantern Walk', 'Flute');
  await page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: 'Practise' }).click();
  await page.getByLabel('Practise it on').selectOption({ label: 'on the flute' });
  await page.getByRole('tab', { name: 'Pieces' }).click();
  await page.getByLabel('To', { exact: true }).selectOption({ label: 'bar 2' });
  await page.getByRole('tab', { name: 'Listen' }).click();
  const listening = page.getByRole('region', { name: 'Listening back' });
  await listening.getByRole('button', { name: 'Record a take' }).click();
  await expect(page.getByRole('button', { name: 'Stop' })).toBeVisible();
  // One long note is no tune: that is said, kindly, and marked on the staff.
  await expect(listening.getByText(/of \d+ notes right and in time|none of these notes/)).toBeVisible();
  expect(await page.locator('[data-mark]').count()).toBeGreaterThan(0);
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible();
});

test('what is played freely is recorded, heard again, saved and handed in', async ({ page, browser, baseURL }) => {
  const phone = await openPhone(page, browser, baseURL ?? '', 'Lantern Walk', 'Trumpet', ['microphone']);
  await phone.getByRole('button', { name: /^The piece/ }).tap();
  await phone.getByRole('button', { name: 'How it is practised' }).tap();
  await phone.getByRole('tab', { name: 'Freely' }).tap();
  const free = phone.getByRole('region', { name: 'Playing freely' });
  await free.getByRole('switch', { name: 'Record what I play' }).tap();
  await phone.getByRole('button', { name: 'Play', exact: true }).tap();
  await expect(phone.getByRole('button', { name: 'Stop' })).toBeVisible();
  // The recording ends however it is stopped: here by a key.
  await phone.waitForTimeout(2500);
  await phone.keyboard.press('PageDown');
  const take = free.getByRole('list', { name: 'What was played' }).getByRole('listitem').first();
  await expect(take).toContainText(/^Take 1\. Played freely with /);
  await expect.poll(() => take.locator('audio').evaluate((a: HTMLAudioElement) => a.readyState)).toBeGreaterThan(0);
  const download = phone.waitForEvent('download');
  await take.getByRole('button', { name: 'Save it' }).tap();
  expect((await download).suggestedFilename()).toMatch(/^take 1\.(webm|mp4|ogg)$/);
  await take.getByRole('button', { name: 'Hand it in' }).tap();
  await expect(phone.getByText('Handed in. Your teacher can hear it now.', { exact: true })).toBeVisible();
  await phone.context().close();
  const line = (await addressOf(page, 'Lantern Walk')).split('/').at(-1) ?? '';
  const [newest] = (await (await page.request.get(`/api/exercises/${line}/hand-ins`)).json()) as HandInView[];
  expect([newest?.hasSound, newest?.summary]).toEqual([true, expect.stringMatching(/^Played freely with /)]);
  await page.request.delete(`/api/hand-ins/${newest?.id ?? ''}`);
});

const WAITS = 'There is no network now. Your take waits on this phone and goes to your teacher by itself later.';

test("a pupil's recording waits for the network, is handed in with its sound, and the teacher hears it", async ({
  page,
  browser,
  baseURL,
}) => {
  const phone = await openPhone(page, browser, baseURL ?? '', 'Lantern Walk', 'Trumpet', ['microphone']);
  await phone.getByRole('button', { name: /^The piece/ }).tap();
  await phone.getByRole('button', { name: 'How it is practised' }).tap();
  await phone.getByRole('tab', { name: 'Pieces' }).tap();
  await phone.getByLabel('To', { exact: true }).selectOption({ label: 'bar 2' });
  await phone.getByRole('tab', { name: 'Listen' }).tap();
  await phone.getByRole('button', { name: 'Record a take' }).tap();
  const handIn = phone.getByRole('button', { name: 'Hand in the recording' });
  await expect(handIn).toBeVisible();
  // At home, without a network: it waits, is there when the phone is opened again, and arrives once by itself.
  await phone.context().setOffline(true);
  await handIn.tap();
  await expect(phone.getByText(WAITS, { exact: true })).toBeVisible();
  await phone.reload();
  await expect(phone.getByText(WAITS, { exact: true })).toBeVisible();
  await phone.context().setOffline(false);
  await expect(phone.getByText('Your take that waited is handed in now.', { exact: true })).toBeVisible();
  await phone.context().close();
  const line = (await addressOf(page, 'Lantern Walk')).split('/').at(-1) ?? '';
  const [newest] = (await (await page.request.get(`/api/exercises/${line}/hand-ins`)).json()) as HandInView[];
  expect(newest?.hasSound).toBe(true);
  // The tone that the microphone was given: decoded by the browser, long enough and loud enough.
  const heard = await page.evaluate(async (id) => {
    const bytes = await (await fetch(`/api/hand-ins/${id}/sound`)).arrayBuffer();
    const sound = await new AudioContext().decodeAudioData(bytes);
    return {
      seconds: sound.duration,
      loudest: sound.getChannelData(0).reduce((most, x) => Math.max(most, Math.abs(x)), 0),
    };
  }, newest?.id ?? '');
  expect(heard.seconds).toBeGreaterThan(3);
  expect(heard.loudest).toBeGreaterThan(0.1);
  await page.request.delete(`/api/hand-ins/${newest?.id ?? ''}`);
});
