import { expect, type Page } from "@playwright/test";
import { expectAccessible } from "./accessible";
import { signInOnly, watchConsole } from "./shop";
import { test } from "./test";

/** Opens the cohort and chooses a learner. */
async function choose(page: Page, name: string): Promise<void> {
  await page.goto("/climb");
  await page.getByRole("table").getByRole("link", { name }).click();
  await expect(page.getByRole("complementary", { name: `What is next for ${name}` })).toBeVisible();
}

test("the cohort: filters and order stay in the address, a learner's next comes on the slate", async ({
  page,
}) => {
  const complaints = watchConsole(page);
  await signInOnly(page, "oda");
  await page.goto("/climb");
  await expect(page.getByRole("row")).toHaveCount(15);
  await page.getByLabel("Cohort").selectOption("Thursday evening");
  await expect(page.getByRole("row")).toHaveCount(6);
  await page.getByLabel("Order").selectOption("fewest steps first");
  await page.getByRole("button", { name: /going stale/ }).click();
  await expect(page).toHaveURL(/cohort=Thursday\+evening&only=due&sort=steps/);
  await page.reload();
  await expect(page.getByLabel("Cohort")).toHaveValue("Thursday evening");
  await expect(page.getByRole("button", { name: /going stale/ })).toHaveAttribute(
    "aria-pressed",
    "true",
  );
  await page.getByRole("link", { name: "Lio Farrow", exact: true }).click();
  const slate = page.getByRole("complementary");
  await expect(slate.getByRole("heading", { level: 2 })).toContainText(/^Set .* next$/);
  await expect(page).toHaveURL(/cohort=Thursday/);
  await page.getByRole("link", { name: "close together" }).click();
  await expect(page.getByRole("link", { name: "with room" })).toBeVisible();
  expect(complaints).toEqual([]);
});

test("what is next is set, pinned with a reason, and put off; the learner's page keeps who said so", async ({
  page,
}) => {
  await signInOnly(page, "oda");
  await choose(page, "Asta Kelling");
  await page.getByRole("link", { name: "Everything about Asta" }).click();
  const next = page.getByRole("region", { name: "Next" });
  const second = next.getByRole("listitem").nth(1);
  const name = (await second.locator("strong").textContent())!.replace(/^\d+\. /, "");
  await second.getByRole("button", { name: "Pin it first" }).click();
  const dialog = page.getByRole("dialog");
  await dialog.getByLabel("Why, in a word or two").fill("for the open day");
  await dialog.getByRole("button", { name: "Pin it" }).click();
  const first = next.getByRole("listitem").first();
  await expect(first.locator("strong")).toHaveText(`1. ${name}`);
  await expect(first).toContainText("Pinned: for the open day.");
  await expect(next).toContainText(/pinned by Oda Fenwright, .*: for the open day/);
  await first.getByRole("button", { name: "Put it off" }).click();
  await dialog.getByLabel("Why, in a word or two").fill("a sore wrist");
  await dialog.getByRole("button", { name: "Put it off" }).click();
  await expect(first.locator("strong")).not.toHaveText(`1. ${name}`);
  await next.getByText(/^Not now/).click();
  await expect(next).toContainText(`${name}: put off: a sore wrist`);
  await next.getByLabel("minutes left").fill("9");
  await next.getByRole("button", { name: "Reckon" }).click();
  await expect(page).toHaveURL(/minutes=9/);
  await next.getByText(/^Not now/).click();
  await expect(next).toContainText(/takes \d+ min, 9 are left/);
});

test("the next class: planned under Prepare, everybody's piece and its bar, set with one tap", async ({
  page,
}) => {
  const complaints = watchConsole(page);
  await signInOnly(page, "oda");
  await page.goto("/prepare");
  const classes = page.getByRole("region", { name: "Classes" });
  await classes.getByText("Plan classes").click();
  await classes.getByLabel("Cohort").selectOption("Saturday morning");
  await classes.getByLabel("First on").fill("2031-01-04");
  await classes.getByLabel("Begins").fill("09:00");
  await classes.getByLabel("Hearths lit").fill("0");
  await classes.getByRole("button", { name: "Plan them" }).click();
  await expect(classes.getByText("1 to 60 hearths")).toBeVisible();
  await classes.getByLabel("Hearths lit").fill("1");
  await classes.getByLabel("Weeks in a row").fill("2");
  await classes.getByRole("button", { name: "Plan them" }).click();
  await expect(classes.getByText("2 classes are planned.")).toBeVisible();
  // The same again has no room.
  await classes.getByRole("button", { name: "Plan them" }).click();
  await expect(classes.getByText("Nothing was changed.")).toBeVisible();
  await classes.getByRole("button", { name: "Call off Sat 11 Jan" }).click();
  await classes.getByRole("button", { name: "Call it off" }).click();
  await expect(classes.getByRole("link", { name: "Sat 11 Jan" })).toBeHidden();

  await classes.getByRole("link", { name: "Sat 4 Jan, 09:00" }).click();
  await page.getByRole("link", { name: "Set first pieces, and see what is going stale" }).click();
  await expect(page.getByRole("heading", { level: 1 })).toHaveText(
    "Saturday morning, Sat 4 Jan, 09:00",
  );
  const ready = page.getByRole("complementary", { name: "To have ready" });
  await expect(ready).toContainText(/pieces, [\d.]+ kg of bar/);
  await expect(ready).toContainText("to a hearth: more than 2 wait for each other.");
  await expect(
    ready.getByRole("list", { name: "To cut" }).getByRole("listitem").first(),
  ).toContainText(/ mm · /);
  // One or several, as other tests have set theirs.
  const setAll = page.getByRole("button", { name: /^Set (all|the one)/ });
  await setAll.click();
  await expect(setAll).toBeHidden();
  // Two whom no other test gives anything.
  for (const learner of ["Ines Quayle", "Dov Tarnside"])
    await expect(
      page.getByRole("row", { name: learner }).getByRole("button", { name: "Set it" }),
    ).toHaveCount(0);
  expect(complaints).toEqual([]);
});

test("a run says what it proves, and an exercise that is wrong is found", async ({ page }) => {
  const complaints = watchConsole(page);
  await signInOnly(page, "oda");
  await page.goto("/climb/exercises");
  await expect(page.getByRole("region", { name: "What to look at" })).toContainText(
    /Tiller pin: \d of \d+ passed at the first try; \w+, length is heavy/,
  );
  await choose(page, "Lio Farrow");
  await page.getByRole("link", { name: "Everything about Lio" }).click();
  await page.getByRole("link", { name: "Where they stand" }).click();
  const proof = page.getByRole("listitem").filter({ hasText: "True, " }).first();
  await page.getByText("what proves it").first().waitFor();
  for (const details of await page.getByText("what proves it").all()) await details.click();
  await proof.getByRole("link", { name: "the run" }).last().click();
  await expect(page.getByRole("heading", { level: 1 })).toHaveText(/^The run of /);
  await expect(page.getByRole("region", { name: "What it proves" })).toContainText(
    /\d+ of \d+ shows/,
  );
  await expect(page.getByRole("figure").first()).toBeVisible();
  await expectAccessible(page);
  expect(complaints).toEqual([]);
});

test("inspectors: the studies are reckoned, values are entered, and what is wrong is told by its line", async ({
  page,
}) => {
  await signInOnly(page, "oda");
  await page.goto("/climb/agreement");
  await expect(page.getByRole("region", { name: "Tip of ten pegs, by caliper" })).toContainText(
    "10 pieces, 3 inspectors, 3 trials",
  );
  await expect(page.getByRole("region", { name: /Hammer marks/ })).toContainText(/weighted kappa/);
  await page.getByLabel("What is measured or judged").fill("Ring diameters");
  await page.getByRole("button", { name: "Begin it" }).click();
  const study = page.getByRole("region", { name: "Ring diameters" });
  await study.getByText("Enter values").click();
  const lines = study.getByRole("textbox");
  await lines.fill("K1-1 60.1 sixty");
  await study.getByRole("button", { name: "Enter them" }).click();
  await expect(study.getByRole("alert")).toContainText("Line 1: a tag, then numbers");
  await lines.fill("K9-99 60.1");
  await study.getByRole("button", { name: "Enter them" }).click();
  await expect(study.getByRole("alert")).toContainText("There is no piece K9-99 here.");
  await lines.fill("K1-1 60.1 60,2\nK1-2 61 61.1");
  await study.getByRole("button", { name: "Enter them" }).click();
  await expect(study.getByRole("status")).toHaveText("4 values entered.");
  await expect(study).toContainText("Too small: 2 pieces, 1 inspector, 2 trials.");
});

test("the course: a loop is named and not published; a looser rule shows what it would do first", async ({
  page,
}) => {
  await signInOnly(page, "renske");
  await page.goto("/climb/course");
  await page.getByRole("button", { name: "Drawing out", exact: true }).click();
  const technique = page.getByRole("region", { name: "Technique" });
  await technique.getByLabel("Add what comes before").selectOption("Round taper");
  await expect(page.getByRole("alert").filter({ hasText: "loop" })).toContainText(
    /go round in a loop: .*Drawing out.*Round taper/,
  );
  await expect(page.getByRole("button", { name: "What would it do?" })).toBeDisabled();
  await page.getByRole("button", { name: "Leave it as it was" }).click();
  await page.getByLabel("True: good ones in a row").fill("2");
  await page.getByRole("button", { name: "What would it do?" }).click();
  const effect = page.getByRole("region", { name: "What it would do" });
  await expect(effect.getByRole("heading")).toContainText(/^[1-9]\d* steps? gained, .* none lost$/);
  await expect(effect).toContainText("Fair becomes True");
  await expect(page.getByRole("button", { name: "Publish it" })).toBeEnabled();
});

test("the course: an exercise proves its own step, and one that opens nothing is named", async ({
  page,
}) => {
  await signInOnly(page, "renske");
  await page.goto("/climb/course");
  await expect(page.getByRole("checkbox", { name: /proves its own step/ })).toBeChecked();
  await page.getByRole("button", { name: "Hammer control", exact: true }).click();
  const technique = page.getByRole("region", { name: "Technique" });
  await technique.getByLabel("Slipway wear strip counts to").selectOption("Shown");
  await expect(technique).toContainText("Nobody comes further than Shown by these.");
  const closed = page.getByRole("region", { name: "What stays closed" });
  await expect(closed).toContainText(
    /Hammer control\s*proves Shown: .* can’t come to drawing out,/,
  );
  await technique.getByLabel("Slipway wear strip counts to").selectOption("Fair");
  await expect(closed).toHaveCount(0);
  await technique.getByLabel("Slipway wear strip counts to").selectOption("Shown");
  await page.getByRole("checkbox", { name: /proves its own step/ }).uncheck();
  await expect(closed).toHaveCount(0);
});

test("True by margin: both rules side by side, published, and everybody's standings worked out after the answer", async ({
  page,
}) => {
  // In the other school: what is published here holds for everybody in it.
  await signInOnly(page, "stranger@elsewhere.example");
  await page.goto("/climb/course");
  const proves = page.getByRole("region", { name: "What proves a step" });
  await proves.getByLabel("or fewer, where they are well inside their limits").check();
  await proves.getByLabel("taken by chance, times in a hundred").selectOption("20");
  await expect(proves).toContainText("Whoever makes 58 good ones in a hundred, or fewer");
  // At 95 good in a hundred the margin takes fewer pieces than the count, and never fewer than two.
  const cells = proves.getByRole("row", { name: /^95/ }).getByRole("cell");
  await expect(cells).toHaveCount(4);
  const [counted, byMargin] = (await cells.allTextContents()).map(Number) as [number, number];
  expect(counted).toBeGreaterThan(3);
  expect(byMargin).toBeGreaterThanOrEqual(2);
  expect(byMargin).toBeLessThan(counted - 0.5);
  await page.getByRole("button", { name: "What would it do?" }).click();
  await page.getByRole("button", { name: "Publish it" }).click();
  await expect(page.getByText("revision 2 by")).toBeVisible();
  await expect(page.getByText("Standings are being worked out")).toHaveCount(0);
  await page.reload();
  await expect(proves.getByLabel("taken by chance, times in a hundred")).toHaveValue("0.2");
});

test("records: PDF, CSV and JSON; a certificate; a credential that is verified, and one altered that isn't", async ({
  page,
}) => {
  await signInOnly(page, "maren");
  await page.goto("/stair");
  const out = page.getByRole("region", { name: "Records to take away" });
  const fetched = async (link: string | RegExp) => {
    const href = await out.getByRole("link", { name: link }).getAttribute("href");
    return page.request.get(href!);
  };
  const pdf = await fetched(/PDF/);
  expect((await pdf.body()).subarray(0, 5).toString()).toBe("%PDF-");
  const csv = await (await fetched(/CSV/)).text();
  expect(csv.split("\r\n")[0]).toContain("tag,exercise,technique,step,kind");
  expect(csv).toContain("K1-1,Rope cleat blank");
  const json = (await (await fetched(/JSON/)).json()) as { format: string; pieces: unknown[] };
  expect(json).toMatchObject({ format: "bell-step.record/1", school: "Wrackline Forge School" });
  expect(json.pieces.length).toBeGreaterThan(2);
  await page.getByText("what proves it").first().click();
  const certificate = await page
    .getByRole("link", { name: "certificate (PDF)" })
    .first()
    .getAttribute("href");
  expect((await page.request.get(certificate!)).headers()["content-type"]).toBe("application/pdf");
  const token = await (
    await page.request.get(certificate!.replace("certificate.pdf", "credential.jwt"))
  ).text();
  await page.context().clearCookies();
  await page.goto("/verify");
  const check = async (text: string) => {
    await page.getByRole("textbox", { name: "The credential" }).fill(text);
    await page.getByRole("button", { name: "Check it" }).click();
  };
  await check(token);
  await expect(page.getByRole("status")).toContainText("Signed by Wrackline Forge School");
  await expect(page.getByRole("status")).toContainText("Maren Tholsgaard: Drawing out: Shown");
  const [head, body, signature] = token.split(".") as [string, string, string];
  const forged = Buffer.from(body, "base64url").toString().replace("Shown", "Sure");
  await check([head, Buffer.from(forged).toString("base64url"), signature].join("."));
  await expect(page.getByRole("status")).toContainText("did not sign that, or it was changed");
});

test("a roster from a file: every wrong line is told, nobody half-added; then all are", async ({
  page,
}) => {
  await signInOnly(page, "oda");
  await page.goto("/school");
  await page.getByRole("button", { name: "Ask somebody to join" }).click();
  const file = page.getByLabel("A CSV file with the columns name and cohort");
  const give = (text: string) =>
    file.setInputFiles({ name: "roster.csv", mimeType: "text/csv", buffer: Buffer.from(text) });
  const part = page.getByRole("region", { name: "Learners from a file" });
  await give(
    "name,cohort\nRoana Pell,Tuesday evening\n=cmd(),Tuesday evening\nIvo Brackwater,Tuesday evening\nUna Skerry,Monday\n",
  );
  await expect(part.getByRole("status")).toContainText("1 line is right.");
  await expect(part.getByRole("status")).toContainText("Line 3: “=cmd()” begins like a formula");
  await expect(part.getByRole("status")).toContainText("Line 4: Ivo Brackwater is there already.");
  await expect(part.getByRole("status")).toContainText("Line 5: There is no cohort “Monday”");
  await expect(part.getByRole("button", { name: /^Add all/ })).toHaveCount(0);
  await give("cohort;name\nTuesday evening;Roana Pell\nTuesday evening;Una Skerry\n");
  await part.getByRole("button", { name: "Add all 2" }).click();
  await expect(part.getByText("2 added.")).toBeVisible();
  await expect(page.getByRole("region", { name: "Tuesday evening" })).toContainText("Una Skerry");
});
