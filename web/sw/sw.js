/*
 * Keeps the page's own files in the browser, so that every screen opens while the server is away. The folder's plans are
 * never kept here: what is under /api goes to the server as it is. The list of files is written in by the build.
 */
const FILES = ['__FILES__'];
const CACHE = 'jade-kite-__VERSION__';

self.addEventListener('install', (event) => {
  event.waitUntil(
    (async () => {
      const cache = await caches.open(CACHE);
      await cache.addAll(FILES);
      await self.skipWaiting();
    })(),
  );
});

self.addEventListener('activate', (event) => {
  event.waitUntil(
    (async () => {
      // A tab opened before an update still asks for the files of its own version: one older lot stays.
      const lots = (await caches.keys()).filter((name) => name.startsWith('jade-kite-') && name !== CACHE);
      await Promise.all(lots.slice(0, -1).map((name) => caches.delete(name)));
      await self.clients.claim();
    })(),
  );
});

async function findPage(request) {
  try {
    return await fetch(request);
  } catch (error) {
    const kept = await caches.match('/index.html');
    if (kept) return kept;
    throw error;
  }
}

self.addEventListener('fetch', (event) => {
  const { request } = event;
  const url = new URL(request.url);
  if (request.method !== 'GET' || url.origin !== self.location.origin || url.pathname.startsWith('/api/'))
    return;
  if (request.mode === 'navigate') event.respondWith(findPage(request));
  else event.respondWith(caches.match(request).then((kept) => kept ?? fetch(request)));
});
