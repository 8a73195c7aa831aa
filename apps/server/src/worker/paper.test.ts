import { DEFAULT_PAGE, DEFAULT_TEACHING, type InstrumentId, type PageSetup, planPages } from '@cifra/core';
import { engravePart, type Page } from '@cifra/engrave';
import { elementsOf, readXml, type XmlElement } from '@cifra/xml';
import jsQR from 'jsqr';
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { loadEngine } from '../../../../packages/engrave/src/testing/loadEngine';
import { demoExercise } from '../demo/seed';
import { DEMO_TUNES } from '../demo/tunes.data';
import { writePdf } from './pdf';
import { qrRows } from './qrRows';

/** One of each kind of figure. */
const FAMILIES: readonly InstrumentId[] = [
  'flute',
  'clarinet',
  'alto-saxophone',
  'bassoon',
  'descant-recorder',
  'double-horn',
  'trombone',
  'tuba',
];

const EVERYTHING: Partial<PageSetup> = {
  rows: {
    woodwind: [{ row: 'diagram' }, { row: 'name' }, { row: 'sounds' }, { row: 'count' }],
    brass: [{ row: 'diagram' }, { row: 'figure' }, { row: 'name' }, { row: 'sounds' }, { row: 'count' }],
  },
  strip: true,
  legend: true,
  lookFirst: true,
  countIn: true,
  barNumbers: 'all',
};

let folder: string;
let engine: Awaited<ReturnType<typeof loadEngine>>;
beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'cifra-paper-'));
  engine = await loadEngine();
});
afterAll(() => rmSync(folder, { recursive: true }));

const run = (program: string, ...args: string[]): Buffer => {
  const { stdout, stderr, status } = spawnSync(program, args, { maxBuffer: 1e8 });
  if (status !== 0) throw new Error(`${program}: ${stderr.toString()}`);
  return stdout;
};

async function printed(
  id: InstrumentId,
  setup: Partial<PageSetup>,
  code?: readonly string[],
): Promise<{ file: string; pages: readonly Page[] }> {
  const [tune] = DEMO_TUNES;
  if (tune === undefined) throw new Error('no tune');
  const page = { ...DEFAULT_PAGE, ...setup };
  const plans = planPages(demoExercise(tune), id, DEFAULT_TEACHING, page, { today: '2026-11-28' });
  const pages = engravePart(engine, plans, { paper: 'a4', note: 'Hold the long notes.', code });
  const file = join(folder, `${id}.pdf`);
  writeFileSync(file, await writePdf('Paper', [{ title: id, pages }]));
  return { file, pages };
}

/** The poppler programs give sizes in whole pixels at most three to a point. */
const PER_POINT = 3;

/** Every text of a PDF with its size in points, as a reader of the file finds it. */
function textsOf(file: string): { text: string; size: number }[] {
  const xml = run('pdftohtml', '-xml', '-zoom', String(PER_POINT), '-i', '-stdout', file).toString();
  const sizes = new Map([...xml.matchAll(/<fontspec id="(\d+)" size="(\d+)"/g)].map((m) => [m[1], Number(m[2])]));
  return [...xml.matchAll(/<text [^>]*font="(\d+)"[^>]*>(.*?)<\/text>/g)].map((m) => ({
    text: (m[2] ?? '').replace(/<[^>]+>/g, ''),
    size: (sizes.get(m[1]) ?? 0) / PER_POINT,
  }));
}

it.each(FAMILIES)('%s: nothing on paper is under 7 points, names 11, concert letters 8', async (id) => {
  const { file } = await printed(id, EVERYTHING);
  const texts = textsOf(file);
  expect(texts.length).toBeGreaterThan(60);
  // A sign beside a letter comes from another face, a little smaller: it is the letter that is measured.
  const words = texts.filter(({ text }) => !/^[♭♯♮]+$/.test(text));
  expect(words.filter(({ size }) => size < 7 - 0.5 / PER_POINT)).toEqual([]);
  const lettersOf = (of: readonly { text: string; size: number }[]): number[] =>
    of.filter(({ text }) => /^[A-G]$/.test(text)).map(({ size }) => size);
  expect(Math.max(...lettersOf(words))).toBeGreaterThanOrEqual(11);
  // Without the list at the head, which is set smaller: names over the notes, and concert letters under them.
  const { file: plain } = await printed(id, { rows: EVERYTHING.rows as PageSetup['rows'] });
  expect(Math.min(...lettersOf(textsOf(plain)))).toBeGreaterThanOrEqual(8 - 0.5 / PER_POINT);
});

interface Mark {
  readonly x: number;
  readonly y: number;
  readonly rx: number;
  readonly ry: number;
  readonly isFilled: boolean;
  /** The width of its outline. */
  readonly line: number;
}

const number = (s: string | undefined): number => Number(s);

/** Holes, keys and valves of a page's figures, as far as their drawing says: where, how large, filled or not. */
function marksOf(svg: string): Mark[] {
  const read = readXml(svg);
  if (!read.ok) throw new Error('not a page');
  const marks: Mark[] = [];
  const walk = (e: XmlElement, x0: number, y0: number, k0: number, inCell: boolean): void => {
    const move = /translate\(([-\d.]+)[ ,]([-\d.]+)\)/.exec(e.attributes.transform ?? '');
    const scale = /scale\(([\d.]+)\)/.exec(e.attributes.transform ?? '');
    const [x, y] = [x0 + k0 * number(move?.[1] ?? '0'), y0 + k0 * number(move?.[2] ?? '0')];
    const k = k0 * number(scale?.[1] ?? '1');
    const isCell = inCell || e.attributes.class === 'diagram';
    const { d, fill } = e.attributes;
    if (isCell && d !== undefined && fill !== undefined && fill !== 'none') {
      const isFilled = fill !== '#ffffff';
      const line = k * number(e.attributes['stroke-width'] ?? '0');
      for (const [, cx, cy, r] of d.matchAll(/M([-\d.]+) ([-\d.]+)A([\d.]+) [\d.]+ 0 0 1 (?=[^Z]*A[^Z]*A[^Z]*A)/g))
        marks.push({
          x: x + k * (number(cx) + number(r)),
          y: y + k * number(cy),
          rx: k * number(r),
          ry: k * number(r),
          isFilled,
          line,
        });
      for (const [, kx, ky, w, r, , h] of d.matchAll(
        /M([-\d.]+) ([-\d.]+)h([\d.]+)a([\d.]+) ([\d.]+)[^v]*v([\d.]+)/g,
      )) {
        const [rx, ry] = [number(w) / 2 + number(r), number(h) / 2 + number(r)];
        marks.push({
          x: x + k * (number(kx) + number(w) / 2),
          y: y + k * (number(ky) + ry),
          rx: k * rx,
          ry: k * ry,
          isFilled,
          line,
        });
      }
    }
    for (const child of elementsOf(e)) walk(child, x, y, k, isCell);
  };
  walk(read.root, 0, 0, 1, false);
  return marks;
}

/** One page as a printer sets it: how dark each of its points is, 0 to 1. */
function rendered(file: string, dpi: number, kind: '-mono' | '-gray'): (x: number, y: number) => number {
  const bytes = run('pdftoppm', '-r', String(dpi), kind, '-f', '1', '-l', '1', file);
  const head = /^P(4|5)\s+(\d+)\s+(\d+)\s+(?:255\s)?/.exec(bytes.subarray(0, 40).toString('latin1'));
  if (head === null) throw new Error('no picture');
  const [start, width] = [head[0].length, number(head[2])];
  if (head[1] === '5') return (x, y) => 1 - (bytes[start + y * width + x] ?? 255) / 255;
  const row = Math.ceil(width / 8);
  return (x, y) => ((bytes[start + y * row + (x >> 3)] ?? 0) >> (7 - (x & 7))) & 1;
}

/** How much of the inside of a mark is dark: its middle, clear of the outline. */
const INSIDE = 0.6;
function darkness({ x, y, rx, ry }: Mark, dpi: number, dark: (x: number, y: number) => number): number {
  const k = dpi / 2540;
  let [sum, points] = [0, 0];
  for (let py = Math.round((y - ry) * k); py <= (y + ry) * k; py += 1)
    for (let px = Math.round((x - rx) * k); px <= (x + rx) * k; px += 1) {
      const [dx, dy] = [((px + 0.5) / k - x) / rx, ((py + 0.5) / k - y) / ry];
      if (dx * dx + dy * dy > INSIDE * INSIDE) continue;
      sum += dark(px, py);
      points += 1;
    }
  return points === 0 ? NaN : sum / points;
}

describe.each([
  ['a mono laser, 300 dots to the inch', 300, '-mono'],
  ['a grey printer, 150 dots to the inch', 150, '-gray'],
] as const)('on %s', (_name, dpi, kind) => {
  it.each(FAMILIES.filter((id) => id !== 'trombone'))(
    '%s: every dot is told from every ring by its area',
    async (id) => {
      const { file, pages } = await printed(id, { rows: EVERYTHING.rows as PageSetup['rows'] });
      const dark = rendered(file, dpi, kind);
      const marks = marksOf(pages[0]?.svg ?? '');
      const of = (isFilled: boolean): number[] =>
        marks.filter((m) => m.isFilled === isFilled).map((m) => darkness(m, dpi, dark));
      const [dots, rings] = [of(true), of(false)];
      expect(Math.min(dots.length, rings.length)).toBeGreaterThan(10);
      expect(Math.min(...dots)).toBeGreaterThan(0.9);
      expect(Math.max(...rings)).toBeLessThan(0.4);
      // A hole or a valve is at least 1.7 mm wide.
      expect(Math.max(...marks.map((m) => 2 * m.rx + m.line))).toBeGreaterThanOrEqual(170);
    },
  );
});

it('the code on a page is read by a reader from the page as a printer sets it, 150 dots to the inch', async () => {
  const address = 'https://cifra.school.example/p/0123456789abcdefghijklmnopqrstuv';
  const { file } = await printed('trumpet', {}, qrRows(address));
  const bytes = run('pdftoppm', '-r', '150', '-gray', '-f', '1', '-l', '1', file);
  const head = /^P5\s+(\d+)\s+(\d+)\s+255\s/.exec(bytes.subarray(0, 40).toString('latin1'));
  const [width, height] = [Number(head?.[1]), Number(head?.[2])];
  const grey = bytes.subarray(head?.[0].length ?? 0);
  const pixels = new Uint8ClampedArray(width * height * 4);
  for (let i = 0; i < width * height; i++)
    pixels.fill(grey[i] ?? 255, 4 * i, 4 * i + 3).fill(255, 4 * i + 3, 4 * i + 4);
  expect(jsQR(pixels, width, height)?.data).toBe(address);
});
