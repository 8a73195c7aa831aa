import { chromium } from 'playwright-core';
import { BROWSER } from '../lib/browser.mjs';
import { demoTunes, line, longer, signedInPage, withDemoServer } from './measuring.mjs';

const OPENED_MS = 400;
const INSTRUMENT_MS = 250;
const ROW_MS = 100;
/** Between the moment in which a hand has come to a name and its press; an assumption. */
const REACTION_MS = 200;

/** In the page: the time from the next press of the mouse to the first frame with other pages, and none awaited. */
const measureInPage = () => {
  const shown = () => {
    const pages = [...document.querySelectorAll('main .sheet svg')];
    const busy = document.querySelector('main [aria-busy=true]') !== null;
    return busy || pages.length === 0 ? undefined : pages;
  };
  window.arm = () => {
    const before = shown()?.[0];
    window.armed = new Promise((resolve, reject) => {
      setTimeout(() => reject(new Error('no other page came')), 10_000);
      let pressed;
      window.addEventListener('pointerdown', (e) => (pressed = e.timeStamp), { once: true, capture: true });
      const observer = new MutationObserver(() => {
        const now = shown()?.[0];
        if (pressed === undefined || now === undefined || now === before) return;
        observer.disconnect();
        requestAnimationFrame(() => {
          const painted = new MessageChannel();
          painted.port1.onmessage = () => resolve(performance.now() - pressed);
          painted.port2.postMessage(undefined);
        });
      });
      observer.observe(document.body, { subtree: true, childList: true, attributes: true });
    });
  };
};

function report(what, times, wanted) {
  const sorted = [...times].sort((a, b) => a - b);
  const at = (share) => sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))].toFixed(0);
  line(`  ${what}, asked ${wanted}`, at(0), at(0.5), at(0.9), at(1));
}

/** From a press to the page of a part of 32 bars, in headless Chromium. */
export async function benchParts() {
  line('Parts: from a press to the page, in milliseconds', 'best', 'median', '90 %', 'worst');
  await withDemoServer(async ({ base, headers }) => {
    const newLine = async () => {
      const body = JSON.stringify({ title: 'Bench', document: longer(demoTunes()[2], { bars: 32 }) });
      return (await (await fetch(`${base}/api/exercises`, { method: 'POST', headers, body })).json()).id;
    };
    const browser = await chromium.launch(BROWSER);
    try {
      const page = await signedInPage(browser, base);
      await page.evaluate(measureInPage);
      const timed = async (press) => {
        await page.evaluate(() => window.arm());
        await press();
        const ms = await page.evaluate(() => window.armed);
        await page.waitForTimeout(400);
        return ms;
      };
      const goTo = (path) =>
        page.evaluate((to) => {
          window.history.pushState(null, '', to);
          window.dispatchEvent(new window.PopStateEvent('popstate'));
        }, path);
      await goTo(`/exercises/${await newLine()}/parts`);
      await page.locator('main .sheet .cell').first().waitFor();
      await page.waitForTimeout(1000);

      const list = page.getByRole('navigation', { name: 'Instruments' }).getByRole('button');
      const first = 4;
      const instruments = (await list.count()) - 1;
      const [sudden, pointed] = [[], []];
      for (let i = first + 1; i < instruments; i++) {
        const after = i % 2 === 0 ? REACTION_MS : 0;
        (after === 0 ? sudden : pointed).push(
          await timed(async () => {
            await list.nth(i).hover();
            await page.waitForTimeout(after);
            await list.nth(i).click();
          }),
        );
      }
      report('another instrument, pressed at once', sudden, INSTRUMENT_MS);
      report(`another instrument, pointed at for ${REACTION_MS} ms`, pointed, INSTRUMENT_MS);

      const rows = [];
      const row = page.getByRole('switch', { name: 'Sounds (concert)' });
      for (let i = first; i < instruments; i++) {
        await list.nth(i).click();
        await page.waitForTimeout(400);
        // The letters that sound are no row where they are those that are written.
        if ((await page.locator('main .sheet .sounds').count()) === 0) continue;
        rows.push(await timed(() => row.click()));
        await row.click();
        await page.waitForTimeout(600);
      }
      report('a row of the band, not seen before', rows, ROW_MS);

      const opened = [];
      for (let i = 0; i < 6; i++) {
        await goTo(`/exercises/${await newLine()}/write`);
        await page.locator('[data-testid=desk] g.note').first().waitFor();
        await page.waitForTimeout(1500);
        opened.push(await timed(() => page.getByRole('link', { name: 'Parts', exact: true }).first().click()));
      }
      report('Parts opened from Write', opened, OPENED_MS);
    } finally {
      await browser.close();
    }
  });
}
