import { demoTunes, line, longer, median, require, withDemoServer } from './measuring.mjs';

/** Engraving parts of growing length, starting up, and a class's book as PDF. */
export async function benchMaking() {
  const core = require('@cifra/core');
  require('@cifra/core/figures/all');
  const { engravePart } = require('@cifra/engrave');
  const tune = demoTunes()[2];
  const [{ default: createModule }, { VerovioToolkit }] = await Promise.all([import('verovio/wasm'), import('verovio/esm')]);
  const loadStart = performance.now();
  const engine = new VerovioToolkit(await createModule());
  line('engraving library loaded', `${(performance.now() - loadStart).toFixed(0)} ms`);
  for (const bars of [16, 64, 256, 1024]) {
    const part = core.derivePart(core.realize(longer(tune, { bars })), core.instrumentOf('trumpet'), 'concert');
    const annotations = core.annotate(part);
    const ms = await median(bars > 64 ? 1 : 5, () => engravePart(engine, part, annotations, { rows: ['diagram', 'figure', 'name', 'sounds'], paper: 'a4' }));
    line(`a part engraved, ${bars} bars`, `${ms.toFixed(0)} ms`, `${(ms / bars).toFixed(2)} a bar`);
  }

  await withDemoServer(async ({ base, headers, databaseMs, serverMs }) => {
    line('start-up: a new database; migrations, demo and server', `${databaseMs.toFixed(0)} ms`, `${serverMs.toFixed(0)} ms`);
    const [group] = await (await fetch(`${base}/api/classes`, { headers })).json();
    const { id, ...dto } = group;
    await fetch(`${base}/api/classes/${id}`, { method: 'PUT', headers, body: JSON.stringify({ ...dto, instruments: core.INSTRUMENT_IDS }) });
    const document = longer(tune, { bars: 32 });
    const made = await (await fetch(`${base}/api/exercises`, { method: 'POST', headers, body: JSON.stringify({ title: 'Bench', document }) })).json();
    const book = await median(3, async () => {
      const response = await fetch(`${base}/api/exercises/${made.id}/book.pdf?class=${id}`, { headers });
      if (!response.ok) throw new Error(await response.text());
      await response.arrayBuffer();
    });
    line(`a class book as PDF, ${core.INSTRUMENT_IDS.length} parts of 32 bars`, `${book.toFixed(0)} ms`, `${(book / core.INSTRUMENT_IDS.length).toFixed(0)} a part`);
  });
}
