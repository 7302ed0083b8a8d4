import { expect } from "@playwright/test";
import { expectAccessible } from "./accessible";
import { signInOnly, watchConsole } from "./shop";
import { test } from "./test";

test("judged: ten pieces by keys, what the bench says of each, and how often it was the same", async ({
  page,
}) => {
  const complaints = watchConsole(page);
  await signInOnly(page, "maren");
  await page.goto("/eye");
  await page.getByRole("link", { name: "Judge ten pieces" }).click();
  await expect(page.getByText("piece 1 of 10")).toBeVisible();
  await expectAccessible(page);
  for (let piece = 1; piece <= 10; piece += 1) {
    await page.keyboard.press("h");
    const choices = page.getByRole("region", { name: "What first?" }).getByRole("button");
    expect(await choices.count()).toBeGreaterThanOrEqual(2);
    const saved = page.waitForResponse(/judge-drawn/);
    await page.keyboard.press("1");
    expect((await saved).ok()).toBe(true);
    const says = page.getByRole("region", { name: "What the bench says" });
    await expect(says).toContainText(/The bench (says the same|says otherwise|begins otherwise)/);
    await expect(says.getByRole("heading")).toHaveText(/^(Keep|Another heat: .+|Start again)$/);
    if (piece === 1) await expectAccessible(page);
    // The way on has the focus.
    await page.keyboard.press("Enter");
  }
  const said = page.getByRole("region", { name: "How it went" });
  await expect(said.getByRole("heading")).toHaveText(/^Right (\d+ of 10 times|every time)\.$/);
  await page.goto("/eye");
  await expect(page.getByRole("region", { name: "What would you do?" })).toContainText(/Right /);
  expect(complaints).toEqual([]);
});
