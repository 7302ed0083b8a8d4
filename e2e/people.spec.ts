import { expect } from "@playwright/test";
import { openPerson, PASSWORD, signIn, signInOnly, watchConsole } from "./shop";
import { test } from "./test";

test("a learner is added, invited, joins and finds nothing set", async ({ page, browser }) => {
  await signIn(page, "oda");
  await page.getByRole("link", { name: "Wrackline Forge School" }).click();
  await page.getByRole("button", { name: "Ask somebody to join" }).click();
  const part = page.getByRole("region", { name: "Add a learner" });
  const name = part.getByLabel("Name", { exact: true });
  await part.getByRole("button", { name: "Add", exact: true }).click();
  await expect(part.getByText("A name is needed.")).toBeVisible();
  await name.fill("<b>Nobody</b>");
  await part.getByRole("button", { name: "Add", exact: true }).click();
  await expect(part.getByText("visible characters")).toBeVisible();
  await expect(name).toHaveValue("<b>Nobody</b>");
  await name.fill("Tilda Strand");
  await part.getByLabel("Cohort", { exact: true }).selectOption("Thursday evening");
  await part.getByRole("button", { name: "Add", exact: true }).click();
  await expect(part.getByText(/Tilda Strand is in, with the tag T\d+/)).toBeVisible();
  await page.keyboard.press("Escape");

  await page.getByRole("link", { name: /Tilda Strand/ }).click();
  await page.getByRole("button", { name: "A way in for Tilda Strand" }).click();
  const address = await page.locator("[data-join-link]").textContent();
  const newcomer = await (await browser.newContext()).newPage();
  await newcomer.goto(address!);
  await expect(newcomer.getByRole("heading", { name: "Welcome, Tilda Strand" })).toBeVisible();
  await newcomer.getByLabel("E-mail").fill("tilda@example.org");
  await newcomer.getByLabel("Password").fill("short");
  await newcomer.getByRole("button", { name: "Join" }).click();
  await expect(newcomer.getByText("At least 10 characters.", { exact: true })).toBeVisible();
  await newcomer.getByLabel("Password").fill("tildastrand1");
  await newcomer.getByRole("button", { name: "Join" }).click();
  await expect(newcomer.getByText("That would be guessed")).toBeVisible();
  await newcomer.getByLabel("Password").fill("anvil-and-bell");
  await newcomer.getByRole("button", { name: "Join" }).click();
  await expect(newcomer.getByRole("heading", { name: "Nothing is set for you" })).toBeVisible();
  await newcomer.goto(address!);
  await expect(newcomer.getByRole("heading", { name: "This link can’t be used" })).toBeVisible();
  await newcomer.context().close();
});

test("a learner is cleared for a machine, and told where they are not", async ({ page }) => {
  await signInOnly(page, "oda");
  await openPerson(page, "Hedda Marsh");
  const cleared = page.getByRole("button", { name: "Hedda Marsh is cleared for:" });
  await cleared.click();
  const dialog = page.getByRole("dialog", { name: "Hedda Marsh may use" });
  const drill = dialog.getByLabel("the drill");
  const was = await drill.isChecked();
  await dialog.getByLabel("the power hammer").check();
  await drill.setChecked(false);
  await expect(drill).toBeEnabled();
  await page.keyboard.press("Escape");
  await expect(cleared).toContainText("power hammer");

  // An exercise with a drilled hole says so where it is set.
  await page.goto("/set?words=runner");
  await page.getByRole("link", { name: /Chart-table runner/ }).click();
  const learner = page.getByRole("region", { name: "Set it" }).getByText("Hedda Marsh");
  await expect(learner.locator("..")).toContainText("not cleared for the drill");

  await openPerson(page, "Hedda Marsh");
  await cleared.click();
  await drill.setChecked(was);
  await expect(drill).toBeEnabled();
});

test("a wrong password is told like an unknown address; signing out ends it", async ({ page }) => {
  const failWith = async (email: string) => {
    await page.goto("/sign-in");
    await page.getByLabel("E-mail").fill(email);
    await page.getByLabel("Password").fill("certainly wrong");
    await page.getByRole("button", { name: "Sign in", exact: true }).click();
    return page.getByRole("main").getByRole("alert").textContent();
  };
  expect(await failWith("oda@wrackline.example")).toBe(await failWith("nobody@wrackline.example"));
  await signInOnly(page, "maren");
  await page.goto("/me");
  await page.getByRole("button", { name: "Sign out", exact: true }).click();
  await expect(page.getByText("You are signed out.")).toBeVisible();
  await page.goto("/next");
  await expect(page).toHaveURL(/sign-in/);
});

test("a tab of one person writes nothing under whoever signed in in another", async ({ page }) => {
  await signInOnly(page, "oda");
  await page.goto("/school");
  await page.getByRole("button", { name: "Ask somebody to join" }).click();
  const name = page.getByRole("region", { name: "Add a learner" }).getByLabel("Name");
  await name.fill("Nobody’s Learner");
  const other = await page.context().newPage();
  await other.goto("/me");
  const data = { email: "cato@wrackline.example", password: PASSWORD };
  const status = await other.evaluate(async (body) => {
    const headers = { "content-type": "application/json" };
    const path = "/api/auth/sign-in/email";
    return (await fetch(path, { method: "POST", headers, body: JSON.stringify(body) })).status;
  }, data);
  expect(status).toBe(200);
  const part = page.getByRole("region", { name: "Add a learner" });
  await part.getByRole("button", { name: "Add", exact: true }).click();
  await expect(part).toContainText("Sign in");
  await other.goto("/school");
  await expect(other.getByText("Nobody’s Learner")).toHaveCount(0);
  await other.close();
});

test("signing out without a network forgets this device's pages, and ends it when there is one", async ({
  page,
}) => {
  await signInOnly(page, "cato");
  await page.goto("/me");
  await page.context().setOffline(true);
  await page.getByRole("button", { name: "Sign out", exact: true }).click();
  await expect(page.getByText("There is no network.")).toBeVisible();
  expect(await page.evaluate(() => caches.keys())).toEqual([]);
  await page.context().setOffline(false);
  await expect(page).toHaveURL(/sign-in/);
  await page.goto("/me");
  await expect(page).toHaveURL(/sign-in/);
});

test("the way back after signing in leads only to our own pages", async ({ page }) => {
  await signIn(page, "oda");
  for (const next of ["//evil.example", "https://evil.example", "/\\evil.example"]) {
    await page.goto(`/sign-in?next=${encodeURIComponent(next)}`);
    expect(new URL(page.url()).hostname).toBe("127.0.0.1");
  }
});

test("before hydration no password can be typed, so that none gets into an address", async ({
  browser,
}) => {
  const context = await browser.newContext({ javaScriptEnabled: false });
  const page = await context.newPage();
  await page.goto("/sign-in");
  await expect(page.getByLabel("Password")).toBeDisabled();
  await expect(page.getByRole("button", { name: "Sign in", exact: true })).toBeDisabled();
  await context.close();
});

test("what is tapped, typed, ticked and pressed before hydration is done after it", async ({
  page,
}) => {
  const complaints = watchConsole(page);
  await signInOnly(page, "oda");
  const early = async (path: string, hands: () => Promise<void>) => {
    let letGo = () => {};
    const held = new Promise<void>((resolve) => (letGo = resolve));
    await page.route("**/*.js", async (route) => {
      await held;
      await route.continue();
    });
    await page.goto(path, { waitUntil: "commit" });
    await hands();
    letGo();
    await page.unrouteAll({ behavior: "wait" });
  };
  await early("/reckon", async () => {
    await page.getByLabel("text").fill("half a foot");
    await page.getByLabel("text").fill("5/8 in");
    await page.getByRole("button", { name: "inches" }).click();
  });
  await expect(page.getByText("15.875 mm", { exact: true })).toBeVisible();
  await expect(page.getByRole("button", { name: "inches" })).toHaveAttribute(
    "aria-pressed",
    "true",
  );
  await early("/climb", async () => {
    await expect(page.getByRole("heading", { level: 1 })).toBeVisible();
    await page.keyboard.press("?");
  });
  await expect(page.getByRole("dialog")).toBeVisible();
  await early("/measure/labels", async () => {
    const ticks = page.getByRole("checkbox");
    await ticks.first().uncheck();
    await ticks.nth(1).uncheck();
    await ticks.first().check();
  });
  const all = await page.getByRole("checkbox").count();
  await expect(page.getByRole("button", { name: `Print ${all - 1} labels` })).toBeVisible();
  await early("/eye", async () => {
    // Between two of its steps lies the usual scale, where the slider stood before.
    await page.getByRole("slider").fill("5");
  });
  await expect(page.getByRole("img", { name: "A card to fit" })).toHaveAttribute(
    "width",
    String(85.6 * 5 + 4),
  );
  expect(complaints).toEqual([]);
});

test("a step judged more loosely than the one before it is told, and not kept", async ({
  page,
}) => {
  await signInOnly(page, "oda");
  await page.goto("/school/rules");
  const grades = page.getByRole("main");
  await expect(grades.getByLabel("True")).toHaveValue("17");
  await grades.getByLabel("Sure").selectOption("18: ± 1.35 mm · 0.053 in");
  await expect(grades.getByRole("alert")).toContainText("more loosely than the one before it");
  await page.reload();
  await expect(grades.getByLabel("Sure")).toHaveValue("16");
});
