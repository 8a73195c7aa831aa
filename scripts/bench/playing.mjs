import { chromium } from 'playwright-core';
import { BROWSER } from '../lib/browser.mjs';
import { line, withDemoServer } from './measuring.mjs';

const WANTED_MS = 5;
const WANTED_SHARE = 99;
const MINUTES = Number(process.env.CIFRA_BENCH_MINUTES ?? 5);
const TEMPO = 96;
const BARS = 8;
/** The detector's own grain: where in the samples a click is first louder than this. */
const LOUD = 0.02;
const SILENT_SECONDS = 0.1;

/** Quarters and eighths, the same bar over and over: every note lies on a half beat. */
const measures = Array.from({ length: BARS }, (_u, i) => ({
  id: `m${i + 1}`,
  ...(i === 0 && {
    clef: 'treble',
    key: { fifths: 0, mode: 'major' },
    meter: { beats: 4, unit: 4 },
    tempo: { mark: { value: 'quarter', dots: 0, perMinute: TEMPO } },
  }),
  events: ['C', 'D', 'E', 'F', 'G'].map((step, k) => ({
    kind: 'note',
    id: `n${i}-${k}`,
    duration: { value: k === 1 || k === 2 ? 'eighth' : 'quarter', dots: 0 },
    pitch: { step, alter: 0, octave: 4 },
  })),
}));
const DOCUMENT = { owner: 'concert', source: { title: 'Bench', measures, slurs: [], hairpins: [] }, partChoices: {} };

/** Runs in the page, before its scripts: records what goes to the loudspeaker, and when notes are told to start. */
function listenIn() {
  const heard = { chunks: [], rate: 0, starts: [] };
  window.benchHeard = heard;
  const connect = window.AudioNode.prototype.connect;
  const recorders = new WeakMap();
  window.AudioNode.prototype.connect = function connected(to, ...rest) {
    if (
      to === this.context.destination &&
      this.context instanceof window.AudioContext &&
      !recorders.has(this.context)
    ) {
      const recorder = this.context.createScriptProcessor(16384, 1, 1);
      recorders.set(this.context, recorder);
      heard.rate = this.context.sampleRate;
      recorder.onaudioprocess = (e) =>
        heard.chunks.push({ at: e.playbackTime, samples: e.inputBuffer.getChannelData(0).slice() });
      connect.call(recorder, this.context.destination);
    }
    if (to === this.context.destination && recorders.has(this.context)) connect.call(this, recorders.get(this.context));
    return connect.call(this, to, ...rest);
  };
  const start = window.AudioBufferSourceNode.prototype.start;
  window.AudioBufferSourceNode.prototype.start = function started(when = 0, ...rest) {
    // Sounds of the instruments are seconds long; what the library starts for itself is not.
    if ((this.buffer?.duration ?? 0) > 1) heard.starts.push({ when, now: this.context.currentTime });
    return start.call(this, when, ...rest);
  };
}

/** Runs in the page: the moments at which a click begins. */
function onsetsHeard({ loud, silent }) {
  const { chunks, rate } = window.benchHeard;
  const onsets = [];
  let quiet = Infinity;
  let at = 0;
  for (const { samples } of chunks) {
    for (let i = 0; i < samples.length; i++) {
      if (Math.abs(samples[i]) > loud) {
        if (quiet > silent * rate) onsets.push((at + i) / rate);
        quiet = 0;
      } else quiet += 1;
    }
    at += samples.length;
  }
  return onsets;
}

/**
 * How far some moments lie off an even grid, in milliseconds, and by how much they drift from the first minute to the
 * last.
 */
function against(moments, grid) {
  const off = moments.map((m) => m - Math.round((m - moments[0]) / grid) * grid - moments[0]);
  const middle = [...off].sort((a, b) => a - b)[Math.floor(off.length / 2)];
  const errors = off.map((o) => Math.abs(o - middle) * 1000).sort((a, b) => a - b);
  const mean = (part) => part.reduce((a, b) => a + b, 0) / part.length;
  const edge = Math.min(off.length, Math.ceil(off.length / 5));
  return { errors, drift: (mean(off.slice(-edge)) - mean(off.slice(0, edge))) * 1000 };
}

const at = (sorted, share) => sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))];

function report(name, { errors, drift }) {
  line(
    name,
    errors.length,
    at(errors, 0.5).toFixed(2),
    at(errors, 0.99).toFixed(2),
    errors.at(-1).toFixed(2),
    drift.toFixed(2),
    `${((100 * errors.filter((e) => e < WANTED_MS).length) / errors.length).toFixed(1)} %`,
  );
}

async function play(page, base, exercise, { part }) {
  await page.goto(`${base}/exercises/${exercise}/practise/trumpet`);
  await page.locator('.sheet .note').first().waitFor({ timeout: 60000 });
  if (!part) await page.getByRole('button', { name: 'The part', exact: true }).click();
  else await page.getByRole('button', { name: 'The beat', exact: true }).click();
  await page.getByRole('button', { name: 'Over and over' }).click();
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await page.waitForTimeout(MINUTES * 60_000);
  await page.getByRole('button', { name: 'Stop' }).click();
}

/** When what is played is heard, against an even beat: recorded at the loudspeaker's door, for minutes. */
export async function benchPlaying() {
  line(
    `played for ${MINUTES} minutes at ${TEMPO} a minute, in milliseconds`,
    'how many',
    '50 %',
    '99 %',
    'worst',
    'drift',
    `in ${WANTED_MS} ms`,
  );
  await withDemoServer(async ({ base, headers }) => {
    const browser = await chromium.launch({
      ...BROWSER,
      args: [...BROWSER.args, '--autoplay-policy=no-user-gesture-required'],
    });
    try {
      const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
      await page.addInitScript(listenIn);
      await page.goto(`${base}/sign-in`);
      await page.getByRole('button', { name: /Open the demo/ }).click();
      await page.getByRole('heading', { name: 'Shelf' }).waitFor();
      const made = await (
        await fetch(`${base}/api/exercises`, {
          method: 'POST',
          headers,
          body: JSON.stringify({ title: 'Bench', document: DOCUMENT }),
        })
      ).json();
      await play(page, base, made.id, { part: false });
      const clicks = against(await page.evaluate(onsetsHeard, { loud: LOUD, silent: SILENT_SECONDS }), 60 / TEMPO);
      report('clicks of the beat, as recorded', clicks);
      await play(page, base, made.id, { part: true });
      const starts = await page.evaluate(() => window.benchHeard.starts);
      const notes = against(
        starts.map((s) => s.when),
        30 / TEMPO,
      );
      report('notes of the part, as told to the audio clock', notes);
      line('  notes told too late to be on time', starts.filter((s) => s.when < s.now).length);
      const share = (100 * clicks.errors.filter((e) => e < WANTED_MS).length) / clicks.errors.length;
      line(
        `  asked: ${WANTED_SHARE} % under ${WANTED_MS} ms, and no drift`,
        `${share.toFixed(1)} %`,
        `${clicks.drift.toFixed(2)} ms`,
        share >= WANTED_SHARE && Math.abs(clicks.drift) < WANTED_MS ? 'reached' : 'not reached',
      );
    } finally {
      await browser.close();
    }
  });
}
