// Draws the worn pages that the reader's test reads, with the bench's libraries and seeds of their own.
//   node scripts/reader/fixtures.mjs
import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from 'playwright-core';
import { drawers } from '../bench/scanning/drawers.mjs';
import { makeTune, truthOf } from '../bench/scanning/tunes.mjs';
import { WEARS } from '../bench/scanning/wear.mjs';
import { BROWSER } from '../lib/browser.mjs';
import { ROOT } from '../lib/steps.mjs';

const OUT = join(ROOT, 'packages/scan/src/fixtures');
const SCALE = 1.5;
const SEED = 77;

mkdirSync(OUT, { recursive: true });
const folder = mkdtempSync(join(tmpdir(), 'cifra-fixtures-'));
const browser = await chromium.launch(BROWSER);
const pages = [];
const open = await drawers(browser);
for (const library of ['abcjs', 'vexflow']) {
  const draw = await open[library](SCALE);
  for (const [w, [wear, act]] of Object.entries(WEARS).entries()) {
    const seed = SEED * 1000 + (library === 'abcjs' ? 0 : 100) + w * 20;
    const tunes = [makeTune(seed, 2), makeTune(seed + 1, 2)];
    const file = `${wear}-${library}.jpg`;
    await draw(tunes, join(folder, 'clean.png'));
    act(join(folder, 'clean.png'), join(folder, 'worn.png'), seed);
    execFileSync('convert', [join(folder, 'worn.png'), '-colorspace', 'Gray', '-quality', '62', join(OUT, file)]);
    const exercises = tunes.map((t) =>
      truthOf(t)
        .flat()
        .filter((n) => !n.startsWith('rest'))
        .map((n) => n.split(' ').slice(0, 2).join(' ')),
    );
    pages.push({ file, exercises });
  }
}
await browser.close();
rmSync(folder, { recursive: true });
writeFileSync(join(OUT, 'pages.json'), `${JSON.stringify(pages)}\n`);
