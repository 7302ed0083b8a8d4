import { expect, type Page } from "@playwright/test";
import { expectAccessible } from "./accessible";
import { signIn, signInOnly, startPiece, take, watchConsole } from "./shop";
import { test } from "./test";

const PHONE = { width: 390, height: 844 };

async function expectNoSidewaysScroll(page: Page) {
  const { scroll, client } = await page.evaluate(() => ({
    scroll: document.documentElement.scrollWidth,
    client: document.documentElement.clientWidth,
  }));
  expect([page.url(), scroll]).toEqual([page.url(), client]);
}

test("the sign-in page, a page that isn't there and one that isn't yours are accessible", async ({
  page,
}) => {
  await page.goto("/sign-in");
  await expectAccessible(page);
  await page.getByRole("link", { name: "Forgotten your password?" }).click();
  await expect(page.getByRole("heading", { name: "A way back" })).toBeVisible();
  await expectAccessible(page);
  await signInOnly(page, "maren");
  await page.goto("/nowhere");
  await expect(page.getByRole("heading", { name: "There is nothing here" })).toBeVisible();
  await expectAccessible(page);
  await page.goto("/set");
  await expect(page.getByRole("heading", { name: "This isn’t yours to open" })).toBeVisible();
  await expectAccessible(page);
});

/** The staff's pages, shared out so that they are looked over side by side. */
const STAFF_PAGES = [
  ["/set", "/set/import", "/set/new", "/me"],
  ["/climb", "/climb?close=1", "/climb/exercises", "/climb/track-record"],
  ["/climb/agreement", "/climb/class", "/climb/course", "/verify"],
  [
    "/prepare",
    "/prepare/shop",
    "/prepare/buy",
    "/school",
    "/school/rules",
    "/school/slips",
    "/reckon/evening",
    "/measure",
    "/measure/instruments",
    "/reckon",
    "/set/offcut?section=12+square&length=260",
  ],
];
for (const pages of STAFF_PAGES)
  test(`accessible, on a phone too, within the policy and without a throw: ${pages.join(", ")}`, async ({
    page,
  }) => {
    const complaints = watchConsole(page);
    await signInOnly(page, "oda");
    const desk = page.viewportSize()!;
    for (const path of pages) {
      await page.goto(path);
      await expect(page.getByRole("heading", { level: 1 })).toBeVisible();
      await expectAccessible(page);
      await page.setViewportSize(PHONE);
      await expectNoSidewaysScroll(page);
      await page.setViewportSize(desk);
    }
    expect(complaints).toEqual([]);
  });

test("an exercise and a learner are accessible, and so is finding them", async ({ page }) => {
  const complaints = watchConsole(page);
  await signInOnly(page, "oda");
  await page.goto("/set?words=cleat");
  await page.getByRole("link", { name: "Rope cleat blank" }).click();
  await expect(page.getByRole("tab", { name: "as marked" })).toBeVisible();
  await expectAccessible(page);
  const desk = page.viewportSize()!;
  await page.setViewportSize(PHONE);
  await expectNoSidewaysScroll(page);
  await page.setViewportSize(desk);
  await page.goto("/climb");
  await page.getByRole("table").getByRole("link", { name: "Hedda Marsh" }).click();
  await page.getByRole("link", { name: "Everything about Hedda" }).click();
  for (const part of [
    "What next",
    "Where they stand",
    "What practice does",
    "What comes back",
    "The eye",
    "What they made",
  ]) {
    await page.getByRole("link", { name: part, exact: true }).click();
    await expect(page.getByRole("link", { name: part, exact: true })).toHaveAttribute(
      "aria-current",
      "page",
    );
    await expectAccessible(page);
  }
  await page.keyboard.press("Control+k");
  await expect(page.getByRole("dialog")).toBeVisible();
  await expectAccessible(page);
  expect(complaints).toEqual([]);
});

test("the designer is accessible in every view, on every sheet and with its menu open", async ({
  page,
}) => {
  const complaints = watchConsole(page);
  await signIn(page, "oda");
  await page.getByRole("link", { name: "Strap with everything too near" }).click();
  await expect(page.getByRole("group", { name: "The bar, as forged" })).toBeVisible();
  await expectAccessible(page);
  for (const key of ["1", "3"]) {
    await page.keyboard.press(key);
    await expectAccessible(page, "[role=tabpanel]");
  }
  for (const sheet of ["Stock and parts", "Measured on", "Steps of work", "How it is worked"]) {
    await page.getByRole("tab", { name: sheet }).click();
    await expectAccessible(page, "[role=tabpanel]");
  }
  await page.getByRole("button", { name: "Add", exact: true }).click();
  await expect(page.getByRole("dialog", { name: "Add to the bar" })).toBeVisible();
  await expectAccessible(page, "[role=dialog]");
  expect(complaints).toEqual([]);
});

test("the bench is accessible mid-piece, with its defect dialog, and with a question open", async ({
  page,
}) => {
  const complaints = watchConsole(page);
  await signInOnly(page, "oda");
  await startPiece(page, "Hedda Marsh", "fid");
  await take(page, "4.0", "2.0", "8.3");
  await page.locator("[data-reading]").fill("85");
  await page.keyboard.press("Enter");
  await expectAccessible(page);
  await page.locator("[data-reading]").fill("");
  await page.keyboard.press("d");
  await expect(page.getByRole("dialog")).toBeVisible();
  await expectAccessible(page);
  await page.keyboard.press("Enter");
  await expect(page.getByLabel("How bad")).toBeVisible();
  await expectAccessible(page);
  // The keyboard goes round within the dialog, both ways.
  const dialog = page.getByRole("dialog");
  const focused = dialog.locator(":focus");
  for (const key of [...Array<string>(8).fill("Tab"), ...Array<string>(12).fill("Shift+Tab")]) {
    await page.keyboard.press(key);
    await expect(focused).toHaveCount(1);
  }
  expect(complaints).toEqual([]);
});

test("the learner's pages and the sheet fit 390 px and are accessible", async ({ page }) => {
  await page.setViewportSize(PHONE);
  const complaints = watchConsole(page);
  await signIn(page, "maren");
  const fits = async () => {
    await expect(page.getByRole("heading", { level: 1 })).toBeVisible();
    await expectNoSidewaysScroll(page);
    await expectAccessible(page);
  };
  await fits();
  await page.getByRole("link", { name: "Every reading, and why" }).click();
  await page.waitForURL(/\/piece\//);
  await fits();
  await page.goto("/stair");
  await page.getByText("what proves it").first().click();
  await fits();
  await page.goto("/me");
  await fits();
  await page.goto("/next");
  await page.getByRole("link", { name: "Open the sheet" }).click();
  await page.waitForURL(/\/sheet\//);
  await fits();
  await expect(
    page.getByText("Local rules and the word of the responsible instructor"),
  ).toBeVisible();
  const buttons = await page.getByRole("button", { name: "Print" }).boundingBox();
  expect(buttons!.height).toBeGreaterThanOrEqual(44);
  expect(complaints).toEqual([]);
});

test("a learner's run fits 390 px and is accessible", async ({ page }) => {
  await page.setViewportSize(PHONE);
  await signInOnly(page, "ivo");
  await page.goto("/stair");
  await page
    .getByRole("link", { name: /to go for/ })
    .first()
    .click();
  await page.waitForURL(/\/run\//);
  await expect(page.getByRole("heading", { level: 1 })).toBeVisible();
  await expectNoSidewaysScroll(page);
  await expectAccessible(page);
});

test("the sheet prints without the frame around it", async ({ page }) => {
  await signIn(page, "oda");
  await page.getByRole("link", { name: "Net-mender's fid" }).click();
  await page.getByRole("link", { name: "The sheet, to print" }).click();
  await expect(page.getByRole("heading", { name: "Mind" })).toBeVisible();
  await page.emulateMedia({ media: "print" });
  await expect(page.getByRole("navigation")).toBeHidden();
  await expect(page.getByRole("button", { name: "Print" })).toBeHidden();
  await expect(page.getByText("Eye protection always")).toBeVisible();
});

test("a sum on the Reckon screen, in both units, and one that can't be", async ({ page }) => {
  await signIn(page, "oda");
  await page.getByRole("link", { name: "Reckon" }).click();
  await page.getByRole("button", { name: "taper" }).click();
  await page.getByLabel("from", { exact: true }).fill("12 square");
  await page.getByLabel("to", { exact: true }).fill("3 square");
  await page.getByLabel("length", { exact: true }).fill("100");
  await expect(page.locator("dl").getByText("43.8 mm · 1 23/32 in")).toBeVisible();
  await page.getByText("How it was reached").first().click();
  await expect(page.getByText("6300 mm³ / 144 mm²")).toBeVisible();
  await expect(page.getByRole("img", { name: "The answer, drawn to scale" })).toBeVisible();
  await expect(
    page.getByRole("region", { name: "Recent sums" }).getByText("12 square, 3 square, 100"),
  ).toBeVisible();
  await page.getByRole("button", { name: "inches" }).click();
  await expect(page.locator("dl").getByText("43 3/4 in · 1111.3 mm")).toBeVisible();
  await page.getByLabel("to", { exact: true }).fill("20 square");
  await expect(page.getByText("A taper gets smaller")).toBeVisible();
});
