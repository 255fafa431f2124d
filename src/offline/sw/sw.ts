import { NetworkOnly, Serwist, type PrecacheEntry, type SerwistPlugin } from "serwist";

declare const __PRECACHE__: PrecacheEntry[];

/** Turbopack passes the worker its chunk list in the URL fragment; a cached Response would drop it. */
const keepWorkerFragment: SerwistPlugin = {
  cachedResponseWillBeUsed: ({ event, cachedResponse }) => {
    // `request` here is the cache key (destination ''), so ask the event's own request
    const asked = event instanceof FetchEvent ? event.request.destination : "";
    if (!cachedResponse || !["worker", "sharedworker"].includes(asked)) return cachedResponse;
    const { status, statusText, headers } = cachedResponse;
    return new Response(cachedResponse.body, { status, statusText, headers });
  },
};

const serwist = new Serwist({
  precacheEntries: __PRECACHE__,
  precacheOptions: {
    cleanupOutdatedCaches: true,
    // every query parameter except Next's own _rsc may be ignored when matching a saved page
    ignoreURLParametersMatching: [/^(?!_rsc$)/],
    plugins: [keepWorkerFragment],
  },
  skipWaiting: false, // the page asks the keeper first, then posts {type:'SKIP_WAITING'}
  clientsClaim: true,
  disableDevLogs: true,
  runtimeCaching: [{ matcher: ({ request }) => request.mode === "navigate", handler: new NetworkOnly() }],
  fallbacks: { entries: [{ url: "/offline", matcher: ({ request }) => request.mode === "navigate" }] },
});
serwist.addEventListeners();
