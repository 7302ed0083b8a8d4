import {
  test as alone,
  type BrowserContext,
  type Page,
  type PlaywrightTestOptions,
} from "@playwright/test";

/**
 * A test in the one browser page that its worker keeps: what the browser has compiled of the
 * application stays, and everything a test leaves behind is cleared away. A test that wants
 * another screen, clock, script or network than the usual takes Playwright's own.
 */
export const test = alone.extend<object, { kept: Page }>({
  kept: [
    async ({ browser }, lend, { project }) => {
      const { baseURL, viewport, locale, serviceWorkers } = project.use as PlaywrightTestOptions;
      const context = await browser.newContext({ baseURL, viewport, locale, serviceWorkers });
      await lend(await context.newPage());
      await context.close();
    },
    { scope: "worker" },
  ],
  context: ({ kept }, lend) => lend(kept.context()),
  page: async ({ kept, baseURL, viewport }, lend) => {
    await lend(kept);
    for (const listened of ["console", "pageerror", "dialog"] as const)
      kept.removeAllListeners(listened);
    await kept.unrouteAll();
    await stopAndForget(kept, baseURL!);
    await kept.emulateMedia({ media: null });
    await kept.setViewportSize(viewport!);
  },
});

/** Leaves the application, so that it keeps nothing any more, and forgets what it has kept. */
async function stopAndForget(page: Page, origin: string) {
  const context: BrowserContext = page.context();
  for (const other of context.pages()) if (other !== page) await other.close();
  await page.goto("/icon.svg");
  await page.evaluate(() => sessionStorage.clear());
  const browser = await context.newCDPSession(page);
  await browser.send("Storage.clearDataForOrigin", {
    origin,
    storageTypes: "cookies,local_storage,indexeddb",
  });
  await browser.detach();
  await context.clearCookies();
}
