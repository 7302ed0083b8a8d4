import { execFileSync } from "node:child_process";
import { randomBytes } from "node:crypto";
import { copyFileSync, existsSync, readdirSync, readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { expect, type Browser, type Page } from "@playwright/test";
import { expectAccessible } from "./accessible";
import { openPerson, PASSWORD, signInOnly } from "./shop";
import { test } from "./test";

/** Somebody brought in under a name of their own, and where they are let in. */
async function bringIn(page: Page, name: string, role: "learner" | "assistant"): Promise<string> {
  await page.goto("/school");
  await page.getByRole("button", { name: "Ask somebody to join" }).click();
  const part = page.getByRole("region", {
    name: role === "learner" ? "Add a learner" : "Add staff",
  });
  await part.getByLabel("Name", { exact: true }).fill(name);
  // Not into the class whose evenings are planned and sawn beside this test.
  if (role === "learner")
    await part.getByLabel("Cohort").selectOption({ label: "Saturday morning" });
  if (role === "assistant") await part.getByLabel("Role").selectOption("assistant");
  await part.getByRole("button", { name: /^Add/ }).click();
  await expect(part.getByText(`${name} is in`)).toBeVisible();
  return wayIn(page, name);
}

async function wayIn(page: Page, name: string): Promise<string> {
  await openPerson(page, name);
  await page.getByRole("button", { name: new RegExp(`way in for ${name}`) }).click();
  return (await page.locator("[data-join-link]").textContent())!;
}

/** A browser of their own, signed in by joining. */
async function joined(browser: Browser, address: string, email: string): Promise<Page> {
  const own = await (await browser.newContext()).newPage();
  await own.goto(address);
  await own.getByLabel("E-mail").fill(email);
  await own.getByLabel("Password").fill(PASSWORD);
  await own.getByRole("button", { name: "Join" }).click();
  await own.waitForURL(/next|set/);
  return own;
}

test("an owner brings in staff, changes a role, and lets somebody leave: access ends at once", async ({
  page,
  browser,
}) => {
  await signInOnly(page, "renske");
  const own = await joined(
    browser,
    await bringIn(page, "Petra Quill", "assistant"),
    "petra@example.org",
  );
  await own.goto("/school/slips");
  await expect(own.getByRole("heading", { name: "This isn’t yours to open" })).toBeVisible();

  await openPerson(page, "Petra Quill");
  const person = page.getByRole("region", { name: "Petra Quill", exact: true });
  await person.getByLabel("Role").selectOption("instructor");
  await expect(person.getByText("sets, signs and brings in learners")).toBeVisible();
  // What she was signed in as is over.
  await own.goto("/school");
  await expect(own).toHaveURL(/sign-in/);
  await own.context().clearCookies();
  await signInOnly(own, "petra@example.org");
  await own.goto("/school/slips");
  await expect(own.getByRole("heading", { name: "Slips to join" })).toBeVisible();

  await person.getByRole("button", { name: "leaves today" }).click();
  await expect(person.getByText("the record stays")).toBeVisible();
  await own.goto("/set");
  await expect(own).toHaveURL(/sign-in/);
  await person.getByRole("button", { name: "comes back" }).click();
  await expect(person.getByText("is here")).toBeVisible();
  await own.context().close();

  await page.goto("/school/events");
  const rows = page.getByRole("row");
  await expect(rows.filter({ hasText: "let Petra Quill leave" })).toHaveCount(1);
  await expect(rows.filter({ hasText: "made Petra Quill an instructor" })).toHaveCount(1);
  await expectAccessible(page);
});

test("who joins on somebody else's device doesn't take it over", async ({ page }) => {
  await signInOnly(page, "renske");
  const address = await bringIn(page, "Sefa Rivetway", "assistant");
  await page.goto(address);
  await page.getByLabel("E-mail").fill("sefa@example.org");
  await page.getByLabel("Password").fill(PASSWORD);
  await page.getByRole("button", { name: "Join" }).click();
  await page.waitForURL(/sign-in/);
  await page.goto("/me");
  await expect(page.getByRole("link", { name: "Renske Holm" })).toBeVisible();
});

test("the last owner stays, and says why", async ({ page }) => {
  await signInOnly(page, "renske");
  await openPerson(page, "Renske Holm");
  const person = page.getByRole("region", { name: "Renske Holm", exact: true });
  await person.getByRole("button", { name: "leaves today" }).click();
  await expect(person.getByRole("alert")).toContainText("A school keeps an owner");
  await expectAccessible(page);
});

test("a forgotten password: a new way in, used once, signs out everybody else; then one changes it oneself", async ({
  page,
  browser,
}) => {
  await signInOnly(page, "oda");
  const own = await joined(
    browser,
    await bringIn(page, "Wilma Kedge", "learner"),
    "wilma@example.org",
  );
  const elsewhere = await (await browser.newContext()).newPage();
  await signInOnly(elsewhere, "wilma@example.org");

  const address = await wayIn(page, "Wilma Kedge");
  await own.context().clearCookies();
  await own.goto(address);
  await expect(own.getByText("You sign in as wilma@example.org.")).toBeVisible();
  await own.getByLabel("Password").fill("kelp over granite");
  await own.getByRole("button", { name: "Choose it" }).click();
  // Signed in by what was just chosen.
  await own.waitForURL(/\/next/);
  await elsewhere.goto("/me");
  await expect(elsewhere).toHaveURL(/sign-in/);
  await own.goto(address);
  await expect(own.getByRole("heading", { name: "This link can’t be used" })).toBeVisible();

  const signIn = async (password: string) => {
    await elsewhere.context().clearCookies();
    const data = { email: "wilma@example.org", password };
    return (await elsewhere.request.post("/api/auth/sign-in/email", { data })).status();
  };
  expect([await signIn(PASSWORD), await signIn("kelp over granite")]).toEqual([401, 200]);
  await own.goto("/me");
  await expectAccessible(own);
  const sessions = own.getByRole("region", { name: "Where you are signed in" });
  await expect(sessions.getByRole("listitem")).toHaveCount(2);
  const password = own.getByRole("region", { name: "Password" });
  await password.getByLabel("New password").fill("tide mark on slate");
  await password.getByLabel("Password as it is now").fill("not it at all");
  await password.getByRole("button", { name: "Change it" }).click();
  await expect(password.getByRole("alert")).toContainText("not your password as it is now");
  await expect(password.getByLabel("New password")).toHaveValue("tide mark on slate");
  await password.getByLabel("Password as it is now").fill("kelp over granite");
  await password.getByRole("button", { name: "Change it" }).click();
  await expect(password.getByRole("status")).toContainText("Changed.");
  await expect(sessions.getByRole("listitem")).toHaveCount(1);
  await elsewhere.goto("/me");
  await expect(elsewhere).toHaveURL(/sign-in/);
  await elsewhere.context().close();
  await own.context().close();
});

/** The newest letter to an address, as the stand-in for a mail server keeps them. */
async function letterTo(address: string, subject: string): Promise<string> {
  const folder = process.env.BELL_STEP_MAIL!.replace("folder:", "");
  const found = () =>
    (existsSync(folder) ? readdirSync(folder).sort() : [])
      .map((name) => readFileSync(join(folder, name), "utf8"))
      .findLast((text) => text.includes(`To: ${address}`) && text.includes(`Subject: ${subject}`));
  await expect.poll(found).toBeDefined();
  // Long lines are folded (RFC 2045, quoted-printable).
  return found()!.replace(/=\r\n/g, "").replaceAll("=3D", "=");
}

test("a forgotten password: a way back by mail, and a letter when the account is changed", async ({
  page,
  browser,
}) => {
  await signInOnly(page, "oda");
  const email = "senara@example.org";
  const own = await joined(browser, await bringIn(page, "Senara Weir", "learner"), email);
  await own.context().clearCookies();
  await own.goto("/sign-in");
  await own.getByRole("link", { name: "Forgotten your password?" }).click();
  await own.getByLabel("E-mail").fill("senara");
  await own.getByRole("button", { name: "Send it" }).click();
  await expect(own.getByText("An e-mail address such as")).toBeVisible();
  await own.getByLabel("E-mail").fill(email);
  await own.getByRole("button", { name: "Send it" }).click();
  await expect(own.getByRole("status")).toContainText(`If somebody signs in with ${email}`);
  const letter = await letterTo(email, "A way back into Bell Step");
  expect(letter).toContain("Hello Senara Weir");
  await own.goto(/https?:\S+\/join\/\S+/.exec(letter)![0]);
  await own.getByLabel("Password").fill("kelp over granite");
  await own.getByRole("button", { name: "Choose it" }).click();
  await own.waitForURL(/\/next/);
  await own.goto("/me");
  const password = own.getByRole("region", { name: "Password" });
  await password.getByLabel("New password").fill("tide mark on slate");
  await password.getByLabel("Password as it is now").fill("kelp over granite");
  await password.getByRole("button", { name: "Change it" }).click();
  await expect(password.getByRole("status")).toContainText("Changed.");
  expect(await letterTo(email, "Your account was changed")).toContain("an owner of");
  await own.context().close();
});

test("a passkey is made, signs in, and is gone once a new way in was used", async ({
  page,
  browser,
  baseURL,
}) => {
  await signInOnly(page, "oda");
  const own = await joined(
    browser,
    await bringIn(page, "Lars Hawser", "learner"),
    "lars@example.org",
  );
  // Passkeys belong to a host's name, which a bare address isn't.
  const at = baseURL!.replace("127.0.0.1", "localhost");
  await own.goto("/me");
  await expect(own.getByText("This browser, or this address, has none.")).toBeVisible();
  const devtools = await own.context().newCDPSession(own);
  await devtools.send("WebAuthn.enable");
  await devtools.send("WebAuthn.addVirtualAuthenticator", {
    options: {
      ...{ protocol: "ctap2", transport: "internal", hasResidentKey: true },
      ...{ hasUserVerification: true, isUserVerified: true, automaticPresenceSimulation: true },
    },
  });
  await own.goto(`${at}/sign-in`);
  await own.getByLabel("E-mail").fill("lars@example.org");
  await own.getByLabel("Password").fill(PASSWORD);
  await own.getByRole("button", { name: "Sign in", exact: true }).click();
  await own.waitForURL(/\/next/);
  await own.goto(`${at}/me`);
  const passkeys = own.getByRole("region", { name: "Passkeys" });
  await passkeys.getByRole("button", { name: "Make a passkey" }).click();
  await expect(passkeys.getByRole("listitem")).toHaveCount(1);
  await expectAccessible(own);

  const signInByPasskey = async () => {
    await own.context().clearCookies();
    await own.goto(`${at}/sign-in`);
    await own.getByRole("button", { name: "With a passkey" }).click();
  };
  await signInByPasskey();
  await own.waitForURL(/\/next/);
  await expect(own.getByRole("link", { name: "Lars Hawser" })).toBeVisible();

  const address = await wayIn(page, "Lars Hawser");
  await own.goto(address.replace("127.0.0.1", "localhost"));
  await own.getByLabel("Password").fill("kelp over granite");
  await own.getByRole("button", { name: "Choose it" }).click();
  // The device was signed in as the same person.
  await own.waitForURL(/\/next/);
  await signInByPasskey();
  await expect(own.getByRole("main").getByRole("alert")).toContainText(
    "That passkey isn’t known here.",
  );
  await own.context().close();
});

test("a cohort is made, filled by slips, and ended when nobody is in it", async ({ page }) => {
  await signInOnly(page, "oda");
  await page.goto("/school");
  await page.getByRole("button", { name: "A new cohort" }).click();
  const dialog = page.getByRole("dialog", { name: "A new cohort" });
  await dialog.getByLabel("Name").fill("Monday at noon");
  await dialog.getByLabel("Letter").fill("K");
  await dialog.getByRole("button", { name: "Make it" }).click();
  await expect(dialog.getByRole("alert")).toContainText("Another cohort’s tags begin with K.");
  await dialog.getByLabel("Letter").fill("m");
  await dialog.getByRole("button", { name: "Make it" }).click();
  const group = page.getByRole("region", { name: "Monday at noon" });
  await expect(group).toContainText("nobody yet");

  await page.getByRole("button", { name: "Ask somebody to join" }).click();
  await page.getByLabel("A CSV file with the columns name and cohort").setInputFiles({
    name: "class.csv",
    mimeType: "text/csv",
    buffer: Buffer.from(
      `name,cohort\n${["Anni Reef", "Bo Reef", "Cai Reef"].map((name) => `${name},Monday at noon`).join("\n")}\n`,
    ),
  });
  await page.getByRole("button", { name: "Add all 3" }).click();
  await expect(page.getByText("3 added.")).toBeVisible();
  await page.getByRole("link", { name: "slips for a whole cohort" }).click();
  await page.getByRole("button", { name: "Make 3 slips for Monday at noon" }).click();
  await expect(page.locator("[data-slip]")).toHaveCount(3);
  await expect(page.locator("[data-slip='Bo Reef']")).toContainText("M2");
  await expectAccessible(page);

  for (const name of ["Anni Reef", "Bo Reef", "Cai Reef"]) {
    await openPerson(page, name);
    const person = page.getByRole("region", { name, exact: true });
    await person.getByRole("button", { name: "leaves today" }).click();
    await expect(person.getByText("the record stays")).toBeVisible();
  }
  await group.getByRole("button", { name: "change Monday at noon" }).click();
  await page.getByRole("button", { name: "End it" }).click();
  await expect(page.getByText("Monday at noon has ended")).toBeVisible();
  await page.goto("/prepare");
  await expect(page.getByRole("option", { name: "Monday at noon" })).toHaveCount(0);
});

test("a school with nothing in it starts from an archive, and its owner goes on in it", async ({
  page,
  browser,
}, testInfo) => {
  await signInOnly(page, "renske");
  const path = testInfo.outputPath("school.zip");
  writeFileSync(path, await (await page.request.get("/api/school/archive")).body());
  await page.goto("/school");
  await expect(page.getByRole("region", { name: "Start from an archive" })).toHaveCount(0);
  const own = await (await browser.newContext()).newPage();
  await signInOnly(own, "edda@unused.example");
  await own.goto("/set?words=pin");
  await expect(own.getByText("Nothing on the shelf fits all of that.")).toBeVisible();
  await own.goto("/set");
  const empty = own.getByRole("region", { name: "The shelf is empty" });
  await expect(empty.getByRole("link")).toHaveCount(5);
  await expectAccessible(own);
  await empty.getByRole("link", { name: "Ask people to join" }).click();
  const start = own.getByRole("region", { name: "Start from an archive" });
  await expectAccessible(own);
  const choose = (file: string) => start.getByLabel("Archive").setInputFiles(file);
  // Larger than what goes by way of the pages' headers may be: the whole of it has arrived.
  const large = testInfo.outputPath("large.zip");
  copyFileSync(path, large);
  writeFileSync(testInfo.outputPath("more.bin"), randomBytes(12_000_000));
  execFileSync("zip", ["-q", large, "more.bin"], { cwd: testInfo.outputDir });
  await choose(large);
  await expect(start.getByRole("alert")).toContainText("not as it was taken out");
  await choose(path);
  await expect(start.getByRole("alert")).toContainText("is a school called “Wrackline Forge");
  await start.getByLabel("Call it").fill("Wrackline moved");
  await choose(path);
  await expect(start.getByRole("status")).toContainText(/Wrackline moved is here, with \d+ pieces/);
  await start.getByRole("button", { name: "Open it" }).click();
  await expect(own.getByRole("heading", { name: "Wrackline moved" })).toBeVisible();
  await expect(own.getByText("Maren Tholsgaard").first()).toBeVisible();
  await expect(own.getByText(/started the school from its archive/)).toBeVisible();
  await expect(start).toHaveCount(0);
});

test("the school is taken out whole and tried; one person is taken out, and erased", async ({
  page,
}, testInfo) => {
  await signInOnly(page, "renske");
  await page.goto("/school");
  const archive = page.getByRole("region", { name: "The archive" });
  await archive.getByRole("button", { name: "Try whether it can be put back" }).click();
  await expect(archive.getByRole("status")).toContainText(
    /Put back whole just now, (\d+) of \1 pieces/,
    { timeout: 60_000 },
  );
  const downloading = page.waitForEvent("download");
  await archive.getByRole("link", { name: "Take it out now" }).click();
  const path = testInfo.outputPath("school.zip");
  await (await downloading).saveAs(path);
  expect(execFileSync("unzip", ["-tq", path]).toString()).toMatch(/No errors/);
  await expect(archive.getByRole("heading")).toContainText("Last taken out");

  await bringIn(page, "Passing Stranger", "learner");
  await page.keyboard.press("Escape");
  const person = page.getByRole("region", { name: "Passing Stranger", exact: true });
  const taking = page.waitForEvent("download");
  await person.getByRole("link", { name: "take it out" }).click();
  const own = testInfo.outputPath("person.zip");
  await (await taking).saveAs(own);
  const account = execFileSync("unzip", ["-p", own, "account.json"]).toString();
  expect(JSON.parse(account)).toEqual({ name: "Passing Stranger", email: null });

  await person.getByRole("button", { name: "leaves today" }).click();
  await person.getByRole("button", { name: "Erase …" }).click();
  await page.getByRole("button", { name: "Erase Passing Stranger for good" }).click();
  await expect(page.getByText("Passing Stranger")).toHaveCount(0);
});

test("by keys: through the people, and to what can be done for one", async ({ page }) => {
  await signInOnly(page, "oda");
  await page.goto("/school");
  await page.keyboard.press("ArrowDown");
  const chosen = page.locator("[data-person-row][aria-current=true]");
  await expect(chosen).toHaveCount(1);
  const first = await chosen.textContent();
  await page.keyboard.press("ArrowDown");
  await expect(chosen).not.toHaveText(first!);
  await page.keyboard.press("a");
  await expect(page.getByRole("dialog", { name: "Ask somebody to join" })).toBeVisible();
});
