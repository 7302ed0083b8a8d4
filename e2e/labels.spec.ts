import { mkdtempSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { chromium, expect } from "@playwright/test";
import jsQR from "jsqr";
import QRCode from "qrcode";
import sharp from "sharp";
import { signInOnly, startPiece } from "./shop";
import { test } from "./test";

test("a label's code says its tag, read off the page as it is seen", async ({ page }) => {
  await signInOnly(page, "oda");
  await page.goto("/measure/labels");
  const labels = page.getByRole("listitem");
  const count = await labels.count();
  expect(count).toBeGreaterThan(2);
  for (const label of (await labels.all()).slice(0, 3)) {
    // The tag stands first; of a training piece that line is as strong.
    const tag = await label.locator("strong").first().textContent();
    const shot = sharp(await label.screenshot({ scale: "css" })).resize({ width: 900 });
    const { data, info } = await shot.ensureAlpha().raw().toBuffer({ resolveWithObject: true });
    expect(jsQR(new Uint8ClampedArray(data), info.width, info.height)?.data).toBe(tag);
  }
  await page.getByRole("checkbox").first().uncheck();
  await expect(page.getByRole("button", { name: `Print ${count - 1} labels` })).toBeVisible();
  // Printed: only the labels that were left ticked.
  await page.emulateMedia({ media: "print" });
  await expect(labels).toHaveCount(count - 1);
  await expect(page.getByRole("button", { name: /^Print/ })).toBeHidden();
});

test("the tag of what could be hung from says that it is a training piece", async ({ page }) => {
  await signInOnly(page, "oda");
  await page.goto("/set?words=sail-tie+ring");
  await page.getByRole("link", { name: "Sail-tie ring with its keeper", exact: true }).click();
  await page.getByRole("checkbox", { name: /Hedda Marsh/ }).check();
  await page.getByRole("button", { name: "Set it" }).click();
  await expect(page.getByText(/^Set for/)).toBeVisible();
  await startPiece(page, "Hedda Marsh", "Sail-tie ring");
  await page.goto("/measure/labels");
  const training = page.getByText("Training piece: not for lifting, and not for carrying people.");
  await expect(training.first()).toBeVisible();
  // It stays within its label.
  const line = (await training.first().boundingBox())!;
  const label = (await page.getByRole("listitem").filter({ has: training }).first().boundingBox())!;
  expect(line.y + line.height).toBeLessThanOrEqual(label.y + label.height);
});

test("the camera reads a label and opens its piece", async ({ page, baseURL, launchOptions }) => {
  await signInOnly(page, "oda");
  await startPiece(page, "Hedda Marsh");
  const bench = new URL(page.url()).pathname;
  const tag = (await page.locator("header span.border-ink").first().textContent())!;
  // The camera's picture, made up: the label held before it, a little askew.
  const code = await QRCode.toBuffer(tag, { width: 260, margin: 4 });
  const frame = await sharp({
    create: { width: 640, height: 480, channels: 3, background: "#8a7a66" },
  })
    .composite([{ input: await sharp(code).rotate(9, { background: "#ffffff" }).toBuffer() }])
    .jpeg()
    .toBuffer();
  const video = join(mkdtempSync(join(tmpdir(), "bell-step-")), "camera.mjpeg");
  writeFileSync(video, Buffer.concat([frame, frame]));
  const browser = await chromium.launch({
    ...launchOptions,
    args: [
      ...(launchOptions.args ?? []),
      "--use-fake-ui-for-media-stream",
      "--use-fake-device-for-media-stream",
      `--use-file-for-fake-video-capture=${video}`,
    ],
  });
  const context = await browser.newContext({ baseURL: baseURL!, permissions: ["camera"] });
  const scanner = await context.newPage();
  await signInOnly(scanner, "oda");
  await scanner.goto("/measure");
  await scanner.getByRole("button", { name: "Scan its label" }).click();
  await expect(scanner).toHaveURL(new RegExp(`${bench}$`), { timeout: 15_000 });
  await browser.close();
});

test("without a camera it says so, and the tag can be typed", async ({ page }) => {
  await page.addInitScript(() => {
    Object.defineProperty(navigator, "mediaDevices", { value: undefined });
  });
  await signInOnly(page, "oda");
  await page.goto("/measure");
  await page.getByRole("button", { name: "Scan its label" }).click();
  await expect(page.getByText(/The camera can.t be used here/)).toBeVisible();
  await page.getByRole("button", { name: "Stop the camera" }).click();
  await expect(page.getByRole("button", { name: "Scan its label" })).toBeVisible();
});
