// Lets the application open, and a line be written on, while the server or the network is away.
// What the server answers always comes first; what was fetched before stands in only when nothing answers.
const SHELL = 'cifra-shell-1';
const DATA = 'cifra-data-1';
const PAGE = '/shelf';
const KEPT_DATA = /^\/api\/(session|classes|exercises|exercises\/[0-9a-f-]{36})$/;

self.addEventListener('install', (event) => {
  event.waitUntil(caches.open(SHELL).then((cache) => cache.add(PAGE)).then(() => self.skipWaiting()));
});

self.addEventListener('activate', (event) => {
  event.waitUntil((async () => {
    for (const name of await caches.keys()) if (name !== SHELL && name !== DATA) await caches.delete(name);
    await self.clients.claim();
  })());
});

/** Asks the server first; keeps its answer, and gives the kept one when there is none. */
async function networkFirst(request, cacheName, key) {
  const cache = await caches.open(cacheName);
  try {
    const response = await fetch(request);
    if (response.ok) await cache.put(key, response.clone());
    return response;
  } catch (error) {
    const kept = await cache.match(key);
    if (kept === undefined) throw error;
    // The page says that this is what was fetched before.
    const headers = new Headers(kept.headers);
    headers.set('X-Cifra-Kept', 'yes');
    return new Response(kept.body, { status: kept.status, statusText: kept.statusText, headers });
  }
}

async function cacheFirst(request) {
  const cache = await caches.open(SHELL);
  const kept = await cache.match(request);
  if (kept !== undefined) return kept;
  const response = await fetch(request);
  if (response.ok) await cache.put(request, response.clone());
  return response;
}

self.addEventListener('fetch', (event) => {
  const { request } = event;
  const url = new URL(request.url);
  if (url.origin !== self.location.origin) return;
  if (request.method !== 'GET') return;
  if (request.mode === 'navigate' && !url.pathname.startsWith('/api')) event.respondWith(networkFirst(request, SHELL, PAGE));
  else if (url.pathname.startsWith('/assets/') || url.pathname === '/mark.svg') event.respondWith(cacheFirst(request));
  else if (KEPT_DATA.test(url.pathname)) event.respondWith(networkFirst(request, DATA, url.pathname));
});
