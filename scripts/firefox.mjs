// npm run firefox: the same application in a second browser engine, as pupils' devices differ: Debian's Firefox, driven
// over WebDriver BiDi. A teacher writes a line and has its parts and its printed book; a pupil's link is opened, played
// and drilled. Every step ends with what has to be seen, or heard.
import { spawn } from 'node:child_process';
import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import { withDemoServer } from './bench/measuring.mjs';
import { ensureBuilt } from './lib/build.mjs';
import { ensureNpmPackages, ensurePrograms } from './lib/packages.mjs';
import { fail } from './lib/steps.mjs';

const FIREFOX = 'firefox-esr';
const SOUND = 'pulseaudio';
const SLOW_MS = 60_000;
const say = (words) => process.stdout.write(`${words}\n`);

/** A loudspeaker that nobody hears: without any, this browser's audio clock stands still. */
async function openLoudspeaker() {
  const folder = mkdtempSync(join(tmpdir(), 'cifra-sound-'));
  const socket = join(folder, 'native');
  const modules = ['module-null-sink', `module-native-protocol-unix socket=${socket} auth-anonymous=1`];
  const child = spawn(SOUND, ['-n', '--exit-idle-time=-1', '--disable-shm', ...modules.flatMap((m) => ['-L', m])], {
    stdio: 'ignore',
    env: { ...process.env, HOME: folder, XDG_RUNTIME_DIR: folder },
  });
  for (let tries = 0; tries < 100 && !existsSync(socket); tries++) await pause(50);
  return {
    env: { ...process.env, PULSE_SERVER: `unix:${socket}` },
    close: () => {
      child.kill();
      rmSync(folder, { recursive: true, force: true });
    },
  };
}

/** Everything that goes to the loudspeaker is measured on its way: the loudest that was heard. */
function listenIn() {
  const { AnalyserNode, AudioContext, AudioDestinationNode, AudioNode } = window;
  const { connect } = AudioNode.prototype;
  window.loudest = 0;
  AudioNode.prototype.connect = function (to, ...rest) {
    if (to instanceof AudioDestinationNode && to.context instanceof AudioContext) {
      const ear = new AnalyserNode(to.context, { fftSize: 2048 });
      const wave = new Float32Array(2048);
      connect.call(this, ear);
      setInterval(() => {
        ear.getFloatTimeDomainData(wave);
        window.loudest = Math.max(window.loudest, ...wave.map(Math.abs));
      }, 50);
    }
    return connect.call(this, to, ...rest);
  };
}

async function walk({ base, headers }, env) {
  const { default: puppeteer } = await import('puppeteer-core');
  const browser = await puppeteer.launch({
    browser: 'firefox',
    executablePath: `/usr/bin/${FIREFOX}`,
    headless: true,
    env,
    extraPrefsFirefox: { 'media.autoplay.default': 0, 'media.autoplay.blocking_policy': 0 },
  });
  const ask = async (path, data) =>
    (
      await fetch(`${base}${path}`, {
        headers: { ...headers, origin: base },
        ...(data !== undefined && { method: 'POST', body: JSON.stringify(data) }),
      })
    ).json();
  try {
    const faults = [];
    const open = async (width, height) => {
      const page = await browser.newPage();
      page.setDefaultTimeout(SLOW_MS);
      await page.setViewport({ width, height });
      // What the page's own policy refuses is no fault of the page: the sound library tries out what a browser can, and
      // what waits here for the page is evaluated in it.
      page.on('pageerror', (e) => String(e).includes('Content-Security-Policy') || faults.push(String(e)));
      return page;
    };
    const press = (page, name) => page.locator(`::-p-aria([name="${name}"][role="button"])`).click();
    const shown = (page, selector, least = 1) =>
      page.waitForFunction((s, n) => document.querySelectorAll(s).length >= n, { timeout: SLOW_MS }, selector, least);
    const text = (page, words) =>
      page.waitForFunction((w) => document.body.innerText.includes(w), { timeout: SLOW_MS }, words);

    const desk = await open(1280, 800);
    await desk.goto(`${base}/sign-in`);
    await desk.locator('button ::-p-text(Open the demo)').click();
    await shown(desk, 'li svg .note', 20);
    say('  the shelf is drawn');
    await press(desk, 'Write a line');
    await desk.locator('#new-title').fill('Two Engines');
    await press(desk, 'Start writing');
    await shown(desk, '[data-testid="desk"]');
    await desk.focus('[data-testid="desk"]');
    await desk.keyboard.type('gabc');
    await shown(desk, '.desk .note', 4);
    await text(desk, 'Saved');
    say('  a line is written, and saved');
    const lines = await ask('/api/exercises');
    const written = lines.find((l) => l.title === 'Two Engines');
    await desk.goto(`${base}/exercises/${written.id}/parts`);
    await shown(desk, '.sheet .cell', 4);
    say('  its parts have their figures');
    await desk.locator('button ::-p-text(parts to print)').click();
    await desk.locator('[role="dialog"] button ::-p-text(parts)').click();
    await text(desk, 'Take the file');
    say('  its parts are printed');

    const [group] = await ask('/api/classes');
    const { token } = await ask('/api/links', {
      exerciseId: lines.find((l) => l.title === 'Lantern Walk').id,
      classId: group.id,
      instrument: 'trumpet',
      days: 7,
    });
    const phone = await open(390, 844);
    // What lies behind another is not drawn.
    await phone.bringToFront();
    await phone.evaluateOnNewDocument(listenIn);
    await phone.goto(`${base}/p/${token}`);
    await shown(phone, '.sheet g.note', 20);
    await phone.locator('button ::-p-text(Count it aloud)').click();
    await shown(phone, '[aria-label="The part"] g.note', 20);
    await press(phone, 'Play');
    await shown(phone, '.chosen');
    await phone.waitForFunction(() => window.loudest > 0.01, { timeout: SLOW_MS });
    say(`  the link opens, and Play sounds (peak ${(await phone.evaluate(() => window.loudest)).toFixed(2)})`);
    await press(phone, 'Stop');
    await press(phone, 'Clean');
    say('  a run is counted');
    await press(phone, 'Today');
    await phone.locator('button ::-p-text(A drill)').click();
    await text(phone, 'Press its figure.');
    await press(phone, 'It is open');
    await phone.waitForFunction(() => /\d of 1 right/.test(document.body.innerText), { timeout: SLOW_MS });
    say('  a drill is asked and answered');
    if (faults.length > 0) throw new Error(`the pages threw: ${faults.join('; ')}`);
  } finally {
    await browser.close();
  }
}

try {
  await ensureNpmPackages();
  await ensurePrograms([
    [FIREFOX, FIREFOX],
    [SOUND, SOUND],
  ]);
  await ensureBuilt();
  say('In Firefox:');
  const loudspeaker = await openLoudspeaker();
  try {
    await withDemoServer((demo) => walk(demo, loudspeaker.env));
  } finally {
    loudspeaker.close();
  }
  say('All of it works in a second engine.');
} catch (e) {
  fail(e);
}
