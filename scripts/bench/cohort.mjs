import { openBrowser } from "./browser.mjs";

const FRAMES = 150;
const SORTS = 20;

/** Frames a second while the cohort of the large school is scrolled, and while it is sorted, in the real browser. */
export async function measureCohort(address) {
  const browser = await openBrowser();
  try {
    const page = await (
      await browser.newContext({ viewport: { width: 1280, height: 800 } })
    ).newPage();
    const signedIn = await page.request.post(`${address}/api/auth/sign-in/email`, {
      data: { email: "bench@example.org", password: "bench bench" },
      headers: { origin: address },
    });
    if (!signedIn.ok()) throw new Error("The cohort's instructor could not sign in.");
    await page.goto(`${address}/climb`, { waitUntil: "networkidle" });
    const rows = await page.getByRole("table").getAttribute("aria-rowcount");
    const scrolling = await page.evaluate(async (frames) => {
      const region = document.querySelector(".cohort");
      const frame = () => new Promise((resolve) => requestAnimationFrame(resolve));
      await frame();
      const before = performance.now();
      for (let one = 0; one < frames; one += 1) {
        // Down and up again, a row and a half each frame, and across.
        region.scrollTop += one % 100 < 50 ? 66 : -66;
        region.scrollLeft += one % 60 < 30 ? 12 : -12;
        await frame();
      }
      return (1000 * frames) / (performance.now() - before);
    }, FRAMES);
    const options = await page.getByLabel("Order").locator("option").all();
    const orders = [];
    for (const option of options.slice(0, SORTS)) orders.push(await option.getAttribute("value"));
    const sorting = await page.evaluate(async (values) => {
      const select = [...document.querySelectorAll("select")].at(-1);
      const rows = document.querySelector(".cohort [role=rowgroup]");
      const set = Object.getOwnPropertyDescriptor(HTMLSelectElement.prototype, "value").set;
      const frame = () => new Promise((resolve) => requestAnimationFrame(resolve));
      const times = [];
      let frames = 0;
      for (const value of values) {
        await frame();
        const before = performance.now();
        set.call(select, value);
        select.dispatchEvent(new Event("change", { bubbles: true }));
        // Until every row in sight is in the new order, and that is on the screen.
        do {
          await frame();
          frames += 1;
        } while (rows.getAttribute("aria-busy") === "true");
        await frame();
        frames += 1;
        times.push(performance.now() - before);
      }
      const all = times.reduce((sum, ms) => sum + ms, 0);
      return {
        framesASecond: (1000 * frames) / all,
        medianMs: times.sort((a, b) => a - b)[times.length >> 1],
      };
    }, orders);
    return { learners: Number(rows) - 1, scrolling, sorting };
  } finally {
    await browser.close();
  }
}
