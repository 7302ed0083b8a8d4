import { expect, type Page, test as alone } from "@playwright/test";
import { expectAccessible } from "./accessible";
import {
  aPhoto,
  GOOD_FID,
  inPlanOrder,
  saved,
  signIn,
  signInOnly,
  startPiece,
  take,
  takeAndSend,
} from "./shop";
import { test } from "./test";

const slate = (page: Page) => page.getByRole("complementary", { name: "Verdict" });

test("a learner measures practice on a phone; an inspection of a piece stands beside their own check", async ({
  page,
  browser,
}) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await signIn(page, "maren");
  await page.getByRole("navigation").getByRole("link", { name: "Measure" }).last().click();
  const form = page.getByRole("region", { name: "Start a practice piece" });
  await form.getByRole("button", { name: "To the bench" }).click();
  await expect(page.getByText("practice, your own check")).toBeVisible();
  await page.locator("[data-reading]").fill("3.1");
  await page.locator("[data-reading]").press("Enter");
  await expect(page.getByRole("button", { name: /^1\. .*: 3.1 mm, on size/ })).toBeVisible();
  await saved(page);
  await expect(slate(page)).toContainText("an inspection measures again");
  await expectAccessible(page);
  const pieceId = page.url().split("/").at(-1)!;

  const inspector = await (await browser.newContext()).newPage();
  await signInOnly(inspector, "oda");
  await inspector.goto(`/measure/${pieceId}`);
  await inPlanOrder(inspector);
  await expect(inspector.getByRole("button", { name: /^1\. .*: not measured/ })).toBeVisible();
  await takeAndSend(inspector, "4.0");
  await inspector.context().close();

  await page.goto(`/piece/${pieceId}`);
  const row = page.getByRole("row", { name: /Taper tip, flat way/ });
  await expect(row).toContainText("3.1");
  await expect(row).toContainText("4.0");
  await expect(row).toContainText("−0.9");
});

test("sizes are called before they are measured, by the learner and those round the bench", async ({
  page,
}) => {
  await signInOnly(page, "oda");
  await startPiece(page, "Pell Ansgar", "fid");
  await page.getByRole("button", { name: "Calls" }).click();
  const calls = page.getByRole("region", { name: "Called by eye" });
  const says = calls.getByRole("textbox");
  await says.fill("3.5");
  await says.press("Enter");
  await expect(calls).toContainText("Pell Ansgar 3.5");
  await calls.getByLabel("Who calls").selectOption("Tam Okoro-Lisle");
  await says.fill("thick");
  await says.press("Enter");
  await expect(calls.getByRole("alert")).toBeVisible();
  await says.fill("2.8");
  await says.press("Enter");
  // The call's own field took those digits: nothing is measured yet.
  await expect(page.getByRole("button", { name: /^1\. .*: not measured/ })).toBeVisible();
  await page.locator("[data-reading]").focus();
  await takeAndSend(page, "3.1");
  await expect(calls).toContainText("13 % over");
  await expect(calls).toContainText("10 % under");
  await expectAccessible(page);
  await page.reload();
  await expect(calls).toContainText("Tam Okoro-Lisle 2.8, 10 % under");
});

alone(
  "the eye drill: the screen is set, pieces come at true size, time ends it",
  async ({ page }) => {
    await signInOnly(page, "maren");
    await page.goto("/eye");
    await expect(page.getByText("Nothing is called yet.")).toBeVisible();
    // A card drawn 428 px wide is 5 px to the millimetre.
    await page.getByRole("slider").fill("5");
    await expect
      .poll(
        async () => (await page.getByRole("img", { name: "A card to fit" }).boundingBox())!.width,
      )
      .toBeCloseTo(85.6 * 5 + 4, 0);
    await page.getByRole("button", { name: "It fits" }).click();
    await page.clock.install();
    await page.getByRole("button", { name: "Start the three minutes" }).click();
    const drill = page.getByRole("region", { name: "Eye drill" });
    for (let made = 0; made < 3; made += 1) {
      const px = Number(await drill.getByRole("img").getAttribute("data-truth-px"));
      const sent = page.waitForResponse(/call-drawn/);
      await drill.getByRole("textbox").fill((px / 5).toFixed(1));
      await drill.getByRole("button", { name: "Say it" }).click();
      await sent;
      await expect(drill).toContainText("just right");
    }
    await drill.getByRole("textbox").fill("about a thumb");
    await page.keyboard.press("Enter");
    await expect(drill.getByRole("alert")).toBeVisible();
    await expectAccessible(page);
    await page.clock.fastForward(181_000);
    await expect(drill).toContainText("Time.");
    await drill.getByRole("button", { name: "Done" }).click();
    await expect(page.getByRole("region", { name: "So far" })).toContainText("3 calls");
  },
);

test("photographs are added and taken back; what isn't one is told", async ({ page }) => {
  await signInOnly(page, "oda");
  await startPiece(page, "Corin Vale", "cleat");
  const photos = page.getByRole("region", { name: "Photographs" });
  const input = photos.locator("input[type=file]");
  await input.setInputFiles({
    name: "not-a-photo.jpg",
    mimeType: "image/jpeg",
    buffer: Buffer.from("not a photograph at all"),
  });
  await expect(photos.getByRole("alert")).toContainText("not-a-photo.jpg");
  await expect(photos.getByRole("alert")).toContainText("JPEG, PNG or WebP");
  await input.setInputFiles({ name: "piece.jpg", mimeType: "image/jpeg", buffer: await aPhoto() });
  const picture = photos.getByRole("img", { name: /added by Oda Fenwright/ });
  await expect(picture).toBeVisible();
  const natural = () =>
    picture.evaluate((one: HTMLImageElement) => [one.naturalWidth, one.naturalHeight]);
  await expect.poll(natural).toEqual([1200, 1600]);
  await photos.getByRole("button", { name: "take back" }).click();
  await expect(picture).toBeHidden();
});

test("stages are checked at the anvil, and a defect says at which it arose", async ({ page }) => {
  await signInOnly(page, "oda");
  await startPiece(page, "Lio Farrow", "fid");
  await page.getByText(/^At the anvil: 0 of/).click();
  const stages = page.getByRole("list", { name: "At the anvil", exact: true });
  // The bar is measured as the stage leaves it; what isn't a size is said, and not taken.
  const cut = stages.getByRole("listitem").first();
  const length = cut.getByLabel(/^Whole, length/);
  await length.fill("long");
  await expect(cut).toContainText("isn't a size");
  await expect(cut.getByRole("button", { name: /: good$/ })).toBeDisabled();
  await length.fill("100");
  await expect(cut).toContainText(/under$/);
  // Folded away and unfolded, nothing that was typed is lost.
  await page.getByText(/^At the anvil: 0 of/).click();
  await expect(length).toBeHidden();
  await page.getByText(/^At the anvil: 0 of/).click();
  await expect(length).toHaveValue("100");
  await cut.getByRole("button", { name: /: good$/ }).click();
  await expect(page.getByText(/^At the anvil: 1 of/)).toBeVisible();
  await expect(cut).toContainText("100.0, 100.2 under");
  await saved(page);
  await page.keyboard.press("d");
  await page.getByRole("button", { name: /^Gone diamond/ }).click();
  const dialog = page.getByRole("dialog", { name: "Gone diamond" });
  await dialog.getByLabel("Arose at").selectOption({ index: 1 });
  await expectAccessible(page);
  await dialog.getByRole("button", { name: "Note it" }).click();
  await saved(page);
  await page.reload();
  await page.getByText(/^At the anvil: 1 of/).click();
  await expect(cut).toContainText("100.0, 100.2 under");
});

test("two benches at the same piece: both readings are kept, and the later stands on both", async ({
  page,
  browser,
}) => {
  await signInOnly(page, "oda");
  await startPiece(page, "Pell Ansgar", "fid");
  const bench = page.url();
  await takeAndSend(page, "4.0");
  const other = await (await browser.newContext()).newPage();
  await signInOnly(other, "cato");
  await other.goto(bench);
  await expect(other.getByRole("button", { name: /^1\. .*: 4.0 mm, heavy/ })).toBeVisible();
  const again = async (at: Page, reading: string) => {
    await at.getByRole("button", { name: /^1\. / }).click();
    await takeAndSend(at, reading);
  };
  // Both take the place of the same reading.
  await again(page, "3.3");
  await again(other, "3.1");
  for (const at of [page, other]) {
    await at.reload();
    await expect(at.getByRole("button", { name: /^1\. .*: 3.1 mm, on size/ })).toBeVisible();
  }
  await other.context().close();
});

test("a piece to start again says what is left of it, and what that makes", async ({ page }) => {
  await signInOnly(page, "oda");
  await startPiece(page, "Ivo Brackwater", "fid");
  // Necked in the middle, everything else as it should be.
  await take(page, ...GOOD_FID.map((reading, index) => (index === 2 ? "5.0" : reading)));
  await expect(slate(page).locator("[data-outcome]")).toHaveText("Start again");
  const left = slate(page).getByRole("region", { name: "What is left" });
  await expect(left).toContainText("160 mm");
  await left.getByRole("link", { name: "Everything it makes" }).click();
  await expect(page).toHaveURL(/\/set\/offcut\?section=12/);
  await expect(page.getByRole("table")).toBeVisible();
});

test("side by side: this piece and the learner's last, deviations made plain", async ({ page }) => {
  await signInOnly(page, "oda");
  await startPiece(page, "Maren Tholsgaard", "fid");
  await take(page, ...GOOD_FID.slice(0, 4));
  await saved(page);
  await page.getByRole("link", { name: "Side by side" }).click();
  await expect(page.getByRole("heading", { name: "Side by side" })).toBeVisible();
  const outlines = page.getByRole("region", { name: "Outlines" });
  await expect(outlines.getByRole("img")).toHaveAccessibleName(/deviations drawn 5 times/);
  await outlines.getByLabel("10 times").check();
  await expect(outlines.getByRole("img")).toHaveAccessibleName(/drawn 10 times/);
  await expect(page.getByRole("row", { name: /Taper tip, flat way/ })).toContainText("3.1");
  await expectAccessible(page);
  const another = page.getByLabel("another");
  const label = await another.locator("option").last().textContent();
  await another.selectOption({ label: label! });
  await expect(page.getByText(`with ${label!.split(",")[0]}`)).toBeVisible();
});

test("an exercise's own marks rule; signed pieces are graded again when asked", async ({
  page,
}) => {
  await signInOnly(page, "oda");
  await page.goto("/set?words=gangway");
  await page.getByRole("link", { name: "Gangway pin" }).first().click();
  await page.getByRole("link", { name: "Marks rule" }).click();
  const pieces = page.getByRole("region", { name: "Signed pieces" });
  await expect(pieces).toContainText("Every signed piece stands");
  await page.getByLabel("Each heat over the budget").fill("lots");
  await page.getByRole("button", { name: "Keep this rule" }).click();
  await expect(page.getByText("A number from 0 to 100.")).toBeVisible();
  await page.getByLabel("Each heat over the budget").fill("3");
  await page.getByLabel("Pass mark").fill("20");
  await page.getByRole("button", { name: "Keep this rule" }).click();
  await expect(pieces.getByRole("button", { name: /Grade (it|all \d+) again/ })).toBeVisible();
  await expectAccessible(page);
  await pieces.getByRole("button", { name: /Grade/ }).click();
  await expect(pieces).toContainText("Every signed piece stands");
  await page.getByRole("button", { name: /Back to the school/ }).click();
  await expect(page.getByLabel("Pass mark")).toHaveValue("60");
});
