import { expect, test, type Page } from "@playwright/test";
import { expectAccessible } from "./accessible";
import { GOOD_FID, saved, signIn, signInOnly, startPiece, take, takeAndSend } from "./shop";

test.use({ serviceWorkers: "allow" });

/** Waits until a page is kept on the device. */
const kept = (page: Page, path: string) =>
  expect
    .poll(
      () =>
        page.evaluate(
          async (wanted) =>
            (await caches.match(wanted, { ignoreVary: true })) !== undefined &&
            navigator.serviceWorker.controller !== null,
          path,
        ),
      // The picture's worker is ten megabytes; a busy machine takes its time.
      { timeout: 60_000 },
    )
    .toBe(true);

/** A bench whose page is kept on the device, with all that went wrong on it. */
async function keptBench(page: Page): Promise<{ bench: string; errors: string[] }> {
  const errors: string[] = [];
  page.on("pageerror", ({ message }) => errors.push(message));
  await signInOnly(page, "oda");
  await startPiece(page, "Bryn Ostler", "fid");
  const bench = new URL(page.url()).pathname;
  await kept(page, bench);
  return { bench, errors };
}

test("without the network the bench reloads, takes readings, and sends them when it is back", async ({
  page,
  context,
}) => {
  const { bench } = await keptBench(page);
  await context.setOffline(true);
  await page.reload();
  await expect(page.locator("[data-reading]")).toBeFocused();
  await take(page, "3.1", "3.0");
  await expect(page.getByText("2 only on this device")).toBeVisible();
  // What is opened only when it is wanted is on the device too.
  await page.keyboard.press("d");
  await page.getByRole("button", { name: /^Fish-mouth/ }).click();
  await page.getByRole("button", { name: "Note it" }).click();
  await expect(page.getByText("3 only on this device")).toBeVisible();
  await page.reload();
  await expect(page.getByText("3 only on this device")).toBeVisible();
  await expect(page.getByRole("button", { name: /^2\. .*: 3.0 mm, on size/ })).toBeVisible();
  await page.goto("/climb");
  await expect(page.getByRole("heading", { name: /No network/ })).toBeVisible();
  await expectAccessible(page);
  await page.getByRole("link", { name: "To the bench" }).click();
  await expect(page.getByRole("heading", { name: /No network|At the bench/ })).toBeVisible();
  await page.goto(bench);
  await expect(page.getByText("3 only on this device")).toBeVisible();
  await context.setOffline(false);
  await saved(page);
  await page.reload();
  await expect(page.getByRole("button", { name: /^2\. .*: 3.0 mm, on size/ })).toBeVisible();
  await expect(page.getByRole("region", { name: "Defects" })).toContainText("Fish-mouth");
});

test("once the device answers for the server the bench still says what to do, with a network or without", async ({
  page,
  context,
}) => {
  const { errors } = await keptBench(page);
  await page.reload();
  await takeAndSend(page, "4.6");
  const advised = page.locator("#slate [data-outcome]", { hasText: "Another heat" });
  await expect(advised).toBeVisible();
  await context.setOffline(true);
  await page.reload();
  await expect(advised).toBeVisible();
  expect(errors).toEqual([]);
});

test("a piece is measured from a picture once the device answers for the server, then without a network", async ({
  page,
  context,
}) => {
  test.slow();
  const { bench, errors } = await keptBench(page);
  // As a device has it that kept the application of an earlier build.
  await page.evaluate(async () => {
    await caches.open("picture-earlier");
    await (await navigator.serviceWorker.ready).unregister();
  });
  await page.reload();
  await kept(page, bench);
  const read = page
    .getByRole("complementary", { name: "From the picture" })
    .getByRole("heading", { name: /^\d+ of \d+ read$/ });
  const measure = async () => {
    await page.getByRole("button", { name: "From a picture" }).click();
    await page.getByRole("button", { name: "Practice camera" }).click();
    await expect(read).toBeVisible({ timeout: 60_000 });
  };
  await measure();
  const pictureCaches = () =>
    page.evaluate(async () => (await caches.keys()).filter((name) => name.startsWith("picture-")));
  await expect.poll(pictureCaches).toHaveLength(1);
  expect(await pictureCaches()).not.toContain("picture-earlier");
  await context.setOffline(true);
  await page.reload();
  await measure();
  await page.getByRole("button", { name: "Take these readings" }).click();
  await expect(page.getByText(/\d only on this device/)).toBeVisible();
  await context.setOffline(false);
  await saved(page);
  expect(errors).toEqual([]);
});

test("what was sent stays in sight when the page on the device is older than it", async ({
  page,
  context,
}) => {
  await signInOnly(page, "oda");
  await startPiece(page, "Asta Kelling", "fid");
  await kept(page, new URL(page.url()).pathname);
  await takeAndSend(page, "3.1");
  await takeAndSend(page, "3.0");
  await context.setOffline(true);
  await page.reload();
  await expect(page.getByRole("button", { name: /^2\. .*: 3.0 mm, on size/ })).toBeVisible();
  await expect(page.getByText("all saved")).toBeVisible();
  await context.setOffline(false);
  await page.reload();
  await expect(page.getByRole("button", { name: /^1\. .*: 3.1 mm, on size/ })).toBeVisible();
});

test("a signature without the network waits with its readings, and leaving doesn't lose it", async ({
  page,
  context,
}) => {
  await signInOnly(page, "oda");
  await page.goto("/measure");
  await kept(page, "/measure");
  await startPiece(page, "Ivo Brackwater", "fid");
  const bench = new URL(page.url()).pathname;
  await kept(page, bench);
  await take(page, ...GOOD_FID.slice(0, 7));
  await saved(page);
  await context.setOffline(true);
  await take(page, ...GOOD_FID.slice(7));
  await page.keyboard.press("y");
  const slate = page.getByRole("complementary", { name: "Verdict" });
  await slate.getByRole("button", { name: "Sign: keep" }).click();
  await expect(slate).toContainText("Signed on this device");
  await slate.getByRole("button", { name: "Take it back" }).click();
  await slate.getByRole("button", { name: "Sign: keep" }).click();
  await expect(slate).toContainText("Signed on this device");
  await expectAccessible(page);
  await slate.getByRole("link", { name: "Next piece" }).click();
  await expect(page.getByText(/(entry is|entries are) only on this device/)).toBeVisible();
  await context.setOffline(false);
  await expect(page.getByText(/(entry is|entries are) only on this device/)).toBeHidden();
  await page.goto(bench);
  await expect(slate.locator("[data-signed]")).toContainText("Signed by Oda Fenwright: Keep");
});

test("opening Measure once keeps every bench on it, and leaving forgets them", async ({
  page,
  context,
}) => {
  await signInOnly(page, "oda");
  await page.goto("/measure");
  const link = page.getByRole("row").nth(1).getByRole("link");
  const bench = (await link.getAttribute("href"))!;
  await kept(page, bench);
  await context.setOffline(true);
  await link.click();
  await expect(page).toHaveURL(new RegExp(bench));
  await expect(page.getByRole("list", { name: "To measure" })).toBeVisible();
  await context.setOffline(false);
  await page.goto("/me");
  await page.getByRole("button", { name: "Sign out", exact: true }).click();
  await expect(page).toHaveURL(/sign-in/);
  const left = await page.evaluate(async () =>
    (await caches.keys()).filter((name) => name.startsWith("bell-step-pages")),
  );
  expect(left).toEqual([]);
});

test("a learner's next sheet is on the phone before there is no network", async ({
  page,
  context,
}) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await signIn(page, "maren");
  const sheet = page.getByRole("link", { name: "Open the sheet" });
  await kept(page, (await sheet.getAttribute("href"))!);
  await context.setOffline(true);
  await sheet.click();
  await expect(page.getByRole("heading", { level: 1 })).toBeVisible();
  await expect(page.getByText(/Cut/).first()).toBeVisible();
});

test("it can be installed: the manifest names icons that are there, at their size", async ({
  page,
}) => {
  await page.goto("/sign-in");
  const href = await page.locator('link[rel="manifest"]').getAttribute("href");
  const manifest = (await (await page.request.get(href!)).json()) as {
    name: string;
    start_url: string;
    display: string;
    icons: { src: string; sizes: string; purpose?: string }[];
  };
  expect(manifest).toMatchObject({ name: "Bell Step", start_url: "/", display: "standalone" });
  expect(manifest.icons.some(({ purpose }) => purpose === "maskable")).toBe(true);
  for (const { src, sizes } of manifest.icons) {
    const size = await page.evaluate(async (address) => {
      const image = new Image();
      image.src = address;
      await image.decode();
      return `${image.naturalWidth}x${image.naturalHeight}`;
    }, src);
    expect(size).toBe(sizes);
  }
});

test("a page that answers with the sign-in makes the device forget what it kept", async ({
  page,
}) => {
  await signInOnly(page, "cato");
  await page.goto("/measure");
  await kept(page, "/measure");
  await page.context().clearCookies();
  await page.goto("/measure");
  await expect(page).toHaveURL(/sign-in/);
  const isKept = () =>
    page.evaluate(async () => (await caches.match("/measure", { ignoreVary: true })) !== undefined);
  await expect.poll(isKept).toBe(false);
});
