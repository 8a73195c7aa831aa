// npm start: from a fresh clone to a running Cifra, in one command.
import { ensureBuilt } from './lib/build.mjs';
import { runInstance } from './lib/instance.mjs';
import { fail } from './lib/steps.mjs';

runInstance({ build: ensureBuilt }).catch(fail);
