import { v7 as newId } from "uuid";

const EXERCISE = "Tiller pin";
const COPY = "Tiller pin, timed";
const LEARNER = "Ivo Brackwater";
const TRIES = ["Does it turn freely?", "Does it seat?", "Does the head clear?"];
const DEFECTS = ["hammer", "fish"];
/** Between two keys, faster than any hand; and time for the page before the script looks at it. */
const PACE_MS = 25;

/**
 * A piece taken in by the keyboard alone, in the real browser: every reading, two defects
 * and three tries. What counts as a pause is the page's own work, read off the browser's
 * trace: the wait for the screen's next frame keeps nobody from typing.
 *
 * @returns the longest a key kept the page at work until it could answer again and the
 *   longest task of all, ms; and how many readings were taken
 */
export async function takeInByKeys(page, address) {
  await page.addInitScript(() => {
    const listen = () => {
      performance.mark("key");
      const free = new MessageChannel();
      // Arrives when the key's own work is done and the page could answer again.
      free.port2.onmessage = () => performance.mark("answered");
      free.port1.postMessage(null);
    };
    window.addEventListener("keydown", listen, { capture: true });
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
  const browser = page.context().browser();
  await browser.startTracing(page, { categories: ["toplevel", "blink.user_timing"] });
  const readings = await takeAll(page);
  for (const words of DEFECTS) await noteDefect(page, words);
  for (const _ of TRIES) await press(page, "y");
  await page.getByText("all saved").waitFor();
  const { traceEvents } = JSON.parse((await browser.stopTracing()).toString());
  return { readings, ...pausesIn(traceEvents) };
}

/** The longest stretches of work on the page's own thread, ms, from a trace's events (in µs). */
function pausesIn(events) {
  const { pid, tid } = events.find(({ name }) => name === "key");
  const own = events.filter((event) => event.pid === pid && event.tid === tid);
  const tasks = own
    .filter(({ name, ph }) => ph === "X" && name.endsWith("RunTask"))
    .map(({ ts, dur }) => ({ from: ts, to: ts + dur }))
    .sort((a, b) => a.from - b.from || b.to - a.to)
    // A task may hold others: the outermost counts.
    .reduce((found, task) => (task.to <= found.at(-1)?.to ? found : [...found, task]), []);
  const times = (mark) =>
    own
      .filter(({ name }) => name === mark)
      .map(({ ts }) => ts)
      .sort((a, b) => a - b);
  const answered = times("answered");
  const worked = times("key").map((from, key) => {
    const until = answered[key];
    return tasks.reduce(
      (sum, task) => sum + Math.max(0, Math.min(task.to, until) - Math.max(task.from, from)),
      0,
    );
  });
  return {
    longestKey: Math.max(...worked) / 1000,
    longestTask: Math.max(...tasks.map(({ from, to }) => to - from)) / 1000,
  };
}

async function press(page, key) {
  await page.keyboard.press(key);
  await page.waitForTimeout(PACE_MS);
}

/** An exercise of every line its piece has, fourteen or more, with three tries, set for a learner. */
async function setCopy(page, address) {
  await page.goto(`${address}/set?words=${encodeURIComponent(EXERCISE)}`);
  const href = await page.getByRole("link", { name: EXERCISE }).first().getAttribute("href");
  const answer = await page.request.get(`${address}/api/pack/${href.split("/").at(-1)}`);
  const pack = await answer.json();
  const [exercise] = pack.exercises;
  const planEdits = { ...exercise.planEdits, lines: "all" };
  pack.exercises = [{ ...exercise, name: COPY, tries: TRIES, planEdits }];
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

/** The bench as the script sees it, read without making the page lay anything out. */
const look = (page) =>
  page.evaluate(() => {
    const row = document.querySelector("ol[aria-label='To measure']");
    const active = row.querySelector("button[aria-pressed=true]")?.closest("li");
    return {
      left: row.querySelectorAll("button[aria-label$='not measured']").length,
      limits: active?.textContent ?? "",
      chosen: Boolean(active?.querySelector("[role=group]")),
      asked: Boolean(row.querySelector("[role=alert]")),
    };
  });

/** Types a size on nominal wherever one is asked, and chooses the best wherever one is chosen. */
async function takeAll(page) {
  const { left: all } = await look(page);
  let now = await look(page);
  for (let steps = 0; now.left > 0 && steps < 60; steps += 1) {
    if (now.chosen) {
      await press(page, "1");
    } else {
      const { limits } = now;
      const nominal =
        /([\d.]+) ±/.exec(limits)?.[1] ?? (/differ|of \d/.test(limits) ? "10" : "0.1");
      for (const key of nominal) await press(page, key);
      await press(page, "Enter");
      // What is hard to believe is asked back once.
      if ((await look(page)).asked) await press(page, "Enter");
    }
    now = await look(page);
  }
  return all - now.left;
}

async function noteDefect(page, words) {
  const inDialog = (part) => page.waitForFunction((one) => document.querySelector(one), part);
  await press(page, "d");
  await inDialog("[role=dialog] input");
  for (const key of words) await press(page, key);
  await press(page, "Enter");
  await inDialog("[role=dialog] [type=submit]");
  const focused = () => page.evaluate(() => document.activeElement?.textContent);
  for (let steps = 0; steps < 9 && (await focused()) !== "Note it"; steps += 1)
    await press(page, "Tab");
  await press(page, "Enter");
  await page.waitForFunction(() => !document.querySelector("[role=dialog]"));
}
