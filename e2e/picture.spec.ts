import { mkdtemp, rm, writeFile } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { chromium, expect, type Locator, type Page } from "@playwright/test";
import { pieceSchema } from "@/core/piece/piece";
import { photograph } from "@/core/simulate/camera/photograph";
import { randomScene } from "@/core/simulate/camera/scene";
import { seededRandom } from "@/core/stats/random";
import { jpegOf } from "@/vision/node";
import { SHELF_EXERCISES, WORKED_EXERCISES } from "@/data/demo/exercises";
import { saved, signInOnly, startPiece } from "./shop";
import { test } from "./test";
import { expectAccessible } from "./accessible";

test.beforeEach(async ({ page }) => signInOnly(page, "oda"));

/** Takes pictures by the practice camera until one is measured: a made-up one may be refused, as a real one may. */
async function takePicture(page: Page): Promise<Locator> {
  await page.keyboard.press("p");
  const slate = page.getByRole("complementary", { name: "From the picture" });
  await expect(async () => {
    await page.getByRole("button", { name: "Practice camera" }).click();
    await expect(slate.getByRole("heading", { name: /^\d+ of \d+ read$/ })).toBeVisible({
      timeout: 60_000,
    });
  }).toPass();
  return slate;
}

/** Takes what was read, and waits until the server has all of it: the outline comes last. */
async function takeReadings(page: Page): Promise<void> {
  const kept = page.waitForResponse(/keep-outline/);
  await page.getByRole("button", { name: "Take these readings" }).click();
  await kept;
}

test("a piece is measured from a picture, looked at, corrected, and taken", async ({ page }) => {
  test.slow();
  await startPiece(page, "Pell Ansgar", "fid");
  await page.keyboard.press("p");
  await expect(page.getByRole("heading", { name: "From a picture" })).toBeVisible();
  await expectAccessible(page);
  await page.keyboard.press("Escape");
  const slate = await takePicture(page);
  await expectAccessible(page);
  // What stands upright is said so, and has no value.
  await expect(slate.getByText("it stands upright").first()).toBeVisible();
  const row = page.getByRole("list", { name: "Read from the picture" });
  const first = row.getByRole("button").first();
  await expect(first).toHaveAccessibleName(/^1\. Taper tip, flat way: \d/);
  await page.keyboard.press("ArrowRight");
  await expect(first).toHaveAttribute("aria-pressed", "true");
  const field = page.getByLabel("type it");
  await field.fill("abc");
  await field.press("Enter");
  await expect(page.getByRole("main").getByRole("alert")).toContainText("isn't a size");
  await field.fill("3,2");
  await field.press("Enter");
  await expect(first).toHaveAccessibleName(/^1\. Taper tip, flat way: 3\.2/);
  await page.getByRole("button", { name: "As it was read" }).click();
  await expect(first).not.toContainText("as you set it");
  // An edge that was seen wrong is moved to where it is, by hand or by keys.
  const edge = page.getByRole("slider", { name: "The other edge of Taper tip, flat way" });
  const { x, y, width, height } = (await edge.boundingBox())!;
  await page.mouse.move(x + width / 2, y + height / 2);
  await page.mouse.down();
  await page.mouse.move(x + width / 2 + 40, y + height / 2 + 40, { steps: 4 });
  await page.mouse.up();
  await expect(first).toContainText("as you set it");
  await page.getByRole("button", { name: "As it was read" }).click();
  await expect(first).not.toContainText("as you set it");
  const asRead = Number(await edge.getAttribute("aria-valuenow"));
  await edge.focus();
  await page.keyboard.press("ArrowUp");
  await expect(edge).toHaveAttribute("aria-valuenow", String(Number((asRead + 0.1).toFixed(3))));
  await page.getByRole("button", { name: "As it was read" }).click();
  const before = Number((await slate.getByRole("heading", { level: 2 }).innerText()).split(" ")[0]);
  await page.getByRole("button", { name: "Leave it out" }).click();
  await expect(slate.getByRole("heading", { level: 2 })).toHaveText(
    new RegExp(`^${before - 1} of`),
  );
  await page.getByRole("button", { name: "Keep the picture with the piece" }).click();
  await expect(page.getByText("Kept with the piece.")).toBeVisible();
  await page.getByRole("button", { name: "Take these readings" }).click();
  await expect(page.getByRole("list", { name: "To measure" })).toBeVisible();
  await expect(page.getByRole("img", { name: /^Photograph 1, added by Oda/ })).toBeVisible();
  await expect(page.getByText(`After ${before - 1} of`)).toBeVisible();
  await saved(page);
});

test("the outline of a first piece is the template that the next is laid over", async ({
  page,
}) => {
  test.slow();
  await startPiece(page, "Pell Ansgar", "fid");
  const first = page.url();
  await takePicture(page);
  await takeReadings(page);
  await page.goto(`${first}/compare`);
  await page.getByRole("button", { name: /^Make .* the template for the next ones$/ }).click();
  await expect(page.getByText(/is this exercise’s template/)).toBeVisible();
  await startPiece(page, "Pell Ansgar", "fid");
  await takePicture(page);
  await page.getByRole("button", { name: /^the template, traced from/ }).click();
  const laid = page.getByRole("region", { name: /^Laid over the template/ });
  await expect(laid).toContainText(/apart/);
  await expectAccessible(page);
  await laid.getByLabel("10 times").check();
  await expect(laid.getByRole("img", { name: /deviations drawn 10 times$/ })).toBeVisible();
  await takeReadings(page);
  // Side by side, both lie over the template and over one another.
  await page.goto(`${page.url()}/compare`);
  await expect(
    page.getByRole("region", { name: "From their pictures" }).getByRole("img").first(),
  ).toBeVisible();
  await page.getByRole("button", { name: "Put the traced template away" }).click();
  await expect(page.getByRole("button", { name: "Put the traced template away" })).toBeHidden();
});

test("what is no picture, and a picture without the mat, is refused with what to do", async ({
  page,
}) => {
  await startPiece(page, "Pell Ansgar", "fid");
  await page.getByRole("button", { name: "From a picture" }).click();
  const choose = page.getByLabel("Choose a picture");
  await choose.setInputFiles({
    name: "notes.jpg",
    mimeType: "image/jpeg",
    buffer: Buffer.from("no picture"),
  });
  await expect(page.getByRole("main").getByRole("alert")).toContainText("That isn't a picture", {
    timeout: 30_000,
  });
  // The bench itself is a picture without a mat.
  const screen = await page.screenshot();
  await choose.setInputFiles({ name: "screen.png", mimeType: "image/png", buffer: screen });
  await expect(page.getByRole("main").getByRole("alert")).toContainText(
    /mat isn't in the picture|at least 1,200/,
    {
      timeout: 30_000,
    },
  );
  await page.keyboard.press("Escape");
  await expect(page.getByRole("list", { name: "To measure" })).toBeVisible();
});

/** A camera that sees a piece of an exercise on a mat, as the browser takes one from a file. */
async function cameraFile(words: string): Promise<string> {
  const { content } = [...WORKED_EXERCISES, ...SHELF_EXERCISES].find((one) =>
    one.content.name.includes(words),
  )!;
  const random = seededRandom(5);
  const room = { widthPx: 2400, heightPx: 1800, maxTiltDeg: 10 };
  const scene = randomScene(pieceSchema.parse(content.piece), "a4", room, random)!;
  const frame = await jpegOf(photograph(scene, random));
  const file = join(await mkdtemp(join(tmpdir(), "bell-step-camera-")), "view.mjpeg");
  await writeFile(file, Buffer.concat([frame, frame]));
  return file;
}

test("looked through, the camera takes the picture by itself once it can be measured", async ({
  baseURL,
}, { project }) => {
  test.slow();
  const { executablePath, args = [] } = project.use.launchOptions!;
  const file = await cameraFile("Net-mender's fid");
  const browser = await chromium.launch({
    executablePath: executablePath!,
    args: [
      ...args,
      "--use-fake-ui-for-media-stream",
      "--use-fake-device-for-media-stream",
      `--use-file-for-fake-video-capture=${file}`,
    ],
  });
  try {
    const page = await browser.newPage({ baseURL: baseURL! });
    await signInOnly(page, "oda");
    await startPiece(page, "Pell Ansgar", "fid");
    await page.getByRole("button", { name: "From a picture" }).click();
    await page.getByRole("button", { name: "Look through the camera" }).click();
    await expect(page.getByRole("region", { name: "Through the camera" })).toBeVisible();
    await expectAccessible(page);
    const slate = page.getByRole("complementary", { name: "From the picture" });
    await expect(slate.getByRole("heading", { name: /^\d+ of \d+ read$/ })).toBeVisible({
      timeout: 90_000,
    });
  } finally {
    await browser.close();
    await rm(file, { force: true });
  }
});

test("a camera that may not be used says what to do, and a picture can be chosen", async ({
  browser,
}) => {
  const context = await browser.newContext({ permissions: [] });
  const page = await context.newPage();
  await signInOnly(page, "oda");
  await startPiece(page, "Pell Ansgar", "fid");
  await page.getByRole("button", { name: "From a picture" }).click();
  await page.getByRole("button", { name: "Look through the camera" }).click();
  await expect(page.getByRole("main").getByRole("alert")).toContainText(
    "Allow it for this page in the browser, or choose a picture instead.",
  );
  await page.getByRole("button", { name: "Stop" }).click();
  await expect(page.getByLabel("Choose a picture")).toBeAttached();
  await context.close();
});
