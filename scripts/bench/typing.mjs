import { chromium } from 'playwright-core';
import { BROWSER } from '../lib/browser.mjs';
import { demoTunes, line, longer, signedInPage, withDemoServer } from './measuring.mjs';

const WANTED_MS = 50;
/** Of a line of 32 bars, and of one of 200. */
const WANTED_SHARE = { 32: 99, 200: 95 };

/** In the page: the time from a key to the first frame in which every line of music is drawn as it is now. */
const measureInPage = () => {
  window.armed = undefined;
  window.arm = () => {
    window.armed = keyToPicture();
  };
  const keyToPicture = () =>
    new Promise((resolve) => {
      const desk = document.querySelector('[data-testid=desk]');
      let pressed;
      let stale = false;
      desk.addEventListener(
        'keydown',
        (e) => {
          pressed = e.timeStamp;
        },
        { once: true, capture: true },
      );
      const observer = new MutationObserver(() => {
        if (pressed === undefined) return;
        // First the key makes a drawing old, then a new one takes its place.
        const current = [...desk.querySelectorAll('[data-testid=system]')].every((s) => s.dataset.current === 'true');
        stale ||= !current;
        if (!stale || !current) return;
        observer.disconnect();
        requestAnimationFrame(() => {
          const painted = new MessageChannel();
          painted.port1.onmessage = () => resolve(performance.now() - pressed);
          painted.port2.postMessage(undefined);
        });
      });
      observer.observe(desk, { subtree: true, childList: true, attributes: true, attributeFilter: ['data-current'] });
    });
};

const at = (sorted, share) => sorted[Math.min(sorted.length - 1, Math.floor((sorted.length * share) / 100))];
function report(what, times) {
  const sorted = [...times].sort((a, b) => a - b);
  const within = (100 * times.filter((t) => t <= WANTED_MS).length) / times.length;
  line(
    `  ${what}`,
    ...[50, 90, 95, 99].map((s) => at(sorted, s).toFixed(1)),
    sorted.at(-1).toFixed(1),
    `${within.toFixed(1)} %`,
  );
}

function judge(bars, times) {
  const share = (100 * times.filter((t) => t <= WANTED_MS).length) / times.length;
  const wanted = WANTED_SHARE[bars];
  line(
    `  asked: ${wanted} % of a line of ${bars} bars within ${WANTED_MS} ms`,
    `${share.toFixed(1)} %`,
    share >= wanted ? 'reached' : 'not reached',
  );
}

/** Types note by note through the real interface, and times each from its key to its picture. */
async function typeNotes(page, count) {
  const letters = 'gabcbagfedefgabc';
  const times = [];
  for (let i = 0; i < count; i++) {
    // First the watch, then the key: the two reach the page by different ways.
    await page.evaluate(() => window.arm());
    await page.keyboard.press(letters[i % letters.length]);
    times.push(await page.evaluate(() => window.armed));
    // A quick typist's pause: a moment in which the page may do what it put off.
    await page.waitForTimeout(40);
  }
  return times;
}

async function open(page, base, headers, document) {
  const made = await (
    await fetch(`${base}/api/exercises`, {
      method: 'POST',
      headers,
      body: JSON.stringify({ title: 'Bench', document }),
    })
  ).json();
  await page.goto(`${base}/exercises/${made.id}/write`);
  await page.getByTestId('caret').waitFor({ timeout: 60000 });
  await page.waitForFunction(
    () => [...document.querySelectorAll('[data-testid=system]')].every((s) => s.dataset.current === 'true'),
    undefined,
    { timeout: 120000 },
  );
  await page.waitForTimeout(1500);
  await page.evaluate(measureInPage);
}

/** To the second bar, with the pen that writes over what is there. */
async function overwriteFromTheStart(page) {
  await page.keyboard.press('Control+Home');
  await page.keyboard.press('Control+ArrowRight');
  await page.keyboard.press('i');
  await page.keyboard.press('i');
  await page.waitForTimeout(300);
}

/** From key to new picture in the writing place, in headless Chromium. */
export async function benchTyping() {
  line('from key to new picture, in milliseconds', '50 %', '90 %', '95 %', '99 %', 'worst', `in ${WANTED_MS} ms`);
  const empty = {
    owner: 'concert',
    source: {
      title: 'Bench',
      measures: [
        { id: 'm1', events: [], clef: 'treble', key: { fifths: -1, mode: 'major' }, meter: { beats: 4, unit: 4 } },
      ],
      slurs: [],
      hairpins: [],
    },
    partChoices: {},
  };
  await withDemoServer(async ({ base, headers }) => {
    const browser = await chromium.launch(BROWSER);
    try {
      const page = await signedInPage(browser, base);
      await open(page, base, headers, empty);
      const typed = await typeNotes(page, 256);
      report('a whole line typed, 64 bars of four', typed);
      report('its first hundred keys', typed.slice(0, 100));
      report('its first 32 bars', typed.slice(0, 128));
      report('its last hundred keys', typed.slice(-100));
      judge(32, typed.slice(0, 128));
      const tune = longer(demoTunes()[2], { bars: 32 });
      await open(page, base, headers, tune);
      report('at the end of a tune of 32 bars', await typeNotes(page, 40));
      await overwriteFromTheStart(page);
      report('over the notes at its beginning', await typeNotes(page, 40));
      await open(page, base, headers, longer(demoTunes()[2], { bars: 200 }));
      const after = await typeNotes(page, 60);
      report('at the end of 200 bars', after);
      await overwriteFromTheStart(page);
      const before = await typeNotes(page, 60);
      report('over the notes at the beginning of 200 bars', before);
      judge(200, [...after, ...before]);

      await open(page, base, headers, empty);
      const start = performance.now();
      for (let i = 0; i < 60; i++) await page.keyboard.press('gabc'[i % 4]);
      const pressed = performance.now() - start;
      await page.waitForFunction(
        () =>
          document.querySelectorAll('[data-testid=desk] g.note').length === 60 &&
          [...document.querySelectorAll('[data-testid=system]')].every((s) => s.dataset.current === 'true'),
      );
      line(
        '  a burst of 60 keys: the keys, and the picture after',
        `${pressed.toFixed(0)} ms`,
        `${(performance.now() - start - pressed).toFixed(0)} ms`,
      );
    } finally {
      await browser.close();
    }
  });
}
