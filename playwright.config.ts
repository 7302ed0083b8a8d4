import { defineConfig } from "@playwright/test";

/** Run by `npm test`, which starts the application and says where it is. */
export default defineConfig({
  testDir: "e2e",
  outputDir: ".local/e2e",
  // Long enough for a machine that stands still for a while: what passes doesn't wait.
  timeout: 120_000,
  expect: { timeout: 20_000 },
  workers: 2,
  fullyParallel: true,
  retries: 0,
  forbidOnly: true,
  reporter: [["list"], ["json", { outputFile: ".local/e2e-results.json" }]],
  use: {
    baseURL: process.env.BELL_STEP_URL,
    viewport: { width: 1280, height: 800 },
    locale: "en-GB",
    trace: "off",
    // Requests that go by way of the worker can't be stopped by a test; the tests of the worker allow it.
    serviceWorkers: "block",
    launchOptions: {
      executablePath: process.env.BELL_STEP_CHROMIUM ?? "/usr/bin/chromium-headless-shell",
      args: [
        "--no-sandbox",
        "--disable-gpu",
        "--disable-background-networking",
        "--disable-component-update",
        "--disable-sync",
        // Compiling takes a third of a page's time here: whole files once, kept for the next page, and not optimised twice.
        "--js-flags=--no-lazy,--no-enable-lazy-source-positions,--no-maglev",
      ],
    },
  },
});
