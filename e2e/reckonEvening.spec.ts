import { expect, test } from "@playwright/test";
import { expectAccessible } from "./accessible";
import { signInOnly, watchConsole } from "./shop";

test("an evening as it is jotted down is planned beside the page, drawn, and can be stopped", async ({
  page,
}) => {
  const complaints = watchConsole(page);
  await signInOnly(page, "oda");
  await page.goto("/reckon");
  await page.getByRole("link", { name: "an evening" }).click();
  const button = page.getByRole("button", { name: "Plan the evening" });
  const work = page.getByLabel("Who makes what");
  await expect(button).toBeDisabled();
  await work.fill("Ines: ring, 40 min, weld 20 min\nLio: ring, soon");
  await expect(page.getByText("Line 2: “soon” isn’t known of a piece")).toBeVisible();
  await expect(button).toBeDisabled();
  // Two welds at one welding fire come one after the other.
  await work.fill("Ines: ring, 40 min, weld 20 min\nLio: ring, 40 min, weld 20 min");
  await page.getByLabel("Minutes").fill("100");
  await button.click();
  await expect(page.getByText(/^2 of 2 pieces fit; waiting 20 min in all/)).toContainText(
    "proved the best there is",
  );
  await expect(
    page.getByRole("img", { name: /^Fire 1: .*Ines, ring, 00:00 to 00:40/ }),
  ).toBeVisible();
  await expectAccessible(page);
  await work.fill("Ines: ring, 40 min\nInes: ring, 20 min");
  await expect(page.getByText("This was before you changed it.")).toBeVisible();
  await button.click();
  await expect(page.getByText("“Ines: ring” stands twice")).toBeVisible();

  // Two hundred learners take a while: how far it is is shown, and it can be stopped.
  const many = Array.from(
    { length: 200 },
    (_, index) => `L${index}: a, 35 min\nL${index}: b, 25 min`,
  );
  await page
    .getByLabel("Fires", { exact: true })
    .fill(Array.from({ length: 18 }, (_, index) => `${index + 1}: 2 places`).join("\n"));
  await work.fill(many.join("\n"));
  await button.click();
  await expect(page.getByRole("progressbar")).toBeVisible();
  await page.getByRole("button", { name: "Stop" }).click();
  await expect(button).toBeEnabled();
  expect(complaints).toEqual([]);
});
