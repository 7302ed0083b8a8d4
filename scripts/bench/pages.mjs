import { gzipSync } from "node:zlib";
import { openBrowser } from "./browser.mjs";
import { measureByPicture } from "./picture.mjs";
import { takeInByKeys } from "./takeIn.mjs";

/** The draft whose bar is dragged: two stretches, three features, and every kind of warning. */
const DRAFT = "Bracket that can't be wound";

/** Bytes of JavaScript a page loads first, compressed, as the browser asks for them; and reading to judgement. */
export async function measurePages(address) {
  const browser = await openBrowser();
  try {
    const desk = await signedIn(browser, address, "Oda Fenwright");
    await desk.goto(`${address}/measure`);
    const bench = await desk.getByRole("link", { name: /^T1-/ }).first().getAttribute("href");
    const benchBytes = await firstLoad(browser, address, "Oda Fenwright", bench);
    const learnerBytes = await firstLoad(browser, address, "Maren Tholsgaard", "/next");
    await desk.goto(`${address}${bench}`, { waitUntil: "networkidle" });
    const judgementMs = await judgementTimes(desk);
    const takeIn = await takeInByKeys(await signedIn(browser, address, "Oda Fenwright"), address);
    const byPicture = await measureByPicture(
      await signedIn(browser, address, "Oda Fenwright"),
      `${address}${bench}`,
    );
    await desk.goto(`${address}/set`);
    const design = await desk.getByRole("link", { name: DRAFT }).getAttribute("href");
    const shellBytes = await firstLoad(browser, address, "Oda Fenwright", "/climb/track-record");
    const designerBytes = await firstLoad(browser, address, "Oda Fenwright", design);
    await desk.goto(`${address}${design}`, { waitUntil: "networkidle" });
    const editMs = await editTimes(desk);
    const sheetMs = await sheetTime(desk, address);
    await desk.goto(`${address}/prepare`);
    const evening = await desk.locator("a[href^='/prepare/0']").first().getAttribute("href");
    const classId = evening.split("/").at(-1);
    const floorBytes = await firstLoad(
      browser,
      address,
      "Oda Fenwright",
      `/floor?class=${classId}`,
    );
    const eveningPdfMs = await fetchTime(desk, `${address}/api/evening/${classId}/evening.pdf`);
    return {
      benchBytes,
      learnerBytes,
      designerBytes: designerBytes - shellBytes,
      judgementMs,
      takeIn,
      byPicture,
      editMs,
      sheetMs,
      floorBytes: floorBytes - shellBytes,
      eveningPdfMs,
      classId,
    };
  } finally {
    await browser.close();
  }
}

async function signedIn(browser, address, who) {
  // The worker fetches the whole application in the background; here the page alone is counted.
  const page = await (await browser.newContext({ serviceWorkers: "block" })).newPage();
  await page.goto(`${address}/sign-in`);
  await page.getByRole("button", { name: who }).click();
  await page.waitForURL((url) => !url.pathname.startsWith("/sign-in"));
  return page;
}

/** A fresh browser cache each time: everything the page's own document makes the browser fetch before it is idle. */
async function firstLoad(browser, address, who, path) {
  const signed = await signedIn(browser, address, who);
  const storageState = await signed.context().storageState();
  const page = await (
    await browser.newContext({ storageState, serviceWorkers: "block" })
  ).newPage();
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

/**
 * Main-thread time of one edit, ms: an end of the bar dragged on by one step of
 * the mouse, until everything is reckoned and drawn again and the page is idle.
 * The browser's own count of the work it did; waiting for the screen isn't in it.
 */
async function editTimes(page) {
  const session = await page.context().newCDPSession(page);
  await session.send("Performance.enable");
  const taskMs = async () => {
    const { metrics } = await session.send("Performance.getMetrics");
    return metrics.find(({ name }) => name === "TaskDuration").value * 1000;
  };
  const settled = () =>
    page.evaluate(
      () =>
        new Promise((resolve) =>
          requestAnimationFrame(() => requestAnimationFrame(() => setTimeout(resolve, 0))),
        ),
    );
  const grip = await page.locator("[data-grip='End of bar'] rect").first().boundingBox();
  const [x, y] = [grip.x + grip.width / 2, grip.y + grip.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  const workOf = async (act) => {
    const before = await taskMs();
    await act();
    await settled();
    return (await taskMs()) - before;
  };
  const edits = [];
  const idle = [];
  for (let step = 1; step <= 110; step += 1) {
    const ms = await workOf(() => page.mouse.move(x - (step % 2 ? step : step - 6) * 2, y));
    const nothing = await workOf(() => undefined);
    if (step > 10) {
      edits.push(ms);
      idle.push(nothing);
    }
  }
  await page.mouse.up();
  const sorted = (values) => values.sort((a, b) => a - b);
  // What measuring itself costs is taken off.
  const cost = sorted(idle)[50];
  return { median: sorted(edits)[50] - cost, p95: edits[95] - cost };
}

/** A sheet as PDF. */
async function sheetTime(page, address) {
  await page.goto(`${address}/set?words=lantern`);
  await page.getByRole("link", { name: "Lantern bracket" }).click();
  const file = await page.getByRole("link", { name: "The piece file" }).getAttribute("href");
  return fetchTime(page, `${address}/api/print/${file.split("/").at(-1)}/sheet.pdf`);
}

/** Milliseconds from asking for a file to having it, the median of ten; the first time isn't counted. */
async function fetchTime(page, url) {
  const times = [];
  for (let round = 0; round < 11; round += 1) {
    const started = performance.now();
    const response = await page.request.get(url);
    await response.body();
    if (round > 0) times.push(performance.now() - started);
  }
  return times.sort((a, b) => a - b)[5];
}
