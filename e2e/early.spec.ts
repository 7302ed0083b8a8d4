import { expect, type Page } from "@playwright/test";
import { expectAccessible } from "./accessible";
import { takeIn } from "./records";
import { GOOD_FID, inPlanOrder, saved, signInOnly, take, takeAndSend } from "./shop";
import { test } from "./test";

const LEARNER = "Ines Quayle";
/** A fid just as drawn, line by line. */
const LINES = [["3.0"], ["3.0"], ["7.5"], ["10.6", "10.6"], ["12.0"], ["12.0"], ["90"], ["250"]];
const slateOf = (page: Page) => page.getByRole("complementary", { name: "Verdict" });

/** A practice piece of the fid on the bench, in the order of the plan, tried and good. */
async function tried(page: Page, drawn: boolean): Promise<string> {
  const pieceId = await takeIn(page.request, LEARNER, "fid", { kind: "practice", drawn });
  await page.goto(`/measure/${pieceId}`);
  await inPlanOrder(page);
  const answered = page.waitForResponse(/answer-try/);
  await page.keyboard.press("y");
  await answered;
  return pieceId;
}

/** Reads on until the slate says it is enough; how many it took. */
async function readUntilEnough(page: Page): Promise<number> {
  const enough = slateOf(page).getByText(/Enough: \d+ of/);
  for (const [index, values] of LINES.entries()) {
    await take(page, ...values.slice(0, -1));
    await takeAndSend(page, values.at(-1)!);
    await expect(slateOf(page)).toContainText(`After ${index + 1} of`);
    if (await enough.isVisible()) return index + 1;
  }
  throw new Error("Never enough.");
}

test.beforeEach(async ({ page }) => signInOnly(page, "oda"));

test("an inspection ends once enough is known, says how sure that is, and is signed in part", async ({
  page,
}) => {
  const pieceId = await tried(page, false);
  const read = await readUntilEnough(page);
  const slate = slateOf(page);
  await expect(slate).toContainText(/Of such pieces one in \d+ comes out otherwise/);
  await expect(slate.locator("[data-outcome]")).toHaveText("Keep");
  await expectAccessible(page);

  await slate.getByRole("button", { name: "Measure all" }).click();
  await expect(slate.getByRole("button", { name: "Measure the rest to sign" })).toBeDisabled();
  await slate.getByRole("button", { name: "End once enough is known" }).click();
  await slate.getByRole("button", { name: "Sign: keep" }).click();
  await expect(slate).toContainText("Signed by Oda Fenwright");
  await expect(slate).toContainText(`${read} of 9 measured`);
  await page.goto(`/piece/${pieceId}`);
  await expect(page.getByText(`${read} of 9 measured`)).toBeVisible();
});

test("one that is drawn is measured whole, and says so when others would end", async ({ page }) => {
  await tried(page, true);
  await take(page, ...GOOD_FID.slice(0, -1));
  await expect(slateOf(page)).toContainText("Drawn to be measured whole");
  await expect(
    slateOf(page).getByRole("button", { name: "Measure the rest to sign" }),
  ).toBeDisabled();
  await takeAndSend(page, GOOD_FID.at(-1)!);
  await saved(page);
  await expect(slateOf(page).getByRole("button", { name: "Sign: keep" })).toBeEnabled();
});

test("what is most likely off comes first, unless another order is chosen", async ({ page }) => {
  const pieceId = await takeIn(page.request, LEARNER, "fid", { kind: "practice", drawn: false });
  await page.goto(`/measure/${pieceId}`);
  // As on a device on which nothing was chosen yet.
  await page.evaluate(() => localStorage.clear());
  await page.reload();
  await expect(page.locator("[data-reading]")).toBeFocused();
  const first = () =>
    page.getByRole("list", { name: "To measure" }).getByRole("button").first().textContent();
  const doubtful = await first();
  const order = page.getByRole("combobox").filter({ hasText: "most likely off" });
  await expect(order).toHaveValue("doubtful-first");
  await order.selectOption("as-planned");
  await expect.poll(first).not.toBe(doubtful);
  await page.reload();
  await expect(order).toHaveValue("as-planned");
  await order.selectOption("doubtful-first");
  await expect.poll(first).toBe(doubtful);
});

test("whether inspections end early is the school’s choice", async ({ page }) => {
  // Another's: in ours others measure meanwhile.
  await page.context().clearCookies();
  await signInOnly(page, "stranger@elsewhere.example");
  await page.goto("/school/rules");
  const choice = page.getByRole("checkbox", { name: /ends once enough is known/ });
  await expect(choice).toBeChecked();
  await expect(page.getByText(/ended early/)).toBeVisible();
  const set = page.waitForResponse(/set-early-end/);
  await choice.click();
  await set;
  await expect(choice).not.toBeChecked();
  await expect(page.getByText(/ended early/)).toBeHidden();
  const again = page.waitForResponse(/set-early-end/);
  await choice.click();
  await again;
  await expect(choice).toBeChecked();
});

test("whether close calls are drawn by lot is the school’s choice", async ({ page }) => {
  await page.context().clearCookies();
  await signInOnly(page, "stranger@elsewhere.example");
  await page.goto("/school/rules");
  const choice = page.getByRole("checkbox", { name: "Close calls are drawn by lot" });
  for (const drawn of [true, false]) {
    await expect(choice).toBeChecked({ checked: !drawn });
    const set = page.waitForResponse(/set-close-calls/);
    await choice.click();
    await set;
    await page.reload();
    await expect(choice).toBeChecked({ checked: drawn });
  }
});
