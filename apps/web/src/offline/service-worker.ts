import { clientsClaim } from 'workbox-core';
import { ExpirationPlugin } from 'workbox-expiration';
import { cleanupOutdatedCaches, matchPrecache, precacheAndRoute } from 'workbox-precaching';
import { NavigationRoute, registerRoute } from 'workbox-routing';
import { NetworkFirst, NetworkOnly } from 'workbox-strategies';
import { KEPT_AT, KEPT_CACHE, KEPT_PATHS, RIG_PATH, TAKE_OVER } from './what-is-kept';

/**
 * Between the page and the network: the interface itself is kept whole, what was read of the studio is kept as it was last, and given
 * where no answer comes. What is written is none of its business: edits and signatures wait in stores of their own.
 */
declare const self: ServiceWorkerGlobalScope;
/** Put in by the build: every file of the interface, and a mark of them all. */
declare const FILES: string[];
declare const VERSION: string;

/** The page, under an address nobody opens: whoever is not signed in gets no page there, and nothing is kept. */
const PAGE = '/offline-page';
/** How long the network may take before what is kept is given, seconds. */
const PAGE_S = 4;
const ANSWER_S = 8;
const MOST_ANSWERS = 300;

precacheAndRoute([
  ...FILES.map((file) => ({ url: `/${file}`, revision: null })),
  { url: PAGE, revision: VERSION },
]);
cleanupOutdatedCaches();
clientsClaim();
// A newer one waits until it is told, or no page is open: a page never loses the files it began with.
self.addEventListener('message', ({ data }) => void (data === TAKE_OVER && self.skipWaiting()));

registerRoute(
  new NavigationRoute(
    new NetworkOnly({
      networkTimeoutSeconds: PAGE_S,
      plugins: [{ handlerDidError: () => matchPrecache(PAGE) }],
    }),
    { denylist: [/^\/(api|sign-in|certificate)/] },
  ),
);

const marked = (response: Response): Response => {
  const headers = new Headers(response.headers);
  headers.set(KEPT_AT, headers.get('date') ?? '');
  return new Response(response.body, { status: response.status, headers });
};

const answers = new NetworkFirst({
  cacheName: KEPT_CACHE,
  networkTimeoutSeconds: ANSWER_S,
  plugins: [
    new ExpirationPlugin({ maxEntries: MOST_ANSWERS }),
    {
      cacheWillUpdate: async ({ response }) => (response.status === 200 ? response : null),
      cachedResponseWillBeUsed: async ({ cachedResponse }) => cachedResponse && marked(cachedResponse),
    },
  ],
});
registerRoute(({ url, sameOrigin }) => sameOrigin && KEPT_PATHS.test(url.pathname), answers);

/** A rig that was saved is kept as it was sent: read offline, it must not be the one before. */
registerRoute(
  ({ url, sameOrigin }) => sameOrigin && RIG_PATH.test(url.pathname),
  async ({ request, url, event }) => {
    const sent = request.clone();
    const response = await fetch(request);
    if (response.ok) {
      const copy = response.clone();
      (event as ExtendableEvent).waitUntil(
        (async () => {
          const { document } = (await sent.json()) as { document: unknown };
          const saved = (await copy.json()) as object;
          const headers = { 'content-type': 'application/json', date: new Date().toUTCString() };
          const cache = await caches.open(KEPT_CACHE);
          await cache.put(url.href, new Response(JSON.stringify({ ...saved, document }), { headers }));
        })(),
      );
    }
    return response;
  },
  'PUT',
);
