/** A made-up picture may be refused; then another is taken. */
const TRIES = 4;
const MAX_WAIT_MS = 60_000;

/**
 * A piece measured from a picture of the practice camera, in the real browser, from the key that
 * opens it until its readings are there.
 *
 * @param bench the path of a piece's bench
 * @returns how many tasks kept the page at work for over 50 ms, the longest of them, ms, and how
 *   long the readings took from the picture on, s
 */
export async function measureByPicture(page, bench) {
  await page.addInitScript(() => {
    window.longTasks = [];
    new PerformanceObserver((list) => {
      for (const { duration } of list.getEntries()) window.longTasks.push(duration);
    }).observe({ type: "longtask" });
  });
  await page.goto(bench, { waitUntil: "networkidle" });
  await page.evaluate(() => (window.longTasks = []));
  await page.keyboard.press("p");
  const camera = page.getByRole("button", { name: "Practice camera" });
  await camera.waitFor();
  for (let tries = 0; tries < TRIES; tries += 1) {
    const started = performance.now();
    await camera.click();
    const read = page.getByRole("heading", { name: /^\d+ of \d+ read$/ });
    const refused = page.getByRole("alert").filter({ hasText: /\S/ }).first();
    await read.or(refused).first().waitFor({ timeout: MAX_WAIT_MS });
    if (!(await read.isVisible())) continue;
    const tasks = await page.evaluate(() => window.longTasks);
    const seconds = (performance.now() - started) / 1000;
    return { tasks: tasks.length, longestMs: Math.max(0, ...tasks), seconds };
  }
  throw new Error(`${TRIES} pictures were refused one after the other.`);
}
