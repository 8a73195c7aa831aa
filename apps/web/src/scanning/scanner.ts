import { workerCalls } from '../ui/workerCalls';
import type { ScanApi } from './scanWorker';

export type { ScanRefusal, ShownPage, ShownStaff } from './scanWorker';

/** A worker of its own, which is closed when the page is left or the work is stopped. */
export const openScanner = () =>
  workerCalls<ScanApi>(
    () => new Worker(new URL('./scanWorker.ts', import.meta.url), { type: 'module', name: 'scanner' }),
  );
