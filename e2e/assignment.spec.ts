import { expect } from "@playwright/test";
import { GOOD_FID, saved, signIn, take, watchConsole } from "./shop";
import { test } from "./test";

test("from one exercise to one step: set, measure, sign, and the learner sees it", async ({
  page,
  browser,
}) => {
  const complaints = watchConsole(page);
  await page.goto("/");
  await expect(page).toHaveURL(/sign-in/);
  await expect(page.getByText("This is the demonstration")).toBeVisible();
  await page.getByRole("button", { name: "Oda Fenwright, instructor" }).click();

  // The exercise: to-scale drawing, stock and marks. 12 square, taper 3 to 12 over 90, body 160, scale 2 %.
  await page.getByRole("link", { name: "Net-mender's fid" }).click();
  await expect(page.locator("[data-stock]")).toHaveText("200.2 mm");
  await expect(page.getByRole("img", { name: /as forged, from end A: Taper 90 mm/ })).toBeVisible();
  await page.getByRole("tab", { name: "as marked" }).click();
  await expect(page.getByRole("img", { name: /as marked: cut 200.2 mm/ })).toBeVisible();
  await expect(page.getByRole("cell", { name: "40.2 mm · 1 37/64 in" })).toBeVisible();

  await page.getByRole("checkbox", { name: /Maren Tholsgaard/ }).check();
  await page.getByRole("button", { name: "Set it" }).click();
  await expect(page.getByText("Set for Maren Tholsgaard.")).toBeVisible();

  // At the bench, with the keys alone.
  await page.getByRole("link", { name: "Measure" }).click();
  await page.getByLabel("Made by").selectOption("Maren Tholsgaard");
  await page.getByRole("button", { name: "To the bench" }).click();
  const slate = page.getByRole("complementary", { name: "Verdict" });
  await expect(slate.locator("[data-standing]")).toContainText("Fair");
  await expect(slate.locator("[data-standing]")).toContainText("two in a row, one to go");

  const field = page.locator("[data-reading]");
  const judgement = page.locator("[data-judgement]");
  for (const [typed, words] of [
    ["3.9", "heavy"],
    ["2.1", "light"],
    ["3.55", "too close to call"],
    ["3.1", "on size"],
  ] as const) {
    await field.fill(typed);
    await expect(judgement).toHaveText(words);
  }
  await field.fill("");
  await take(page, "4.0", "3.9", "7.9", "11.7", "10.6", "12.1", "12.0", "84");
  await expect(slate.locator("[data-outcome]")).toHaveText("Another heat");
  await expect(slate).toContainText("Square the taper up");
  await expect(slate).toContainText("Draw the taper down");
  await expect(slate.getByRole("list", { name: "What to do" })).toContainText(
    /taper, length 84\.0 → 9\d\.\d/,
  );
  await expect(slate.getByRole("region", { name: "What it comes to" })).toContainText("on size");

  await page.keyboard.press("d");
  await page.getByLabel("Find a defect by any of its names").fill("half-moon");
  await page.keyboard.press("Enter");
  await page.getByLabel("Where").selectOption({ index: 3 });
  await page.getByRole("button", { name: "Note it" }).click();
  await expect(page.getByRole("region", { name: "Defects" })).toContainText("Hammer marks");
  await expect(slate).toContainText("and 1 defect");

  // Another heat was given: measure again what was worked.
  await page.getByRole("button", { name: /^1\. Taper tip, flat way/ }).click();
  await page.keyboard.type("3.1");
  await page.keyboard.press("Enter");
  await take(page, "250", "0.4");
  await page.getByRole("button", { name: /^2\. / }).click();
  await take(page, "3.0", "10.7", "10.6", "91");
  await page.getByRole("button", { name: "put right" }).click();
  await expect(slate).toContainText("1 still to try in use");
  await page.keyboard.press("n");
  await expect(slate.locator("[data-outcome]")).toHaveText("Another heat");
  await expect(slate).toContainText("Does it open the lay of a rope without catching?");
  await page
    .getByRole("button", { name: "Does it open the lay of a rope without catching? Yes" })
    .click();
  await expect(slate.locator("[data-outcome]")).toHaveText("Keep");
  await expect(slate.locator("[data-marks]")).toHaveText(/9\d\s*of 100/);
  await saved(page);
  await page.keyboard.press("s");
  await expect(slate.locator("[data-signed]")).toContainText("Signed by Oda Fenwright: Keep");
  await expect(slate.locator("[data-standing]")).toContainText("True");
  await expect(slate).toContainText("A step gained.");
  const tag = await page.getByText(/^K1-\d+$/).textContent();
  expect(complaints).toEqual([]);

  // All of it is in the database: a fresh page shows the same.
  await page.reload();
  await expect(slate.locator("[data-outcome]")).toHaveText("Keep");
  await expect(slate.locator("[data-standing]")).toContainText("True");

  // The learner sees that piece, what to do next, and nobody else's record.
  const learner = await (
    await browser.newContext({ viewport: { width: 390, height: 844 } })
  ).newPage();
  await signIn(learner, "maren");
  await expect(learner).toHaveURL(/\/next$/);
  const last = learner.getByRole("region", { name: "Your last piece" });
  await expect(last).toContainText(tag!);
  await expect(last).toContainText("Keep");
  await expect(learner.getByText("Next piece")).toBeVisible();
  await learner.getByRole("link", { name: "Every reading, and why" }).click();
  await expect(learner.getByRole("row", { name: /Taper tip, flat way 3.1/ })).toBeVisible();
  await learner
    .getByRole("navigation", { name: "Work" })
    .last()
    .getByRole("link", { name: "My stair" })
    .click();
  await expect(learner.getByRole("listitem").filter({ hasText: "Square taper" })).toContainText(
    "True",
  );
  await expect(learner.getByRole("main")).not.toContainText("Brackwater");
  await learner.context().close();
});

test("a whole piece by keyboard alone, from signing in to signing", async ({ page }) => {
  await page.goto("/sign-in");
  await expect(page.getByLabel("E-mail")).toBeEnabled();
  await page.getByLabel("E-mail").focus();
  await page.keyboard.type("oda@wrackline.example");
  await page.keyboard.press("Tab");
  await page.keyboard.type("anvil-and-bell");
  await page.keyboard.press("Enter");
  await page.waitForURL(/\/set$/);
  await page.waitForLoadState("networkidle");
  await page.keyboard.press("?");
  await expect(page.getByRole("dialog", { name: "Keys" })).toBeVisible();
  await page.keyboard.press("Escape");
  await page.keyboard.press("Control+k");
  await expect(page.getByRole("dialog", { name: "Find" })).toBeVisible();
  await page.keyboard.type("fid, Hedda");
  await page.keyboard.press("Enter");
  await page.waitForURL(/\/measure\//);
  await take(page, ...GOOD_FID.slice(0, -1));
  await page.keyboard.press("h");
  await page.keyboard.press("ArrowUp");
  await expect(page.getByRole("button", { name: /^8\. Whole, length/ })).toHaveAttribute(
    "aria-pressed",
    "true",
  );
  await page.keyboard.type("250.5");
  await page.keyboard.press("Enter");
  await page.keyboard.type("0.4");
  await page.keyboard.press("Enter");
  await page.keyboard.press("y");
  await saved(page);
  await page.keyboard.press("s");
  await expect(page.locator("[data-signed]")).toContainText("Signed by Oda Fenwright");
});
