/// <reference lib="webworker" />
import { cleanupOutdatedCaches, matchPrecache, precacheAndRoute } from 'workbox-precaching';
import { registerRoute } from 'workbox-routing';
import { CacheFirst } from 'workbox-strategies';
import { isAsset, isKept, KEPT_DATA } from './api/keptCopies';

// Lets the application open, a line be written on and a part be practised, while the server or the network is away.
// What the server answers always comes first; what was fetched before stands in only when nothing answers.
declare const self: ServiceWorkerGlobalScope & {
  readonly __WB_MANIFEST: (string | { readonly url: string; readonly revision: string | null })[];
};

const SHELL = 'cifra-shell-2';
const ASSETS = 'cifra-assets-1';
const PAGE = '/shelf';
const OURS = [SHELL, KEPT_DATA, ASSETS];

// What a pupil's page needs, and every place with it, is kept as a whole, so that it opens without any of it missing.
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
      // The places of the version before are fetched no more; sounds stay.
      const assets = await caches.open(ASSETS);
      for (const request of await assets.keys()) if (request.url.endsWith('.js')) await assets.delete(request);
      await self.clients.claim();
    })(),
  );
});

const isPage = (response: Response): boolean => response.headers.get('Content-Type')?.startsWith('text/html') === true;

/** Asks the server first; keeps its answer, and gives the kept one when there is none. */
async function networkFirst(request: Request, cacheName: string, key: string): Promise<Response> {
  const cache = await caches.open(cacheName);
  try {
    const response = await fetch(request);
    // Some other file, opened by its address, is no page to open Cifra with.
    if (response.ok && (request.mode !== 'navigate' || isPage(response))) await cache.put(key, response.clone());
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
  ({ url, sameOrigin }) => sameOrigin && isKept(url.pathname),
  ({ request, url }) => networkFirst(request, KEPT_DATA, url.pathname + url.search),
);
// Sounds, and the teacher's places, are kept from when they are first fetched.
registerRoute(({ url, sameOrigin }) => sameOrigin && isAsset(url.pathname), new CacheFirst({ cacheName: ASSETS }));
