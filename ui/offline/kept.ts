/** Begins the name of the cache in which pages are kept on the device. */
export const KEPT_PAGES = "bell-step-pages";

/** Shown for a page that isn't on the device. */
export const OFFLINE_PAGE = "/offline";

/** Asks the worker to keep pages for when there is no network. */
export interface KeepMessage {
  keep: string[];
}

/** Forgets every page kept on this device: they were one person's. */
export async function forgetKeptPages(): Promise<void> {
  if (typeof caches === "undefined") return;
  for (const name of await caches.keys())
    if (name.startsWith(KEPT_PAGES)) await caches.delete(name);
}
