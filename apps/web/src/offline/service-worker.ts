/// <reference lib="webworker" />
/** Keeps the application and the records last seen on this device, so that both open without a network. */
import { createHandlerBoundToURL, precacheAndRoute } from 'workbox-precaching';
import { NavigationRoute, registerRoute } from 'workbox-routing';
import { NetworkFirst, NetworkOnly } from 'workbox-strategies';
import { FROM_DEVICE, RECORDS_CACHE } from './names.ts';

declare const self: ServiceWorkerGlobalScope;
declare const __FILES__: readonly { readonly url: string; readonly revision: string | null }[];

/** A network that is there but slow is given this long [s]. */
const PATIENCE = 6;
/** Of what is asked, what the sheets of one motor need: who is here, the shop, its routes, the motor. */
const KEPT = /^\/api\/(session|shop|routes|floor|motors\/[^/]+(\/(history|visits|loads))?)$/;

precacheAndRoute([...__FILES__]);

// A newer application is taken where there is a network; without one the kept page opens.
const kept = createHandlerBoundToURL('/index.html');
const page = new NetworkOnly({ networkTimeoutSeconds: PATIENCE });
registerRoute(
  new NavigationRoute(
    async (options) => {
      try {
        return await page.handle(options);
      } catch {
        return kept(options);
      }
    },
    { denylist: [/^\/api\//] },
  ),
);

registerRoute(
  ({ url, request }) => request.method === 'GET' && KEPT.test(url.pathname) && url.search === '',
  new NetworkFirst({
    cacheName: RECORDS_CACHE,
    networkTimeoutSeconds: PATIENCE,
    plugins: [
      {
        cacheWillUpdate: ({ response }) => Promise.resolve(response.status === 200 ? response : null),
        // Whoever asked has to know that it is not what the shop says now.
        cachedResponseWillBeUsed: async ({ cachedResponse }) => {
          if (!cachedResponse) return null;
          const headers = new Headers(cachedResponse.headers);
          headers.set(FROM_DEVICE, headers.get('date') ?? 'earlier');
          return new Response(await cachedResponse.blob(), { status: cachedResponse.status, headers });
        },
      },
    ],
  }),
);

void self.addEventListener('install', () => void self.skipWaiting());
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()));
