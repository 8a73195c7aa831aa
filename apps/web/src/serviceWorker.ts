/// <reference lib="webworker" />
import { cleanupOutdatedCaches, matchPrecache, precacheAndRoute } from 'workbox-precaching';
import { registerRoute } from 'workbox-routing';
import { CacheFirst } from 'workbox-strategies';

// Lets the application open, a line be written on and a part be practised, while the server or the network is away.
// What the server answers always comes first; what was fetched before stands in only when nothing answers.
declare const self: ServiceWorkerGlobalScope & {
  readonly __WB_MANIFEST: (string | { readonly url: string; readonly revision: string | null })[];
};

const SHELL = 'cifra-shell-2';
const DATA = 'cifra-data-2';
const SOUNDS = 'cifra-sounds-1';
const PAGE = '/shelf';
const KEPT_DATA = /^\/api\/(session|classes|exercises|exercises\/[0-9a-f-]{36}|links\/open\/[\w-]+)$/;
const OURS = [SHELL, DATA, SOUNDS];

// The program, its fonts and the engraving engine are kept as a whole, so that a page opens without any of them missing.
precacheAndRoute(self.__WB_MANIFEST);
cleanupOutdatedCaches();

self.addEventListener('install', (event) => {
  event.waitUntil(
    caches
      .open(SHELL)
      .then((cache) => cache.add(PAGE))
      .then(() => self.skipWaiting()),
  );
});

self.addEventListener('activate', (event) => {
  event.waitUntil(
    (async () => {
      for (const name of await caches.keys())
        if (name.startsWith('cifra-') && !OURS.includes(name)) await caches.delete(name);
      await self.clients.claim();
    })(),
  );
});

/** Asks the server first; keeps its answer, and gives the kept one when there is none. */
async function networkFirst(request: Request, cacheName: string, key: string): Promise<Response> {
  const cache = await caches.open(cacheName);
  try {
    const response = await fetch(request);
    if (response.ok) await cache.put(key, response.clone());
    // What was closed or deleted is not kept either.
    else if (response.status === 404) await cache.delete(key);
    return response;
  } catch (error) {
    const kept = (await cache.match(key)) ?? (await matchPrecache(key));
    if (kept === undefined) throw error;
    // The page says that this is what was fetched before.
    const headers = new Headers(kept.headers);
    headers.set('X-Cifra-Kept', 'yes');
    return new Response(kept.body, { status: kept.status, statusText: kept.statusText, headers });
  }
}

registerRoute(
  ({ request, url, sameOrigin }) => sameOrigin && request.mode === 'navigate' && !url.pathname.startsWith('/api'),
  ({ request }) => networkFirst(request, SHELL, PAGE),
);
registerRoute(
  ({ url, sameOrigin }) => sameOrigin && KEPT_DATA.test(url.pathname),
  ({ request, url }) => networkFirst(request, DATA, url.pathname + url.search),
);
// Sounds and other files whose names change with what is in them: fetched when they are first needed, then kept.
registerRoute(
  ({ url, sameOrigin }) => sameOrigin && url.pathname.startsWith('/assets/'),
  new CacheFirst({ cacheName: SOUNDS }),
);
