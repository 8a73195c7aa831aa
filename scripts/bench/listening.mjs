import { existsSync } from 'node:fs';
import { aptInstall, ensurePrograms } from '../lib/packages.mjs';
import { allOfTests } from './full.mjs';

const FONT = '/etc/timidity/timgm6mb.cfg';

/**
 * How many of the simulated player's planted faults are found, and how many clean notes are accused: eight instruments,
 * quiet and hissing rooms, and another synthesiser with another sound font in a classroom.
 */
export async function benchListening() {
  await ensurePrograms([['timidity', 'timidity']]);
  if (!existsSync(FONT)) await aptInstall(['timgm6mb-soundfont']);
  await allOfTests(['apps/web/src/listen', '--silent=false']);
}
