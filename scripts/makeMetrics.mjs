// Writes the advance widths of the page fonts, so that cells are measured the same in browser, worker and server.
import { writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { createRequire } from 'node:module';
const require = createRequire(import.meta.url);
const fontkit = require('fontkit');
const file = (name) => fileURLToPath(new URL(`../node_modules/@fontsource/${name}.woff`, import.meta.url));
const fonts = {
  regular: 'archivo-narrow/files/archivo-narrow-latin-400-normal',
  semibold: 'archivo-narrow/files/archivo-narrow-latin-600-normal',
  music: 'noto-sans-symbols/files/noto-sans-symbols-symbols-600-normal',
};
const ranges = {
  regular: [
    [32, 126],
    [160, 255],
  ],
  semibold: [
    [32, 126],
    [160, 255],
  ],
  music: [[0x266d, 0x266f]],
};
const out = Object.entries(fonts).map(([name, path]) => {
  const font = fontkit.openSync(file(path));
  const widths = {};
  for (const [from, to] of ranges[name])
    for (let c = from; c <= to; c++)
      if (font.hasGlyphForCodePoint(c))
        widths[String.fromCodePoint(c)] = Math.round((font.glyphForCodePoint(c).advanceWidth / font.unitsPerEm) * 1000);
  return `  ${name}: ${JSON.stringify(widths)},`;
});
writeFileSync(
  new URL('../packages/engrave/src/text/metrics.data.ts', import.meta.url),
  `/** Advance widths in thousandths of an em, written by scripts/makeMetrics.mjs from the fonts that ship. */
export const ADVANCES: Readonly<Record<'regular' | 'semibold' | 'music', Readonly<Record<string, number>>>> = {
${out.join('\n')}
};
`,
);
