import { clientsClaim } from "workbox-core";
import { ExpirationPlugin } from "workbox-expiration";
import { matchPrecache, precacheAndRoute } from "workbox-precaching";
import { registerRoute, setCatchHandler } from "workbox-routing";
import { NetworkFirst } from "workbox-strategies";
import { deleteKeptPages, KEPT_PAGES, OFFLINE_PAGE, type WorkerMessage } from "@/ui/offline/kept";

declare const self: ServiceWorkerGlobalScope;

/** Filled in when the application is built: its name, and every file it is made of. */
declare const BUILD: string;
declare const FILES: string[];

/** Pages belong to a build: those of another would ask for files that are gone. */
const PAGES = `${KEPT_PAGES}-${BUILD}`;
/** What measures pictures, ten megabytes of it. */
const PICTURES = "picture";
const PICTURE = `${PICTURES}-${BUILD}`;
const SLOW_SECONDS = 6;

/** What works without the network: the bench and what leads to it, the sheets, the learner's pages. */
const WORKS_OFFLINE = /^\/(?:measure|sheet|next|stair|eye|piece|floor)(?:\/|$)|^\/api\/print\//;

// A page's own worker is told by the fragment of its address what to load. An answer with an address of its own
// would give it that, without the fragment: so it is given one that has none.
registerRoute(
  ({ request, url }) => request.destination === "worker" && url.pathname.startsWith("/_next/"),
  async ({ request, url }) => {
    const { body, status, statusText, headers } =
      (await matchPrecache(url.pathname)) ?? (await fetch(request));
    return new Response(body, { status, statusText, headers });
  },
);

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
      cacheWillUpdate: ({ request, response }) => {
        // Whoever was signed in here isn't any more: nor is what was kept for them.
        if (isSignIn(response)) void forgetPagesNow();
        return Promise.resolve(
          response.ok && !response.redirected && WORKS_OFFLINE.test(new URL(request.url).pathname)
            ? response
            : null,
        );
      },
    },
    new ExpirationPlugin({ maxEntries: 120, maxAgeSeconds: 14 * 24 * 3600 }),
  ],
});

registerRoute(
  ({ request, url }) => request.mode === "navigate" || url.pathname.startsWith("/api/print/"),
  pages,
);
// Loaded only when a picture is measured, then kept for the shop without a network.
registerRoute(
  ({ url }) => url.pathname === "/picture.js" || url.pathname === "/vision.js",
  new NetworkFirst({ cacheName: PICTURE, networkTimeoutSeconds: SLOW_SECONDS }),
);
setCatchHandler(async ({ request }) =>
  request.destination === "document"
    ? ((await matchPrecache(OFFLINE_PAGE)) ?? Response.error())
    : Response.error(),
);

/** Counts how often everything was to be forgotten: what was asked before is then kept no more. */
let forgotten = 0;
let keeping: Promise<void> = Promise.resolve();

async function keepPages(event: ExtendableMessageEvent, paths: readonly string[]): Promise<void> {
  const asked = forgotten;
  // One after another: a page is kept for later, and must not slow what is done now.
  for (const path of paths) {
    if (asked !== forgotten) return;
    const request = new Request(path, { credentials: "same-origin" });
    // Done is when it is kept: what is forgotten meanwhile must not come back.
    const [, done] = pages.handleAll({ event, request });
    await done.catch(() => undefined);
  }
}

const isSignIn = (response: Response): boolean =>
  response.redirected && new URL(response.url).pathname === "/sign-in";

/** At once: what asks for it may itself be a page on its way. */
function forgetPagesNow(): Promise<void> {
  forgotten += 1;
  return deleteKeptPages();
}

/** A page still on its way would be kept after all: first it is waited for. */
async function forgetPages(): Promise<void> {
  await forgetPagesNow();
  await keeping;
  await deleteKeptPages();
}

self.addEventListener("message", (event) => {
  const message = event.data as WorkerMessage;
  if ("keep" in message) {
    const asked = keeping.then(() => keepPages(event, message.keep));
    keeping = asked;
    event.waitUntil(asked);
  } else event.waitUntil(forgetPages().then(() => event.ports[0]?.postMessage("forgotten")));
});

self.addEventListener("activate", (event) => {
  event.waitUntil(
    (async () => {
      const ofOtherBuilds = (name: string) =>
        (name.startsWith(KEPT_PAGES) && name !== PAGES) ||
        (name.startsWith(`${PICTURES}-`) && name !== PICTURE);
      for (const name of await caches.keys()) if (ofOtherBuilds(name)) await caches.delete(name);
    })(),
  );
});
void self.skipWaiting();
clientsClaim();
