/** Begins the name of the cache in which pages are kept on the device. */
export const KEPT_PAGES = "bell-step-pages";

/** Shown for a page that isn't on the device. */
export const OFFLINE_PAGE = "/offline";

/** Asks the worker to keep pages for when there is no network, or to keep none any more. */
export type WorkerMessage = { keep: string[] } | { forget: true };

export async function deleteKeptPages(): Promise<void> {
  for (const name of await caches.keys())
    if (name.startsWith(KEPT_PAGES)) await caches.delete(name);
}

/** How long the worker is given to finish the page it is fetching, ms. */
const WAITED_MS = 8000;

/** Forgets every page kept on this device: they were one person's. */
export async function forgetKeptPages(): Promise<void> {
  if (typeof caches === "undefined") return;
  const worker = navigator.serviceWorker?.controller;
  if (worker) {
    const { port1, port2 } = new MessageChannel();
    const done = new Promise<void>((resolve) => {
      port1.onmessage = () => resolve();
      setTimeout(resolve, WAITED_MS);
    });
    worker.postMessage({ forget: true } satisfies WorkerMessage, [port2]);
    await done;
  }
  await deleteKeptPages();
}
