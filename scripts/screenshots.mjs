import { mkdirSync } from "node:fs";
import { join } from "node:path";
import { chromium } from "@playwright/test";
import { ROOT } from "./setup/places.mjs";
import { main, say, Stop } from "./setup/say.mjs";
import { CHROMIUM } from "./setup/packages.mjs";

/** `npm run screenshots`: one current picture of each main view, from a freshly made demonstration that is running. */
const ADDRESS = process.env.BELL_STEP_URL ?? "http://127.0.0.1:3210";
const FOLDER = process.env.SCREENSHOTS ?? join(ROOT, "docs/screenshots");
const DESK = { width: 1280, height: 800 };
const PHONE = { width: 390, height: 844 };

await main(async () => {
  mkdirSync(FOLDER, { recursive: true });
  const answered = await fetch(`${ADDRESS}/api/health`).catch(() => undefined);
  if (!answered?.ok) throw new Stop(`Nothing answers at ${ADDRESS}: start npm run demo first.`);
  const browser = await chromium.launch({
    executablePath: CHROMIUM,
    args: ["--no-sandbox"],
  });
  try {
    await theSchool(browser);
    await atTheDesk(browser);
    await onThePhone(browser);
  } finally {
    await browser.close();
  }
});

async function signedIn(browser, viewport, who) {
  const page = await (await browser.newContext({ viewport, reducedMotion: "reduce" })).newPage();
  await page.goto(`${ADDRESS}/sign-in`);
  await page.getByRole("button", { name: who }).click();
  await page.waitForURL((url) => !url.pathname.startsWith("/sign-in"));
  return page;
}

async function shoot(page, name, { fullPage = false } = {}) {
  await page.evaluate(() => document.fonts.ready);
  await page.waitForTimeout(250);
  await page.screenshot({ path: join(FOLDER, `${name}.png`), fullPage });
  say(name);
}

function go(page, path) {
  return page.goto(`${ADDRESS}${path}`, { waitUntil: "networkidle" });
}

/** The evening that is planned, and the one that is half over. */
async function theEvening(page) {
  await go(page, "/prepare");
  await page
    .getByRole("region", { name: "Classes" })
    .getByRole("listitem")
    .filter({ hasText: "Tuesday evening" })
    .first()
    .getByRole("link")
    .click();
  await page.getByRole("heading", { name: "To saw" }).waitFor();
  await shoot(page, "evening");
  await go(page, "/floor");
  await page.getByRole("button", { name: /^Pretend it is/ }).click();
  await page.getByRole("button", { name: "Set the clock right" }).waitFor();
  await page
    .getByText(/shows the scroll start|has nothing in hand/)
    .first()
    .waitFor();
  await shoot(page, "floor");
}

/** The school as its owner sees it, with somebody chosen. */
async function theSchool(browser) {
  const page = await signedIn(browser, DESK, "Renske Holm");
  await go(page, "/school");
  await page.getByRole("button", { name: "Try whether it can be put back" }).click();
  await page.getByText("Put back whole just now").waitFor({ timeout: 60_000 });
  await page.locator("[data-person-row]").filter({ hasText: "Sunniva Dray" }).click();
  await page.getByRole("region", { name: "Sunniva Dray", exact: true }).waitFor();
  await page.evaluate(() => window.scrollTo(0, 0));
  await shoot(page, "school");
}

async function atTheDesk(browser) {
  const page = await signedIn(browser, DESK, "Oda Fenwright");
  await theEvening(page);
  await go(page, "/set");
  await shoot(page, "shelf");
  await page
    .getByRole("link", { name: "Net-mender’s fid" })
    .or(page.getByRole("link", { name: "Net-mender's fid" }))
    .first()
    .click();
  await page.getByRole("tab", { name: "as marked" }).waitFor();
  await shoot(page, "exercise");
  await go(page, "/set?words=lantern");
  await page.getByRole("link", { name: "Lantern bracket" }).click();
  await page.getByRole("link", { name: "The sheet" }).click();
  await page.getByRole("heading", { name: "Mind" }).waitFor();
  await shoot(page, "sheet", { fullPage: true });
  await page.goBack();
  await page.getByRole("link", { name: "Design a new revision" }).click();
  await page.getByRole("button", { name: "twist", exact: true }).click();
  await page.locator("body").click({ position: { x: 4, y: 420 } });
  for (const [key, name] of [
    ["2", "designer-forged"],
    ["4", "stages"],
  ]) {
    await page.keyboard.press(key);
    await page.evaluate(() => window.scrollTo(0, 0));
    await shoot(page, name);
  }
  for (const [path, name] of [
    ["/climb/exercises", "exercises"],
    ["/reckon", "reckon"],
  ]) {
    await go(page, path);
    if (name === "reckon") {
      await page.getByRole("button", { name: "scroll" }).click();
      await page
        .getByRole("region", { name: "Worked examples" })
        .getByRole("button")
        .first()
        .click();
      await page.getByText("How it was reached").first().click();
    }
    await shoot(page, name);
  }
  await climb(page);
  await measurePieces(page);
}

/** A cohort with a learner chosen, that learner, and a run of ten. */
async function climb(page) {
  const choose = async (name) => {
    await go(page, "/climb");
    await page.getByRole("table").getByRole("link", { name }).click();
    await page.getByRole("link", { name: "Everything about" }).waitFor();
  };
  await choose("Tam Okoro-Lisle");
  await page.evaluate(() => {
    window.scrollTo(0, 0);
    document.querySelector(".cohort").scrollTop = 0;
  });
  await shoot(page, "climb");
  await choose("Pell Ansgar");
  await page.getByRole("link", { name: "Everything about" }).click();
  await page.getByRole("region", { name: "Next" }).waitFor();
  await page.evaluate(() => window.scrollTo(0, 0));
  await shoot(page, "learner-climb");
  await openRun(page, choose);
  await page.getByRole("heading", { name: /^The run of/ }).waitFor();
  // Away from the chart, which says what is under the pointer.
  await page.mouse.move(0, 0);
  await page.waitForTimeout(800);
  await shoot(page, "run", { fullPage: true });
}

/** The run of ten of whoever has one. */
async function openRun(page, choose) {
  await go(page, "/climb");
  const names = await page
    .getByRole("table")
    .getByRole("rowheader")
    .getByRole("link")
    .allTextContents();
  for (const name of names) {
    await choose(name);
    await page.getByRole("link", { name: "Everything about" }).click();
    await page.getByRole("link", { name: "Where they stand" }).click();
    await page.getByRole("region", { name: "Stair" }).waitFor();
    for (const details of await page.getByText("what proves it").all()) await details.click();
    const run = page
      .getByRole("listitem")
      .filter({ hasText: /^Alike, / })
      .getByRole("link", { name: "the run" });
    if ((await run.count()) > 0) return run.first().click();
  }
  throw new Error("nobody has a run of ten");
}

/** A fid for a learner: pictured with five readings and a defect, then measured from a picture. */
async function measurePieces(page) {
  await go(page, "/measure");
  await page.getByLabel("Made by").selectOption("Maren Tholsgaard");
  await page.getByRole("button", { name: "To the bench" }).click();
  const field = page.locator("[data-reading]");
  await field.waitFor();
  const take = async (...readings) => {
    for (const reading of readings) {
      await field.fill(reading);
      await field.press("Enter");
      await page.waitForTimeout(60);
    }
  };
  await take("4.0", "3.9", "7.9", "11.7", "10.6", "12.1", "12.0", "84");
  await page.keyboard.press("d");
  await page.getByLabel("Find a defect").fill("half-moon");
  await page.keyboard.press("Enter");
  await page.getByLabel("Where").selectOption({ index: 3 });
  await page.getByRole("button", { name: "Note it" }).click();
  for (let heat = 0; heat < 4; heat += 1)
    await page.getByRole("button", { name: "One more: heats" }).click();
  await field.fill("250.5");
  await page.getByText("all saved").waitFor();
  await page.locator("[data-outcome]", { hasText: "Another heat" }).waitFor();
  await page.evaluate(() => window.scrollTo(0, 0));
  await shoot(page, "bench");
  await page.getByRole("button", { name: "From a picture" }).click();
  await page.getByRole("button", { name: "Practice camera" }).click();
  await page.getByRole("button", { name: "Take these readings" }).waitFor({ timeout: 60_000 });
  await page.getByRole("button", { name: /^3\. / }).click();
  await page.evaluate(() => window.scrollTo(0, 0));
  await shoot(page, "picture");
}

async function onThePhone(browser) {
  const page = await signedIn(browser, PHONE, "Maren Tholsgaard");
  await go(page, "/next");
  await shoot(page, "learner");
  await go(page, "/stair");
  await shoot(page, "learner-stair");
  await go(page, "/eye/judge");
  await page.getByRole("button", { name: "Another heat" }).click();
  await shoot(page, "judge");
  await go(page, "/next");
  await page.getByRole("link", { name: "Every reading" }).click();
  await page.waitForURL(/\/piece\//);
  await page.getByRole("heading", { level: 1 }).waitFor();
  await shoot(page, "learner-piece", { fullPage: true });
}
