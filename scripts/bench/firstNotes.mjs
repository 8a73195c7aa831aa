import { chromium } from 'playwright-core';
import { BROWSER } from '../lib/browser.mjs';
import { line, withDemoServer } from './measuring.mjs';

const WANTED_MS = 2000;
/** A slow phone network and a slow phone, as browsers' own tools call them. */
const NETWORK = { offline: false, latency: 150, downloadThroughput: 1.6e6 / 8, uploadThroughput: 0.75e6 / 8 };
const SLOWER = 4;
const PHONE =
  'Mozilla/5.0 (Linux; Android 10; K) AppleWebKit/537.36 (KHTML, like Gecko) Chrome/130.0.0.0 Mobile Safari/537.36';
const TRIES = 5;

/** From a pupil's link to the first notes on a first visit, over a slow phone network with a slow processor. */
export async function benchFirstNotes() {
  line("from a pupil's link to the first notes", 'best', 'median', 'worst', 'asked');
  await withDemoServer(async ({ base, headers }) => {
    const ask = async (path, data) =>
      (
        await fetch(`${base}${path}`, {
          headers: { ...headers, origin: base },
          ...(data !== undefined && { method: 'POST', body: JSON.stringify(data) }),
        })
      ).json();
    const [group] = await ask('/api/classes');
    const exercises = await ask('/api/exercises');
    const { token } = await ask('/api/links', {
      exerciseId: exercises.find((e) => e.title === 'Lantern Walk').id,
      classId: group.id,
      instrument: 'trumpet',
      days: 7,
    });
    const browser = await chromium.launch(BROWSER);
    try {
      const times = { notes: [], worked: [] };
      let bytes = 0;
      for (let i = 0; i < TRIES; i++) {
        const context = await browser.newContext({
          viewport: { width: 390, height: 844 },
          isMobile: true,
          hasTouch: true,
          userAgent: PHONE,
        });
        const page = await context.newPage();
        const tools = await context.newCDPSession(page);
        await tools.send('Network.enable');
        await tools.send('Network.emulateNetworkConditions', NETWORK);
        await tools.send('Emulation.setCPUThrottlingRate', { rate: SLOWER });
        bytes = 0;
        tools.on('Network.loadingFinished', (e) => (bytes += e.encodedDataLength));
        const start = performance.now();
        await page.goto(`${base}/p/${token}`, { waitUntil: 'commit' });
        const seen = async (what, times) => {
          await what.waitFor({ timeout: 120_000 });
          times.push(performance.now() - start);
        };
        await Promise.all([
          seen(page.locator('.sheet g.note').first(), times.notes),
          seen(page.getByRole('button', { name: /^Count it aloud/ }), times.worked),
        ]);
        await context.close();
      }
      for (const [what, all] of Object.entries(times)) {
        all.sort((a, b) => a - b);
        line(
          what === 'notes' ? '  the first notes' : '  what is to be done, and the button that begins it',
          ...[0, (TRIES - 1) / 2, TRIES - 1].map((n) => `${all[n].toFixed(0)} ms`),
          WANTED_MS,
        );
      }
      line('  fetched until then', `${(bytes / 1000).toFixed(0)} kB`);
    } finally {
      await browser.close();
    }
  });
}
