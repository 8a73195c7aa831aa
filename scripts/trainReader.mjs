// npm run train-reader: makes the staves that the reader of pictures learns from, trains its network on them, and
// writes packages/scan/model. Nobody has to run it: the network is part of the project. It takes about three hours on
// two cores.
//   npm run train-reader -- SECONDS    so long it learns; without it, as long as the network that is there did
import { execFileSync } from 'node:child_process';
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { BROWSER_PACKAGE } from './lib/browser.mjs';
import { ensureBuilt } from './lib/build.mjs';
import { aptInstall, ensureNpmPackages, ensurePrograms } from './lib/packages.mjs';
import { fail, ROOT, step } from './lib/steps.mjs';

const FOLDER = join(ROOT, '.cifra/reader');
const MODEL = join(ROOT, 'packages/scan/model');
const card = JSON.parse(readFileSync(join(MODEL, 'card.json'), 'utf8'));
const seconds = Number(process.argv[2] ?? card.seconds);
const run = (command, args) => execFileSync(command, args, { stdio: 'inherit', cwd: ROOT });

/** The python that Debian's packages belong to. */
const PYTHON = '/usr/bin/python3';
const hasTorch = () => {
  try {
    execFileSync(PYTHON, ['-c', 'import torch, numpy, PIL'], { stdio: 'ignore' });
    return true;
  } catch {
    return false;
  }
};

async function train() {
  await ensureNpmPackages();
  await ensureBuilt();
  await ensurePrograms([[BROWSER_PACKAGE, BROWSER_PACKAGE]]);
  if (!hasTorch()) await aptInstall(['python3-torch', 'python3-numpy', 'python3-pil']);
  mkdirSync(FOLDER, { recursive: true });
  const folders = card.data.map(({ staves, seed, fonts }) => {
    const folder = join(FOLDER, `staves-${seed}`);
    run('node', [join(ROOT, 'scripts/reader/draw.mjs'), folder, String(staves), String(seed), ...fonts]);
    return folder;
  });
  const net = join(FOLDER, 'net.pt');
  await step('Learning', async () => {
    run(PYTHON, [join(ROOT, 'scripts/reader/train.py'), String(seconds), net, ...folders]);
    run(PYTHON, [join(ROOT, 'scripts/reader/export.py'), net, join(MODEL, 'reader.onnx')]);
  });
  const date = new Date().toISOString().slice(0, 10);
  writeFileSync(join(MODEL, 'card.json'), `${JSON.stringify({ ...card, date, seconds }, null, 2)}\n`);
  run('npm', ['run', '-s', 'bench', '--', 'scanning']);
}

train().catch(fail);
