// How well pictures of pages are read: pages drawn by two libraries that took no part in training, worn by a program
// that took none either, and compared note by note with what was drawn.
import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import ort from 'onnxruntime-web';
import { chromium } from 'playwright-core';
import { BROWSER, BROWSER_PACKAGE } from '../lib/browser.mjs';
import { ensurePrograms } from '../lib/packages.mjs';
import { ROOT } from '../lib/steps.mjs';
import { drawers } from './scanning/drawers.mjs';
import { makeTune, truthOf } from './scanning/tunes.mjs';
import { WEARS } from './scanning/wear.mjs';

const require = createRequire(join(ROOT, 'apps/web/package.json'));
const MODEL = join(ROOT, 'packages/scan/model/reader.onnx');
/** Pages of each library, about ten staves on each; fewer with SCANNING_PAGES. */
const PAGES = Number(process.env.SCANNING_PAGES ?? 15);
const SEED = 8;
/** Points of the screen to a pixel: a clean page has about 150 to the inch, a photographed one 270. */
const CLEAN = 1.3;
const PHOTO = 2.2;

/** The ink of a picture file, decoded by ImageMagick. */
function inkOf(file) {
  const [width, height] = execFileSync('identify', ['-format', '%w %h', file], { encoding: 'utf8' })
    .split(' ')
    .map(Number);
  const light = execFileSync('convert', [file, '-colorspace', 'Gray', '-depth', '8', 'gray:-'], { maxBuffer: 2 ** 28 });
  return { width, height, ink: Uint8Array.from(light, (v) => 255 - v) };
}

const SIGN = { '-1': 'b', 0: '', 1: '#' };
/** A note or rest in the words of `truthOf`. */
function eventText(e, isOnly) {
  const length = `${e.duration.value}${'.'.repeat(e.duration.dots)}`;
  if (e.kind === 'rest') return isOnly ? 'rest whole-bar' : `rest ${length}`;
  return `${e.pitch.step}${SIGN[e.pitch.alter]}${e.pitch.octave} ${length}${e.duration.tuplet ? ' of three' : ''}${e.tie ? ' tied' : ''}`;
}

/** Pairs what was drawn with what was read, with as few differences as can be. */
function aligned(a, b) {
  const cost = Array.from({ length: a.length + 1 }, (_, i) =>
    Int32Array.from({ length: b.length + 1 }, (_v, j) => (i === 0 ? j * 2 : i * 2 * (j === 0 ? 1 : 0))),
  );
  const other = (i, j) => cost[i - 1][j - 1] + (a[i - 1] === b[j - 1] ? 0 : 3);
  for (let i = 1; i <= a.length; i++)
    for (let j = 1; j <= b.length; j++) cost[i][j] = Math.min(cost[i - 1][j] + 2, cost[i][j - 1] + 2, other(i, j));
  const pairs = [];
  for (let i = a.length, j = b.length; i > 0 || j > 0;) {
    if (i > 0 && j > 0 && cost[i][j] === other(i, j)) pairs.push([--i, --j]);
    else if (i > 0 && cost[i][j] === cost[i - 1][j] + 2) pairs.push([--i, undefined]);
    else pairs.push([undefined, --j]);
  }
  return pairs.reverse();
}

/** Adds to a tally how a tune was read. */
function compare(tune, staves, scan, tally) {
  const reading = scan.readMusic(staves);
  const score = scan.scoreOf(reading, '');
  const truth = truthOf(tune);
  const want = truth.flatMap((bar, b) =>
    bar.map((text) => ({ b, text: bar.length === 1 && text.startsWith('rest') ? 'rest whole-bar' : text })),
  );
  const isTied = (text) => text?.endsWith(' tied') === true;
  const plain = (text) => text.replace(/ tied$/, '');
  tally.notes += want.filter((w) => !w.text.startsWith('rest')).length;
  tally.bars += truth.length;
  if (!score.ok) {
    tally.unread += 1;
    return;
  }
  const doubted = new Set(reading.doubts.map((d) => d.note));
  const notFilled = new Set(
    reading.doubts.filter((d) => d.note === undefined).map((d) => scan.measureOf(reading, d.bar)),
  );
  const got = score.value.measures.flatMap((m, i) =>
    m.events.map((e) => ({ i, id: e.id, text: eventText(e, m.events.length === 1) })),
  );
  tally.doubts += reading.doubts.length;
  const wrongBars = new Set();
  for (const [w, g] of aligned(
    want.map((x) => plain(x.text)),
    got.map((x) => plain(x.text)),
  )) {
    const wanted = want[w];
    const read = got[g];
    const isRight = wanted !== undefined && read !== undefined && plain(wanted.text) === plain(read.text);
    const isNote = wanted !== undefined && !wanted.text.startsWith('rest');
    if (isRight && isNote) tally.right += 1;
    if (isTied(wanted?.text)) tally.ties += 1;
    if (isTied(wanted?.text) && isTied(read?.text)) tally.tiesRight += 1;
    if (isTied(read?.text) && !isTied(wanted?.text)) tally.tiesWrong += 1;
    if (isRight) continue;
    if (wanted !== undefined) wrongBars.add(wanted.b);
    const isMarked = read === undefined ? notFilled.size > 0 : doubted.has(read.id) || notFilled.has(read.i);
    if (!isMarked) tally.unmarked += 1;
    tally.mistakes.push(`${wanted?.text ?? 'nothing'} -> ${read?.text ?? 'nothing'}${isMarked ? ' (doubted)' : ''}`);
  }
  tally.barsRight += truth.length - wrongBars.size;
}

export async function benchScanning() {
  await ensurePrograms([
    ['convert', 'imagemagick'],
    [BROWSER_PACKAGE, BROWSER_PACKAGE],
  ]);
  const scan = require('@cifra/scan');
  ort.env.wasm.numThreads = 1;
  const session = await ort.InferenceSession.create(readFileSync(MODEL), { executionProviders: ['wasm'] });
  const network = async (ink, width) =>
    (await session.run({ ink: new ort.Tensor('float32', ink, [1, 1, scan.STRIP_HEIGHT, width]) })).seen.data;
  const folder = mkdtempSync(join(tmpdir(), 'cifra-scanning-'));
  const browser = await chromium.launch(BROWSER);
  try {
    const open = await drawers(browser);
    for (const [wear, act] of Object.entries(WEARS))
      for (const library of ['abcjs', 'vexflow']) {
        const draw = await open[library](wear === 'photo' || wear === 'bent' ? PHOTO : CLEAN);
        const tally = {
          notes: 0,
          right: 0,
          bars: 0,
          barsRight: 0,
          ties: 0,
          tiesRight: 0,
          tiesWrong: 0,
          unmarked: 0,
          doubts: 0,
          unread: 0,
          staves: 0,
          found: 0,
          ms: 0,
          mistakes: [],
        };
        for (let p = 0; p < PAGES; p++) {
          const tunes = Array.from({ length: 4 }, (_, i) => makeTune(SEED * 1000 + p * 10 + i, 2 + (i % 2)));
          mkdirSync(folder, { recursive: true });
          const clean = join(folder, 'clean.png');
          const worn = join(folder, `worn.${wear === 'clean' ? 'png' : 'jpg'}`);
          await draw(tunes, clean);
          act(clean, worn, SEED * 100 + p);
          const picture = inkOf(worn);
          const start = performance.now();
          const page = scan.openPage(picture);
          const want = tunes.map((t) => Math.ceil(t.bars.length / t.perLine));
          tally.staves += want.reduce((a, b) => a + b, 0);
          const seen = [];
          for (const staff of page.staves ?? []) {
            const strip = scan.stripOf(
              page.picture,
              staff,
              page.staves.filter((s) => s !== staff),
            );
            seen.push({ symbols: await scan.findSymbols(strip.picture, network), width: strip.picture.width });
          }
          tally.ms += performance.now() - start;
          tally.found += seen.length;
          let at = 0;
          tunes.forEach((tune, t) => {
            compare(tune, seen.slice(at, at + want[t]), scan, tally);
            at += want[t];
          });
        }
        const percent = (a, b) => `${((100 * a) / Math.max(1, b)).toFixed(2)} %`;
        process.stdout.write(
          `${wear}, ${library}: staves ${tally.found} of ${tally.staves}; notes right ${percent(tally.right, tally.notes)} of ${tally.notes}; ` +
            `bars right ${percent(tally.barsRight, tally.bars)}; mistakes that nothing marks ${percent(tally.unmarked, tally.notes)}; doubts ${percent(tally.doubts, tally.notes)}; ` +
            `ties ${tally.tiesRight} of ${tally.ties}, ${tally.tiesWrong} wrong; ${(tally.ms / PAGES / 1000).toFixed(1)} s a page\n`,
        );
        if (process.env.SCANNING_MISTAKES) process.stdout.write(`${tally.mistakes.map((m) => `  ${m}`).join('\n')}\n`);
      }
  } finally {
    await browser.close();
    rmSync(folder, { recursive: true, force: true });
  }
}
