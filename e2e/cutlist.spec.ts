import { expect, test } from "@playwright/test";
import { signInOnly } from "./shop";

test("lists as they are jotted down become bars with their cuts; what can't be read says which line", async ({
  page,
}) => {
  await signInOnly(page, "oda");
  await page.goto("/reckon");
  await page.getByRole("link", { name: "cut list" }).click();
  const button = page.getByRole("button", { name: "Which bars to saw" });
  await page.getByLabel("To cut").fill("bracket: 2 × 406.2\nring: long");
  await expect(page.getByText("Line 2:")).toBeVisible();
  await expect(button).toBeDisabled();
  await page.getByLabel("To cut").fill("bracket: 2 × 406.2\nring: 264.4");
  await page.getByLabel("Bars and offcuts in hand").fill("rack: 900\nbox: 270");
  await page.getByLabel("Bars that could be bought").fill("3000");
  await button.click();
  // 2 × 406.2 and their kerfs are 815.4 of 900; the ring with its kerf 265.9 of 270.
  const bars = page.getByRole("listitem").filter({ has: page.getByRole("img") });
  await expect(bars).toHaveCount(2);
  await expect(bars.first()).toContainText("bracket 2 × 406.2; 84.6 over");
  await expect(bars.last()).toContainText("ring 264.4; 4.1 over");
  await expect(page.getByText("proved the fewest bars and the least waste")).toBeVisible();
  await page.getByLabel("Bars that could be bought").fill("");
  await page.getByLabel("Bars and offcuts in hand").fill("rack: 900");
  await expect(page.getByText("This was before you changed the lists.")).toBeVisible();
  await button.click();
  await expect(page.getByText("No bar is left for 1 × ring (264.4 mm)")).toBeVisible();
});
