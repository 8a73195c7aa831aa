import type { ExerciseView } from '@cifra/contract';

/** The cache of the service worker that holds what the server said last; both sides name it. */
export const KEPT_DATA = 'cifra-data-3';

/** What is kept of what the server says: who is signed in, the class, the exercises, and what a pupil's link opens. */
export const isKept = (path: string): boolean =>
  /^\/api\/(session|classes|exercises|exercises\/[0-9a-f-]{36}|links\/open\/[\w-]+)$/.test(path);

/** Files whose names change with what is in them. */
export const isAsset = (path: string): boolean => path.startsWith('/assets/');

/**
 * Fetches something for the worker to keep, to its end: a body left unread holds the worker, and a newer one waits
 * behind it until the browser loses patience (five minutes in Chromium, measured).
 */
export const fetchToKeep = async (address: string, init: RequestInit = {}): Promise<void> =>
  void (await (await fetch(address, init)).blob());

/** Brings the kept copy of an exercise up to what was just stored, for a time when the server is away. */
export async function keepCopy(view: ExerciseView): Promise<void> {
  if (typeof caches === 'undefined') return;
  const cache = await caches.open(KEPT_DATA);
  await cache.put(
    `/api/exercises/${view.id}`,
    new Response(JSON.stringify(view), { headers: { 'Content-Type': 'application/json' } }),
  );
}

/** Forgets all kept copies, as on signing out. */
export const forgetCopies = async (): Promise<void> => {
  if (typeof caches !== 'undefined') await caches.delete(KEPT_DATA);
};
