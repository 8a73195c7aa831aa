import { fetchToKeep } from '../api/keptCopies';

/** The list of the teacher's files that the build leaves. */
const LIST = '/assets/teacher.json';
/** The browser has done what was asked of it before this is begun. */
const SETTLED_MS = 3000;

const idle = (): Promise<void> =>
  new Promise((go) => ('requestIdleCallback' in window ? window.requestIdleCallback(() => go()) : setTimeout(go, 200)));

/**
 * Fetches the places that were not opened yet, one file after the other while the browser is idle: they open at once,
 * and without a network too.
 * @returns what ends it
 */
export function fetchAhead(): () => void {
  const ended = new AbortController();
  const { signal } = ended;
  const run = async (): Promise<void> => {
    // What is fetched before the worker is there would not be kept.
    await navigator.serviceWorker?.ready;
    const files = (await (await fetch(LIST, { signal })).json()) as readonly string[];
    for (const file of files) {
      await idle();
      await fetchToKeep(file, { signal });
    }
  };
  // Whatever is missing then is fetched when it is needed.
  const timer = setTimeout(() => void run().catch(() => undefined), SETTLED_MS);
  return () => {
    clearTimeout(timer);
    ended.abort();
  };
}
