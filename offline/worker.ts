import { clientsClaim } from "workbox-core";
import { ExpirationPlugin } from "workbox-expiration";
import { matchPrecache, precacheAndRoute } from "workbox-precaching";
import { registerRoute, setCatchHandler } from "workbox-routing";
import { NetworkFirst } from "workbox-strategies";
import { KEPT_PAGES, OFFLINE_PAGE, type KeepMessage } from "@/ui/offline/kept";

declare const self: ServiceWorkerGlobalScope;

/** Filled in when the application is built: its name, and every file it is made of. */
declare const BUILD: string;
declare const FILES: string[];

/** Pages belong to a build: those of another would ask for files that are gone. */
const PAGES = `${KEPT_PAGES}-${BUILD}`;
const SLOW_SECONDS = 6;

/** What works without the network: the bench and what leads to it, the sheets, the learner's pages. */
const WORKS_OFFLINE = /^\/(?:measure|sheet|next|stair|eye|piece)(?:\/|$)|^\/api\/print\//;

precacheAndRoute([
  ...FILES.map((url) => ({ url, revision: null })),
  { url: OFFLINE_PAGE, revision: BUILD },
]);

const pages = new NetworkFirst({
  cacheName: PAGES,
  networkTimeoutSeconds: SLOW_SECONDS,
  matchOptions: { ignoreVary: true },
  plugins: [
    {
      // A way to the sign-in, or an error, takes no page's place.
      cacheWillUpdate: ({ request, response }) =>
        Promise.resolve(
          response.ok && !response.redirected && WORKS_OFFLINE.test(new URL(request.url).pathname)
            ? response
            : null,
        ),
    },
    new ExpirationPlugin({ maxEntries: 120, maxAgeSeconds: 14 * 24 * 3600 }),
  ],
});

registerRoute(
  ({ request, url }) => request.mode === "navigate" || url.pathname.startsWith("/api/print/"),
  pages,
);
setCatchHandler(async ({ request }) =>
  request.destination === "document"
    ? ((await matchPrecache(OFFLINE_PAGE)) ?? Response.error())
    : Response.error(),
);

self.addEventListener("message", (event) => {
  const { keep } = event.data as KeepMessage;
  event.waitUntil(
    (async () => {
      // One after another: a page is kept for later, and must not slow what is done now.
      for (const path of keep) {
        const request = new Request(path, { credentials: "same-origin" });
        await pages.handle({ event, request }).catch(() => undefined);
      }
    })(),
  );
});

self.addEventListener("activate", (event) => {
  event.waitUntil(
    (async () => {
      for (const name of await caches.keys())
        if (name.startsWith(KEPT_PAGES) && name !== PAGES) await caches.delete(name);
    })(),
  );
});
void self.skipWaiting();
clientsClaim();
