import { useEffect } from 'react';
import { isAsset, isKept } from '../api/keptCopies';
import { useNotice } from '../ui/Notices';

/** A page may stand open for days; its browser looks for a newer worker only when a page is loaded. */
const LOOK_EVERY_MS = 3600_000;

/**
 * What was fetched before the first worker was there is asked for once more, through it: whoever loses the network
 * after the first visit finds what they saw.
 */
async function keepFirstVisit(): Promise<void> {
  const seen = new Set(performance.getEntriesByType('resource').map(({ name }) => name));
  for (const address of seen) {
    const { origin, pathname } = new URL(address);
    if (origin !== window.location.origin || !(isKept(pathname) || isAsset(pathname))) continue;
    // What does not come now is kept when it is next fetched. A body left unread would hold this worker, and a newer
    // one would wait behind it.
    await fetch(address)
      .then((r) => r.blob())
      .catch(() => undefined);
  }
}

/**
 * Starts the worker with which Cifra opens, and a line can be written on, while the server is away; and says when a
 * newer Cifra has taken its place.
 */
export function NewVersion() {
  const notice = useNotice();
  useEffect(() => {
    // Absent where a page came neither by TLS nor from the machine itself.
    if (!import.meta.env.PROD || !('serviceWorker' in navigator)) return;
    const worker = navigator.serviceWorker;
    // The first worker of all is no news.
    let before = worker.controller !== null;
    const taken = () => {
      if (before)
        notice('A newer version of Cifra is here.', {
          stays: true,
          action: { label: 'Load it', run: () => window.location.reload() },
        });
      else void keepFirstVisit();
      before = true;
    };
    // Without the network nothing newer can be found; it is looked for again.
    const look = () =>
      void worker
        .getRegistration()
        .then((r) => r?.update())
        .catch(() => undefined);
    const timer = setInterval(look, LOOK_EVERY_MS);
    worker.addEventListener('controllerchange', taken);
    // A browser that lets no worker in still works with the network.
    worker.register('/serviceWorker.js').catch(() => undefined);
    return () => {
      clearInterval(timer);
      worker.removeEventListener('controllerchange', taken);
    };
  }, [notice]);
  return null;
}
