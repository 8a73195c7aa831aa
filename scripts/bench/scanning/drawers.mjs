// Two libraries that draw tunes, each on a page of the browser. Neither took part in training the reader.
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT } from '../../lib/steps.mjs';
import { drawTunes } from './drawVexflow.mjs';
import { abcOf } from './tunes.mjs';

const fontOf = (name) =>
  readFileSync(join(ROOT, `node_modules/@vexflow-fonts/${name.toLowerCase()}/${name.toLowerCase()}.woff2`)).toString(
    'base64',
  );

/** A page in the browser for each library, and what draws tunes on it. */
export async function drawers(browser) {
  const open = async (width, height, scale) => {
    const page = await browser.newPage({ viewport: { width, height }, deviceScaleFactor: scale });
    await page.setContent('<body style="margin:30px;background:#fff"><div id="all"></div></body>');
    return page;
  };
  const abcjs = async (scale) => {
    const page = await open(932, 1319, scale);
    await page.addScriptTag({ path: join(ROOT, 'node_modules/abcjs/dist/abcjs-basic-min.js') });
    return async (tunes, file) => {
      await page.evaluate(
        (texts) => {
          const all = document.getElementById('all');
          all.innerHTML = '';
          for (const text of texts) {
            const div = document.createElement('div');
            all.append(div);
            window.ABCJS.renderAbc(div, text, { staffwidth: 840, stretchlast: true, paddingleft: 0, paddingright: 0 });
          }
        },
        tunes.map((t, i) => abcOf(t, i + 1)),
      );
      await page.screenshot({ path: file, fullPage: true });
    };
  };
  const vexflow = async (scale) => {
    // Its staves are larger: as many points to a space as on the other's pages.
    const page = await open(860, 1200, scale * 0.78);
    for (const name of ['Gonville', 'Bravura', 'Academico'])
      await page.evaluate(
        async ([family, data]) => {
          const face = new FontFace(family, `url(data:font/woff2;base64,${data})`);
          await face.load();
          document.fonts.add(face);
        },
        [name, fontOf(name)],
      );
    await page.addScriptTag({ path: join(ROOT, 'node_modules/vexflow/build/cjs/vexflow-core.js') });
    return async (tunes, file) => {
      await page.evaluate(drawTunes, { tunes, width: 800, font: 'Gonville' });
      await page.screenshot({ path: file, fullPage: true });
    };
  };
  return { abcjs, vexflow };
}
