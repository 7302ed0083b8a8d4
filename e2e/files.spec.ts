import { readFileSync } from "node:fs";
import { expect } from "@playwright/test";
import { signIn, signInOnly } from "./shop";
import { test } from "./test";

const file = (content: string) => ({
  name: "piece.json",
  mimeType: "application/json",
  buffer: Buffer.from(content),
});

const PEG = {
  format: "bell-step.piece/1",
  name: "Marlin peg",
  stock: { section: "12 square" },
  stretches: [
    {
      id: "point",
      kind: "transition",
      from: "point",
      to: "12 square",
      length: 90,
      technique: "square-taper",
    },
    { id: "grip", kind: "prism", section: "12 square", length: 60 },
  ],
  allowances: { scale: 0, endTrim: 0 },
};

test("a piece file becomes an exercise, and comes out again the same", async ({ page }) => {
  await signIn(page, "oda");
  await page.getByRole("link", { name: "From a file" }).click();
  const input = page.getByLabel("File");
  for (const [content, answer] of [
    ["{ nonsense", "line 1"],
    [JSON.stringify({ ...PEG, format: "bell-step.piece/9" }), "bell-step.piece/9"],
    [JSON.stringify({ ...PEG, name: "<img src=x>" }), "At name:"],
    [JSON.stringify({ ...PEG, stock: { section: "12 sqare" } }), "At stock.section:"],
    [JSON.stringify({ ...PEG, stock: { section: "0.01 square" } }), "too thin"],
    [" ".repeat(300_000), "256 KB"],
    [" ".repeat(1_200_000), "256 KB"],
  ] as const) {
    await input.setInputFiles(file(content));
    await expect(
      page.getByRole("main").getByRole("alert").filter({ hasText: answer }),
    ).toBeVisible();
  }
  await input.setInputFiles(file(JSON.stringify(PEG)));
  await expect(page.locator("[data-stock]")).toHaveText("90 mm");
  await expect(page.getByLabel("Name on the shelf")).toHaveValue("Marlin peg");
  await page.getByLabel("Step").selectOption("1");
  await page.getByRole("button", { name: "Put it on the shelf" }).click();
  await expect(page.getByRole("heading", { name: "Marlin peg" })).toBeVisible();
  await page.getByRole("tab", { name: "as marked" }).click();
  await expect(page.getByRole("img", { name: /marks from end A at 30 mm/ })).toBeVisible();

  const downloading = page.waitForEvent("download");
  await page.getByRole("link", { name: "The piece file" }).click();
  const download = await downloading;
  expect(download.suggestedFilename()).toBe("marlin-peg.piece.json");
  const square = { shape: "square", size: 12 };
  expect(JSON.parse(readFileSync(await download.path(), "utf8"))).toEqual({
    ...PEG,
    stock: { section: square },
    stretches: [
      { ...PEG.stretches[0], to: square },
      { ...PEG.stretches[1], section: square },
    ],
  });
});

test("a pack goes out and comes in again as an exercise of its own", async ({ page }) => {
  await signInOnly(page, "oda");
  await page.goto("/set?words=gangway");
  await page.getByRole("link", { name: "Gangway pin" }).click();
  const downloading = page.waitForEvent("download");
  await page.getByRole("link", { name: "Exercise pack" }).click();
  const download = await downloading;
  expect(download.suggestedFilename()).toBe("gangway-pin.exercises.json");
  const pack = readFileSync(await download.path(), "utf8");
  const first = page.url();

  await page.goto("/set/import");
  const input = page.getByLabel("File");
  await input.setInputFiles(file(pack.replace("exercises/1", "exercises/7")));
  await expect(page.getByRole("alert").filter({ hasText: "exercises/7" })).toBeVisible();
  await input.setInputFiles(file(pack.replace("Gangway pin", "Gangway pin from afar")));
  await page.getByRole("button", { name: "Put it on the shelf" }).click();
  await expect(page.getByRole("heading", { name: "Gangway pin from afar" })).toBeVisible();
  expect(page.url()).not.toBe(first);
  await page.goto(first);
  await expect(page.getByRole("heading", { name: "Gangway pin", exact: true })).toBeVisible();
});
