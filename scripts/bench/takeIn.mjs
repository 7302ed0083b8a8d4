import { v7 as newId } from "uuid";

const EXERCISE = "Tiller pin";
const COPY = "Tiller pin, timed";
const LEARNER = "Ivo Brackwater";
const TRIES = ["Does it turn freely?", "Does it seat?", "Does the head clear?"];
const DEFECTS = ["hammer", "fish"];

/**
 * A piece taken in by the keyboard alone, in the real browser: every reading, two defects
 * and three tries. How long each key kept the page from answering, ms.
 *
 * @returns the longest of all keys, the longest task besides, and how many readings were taken
 */
export async function takeInByKeys(page, address) {
  await page.addInitScript(() => {
    const seen = { keys: [], tasks: [] };
    Object.assign(window, { pauses: seen });
    new PerformanceObserver((list) => {
      for (const { duration, startTime } of list.getEntries())
        if (startTime > (seen.from ?? Infinity)) seen.tasks.push(duration);
    }).observe({ type: "longtask" });
    window.addEventListener(
      "keydown",
      () => {
        const started = performance.now();
        const free = new MessageChannel();
        // Arrives when the key's own work is done and the page could answer again.
        free.port2.onmessage = () => seen.keys.push(performance.now() - started);
        free.port1.postMessage(null);
      },
      { capture: true },
    );
  });
  await setCopy(page, address);
  await page.goto(`${address}/measure`);
  await page.getByLabel("Made by").selectOption(LEARNER);
  const set = page.getByLabel("What was set");
  const label = (await set.locator("option").allTextContents()).find((one) => one.includes(COPY));
  await set.selectOption(label);
  await page.getByRole("button", { name: "To the bench" }).click();
  await page.locator("[data-reading]").waitFor();
  await page.waitForLoadState("networkidle");
  await page.evaluate(() => Object.assign(window.pauses, { keys: [], from: performance.now() }));
  const readings = await takeAll(page);
  for (const words of DEFECTS) await noteDefect(page, words);
  for (const _ of TRIES) await page.keyboard.press("y");
  await page.getByText("all saved").waitFor();
  const { keys, tasks } = await page.evaluate(() => window.pauses);
  return { readings, longestKey: Math.max(...keys), longestTask: Math.max(0, ...tasks) };
}

/** An exercise of fourteen readings with three tries, set for a learner. */
async function setCopy(page, address) {
  await page.goto(`${address}/set?words=${encodeURIComponent(EXERCISE)}`);
  const href = await page.getByRole("link", { name: EXERCISE }).first().getAttribute("href");
  const answer = await page.request.get(`${address}/api/pack/${href.split("/").at(-1)}`);
  const pack = await answer.json();
  const [exercise] = pack.exercises;
  pack.exercises = [{ ...exercise, name: COPY, tries: TRIES }];
  const [exerciseId, revisionId] = [newId(), newId()];
  const sent = await page.request.post(`${address}/api/command/import-pack`, {
    data: { ids: [{ exerciseId, revisionId }], pack: JSON.stringify(pack) },
  });
  if (!sent.ok()) throw new Error(await sent.text());
  await page.goto(`${address}/set/${exerciseId}`);
  await page.getByRole("checkbox", { name: new RegExp(LEARNER) }).check();
  await page.getByRole("button", { name: "Set it" }).click();
  await page.getByText(`Set for ${LEARNER}.`).waitFor();
}

/** Types a size on nominal wherever one is asked, and chooses the best wherever one is chosen. */
async function takeAll(page) {
  const row = page.getByRole("list", { name: "To measure" });
  const left = () => row.getByRole("button", { name: /not measured$/ }).count();
  const all = await left();
  for (let steps = 0; (await left()) > 0 && steps < 60; steps += 1) {
    const active = row.getByRole("listitem").filter({ has: page.locator("[aria-pressed=true]") });
    if ((await active.getByRole("group").count()) > 0) {
      await page.keyboard.press("1");
      continue;
    }
    const limits = await active.textContent();
    const nominal = /([\d.]+) ±/.exec(limits)?.[1] ?? (/differ|of \d/.test(limits) ? "10" : "0.1");
    await page.keyboard.type(nominal, { delay: 25 });
    await page.keyboard.press("Enter");
    // What is hard to believe is asked back once.
    if ((await row.getByRole("alert").count()) > 0) await page.keyboard.press("Enter");
  }
  return all - (await left());
}

async function noteDefect(page, words) {
  await page.keyboard.press("d");
  await page.getByRole("dialog").getByRole("textbox").waitFor();
  await page.keyboard.type(words, { delay: 25 });
  await page.keyboard.press("Enter");
  await page.getByRole("button", { name: "Note it" }).waitFor();
  await page.keyboard.press("Tab");
  for (let steps = 0; steps < 8; steps += 1) {
    const onButton = await page.evaluate(() => document.activeElement?.textContent === "Note it");
    if (onButton) break;
    await page.keyboard.press("Tab");
  }
  await page.keyboard.press("Enter");
  await page.getByRole("dialog").waitFor({ state: "hidden" });
}
