import { demoTunes, line, longer, require } from './measuring.mjs';

/** Shares of a page's height between which pages are counted. */
const STEPS = [0, 0.5, 0.6, 0.7, 0.8, 0.9, 1.01];

/** How full the pages of tunes are, over all instruments: one page alone, and the emptiest of several. */
export async function benchPages() {
  const core = require('@cifra/core');
  const { engravePart } = require('@cifra/engrave');
  const [{ default: createModule }, { VerovioToolkit }] = await Promise.all([
    import('verovio/wasm'),
    import('verovio/esm'),
  ]);
  const engine = new VerovioToolkit(await createModule());
  const tunes = demoTunes();
  const lines = [...tunes, ...[8, 12, 20, 24].map((bars, i) => longer(tunes[i], { bars }))];
  const rows = (...names) => names.map((row) => ({ row }));
  const setups = {
    'as a new class has them': {},
    'with all help': {
      strip: true,
      legend: true,
      lookFirst: true,
      countIn: true,
      rows: { woodwind: rows('diagram', 'name', 'sounds'), brass: rows('diagram', 'figure', 'name', 'sounds') },
    },
  };
  for (const [name, setup] of Object.entries(setups)) {
    const fills = { 'one page': [], 'several pages, the emptiest': [] };
    for (const exercise of lines)
      for (const id of core.INSTRUMENT_IDS) {
        const page = { ...core.DEFAULT_PAGE, ...setup };
        const plans = core.planPages(exercise, id, core.DEFAULT_TEACHING, page, { today: '2026-01-01' });
        const pages = engravePart(engine, plans, { paper: 'a4' });
        fills[pages.length === 1 ? 'one page' : 'several pages, the emptiest'].push(
          Math.min(...pages.map((p) => p.fill)),
        );
      }
    line(`how far down pages are filled, ${name}`, ...STEPS.slice(1).map((to) => `to ${Math.min(100, to * 100)} %`));
    for (const [kind, all] of Object.entries(fills))
      line(`  ${kind}`, ...STEPS.slice(1).map((to, i) => all.filter((f) => f >= STEPS[i] && f < to).length));
  }
}
