// npm run bench: what things cost, measured in one run. Names as arguments run only those: core, making, reading,
// typing, playing, listening, load, readers, full, claims.
import { benchClaims } from './bench/claims.mjs';
import { benchCore } from './bench/core.mjs';
import { benchFull } from './bench/full.mjs';
import { benchListening } from './bench/listening.mjs';
import { benchLoad } from './bench/load.mjs';
import { benchMaking } from './bench/making.mjs';
import { benchPlaying } from './bench/playing.mjs';
import { benchReaders } from './bench/readers.mjs';
import { benchReading } from './bench/reading.mjs';
import { benchTyping } from './bench/typing.mjs';
import { ensureBuilt } from './lib/build.mjs';
import { ensureNpmPackages } from './lib/packages.mjs';
import { fail, Stop } from './lib/steps.mjs';

const BENCHES = {
  core: benchCore,
  making: benchMaking,
  reading: benchReading,
  typing: benchTyping,
  playing: benchPlaying,
  listening: benchListening,
  load: benchLoad,
  readers: benchReaders,
  full: benchFull,
  claims: benchClaims,
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
