// Draws made-up staves with the engraving library and says where each symbol stands: what the reader is trained on.
//   node scripts/reader/draw.mjs FOLDER COUNT SEED [FONT ...]
// Each staff is a grayscale PNG, 20 points to a space, the middle line in the middle; labels.json lists the symbols.
import { mkdirSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { join } from 'node:path';
import { chromium } from 'playwright-core';
import createVerovioModule from 'verovio/wasm';
import { VerovioToolkit } from 'verovio/esm';
import { BROWSER } from '../lib/browser.mjs';
import { ROOT } from '../lib/steps.mjs';
import { chance } from './chance.mjs';
import { makeMusic } from './music.mjs';

const [folder = 'staves', count = '100', seed = '1', ...named] = process.argv.slice(2);
const FONTS = named.length > 0 ? named : ['Leipzig', 'Bravura', 'Leland', 'Petaluma'];
export const SPACE = 20;
/** Spaces over and under the middle line. */
const HALF = 9;
/** The order of the symbols is the reader's own. */
const { SYMBOL_NAMES: names } = createRequire(join(ROOT, 'apps/web/package.json'))('@cifra/scan');

const toolkit = new VerovioToolkit(await createVerovioModule());
const browser = await chromium.launch(BROWSER);
const page = await browser.newPage({ viewport: { width: 3000, height: 1000 } });

/** Finds the symbols in the drawing, in points of the screen; runs in the page. */
function findSymbols({ ids, space }) {
  const svg = document.querySelector('svg');
  const lines = [...document.querySelectorAll('g.staff')]
    .flatMap((s) => [...s.querySelectorAll(':scope > path')].slice(0, 5))
    .map((p) => p.getBoundingClientRect());
  const middle = (b) => [b.x + b.width / 2, b.y + b.height / 2];
  const ys = lines.slice(0, 5).map((b) => b.y + b.height / 2);
  const found = [];
  const add = (name, x, y) => found.push([name, x, y]);
  const each = (selector, then) => document.querySelectorAll(selector).forEach(then);
  const code = (use) => (use.getAttribute('href') ?? use.getAttribute('xlink:href') ?? '').slice(1, 5);
  const box = (e) => middle(e.getBoundingClientRect());
  const origin = (use) => {
    const at = use.getScreenCTM();
    return at.f;
  };
  const VALUE = { 1: 'whole', 2: 'half', 4: 'quarter', 8: 'eighth', 16: '16th' };
  const SIGN = { E260: 'flat', E261: 'natural', E262: 'sharp' };
  each('g.note', (n) => {
    const what = ids[n.id];
    if (what === undefined) return;
    const [x, y] = box(n.querySelector('g.notehead'));
    add(`note-${VALUE[what.dur]}`, x, y);
  });
  each('g.rest, g.mRest', (n) => {
    const what = ids[n.id];
    const use = n.querySelector('use');
    if (what !== undefined && use !== null) add(`rest-${VALUE[what.dur]}`, ...box(use));
  });
  each('g.multiRest', (n) => {
    const [bar, ...digits] = n.querySelectorAll('use');
    const shapes = [...n.querySelectorAll('use, rect, path, polygon')];
    for (const d of [bar, ...digits])
      if (d !== undefined && /^E08\d$/.test(code(d))) add(`digit-${code(d)[3]}`, ...box(d));
    const block = shapes.find((s) => s.tagName !== 'use' || !/^E08\d$/.test(code(s)));
    if (block !== undefined) add('rest-many', ...box(block));
  });
  each('g.dots ellipse, g.dots use', (d) => add('dot', ...box(d)));
  each('g.accid use, g.keyAccid use', (a) => SIGN[code(a)] !== undefined && add(SIGN[code(a)], ...box(a)));
  each('g.clef use', (c) => {
    const kind = { E050: 'clef-g', E062: 'clef-f', E05C: 'clef-c', E07A: 'clef-g', E07B: 'clef-c', E07C: 'clef-f' }[
      code(c)
    ];
    if (kind !== undefined) add(kind, box(c)[0], origin(c));
  });
  each('g.meterSig use', (d) => {
    const c = code(d);
    if (c === 'E08A') add('common', ...box(d));
    else if (c === 'E08B') add('cut', ...box(d));
    else if (/^E08\d$/.test(c)) add(`digit-${c[3]}`, ...box(d));
  });
  each('g.barLine', (b) => {
    const form = b.dataset.form ?? 'single';
    const name = { single: 'bar', dbl: 'bar-double', end: 'bar-final', rptstart: 'repeat-start', rptend: 'repeat-end' }[
      form
    ];
    const r = b.getBoundingClientRect();
    if (r.width === 0 && r.height === 0) return;
    if (name !== undefined) add(name, r.x + r.width / 2, ys[2]);
    else if (form === 'rptboth') {
      add('repeat-end', r.x + r.width * 0.25, ys[2]);
      add('repeat-start', r.x + r.width * 0.75, ys[2]);
    }
  });
  each('g.tie > path, g.slur > path', (p) => {
    const at = p.getScreenCTM();
    const m =
      /^M\s*([-\d.]+)[ ,]([-\d.]+)\s*C\s*[-\d.]+[ ,][-\d.]+[ ,]+[-\d.]+[ ,][-\d.]+[ ,]+([-\d.]+)[ ,]([-\d.]+)/.exec(
        p.getAttribute('d'),
      );
    if (m === null) return;
    const [x1, y1, x2, y2] = m.slice(1).map(Number);
    add('curve-start', x1 * at.a + at.e, y1 * at.d + at.f);
    add('curve-end', x2 * at.a + at.e, y2 * at.d + at.f);
  });
  const ARTIC = {
    E4A0: 'accent',
    E4A1: 'accent',
    E4A2: 'staccato',
    E4A3: 'staccato',
    E4A4: 'tenuto',
    E4A5: 'tenuto',
    E4AC: 'marcato',
    E4AD: 'marcato',
  };
  each('g.artic use', (a) => ARTIC[code(a)] !== undefined && add(ARTIC[code(a)], ...box(a)));
  each('g.fermata use', (f) => add('fermata', ...box(f)));
  each('g.breath use', (f) => add('breath', ...box(f)));
  const DYNAMIC = { E520: 'p', E52A: 'mp', E52B: 'pp', E52C: 'mp', E52D: 'mf', E522: 'f', E52F: 'ff' };
  each('g.dynam', (d) => {
    const codes = [...d.querySelectorAll('use')].map(code);
    const name = codes.length === 1 ? DYNAMIC[codes[0]] : undefined;
    if (name !== undefined) add(name, ...box(d.querySelector('use')));
  });
  each('g.hairpin polyline', (p) => {
    const at = p.getScreenCTM();
    const points = p
      .getAttribute('points')
      .trim()
      .split(/\s+/)
      .map((t) => t.split(',').map(Number));
    if (points.length !== 3) return;
    const [a, tip, b] = points.map(([x, y]) => [x * at.a + at.e, y * at.d + at.f]);
    add('wedge-tip', ...tip);
    add('wedge-open', a[0], (a[1] + b[1]) / 2);
  });
  each('g.tupletNum use', (t) => code(t) === 'E883' && add('triplet', ...box(t)));
  each('g.voltaBracket', (v) => {
    const text = v.querySelector('text');
    const paths = [...v.querySelectorAll('path')].map((p) => p.getBoundingClientRect());
    const number = text?.textContent?.trim()[0];
    const right = Math.max(...paths.map((b) => b.right));
    const top = Math.min(...paths.map((b) => b.top));
    if (number === '1' || number === '2') add(`ending-${number}`, ...box(text));
    add('ending-stop', right, top);
  });
  each('g.repeatMark use', (s) => {
    const name = { E047: 'segno', E048: 'coda' }[code(s)];
    if (name !== undefined) add(name, ...box(s));
  });
  each('g.dir text', (t) => {
    const nodes = document.createTreeWalker(t, NodeFilter.SHOW_TEXT);
    let leaf;
    while (nodes.nextNode()) if (nodes.currentNode.textContent.trim() !== '') leaf = nodes.currentNode;
    if (leaf === undefined) return;
    for (const [name, pattern] of [
      ['word-dc', /D\.C\./],
      ['word-ds', /D\.S\./],
      ['word-fine', /fine/i],
      ['word-to-coda', /to coda/i],
      ['coda-word', /al Coda/],
    ]) {
      const m = pattern.exec(leaf.textContent);
      if (m === null) continue;
      const range = document.createRange();
      range.setStart(leaf, m.index);
      range.setEnd(leaf, m.index + m[0].length);
      add(name === 'coda-word' ? 'word-coda' : name, ...middle(range.getBoundingClientRect()));
    }
  });
  const all = svg.getBoundingClientRect();
  return {
    found,
    ys,
    left: Math.min(...lines.map((b) => b.left)),
    right: Math.max(...lines.map((b) => b.right)),
    width: all.width,
    space,
  };
}

mkdirSync(folder, { recursive: true });
const labels = [];
const unknown = new Map();
for (let i = 0; i < Number(count); i++) {
  const r = chance(Number(seed) * 100003 + i);
  const { mei, ids } = makeMusic(r);
  const font = r.pick(FONTS);
  toolkit.setOptions({
    inputFrom: 'mei',
    breaks: 'none',
    unit: 9,
    scale: 100,
    svgViewBox: false,
    adjustPageWidth: true,
    adjustPageHeight: true,
    header: 'none',
    footer: 'none',
    font,
    spacingLinear: 0.18 + r.next() * 0.2,
    spacingNonLinear: 0.5 + r.next() * 0.2,
    staffLineWidth: 0.1 + r.next() * 0.12,
    stemWidth: 0.15 + r.next() * 0.13,
    barLineWidth: 0.2 + r.next() * 0.2,
    beamMaxSlope: r.int(3, 12),
    slurMidpointThickness: 0.4 + r.next() * 0.4,
    tieMidpointThickness: 0.35 + r.next() * 0.3,
    multiRestStyle: r.pick(['auto', 'block', 'default']),
    tupletNumHead: r.is(0.3),
    svgAdditionalAttribute: ['barLine@form'],
  });
  if (!toolkit.loadData(mei)) throw new Error(`page ${i} was not taken: ${mei}`);
  const svg = toolkit.renderToSVG(1);
  const face = r.pick(['Times, serif', 'serif', 'sans-serif', 'Georgia, serif', 'monospace']);
  await page.setContent(`<style>body{margin:0;background:#fff}</style>${svg.replaceAll('Times, serif', face)}`);
  // The size at which a space has as many points as it should.
  await page.evaluate((space) => {
    const svg = document.querySelector('svg');
    const lines = [...document.querySelector('g.staff').querySelectorAll(':scope > path')]
      .slice(0, 5)
      .map((p) => p.getBoundingClientRect());
    const now = (lines[4].y - lines[0].y) / 4;
    const w = parseFloat(svg.getAttribute('width'));
    const h = parseFloat(svg.getAttribute('height'));
    svg.setAttribute('viewBox', `0 0 ${w} ${h}`);
    svg.setAttribute('width', `${(w * space) / now}px`);
    svg.setAttribute('height', `${(h * space) / now}px`);
    svg.style.position = 'absolute';
    svg.style.left = '0';
    svg.style.top = '400px';
  }, SPACE);
  const { found, ys, left, right } = await page.evaluate(findSymbols, { ids, space: SPACE });
  const top = ys[2] - HALF * SPACE;
  const x = Math.max(0, left - 40);
  const width = Math.min(4000, right + 40 - x);
  if (top < 0) throw new Error('the drawing is too high');
  await page.setViewportSize({ width: Math.ceil(x + width) + 10, height: 1400 });
  const file = `${String(i).padStart(5, '0')}.png`;
  await page.screenshot({ path: join(folder, file), clip: { x, y: top, width, height: 2 * HALF * SPACE } });
  const symbols = [];
  for (const [name, sx, sy] of found) {
    const at = names.indexOf(name);
    if (at < 0) unknown.set(name, (unknown.get(name) ?? 0) + 1);
    else symbols.push([at, Math.round((sx - x) * 10) / 10, Math.round((sy - top) * 10) / 10]);
  }
  labels.push({ file, font, symbols });
  if (i % 200 === 199) process.stdout.write(`${i + 1} staves\n`);
}
await browser.close();
writeFileSync(join(folder, 'labels.json'), JSON.stringify({ space: SPACE, half: HALF, names, staves: labels }));
if (unknown.size > 0) process.stdout.write(`not labelled: ${[...unknown].map(([n, c]) => `${n} ${c}`).join(', ')}\n`);
