import { expect } from "@playwright/test";
import { serveAgain } from "./server";
import { setFor } from "./records";
import { saved, signInOnly, startPiece, take, takeAndSend } from "./shop";
import { test } from "./test";

test.beforeEach(async ({ page }) => signInOnly(page, "oda"));

test("what isn't a size is answered beside the field, and stays typed", async ({ page }) => {
  await startPiece(page, "Pell Ansgar", "fid");
  const field = page.locator("[data-reading]");
  const row = page.getByRole("list", { name: "To measure" });
  const isWhole = async () => {
    const [room, answer] = [await row.boundingBox(), await row.getByRole("alert").boundingBox()];
    expect(answer!.x).toBeGreaterThanOrEqual(room!.x);
    expect(answer!.x + answer!.width).toBeLessThanOrEqual(room!.x + room!.width);
  };
  for (const [typed, answer] of [
    ["abc", "isn't a size"],
    ["-3", "less than nothing"],
    ["1e9", "isn't a size"],
    ["12..4", "isn't a size"],
    ["99999999", "longer than any bar"],
  ] as const) {
    await field.fill(typed);
    await field.press("Enter");
    await expect(
      page.getByRole("main").getByRole("alert").filter({ hasText: answer }),
    ).toBeVisible();
    await expect(field).toHaveValue(typed);
    await isWhole();
  }
  await field.fill("31");
  await field.press("Enter");
  await expect(page.getByText("31 mm on a 3 mm taper tip: is the point missing?")).toBeVisible();
  await expect(field).toHaveValue("31");
  await field.fill("3,1");
  await field.press("Enter");
  await expect(
    page.getByRole("button", { name: /^1\. Taper tip, flat way: 3.1 mm, on size/ }),
  ).toBeVisible();
  await field.fill('1/8"');
  await field.press("Enter");
  await expect(
    page.getByRole("button", { name: /^2\. Taper tip, turned: 3.2 mm, on size/ }),
  ).toBeVisible();
  // A reading far off is taken all the same when it is confirmed.
  await field.fill("75");
  await field.press("Enter");
  await isWhole();
  await field.press("Enter");
  await expect(page.getByRole("button", { name: /^3\. .*: 75.0 mm, heavy/ })).toBeVisible();
});

test("inches first: readings without a unit are inches, and limits are shown in them", async ({
  page,
}) => {
  // The unit belongs to the person: one whom no other test signs in as.
  await page.context().clearCookies();
  await signInOnly(page, "renske");
  await page.goto("/me");
  await page.getByLabel("Inches first").check();
  await expect(page.getByLabel("Inches first")).toBeChecked();
  await startPiece(page, "Sunniva Dray", "fid");
  await expect(page.getByRole("list", { name: "To measure" })).toContainText("0.118 ± 0.020");
  await take(page, "0.122");
  await expect(page.getByRole("button", { name: /^1\. .*: 0.122 in, on size/ })).toBeVisible();
  await page.goto("/me");
  await page.getByLabel("Millimetres first").check();
});

test("heats and minutes by one tap or one key; a defect is put right or taken back", async ({
  page,
}) => {
  await startPiece(page, "Corin Vale", "cleat");
  await page.getByRole("button", { name: "One more: heats" }).click();
  await page.keyboard.press("h");
  await page.keyboard.press("m");
  await expect(page.getByText("2 of 10 heats")).toBeVisible();
  await expect(page.getByText("1 of 37 min")).toBeVisible();
  await page.getByRole("button", { name: "Note a defect" }).click();
  await page.getByRole("button", { name: /^Cold shut/ }).click();
  await page.getByRole("button", { name: "Note it" }).click();
  const slate = page.getByRole("complementary", { name: "Verdict" });
  await expect(slate.locator("[data-outcome]")).toHaveText("Another heat");
  await page.getByRole("button", { name: "take back" }).click();
  await expect(slate.locator("[data-outcome]")).toHaveText("Nothing measured yet");
  await saved(page);
  await page.reload();
  await expect(page.getByText("2 of 10 heats")).toBeVisible();
});

test("a defect is noted by keys alone: found by a word, each field one Tab further", async ({
  page,
}) => {
  await startPiece(page, "Pell Ansgar", "fid");
  await page.keyboard.press("d");
  const dialog = page.getByRole("dialog");
  await expect(dialog.getByLabel("Find a defect by any of its names")).toBeFocused();
  await page.keyboard.type("fish");
  await page.keyboard.press("Enter");
  for (const field of ["How bad", "Where", "Arose at", "Note"]) {
    await expect(dialog.getByLabel(field, { exact: true })).toBeFocused();
    await page.keyboard.press("Tab");
  }
  await expect(dialog.getByRole("button", { name: "Note it" })).toBeFocused();
  await page.keyboard.press("Enter");
  await expect(dialog).toBeHidden();
  await expect(page.getByRole("complementary", { name: "Verdict" })).toContainText("1 defect");
});

test("what is typed is judged before anything has been sent", async ({ page }) => {
  await startPiece(page, "Bryn Ostler", "fid");
  const asked: string[] = [];
  await page.route("**/*", (route) => (asked.push(route.request().url()), route.abort()));
  for (const [typed, judged] of [
    ["4.2", "heavy"],
    ["3.1", "on size"],
    ["2.1", "light"],
  ] as const) {
    await page.locator("[data-reading]").fill(typed);
    await expect(page.locator("[data-judgement]").first()).toHaveText(judged);
  }
  expect(asked).toEqual([]);
});

test("a lost session keeps what was typed on the device until signing in again", async ({
  page,
  context,
}) => {
  await startPiece(page, "Lio Farrow", "fid");
  await takeAndSend(page, "3.1");
  const bench = page.url();
  await context.clearCookies();
  await take(page, "3.2");
  await expect(
    page.getByText("You are signed out. What you typed is kept on this device."),
  ).toBeVisible();
  await expect(page.getByText("1 only on this device")).toBeVisible();
  await page.getByRole("link", { name: "Sign in and go on" }).click();
  await page.getByLabel("E-mail").fill("oda@wrackline.example");
  await page.getByLabel("Password").fill("anvil-and-bell");
  await page.getByRole("button", { name: "Sign in", exact: true }).click();
  await page.waitForURL(bench);
  await expect(page.getByRole("button", { name: /^2\. .*: 3.2 mm, on size/ })).toBeVisible();
  await saved(page);
  await page.reload();
  await expect(page.getByRole("button", { name: /^2\. .*: 3.2 mm, on size/ })).toBeVisible();
});

test("a server stopped between reading and saving: what isn't saved says so, and is sent when it is back", async ({
  browser,
}) => {
  const server = await serveAgain();
  const page = await (await browser.newContext({ baseURL: server.address })).newPage();
  try {
    await signInOnly(page, "oda");
    await startPiece(page, "Asta Kelling", "fid");
    await takeAndSend(page, "3.1");
    await server.stop();
    await take(page, "3.0", "7.6");
    await expect(page.getByText("2 only on this device")).toBeVisible();
    await expect(page.getByText(/The server can.t be reached/)).toBeVisible();
    const stations = page.getByRole("list", { name: "To measure" });
    await expect(stations.getByText("on this device")).toHaveCount(2);
    await server.start();
    await saved(page);
    await page.reload();
    for (const [number, value] of [
      [1, "3.1"],
      [2, "3.0"],
      [3, "7.6"],
    ] as const)
      await expect(
        page.getByRole("button", { name: new RegExp(`^${number}\\. .*: ${value} mm, on size`) }),
      ).toBeVisible();
  } finally {
    await page.context().close();
    await server.stop();
  }
});

for (const [device, size] of [
  ["a desk", { width: 1280, height: 800 }],
  ["a tablet", { width: 820, height: 1180 }],
  ["a phone", { width: 390, height: 844 }],
] as const)
  test(`on ${device} the lit reading is in sight above the keys, the first and a late one`, async ({
    page,
  }) => {
    await page.setViewportSize(size);
    await setFor(page.request, "Pell Ansgar", "Bait-bucket bow");
    await startPiece(page, "Pell Ansgar", "Bait-bucket bow");
    const isInSight = () =>
      page.locator("[data-lit]").evaluate((lit) => {
        const { top, bottom, left, right } = lit.getBoundingClientRect();
        const foot = document.querySelector("main footer, footer")!.getBoundingClientRect();
        return top >= 0 && bottom <= foot.top && left >= 0 && right <= innerWidth;
      });
    await expect.poll(isInSight).toBe(true);
    const late = page.getByRole("button", { name: /^13\. / });
    await late.evaluate((button: HTMLElement) => button.click());
    await expect(late).toHaveAttribute("aria-pressed", "true");
    await expect.poll(isInSight).toBe(true);
  });
