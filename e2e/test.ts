import { test as alone, type BrowserContext, type PlaywrightTestOptions } from "@playwright/test";

/**
 * A test in the one browser context that its worker keeps: what the browser has compiled of the
 * application stays, and everything a test leaves behind is cleared away. A test that wants
 * another screen, clock or network than the usual takes Playwright's own.
 */
export const test = alone.extend<object, { kept: BrowserContext }>({
  kept: [
    async ({ browser }, lend, { project }) => {
      const { baseURL, viewport, locale, serviceWorkers } = project.use as PlaywrightTestOptions;
      const kept = await browser.newContext({ baseURL, viewport, locale, serviceWorkers });
      await lend(kept);
      await kept.close();
    },
    { scope: "worker" },
  ],
  context: async ({ kept, baseURL }, lend) => {
    await lend(kept);
    const last = await kept.newPage();
    const browser = await kept.newCDPSession(last);
    await browser.send("Storage.clearDataForOrigin", {
      origin: baseURL!,
      storageTypes: "cookies,local_storage,session_storage,indexeddb",
    });
    for (const page of kept.pages()) await page.close();
    await kept.clearCookies();
  },
});
