import { gzipSync } from "node:zlib";
import { chromium } from "@playwright/test";
import { CHROMIUM } from "../setup/packages.mjs";

/** Bytes of JavaScript a page loads first, compressed, as the browser asks for them; and reading to judgement. */
export async function measurePages(address) {
  const browser = await chromium.launch({
    executablePath: CHROMIUM,
    args: ["--no-sandbox"],
  });
  try {
    const desk = await signedIn(browser, address, "Oda Fenwright");
    await desk.goto(`${address}/measure`);
    const bench = await desk.getByRole("link", { name: "T1-5" }).getAttribute("href");
    const benchBytes = await firstLoad(browser, address, "Oda Fenwright", bench);
    const learnerBytes = await firstLoad(browser, address, "Maren Tholsgaard", "/next");
    await desk.goto(`${address}${bench}`, { waitUntil: "networkidle" });
    return { benchBytes, learnerBytes, judgementMs: await judgementTimes(desk) };
  } finally {
    await browser.close();
  }
}

async function signedIn(browser, address, who) {
  const page = await (await browser.newContext()).newPage();
  await page.goto(`${address}/sign-in`);
  await page.getByRole("button", { name: who }).click();
  await page.waitForURL((url) => !url.pathname.startsWith("/sign-in"));
  return page;
}

/** A fresh browser cache each time: everything the page's own document makes the browser fetch before it is idle. */
async function firstLoad(browser, address, who, path) {
  const signed = await signedIn(browser, address, who);
  const storageState = await signed.context().storageState();
  const page = await (await browser.newContext({ storageState })).newPage();
  const bodies = [];
  page.on("response", (response) => {
    if (/\.js(\?|$)/.test(response.url())) bodies.push(response.body());
  });
  await page.goto(`${address}${path}`, { waitUntil: "load" });
  await page.waitForLoadState("networkidle");
  const scripts = await Promise.all(bodies);
  return scripts.reduce((sum, body) => sum + gzipSync(body).length, 0);
}

async function judgementTimes(page) {
  const times = await page.evaluate(async () => {
    const field = document.querySelector("[data-reading]");
    const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value").set;
    const taken = [];
    for (let round = 0; round < 100; round += 1) {
      const [value, state] = round % 2 ? ["3.1", "on size"] : ["4.2", "heavy"];
      const started = performance.now();
      set.call(field, value);
      field.dispatchEvent(new Event("input", { bubbles: true }));
      while (document.querySelector("[data-judgement]").textContent !== state)
        await new Promise((resolve) => requestAnimationFrame(resolve));
      taken.push(performance.now() - started);
    }
    return taken;
  });
  times.sort((a, b) => a - b);
  return { median: times[50], p95: times[95] };
}
