import { expect, test, type Page } from "@playwright/test";
import { expectAccessible } from "./accessible";
import { signIn, signInOnly } from "./shop";

const heading = (page: Page) => page.getByRole("heading", { level: 1 });

test.describe("on the desk", () => {
  test("the work by stages: the strip, the slate and the keys say the same stage", async ({
    page,
  }) => {
    await signInOnly(page, "oda");
    await page.goto("/set?words=lantern");
    await page.getByRole("link", { name: "Lantern bracket" }).click();
    await page.getByRole("tab", { name: "by stages" }).click();
    const strip = page.getByRole("list", { name: "Stages" }).getByRole("listitem");
    const slate = page.getByRole("complementary", { name: "Stage" });
    const count = await strip.count();
    expect(count).toBeGreaterThan(10);
    await expect(slate).toContainText(`Stage 1 of ${count}`);
    await expect(slate).toContainText("Cut: 415 mm");
    await page.keyboard.press("ArrowRight");
    await expect(slate.getByRole("heading", { level: 2 })).toHaveText("Taper scroll end");
    await expect(slate).toContainText("Length: 210 mm");
    await page.keyboard.press("ArrowLeft");
    await page.keyboard.press("ArrowLeft");
    await expect(slate).toContainText(`Stage 1 of ${count}`);
    await strip.last().getByRole("button").click();
    await expect(slate).toContainText(`Stage ${count} of ${count}`);
    await expect(slate.getByRole("button", { name: "Done" })).toBeDisabled();
    await expectAccessible(page);
  });

  test("the sheet draws the bar after every stage", async ({ page }) => {
    await signInOnly(page, "oda");
    await page.goto("/set?words=lantern");
    await page.getByRole("link", { name: "Lantern bracket" }).click();
    await page.getByRole("link", { name: "The sheet" }).click();
    await page.waitForURL(/\/sheet\//);
    await expect(page.getByRole("heading", { name: "Mind" })).toBeVisible();
    const pictures = page.getByRole("img", { name: /^The bar after stage \d+, / });
    const widths = await pictures.evaluateAll((all) => all.map((one) => one.clientWidth));
    expect(widths.length).toBeGreaterThan(10);
    expect(new Set(widths).size).toBe(1);
    await expectAccessible(page);
  });
});

test.describe("on the phone", () => {
  test.use({
    viewport: { width: 390, height: 844 },
    hasTouch: true,
    serviceWorkers: "allow",
  });

  /** A finger drawn across the screen. */
  async function swipe(page: Page, fromX: number, toX: number) {
    const client = await page.context().newCDPSession(page);
    const at = (x: number) => [{ x, y: 300 }];
    await client.send("Input.dispatchTouchEvent", { type: "touchStart", touchPoints: at(fromX) });
    for (let step = 1; step <= 5; step += 1)
      await client.send("Input.dispatchTouchEvent", {
        type: "touchMove",
        touchPoints: at(fromX + ((toX - fromX) * step) / 5),
      });
    await client.send("Input.dispatchTouchEvent", { type: "touchEnd", touchPoints: [] });
  }

  test("one stage a screen: tapped, swiped, and without a network", async ({ page, context }) => {
    await signIn(page, "maren");
    await page.goto("/next");
    await page.getByRole("link", { name: "Open the sheet" }).click();
    await page.getByRole("link", { name: "By stages" }).click();
    await page.waitForURL(/\/stages$/);
    await expect(heading(page)).toHaveText(/^(Cut|Mark)/);
    const first = await heading(page).textContent();
    // A finger and a mouse: both get on.
    const next = page.getByRole("button", { name: "next", exact: true });
    await next.tap();
    await expect(heading(page)).not.toHaveText(first!);
    const second = await heading(page).textContent();
    await page.getByRole("button", { name: "before", exact: true }).click();
    await expect(heading(page)).toHaveText(first!);
    await next.click();
    await expect(heading(page)).toHaveText(second!);
    await swipe(page, 80, 330);
    await expect(heading(page)).toHaveText(first!);
    await swipe(page, 330, 80);
    await expect(heading(page)).toHaveText(second!);
    await expectAccessible(page);
    const path = new URL(page.url()).pathname;
    await expect
      .poll(() =>
        page.evaluate(
          async (wanted) =>
            (await caches.match(wanted, { ignoreVary: true })) !== undefined &&
            navigator.serviceWorker.controller !== null,
          path,
        ),
      )
      .toBe(true);
    await context.setOffline(true);
    await page.reload();
    await expect(heading(page)).toHaveText(first!);
    await next.click();
    await expect(heading(page)).toHaveText(second!);
    await context.setOffline(false);
  });
});
