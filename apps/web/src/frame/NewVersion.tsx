import { useEffect } from 'react';
import { fetchToKeep, isAsset, isKept } from '../api/keptCopies';
import { useNotice } from '../ui/Notices';

/** A page may stand open for days; its browser looks for a newer worker only when a page is loaded. */
const LOOK_EVERY_MS = 3600_000;

/**
 * What was fetched before the first worker was there is asked for once more, through it: whoever loses the network
 * after the first visit finds what they saw.
 */
async function keepFirstVisit(): Promise<void> {
  const seen = new Set(performance.getEntriesByType('resource').map(({ name }) => name));
  const ours = [...seen].map((a) => new URL(a)).filter(({ origin }) => origin === window.location.origin);
  // What the server said comes before the files: nothing opens without who is signed in.
  for (const wanted of [isKept, isAsset])
    for (const { href } of ours.filter(({ pathname }) => wanted(pathname)))
      // What does not come now is kept when it is next fetched.
      await fetchToKeep(href).catch(() => undefined);
}

/**
 * Starts the worker with which Cifra opens, and a line can be written on, while the server is away; and says when a
 * newer Cifra has come.
 */
export function NewVersion() {
  const notice = useNotice();
  useEffect(() => {
    // Absent where a page came neither by TLS nor from the machine itself.
    if (!import.meta.env.PROD || !('serviceWorker' in navigator)) return;
    const worker = navigator.serviceWorker;
    const ended = new AbortController();
    const { signal } = ended;
    if (worker.controller === null)
      worker.addEventListener('controllerchange', () => void keepFirstVisit(), { signal, once: true });

    const say = () =>
      notice('A newer version of Cifra is here.', {
        stays: true,
        action: { label: 'Load it', run: () => window.location.reload() },
      });
    // Said when the newer worker is there: it may have to wait minutes for what the older one still answers, while a
    // page that is loaded anew is asked of the server in any case.
    const watch = (registration: ServiceWorkerRegistration) => {
      const found = () => {
        const newer = registration.installing;
        // The first worker of all is no news.
        if (registration.active !== null)
          newer?.addEventListener('statechange', () => newer.state === 'installed' && say(), { signal });
      };
      registration.addEventListener('updatefound', found, { signal });
      // Without the network nothing newer can be found; it is looked for again.
      const timer = setInterval(() => void registration.update().catch(() => undefined), LOOK_EVERY_MS);
      signal.addEventListener('abort', () => clearInterval(timer));
    };
    // A browser that lets no worker in still works with the network.
    worker.register('/serviceWorker.js').then(
      (registration) => !signal.aborted && watch(registration),
      () => undefined,
    );
    return () => ended.abort();
  }, [notice]);
  return null;
}
