import { precacheAndRoute, type PrecacheEntry } from 'workbox-precaching';
import { NavigationRoute, registerRoute } from 'workbox-routing';
import { NetworkFirst } from 'workbox-strategies';

/** every file of this build, written in when it is built; the name of each tells its content */
declare const FILES: readonly PrecacheEntry[];
/** one page for every view, as the server last gave it: its style mark and its policy belong together */
const PAGE = '/';

// The whole application works without the server: what was never opened before is there too. What customers said is never kept here.
precacheAndRoute([...FILES]);
const page = new NetworkFirst({
  cacheName: 'page',
  plugins: [
    {
      cacheKeyWillBeUsed: () => Promise.resolve(PAGE),
      cacheWillUpdate: ({ response }) => Promise.resolve(response.ok ? response : null),
    },
  ],
});
registerRoute(new NavigationRoute((options) => page.handle(options), { denylist: [/^\/api\//] }));
addEventListener('install', (event) => {
  const worker = self as unknown as { skipWaiting(): Promise<void> };
  const installing = event as Event & { waitUntil(done: Promise<unknown>): void };
  installing.waitUntil(
    Promise.all([worker.skipWaiting(), page.handleAll({ event: installing, request: new Request(PAGE) })[1]]),
  );
});
addEventListener('activate', (event) => {
  const { clients } = self as unknown as { clients: { claim(): Promise<void> } };
  (event as Event & { waitUntil(done: Promise<unknown>): void }).waitUntil(clients.claim());
});
