// npm run bench: what things cost, measured in one run. Names as arguments run only those: core, making, pages,
// first, parts, reading, scanning, typing, playing, listening, load, holding, readers, full, claims, api.
import { ensureBuilt } from './lib/build.mjs';
import { ensureNpmPackages } from './lib/packages.mjs';
import { fail, Stop } from './lib/steps.mjs';

/** Fetched when they are run: what they use may have to be installed and built first. */
const BENCHES = {
  core: async () => (await import('./bench/core.mjs')).benchCore(),
  making: async () => (await import('./bench/making.mjs')).benchMaking(),
  pages: async () => (await import('./bench/pages.mjs')).benchPages(),
  first: async () => (await import('./bench/firstNotes.mjs')).benchFirstNotes(),
  parts: async () => (await import('./bench/parts.mjs')).benchParts(),
  reading: async () => (await import('./bench/reading.mjs')).benchReading(),
  scanning: async () => (await import('./bench/scanning.mjs')).benchScanning(),
  typing: async () => (await import('./bench/typing.mjs')).benchTyping(),
  playing: async () => (await import('./bench/playing.mjs')).benchPlaying(),
  listening: async () => (await import('./bench/listening.mjs')).benchListening(),
  load: async () => (await import('./bench/load.mjs')).benchLoad(),
  holding: async () => (await import('./bench/holding.mjs')).benchHolding(),
  readers: async () => (await import('./bench/readers.mjs')).benchReaders(),
  full: async () => (await import('./bench/full.mjs')).benchFull(),
  api: async () => (await import('./bench/api.mjs')).benchApi(),
  claims: async () => (await import('./bench/claims.mjs')).benchClaims(),
};

async function bench() {
  const wanted = process.argv.slice(2);
  const unknown = wanted.find((w) => !(w in BENCHES));
  if (unknown !== undefined)
    throw new Stop(`There is no bench ${unknown}. There are ${Object.keys(BENCHES).join(', ')}.`);
  await ensureNpmPackages();
  await ensureBuilt();
  for (const [name, run] of Object.entries(BENCHES)) if (wanted.length === 0 || wanted.includes(name)) await run();
}

bench().catch(fail);
