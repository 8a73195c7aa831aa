import { demoTunes, line, longer, median, require, withDemoServer } from './measuring.mjs';

/** A large class. */
const PARTS = 20;

/** Engraving parts of growing length, starting up, and a class's book as PDF. */
export async function benchMaking() {
  const core = require('@cifra/core');
  const { engravePart } = require('@cifra/engrave');
  const tune = demoTunes()[2];
  const [{ default: createModule }, { VerovioToolkit }] = await Promise.all([
    import('verovio/wasm'),
    import('verovio/esm'),
  ]);
  const loadStart = performance.now();
  const engine = new VerovioToolkit(await createModule());
  line('engraving library loaded', `${(performance.now() - loadStart).toFixed(0)} ms`);
  for (const bars of [16, 64, 256, 1024]) {
    const part = core.derivePart(core.realize(longer(tune, { bars })), core.instrumentOf('trumpet'), 'concert');
    const setup = {
      ...core.DEFAULT_PAGE,
      rows: { woodwind: [], brass: ['diagram', 'figure', 'name', 'sounds'].map((row) => ({ row })) },
    };
    const plan = core.planPage(part, core.annotate(part), setup, { today: '2026-01-01' });
    const ms = await median(bars > 64 ? 1 : 5, () => engravePart(engine, [plan], { paper: 'a4' }));
    line(`a part engraved, ${bars} bars`, `${ms.toFixed(0)} ms`, `${(ms / bars).toFixed(2)} a bar`);
  }

  await withDemoServer(async ({ base, headers, databaseMs, serverMs }) => {
    line(
      'start-up: a new database; migrations, demo and server',
      `${databaseMs.toFixed(0)} ms`,
      `${serverMs.toFixed(0)} ms`,
    );
    const [group] = await (await fetch(`${base}/api/classes`, { headers })).json();
    const { id, ...dto } = group;
    await fetch(`${base}/api/classes/${id}`, {
      method: 'PUT',
      headers,
      body: JSON.stringify({ ...dto, instruments: core.INSTRUMENT_IDS.slice(0, PARTS) }),
    });
    const document = longer(tune, { bars: 32 });
    const made = await (
      await fetch(`${base}/api/exercises`, {
        method: 'POST',
        headers,
        body: JSON.stringify({ title: 'Bench', document }),
      })
    ).json();
    const book = async () => {
      let set = await (
        await fetch(`${base}/api/exercises/${made.id}/print-sets`, {
          method: 'POST',
          headers,
          body: JSON.stringify({ classId: id, kind: 'book' }),
        })
      ).json();
      while (set.state === 'working') {
        await new Promise((resolve) => setTimeout(resolve, 50));
        set = await (await fetch(`${base}/api/print-sets/${set.id}`, { headers })).json();
      }
      if (set.state !== 'done') throw new Error(JSON.stringify(set));
    };
    const first = await median(1, book);
    const next = await median(3, book);
    line(
      `a class book as PDF, ${PARTS} parts of 32 bars: the first, then the median of three`,
      `${first.toFixed(0)} ms`,
      `${next.toFixed(0)} ms`,
    );
  });
}
