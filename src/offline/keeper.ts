// The service worker: bundled by itself (scripts/offline.mjs), without the app's short names.
import { ExpirationPlugin } from 'workbox-expiration';
import { cleanupOutdatedCaches, precacheAndRoute } from 'workbox-precaching';
import { registerRoute, setCatchHandler } from 'workbox-routing';
import { NetworkFirst, NetworkOnly } from 'workbox-strategies';
import { isKept, PAGES } from './places.ts';

/**
 * What of a service worker's own is used here; its whole library does not stand beside a page's.
 */
declare const self: {
  __PARTS: { url: string; revision: string | null }[];
  clients: { claim: () => Promise<void> };
  skipWaiting: () => Promise<void>;
  addEventListener: (
    kind: 'activate',
    hear: (event: { waitUntil: (work: Promise<unknown>) => void }) => void,
  ) => void;
};

/** s the shop's machine may take with a page that this device has, and pages it has at most. */
const PATIENCE = 5;
const MOST = 60;

// Scripts, looks and letters of the app as it was built: a page kept opens with the ones it was
// made for.
precacheAndRoute(self.__PARTS, { cleanURLs: false, directoryIndex: undefined });
cleanupOutdatedCaches();
void self.skipWaiting();

// A page that sends somewhere else (to sign in) is not the page: what was kept of it stays.
const onlyWhole = {
  cacheWillUpdate: ({ response }: { response: Response }) =>
    Promise.resolve(response.status === 200 && !response.redirected ? response : null),
};
const pages = new NetworkFirst({
  cacheName: PAGES,
  networkTimeoutSeconds: PATIENCE,
  plugins: [onlyWhole, new ExpirationPlugin({ maxEntries: MOST, purgeOnQuotaError: true })],
});
registerRoute(({ request, url }) => request.mode === 'navigate' && isKept(url.pathname), pages);

/**
 * A new version of the app takes with it what older pages need: those kept are asked for again,
 * while the shop is there.
 */
async function renew(): Promise<void> {
  await self.clients.claim();
  const kept = await caches.open(PAGES);
  for (const { url } of await kept.keys()) {
    const fresh = await fetch(url).catch(() => null);
    if (fresh?.ok && !fresh.redirected) await kept.put(url, fresh);
  }
}
self.addEventListener('activate', (event) => event.waitUntil(renew()));

const named = (path: string): string => path.replace(/[&<>"]/g, '');

/** What is opened with the shop away and was never opened before: said, with what there is. */
async function away(): Promise<Response> {
  const urls = (await (await caches.open(PAGES)).keys())
    .map(({ url }) => named(new URL(url).pathname))
    .sort();
  const list = urls.map((path) => `<li><a href="${path}">${path}</a></li>`).join('');
  const body =
    '<!doctype html><html lang="en-GB"><meta charset="utf-8"><meta name="viewport" ' +
    'content="width=device-width"><title>Twin Shot</title><body><h1>The shop’s machine ' +
    'does not answer</h1><p>This page was not opened on this device before. What is ' +
    'recorded at the bench is kept and sent when the machine is ' +
    `back.</p>${list ? `<p>What this device has:</p><ul>${list}</ul>` : ''}</body></html>`;
  return new Response(body, {
    status: 503,
    headers: {
      'content-type': 'text/html; charset=utf-8',
      'content-security-policy': "default-src 'none'",
    },
  });
}
registerRoute(({ request }) => request.mode === 'navigate', new NetworkOnly());
setCatchHandler(async ({ request }) => (request.mode === 'navigate' ? away() : Response.error()));
