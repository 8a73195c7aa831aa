import type { Engine } from '../engine/engine';

interface Loaded extends Engine {
  renderToMIDI(): string;
}
interface Library {
  readonly module: { calledRun?: boolean; onRuntimeInitialized?: () => void };
  readonly toolkit: new () => Loaded;
}

/** The engraving library in its one-file build, which the test runner can load. */
export function loadEngine(): Promise<Loaded> {
  // eslint-disable-next-line @typescript-eslint/no-require-imports -- the one-file build is a plain script
  const library = require('verovio') as Library;
  return new Promise((resolve) => {
    const ready = (): void => resolve(new library.toolkit());
    if (library.module.calledRun === true) ready();
    else library.module.onRuntimeInitialized = ready;
  });
}
