import { expect, type Browser, type Page } from "@playwright/test";
import { signIn, signInOnly, watchConsole } from "./shop";
import { test } from "./test";

const stock = (page: Page) => page.locator("[data-stock]");
const savedToServer = (page: Page) =>
  expect(page.locator("[data-saved=saved]")).toBeVisible({ timeout: 15_000 });

/** A thing of the bar in the list under the drawing. */
const listed = (page: Page, name: string) =>
  page.getByRole("tabpanel", { name: "Along the bar" }).getByRole("button", { name, exact: true });

/** Says what is to be done, and leaves the field. */
async function say(page: Page, phrase: string): Promise<void> {
  await page.getByLabel("In words").fill(phrase);
  // On a page that was just opened the reader comes a moment later.
  await expect(page.getByText("Enter does it")).toBeVisible();
  await page.keyboard.press("Enter");
  await page.keyboard.press("Escape");
}

/** A new exercise of one plain bar, opened in the designer. */
async function newExercise(page: Page, name: string, lengthMm = 520): Promise<void> {
  await page.goto("/set/new");
  await expect(page.getByRole("group", { name: "The bar, as forged" })).toBeVisible();
  await page.getByLabel("Technique it teaches").selectOption({ label: "Scroll" });
  await page.getByLabel("Step it is for").selectOption("3");
  await page.getByLabel("Name of the exercise").fill(name);
  await say(page, `the bar ${lengthMm}`);
  await page.waitForURL(/\/design$/);
  await savedToServer(page);
}

/** Adds by the keyboard, where it is said. */
async function add(page: Page, what: string, where: string | { index: number }): Promise<void> {
  const menu = page.getByRole("dialog", { name: "Add to the bar" });
  await expect(async () => {
    await page.keyboard.press("a");
    await expect(menu).toBeVisible({ timeout: 2000 });
  }).toPass();
  await menu.getByLabel("Where").selectOption(where);
  await menu.getByLabel("What to add").fill(what);
  await page.keyboard.press("Enter");
  await expect(menu).toBeHidden();
}

async function twoScrollBracket(page: Page): Promise<void> {
  await add(page, "scroll", "end-a");
  await add(page, "scroll", "end-b");
  await add(page, "twist", { index: 1 });
  for (const place of ["200", "320"]) {
    await add(page, "hole", { index: 1 });
    await page.getByLabel("From end A").fill(place);
    await page.keyboard.press("Enter");
    await page.locator("body").click({ position: { x: 5, y: 400 } });
  }
  await page.keyboard.press("Shift+ArrowLeft");
}

test("a two-scroll bracket with a twist and two punched holes: designed, printed, published", async ({
  page,
}) => {
  const complaints = watchConsole(page);
  await signInOnly(page, "oda");
  await newExercise(page, "Companionway bracket");
  // 520 of 12 square not yet forged: no scale is lost, 520 to cut.
  await expect(stock(page)).toHaveText("520 mm");
  await twoScrollBracket(page);
  const list = page.getByRole("tabpanel", { name: "Along the bar" });
  for (const name of ["scroll", "scroll 2", "twist", "hole", "hole 2"])
    await expect(list.getByRole("button", { name, exact: true })).toBeVisible();
  await expect(page.getByRole("region", { name: "It will be measured on" })).toContainText(
    "Hole, both walls",
  );

  // Back as far as there is, and again.
  for (let step = 0; step < 14; step += 1) await page.keyboard.press("Control+z");
  await expect(list.getByRole("button", { name: "twist", exact: true })).toBeHidden();
  for (let step = 0; step < 14; step += 1) await page.keyboard.press("Control+y");
  await expect(list.getByRole("button", { name: "hole 2", exact: true })).toBeVisible();

  await page.keyboard.press("3");
  await expect(page.getByRole("img", { name: /as finished, seen from the side/ })).toBeVisible();
  await page.keyboard.press("1");
  await expect(page.getByRole("img", { name: /as marked/ })).toBeVisible();
  await savedToServer(page);
  await page.reload();
  await expect(list.getByRole("button", { name: "hole 2", exact: true })).toBeVisible();

  await page.getByRole("button", { name: "Publish it" }).click();
  await page.getByRole("button", { name: "Publish now" }).click();
  await expect(page.getByRole("heading", { name: "Companionway bracket" })).toBeVisible();
  await expect(page.getByText("Punch hole 2")).toBeVisible();
  expect(complaints).toEqual([]);

  const revision = await page.getByRole("link", { name: "The piece file" }).getAttribute("href");
  const id = revision!.split("/").at(-1)!;
  for (const file of ["sheet.pdf", "board.pdf", "template.pdf?paper=letter&unit=in"]) {
    const response = await page.request.get(`/api/print/${id}/${file}`);
    expect([file, response.status(), response.headers()["content-type"]]).toEqual([
      file,
      200,
      "application/pdf",
    ]);
    expect((await response.body()).subarray(0, 5).toString()).toBe("%PDF-");
  }
  expect((await page.request.get(`/api/print/${id}/nothing.pdf`)).status()).toBe(404);

  // The template, measured by the browser itself: its centre line is the 520 mm of bar.
  const svg = await (await page.request.get(`/api/print/${id}/template.svg`)).text();
  await page.goto("about:blank");
  await page.setContent(svg);
  const measured = await page.evaluate(() => {
    const lengthOf = (selector: string) =>
      document.querySelector<SVGPathElement>(selector)!.getTotalLength();
    const drawing = document.querySelector("svg")!;
    return {
      centreMm: lengthOf("path.centre"),
      rulerMm: lengthOf("path.ruler"),
      pxPerUnit: drawing.getBoundingClientRect().width / drawing.viewBox.baseVal.width,
    };
  });
  expect(Math.abs(measured.centreMm - 520)).toBeLessThan(0.5);
  expect(measured.rulerMm).toBeCloseTo(100, 3);
  // CSS: 96 px to the inch.
  expect(measured.pxPerUnit).toBeCloseTo(96 / 25.4, 3);
});

test("dragging: the boundary follows the hand, snaps, and is one step back", async ({ page }) => {
  await signInOnly(page, "oda");
  await newExercise(page, "Dragged bar", 300);
  await add(page, "drawn", "end-b");
  await expect(stock(page)).toHaveText("320.4 mm");
  const grip = page.locator("[data-grip='End of bar'] rect").first();
  const box = (await grip.boundingBox())!;
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  for (let step = 1; step <= 12; step += 1) await page.mouse.move(x - step * 10, y);
  // While the hand still holds it, everything beside the drawing has changed.
  await expect(stock(page)).not.toHaveText("320.4 mm");
  await page.mouse.up();
  const row = page.getByRole("row", { name: /^bar 12 mm square/ });
  const lengthMm = Number(await row.getByRole("cell").nth(2).textContent());
  expect(lengthMm).toBeLessThan(290);
  // A whole five of millimetres, or a third or half of the bar.
  expect(
    [0, 380 / 3, 190, 760 / 3].some((at) => Math.abs(at - lengthMm) < 0.1) || lengthMm % 5 === 0,
  ).toBe(true);
  await page.keyboard.press("Control+z");
  await expect(stock(page)).toHaveText("320.4 mm");
});

test("what is typed wrongly stays, with the reason, and nothing is lost by it", async ({
  page,
}) => {
  await signInOnly(page, "oda");
  await newExercise(page, "Typed bar", 200);
  const section = page.getByLabel("Section", { exact: true });
  await section.fill("12 sqare");
  await expect(page.getByRole("alert").filter({ hasText: "square" })).toBeVisible();
  await expect(section).toHaveValue("12 sqare");
  await expect(stock(page)).toHaveText("200 mm");
  await section.fill("half-inch round");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("row", { name: /^bar 12.7 mm round/ })).toBeVisible();
  await page.getByLabel("Length", { exact: true }).fill("4 3/4 in");
  await expect(page.getByRole("row", { name: /120.7/ })).toBeVisible();
  await page.getByRole("tab", { name: "Stock and parts" }).click();
  await page.getByLabel("It must come out, long").fill("500");
  await page.getByRole("button", { name: "Make it so" }).click();
  await page.getByRole("tab", { name: "Along the bar" }).click();
  await expect(page.getByRole("row", { name: /^bar 12.7 mm round 500/ })).toBeVisible();
});

async function second(browser: Browser, account: string): Promise<Page> {
  const page = await (await browser.newContext()).newPage();
  await signIn(page, account);
  return page;
}

test("two people on one draft: the second is told, and keeps theirs as an exercise of its own", async ({
  page,
  browser,
}) => {
  await signInOnly(page, "oda");
  await newExercise(page, "Shared bar", 210);
  const draft = page.url();
  const other = await second(browser, "renske");
  await other.goto(draft);
  await expect(stock(other)).toBeVisible();

  await add(page, "twist", "end-b");
  await savedToServer(page);
  await expect(page.getByText(/draft, saved/)).toBeVisible();
  await add(other, "bend", "end-b");
  const told = other.getByRole("alert").filter({ hasText: "Keep mine" });
  await expect(told).toBeVisible({ timeout: 15_000 });
  await expect(told).toContainText("Oda Fenwright");
  await told.getByRole("button", { name: "Keep mine as an exercise of its own" }).click();
  await other.waitForURL((url) => url.href !== draft);
  await expect(other.getByRole("button", { name: "bend", exact: true })).toBeVisible();
  await page.reload();
  await expect(page.getByRole("button", { name: "twist", exact: true })).toBeVisible();
  await expect(page.getByRole("button", { name: "bend", exact: true })).toBeHidden();
  await other.context().close();
});

test("while the server can't be reached the draft is kept on the device, and sent later", async ({
  page,
}) => {
  await signInOnly(page, "oda");
  await newExercise(page, "Ferry bar", 220);
  await page.route("**/api/command/save-draft", (route) => route.abort());
  await add(page, "twist", "end-b");
  await expect(page.locator("[data-saved=on-device]")).toBeVisible({ timeout: 15_000 });
  await page.reload();
  await expect(page.getByRole("button", { name: "twist", exact: true })).toBeVisible();
  await page.unroute("**/api/command/save-draft");
  await savedToServer(page);
});

test("a new piece opens on the drawing: said in words, kept before it was ever saved, taught later", async ({
  page,
}) => {
  await signInOnly(page, "oda");
  await page.route("**/api/command/new-exercise", (route) => route.abort());
  await page.goto("/set/new");
  await expect(page.getByRole("button", { name: "Name it to publish" })).toBeVisible();
  const words = page.getByLabel("In words");
  await words.fill("taper 80 to 4 at A");
  // Drawn at once, done with Enter.
  const drawn = page.getByRole("group", { name: "The bar, as forged" });
  await expect(drawn.getByText("380 mm")).toBeVisible();
  await expect(listed(page, "taper")).toBeHidden();
  await page.keyboard.press("Enter");
  await expect(listed(page, "taper")).toBeVisible();
  // (4² + 4·12 + 12²)/3 · 80 of steel, two hundredths more for scale, in a bar of 12².
  await expect(stock(page)).toHaveText("339.3 mm");

  await words.fill("taper 80 frob");
  await page.keyboard.press("Enter");
  await expect(page.getByText("“frob” is not understood here.")).toBeVisible();
  await expect(words).toHaveValue("taper 80 frob");
  await page.keyboard.press("Escape");

  await page.getByLabel("Step it is for").selectOption("2");
  await expect(page.locator("[data-saved=on-device]")).toBeVisible({ timeout: 15_000 });
  await page.goto("/set/new");
  await expect(listed(page, "taper")).toBeVisible();
  await page.unroute("**/api/command/new-exercise");
  await savedToServer(page);
  await page.waitForURL(/\/design$/);

  const placed = page.waitForResponse(/place-draft/);
  await page.getByLabel("Technique it teaches").selectOption({ label: "Round taper" });
  await placed;
  await page.getByRole("button", { name: "Name it to publish" }).click();
  await page.keyboard.type("Sounding-lead spike");
  await savedToServer(page);
  await page.reload();
  await expect(page.getByLabel("Technique it teaches").locator("option:checked")).toHaveText(
    "Round taper",
  );
  await page.getByRole("button", { name: "Publish it" }).click();
  await expect(page.getByRole("dialog")).toContainText("Round taper, step 2 “Fair”");
  await page.keyboard.press("Escape");

  // The next new piece is another one.
  await page.goto("/set/new");
  await expect(stock(page)).toHaveText("300 mm");
});

test("a save whose answer is lost on the way is sent again, and is no quarrel with oneself", async ({
  page,
}) => {
  await signInOnly(page, "oda");
  await newExercise(page, "Echoing bar", 240);
  let lost = 0;
  await page.route("**/api/command/save-draft", async (route) => {
    if (lost > 0) return route.continue();
    lost += 1;
    const arrived = await route.fetch();
    expect(arrived.ok()).toBe(true);
    return route.abort();
  });
  await add(page, "twist", "end-b");
  await expect(page.locator("[data-saved=on-device]")).toBeVisible({ timeout: 15_000 });
  await savedToServer(page);
  await expect(page.getByRole("alert").filter({ hasText: "Keep mine" })).toBeHidden();
  await page.reload();
  await expect(page.getByRole("button", { name: "twist", exact: true })).toBeVisible();
});

test("the page left while a save is on its way: opened again, it is no quarrel with oneself", async ({
  page,
}) => {
  await signInOnly(page, "oda");
  await newExercise(page, "Hurried bar", 250);
  // It arrives, and the page is gone before the answer is there.
  let arrived = false;
  await page.route("**/api/command/save-draft", async (route) => {
    if (arrived) return route.continue();
    await route.fetch();
    arrived = true;
    return route.abort();
  });
  await add(page, "twist", "end-b");
  await expect.poll(() => arrived).toBe(true);
  await page.reload();
  await expect(listed(page, "twist")).toBeVisible();
  await say(page, "hole 4 at 40");
  await expect(listed(page, "hole")).toBeVisible();
  await savedToServer(page);
  await expect(page.getByRole("alert").filter({ hasText: "Keep mine" })).toBeHidden();
  await page.reload();
  await expect(listed(page, "hole")).toBeVisible();
  await expect(page.getByRole("alert").filter({ hasText: "Keep mine" })).toBeHidden();
});

test("a published exercise that never had a draft is drawn on, and its draft is there again", async ({
  page,
}) => {
  await signInOnly(page, "oda");
  await page.goto("/set?words=griddle");
  await page.getByRole("link", { name: "Galley griddle lifter", exact: true }).click();
  await page
    .getByRole("button", { name: "Design a new revision" })
    .or(page.getByRole("link", { name: "Design a new revision" }))
    .click();
  await expect(page.locator("[data-saved=as-published]")).toBeVisible();
  await say(page, "hole 4 at 20");
  await expect(listed(page, "hole")).toBeVisible();
  await savedToServer(page);
  await page.reload();
  await expect(listed(page, "hole")).toBeVisible();
  await page.evaluate(() => localStorage.clear());
  await page.reload();
  await expect(listed(page, "hole")).toBeVisible();
  await page.getByRole("button", { name: "Throw the draft away" }).click();
  await page.getByRole("button", { name: "Throw it away" }).click();
  await page.waitForURL(/\/set\/[0-9a-f-]{36}$/);
});

test("a second revision: what moved, the first one as it was, copying and retiring", async ({
  page,
}) => {
  await signInOnly(page, "oda");
  await newExercise(page, "Tackle-room bar", 230);
  await page.getByRole("button", { name: "Publish it" }).click();
  await page.getByRole("button", { name: "Publish now" }).click();
  await expect(page.getByRole("region", { name: "Revisions" })).toContainText("1, ");
  const exercise = page.url();
  await page.getByRole("link", { name: "Design a new revision" }).click();
  await expect(page.getByText("as published")).toBeVisible();
  await expect(page.getByRole("button", { name: "Publish as revision 2" })).toBeDisabled();
  await page.getByLabel("Length", { exact: true }).fill("260");
  await savedToServer(page);
  await page.getByRole("button", { name: "Publish as revision 2" }).click();
  await page.getByRole("button", { name: "Publish now" }).click();
  await page.waitForURL(exercise);
  await expect(stock(page)).toHaveText("260 mm");
  await page.getByRole("link", { name: "What moved between them" }).click();
  await expect(page.getByRole("row", { name: /Bar long 230 mm .* 260 mm/ })).toBeVisible();
  await page.goto(exercise);
  await page.getByRole("link", { name: /^1, / }).click();
  await expect(stock(page)).toHaveText("230 mm");

  await page.goto(exercise);
  await page.getByRole("button", { name: "Retire" }).click();
  await expect(page.getByText("Retired: off the shelf")).toBeVisible();
  await page.goto("/set?words=tackle");
  await expect(page.getByText("Nothing on the shelf fits all of that")).toBeVisible();
  await page.goto("/set?words=tackle&retired=1");
  await page.getByRole("link", { name: "Tackle-room bar" }).click();
  await page.getByRole("button", { name: "Copy" }).click();
  await page.waitForURL(/\/design$/);
  await expect(page.getByLabel("Name of the exercise")).toHaveValue("Tackle-room bar, a copy");
  await page.getByRole("button", { name: "Throw the draft away" }).click();
  await page.getByRole("button", { name: "Throw it away" }).click();
  await page.waitForURL(/\/set$/);
  await expect(page.getByText("Tackle-room bar, a copy")).toBeHidden();
});

test("the shelf is found by a synonym, a stock and the minutes there are", async ({ page }) => {
  await signIn(page, "oda");
  await page.getByLabel("Words, by any of their names").fill("jump");
  await page.getByRole("search").getByRole("button", { name: "Find" }).click();
  await expect(page.getByRole("link", { name: "Thole pin" })).toBeVisible();
  await expect(page.getByRole("link", { name: "Net-mender's fid" })).toBeHidden();
  await page.goto("/set?minutes=nonsense&step=9&technique=x");
  await expect(page.getByRole("link", { name: "Net-mender's fid" })).toBeVisible();
  await page.getByRole("link", { name: "Further along" }).click();
  await expect(page.getByText("page 2 of")).toBeVisible();
});

test("a length goes from Reckon to the drawing", async ({ page }) => {
  await signInOnly(page, "oda");
  await page.goto("/reckon");
  await page.getByRole("button", { name: "ring", exact: true }).click();
  await page.getByLabel("thickness, if wanted").fill("10");
  await page.getByLabel("inside, if wanted").fill("60");
  // π × (60 + 10)
  await expect(page.getByText("219.9 mm")).toBeVisible();
  await page.getByRole("button", { name: "Use this length" }).click();
  await newExercise(page, "Ringed bar", 100);
  await page.getByRole("button", { name: "Make it this long" }).click();
  await expect(page.getByRole("row", { name: /^bar 12 mm square 219.9/ })).toBeVisible();
});

test("the template on the screen is made true by a real rule", async ({ page }) => {
  await signInOnly(page, "oda");
  await page.goto("/set?words=fid");
  await page.getByRole("link", { name: "Net-mender's fid" }).click();
  await page.getByRole("link", { name: "The template on the screen" }).click();
  const drawing = page.getByRole("img", { name: "Net-mender's fid, full size" });
  await expect(drawing).toBeVisible();
  const before = (await drawing.boundingBox())!.height;
  await page.getByLabel("Measured, mm").fill("5");
  await expect(page.getByText("Between 30 and 300 mm.")).toBeVisible();
  await page.getByLabel("Measured, mm").fill("80");
  await page.getByRole("button", { name: "Make it true" }).click();
  await expect(page.getByText("Checked on this screen.")).toBeVisible();
  // Margins don't grow, the drawing by a quarter does.
  expect((await drawing.boundingBox())!.height).toBeGreaterThan(before);
});

test("few lines are proposed; others can be taken, and one of one's own added, by keyboard", async ({
  page,
}) => {
  await signInOnly(page, "oda");
  await newExercise(page, "Locker runner", 300);
  for (const place of ["60", "40 mm from B"]) {
    await add(page, "hole", { index: 1 });
    await page.getByLabel("From end A").fill(place);
    await page.keyboard.press("Enter");
    await page.locator("body").click({ position: { x: 5, y: 400 } });
  }
  await page.getByRole("tab", { name: "Measured on" }).click();
  const sheet = page.getByRole("tabpanel", { name: "Measured on" });
  // Of each hole its size, place and walls: plain bar as it was rolled has no line.
  await expect(sheet.getByText("6 lines measured")).toBeVisible();
  await expect(sheet.getByRole("row", { name: /Hole 2, from end A/ })).toContainText("260");
  await sheet.getByRole("button", { name: /more that could be/ }).click();
  await sheet.getByLabel("Hole, both walls, far face").check();
  await expect(sheet.getByText("7 lines measured")).toBeVisible();

  await sheet.getByRole("button", { name: "A line of your own" }).click();
  const form = sheet.getByRole("form", { name: "A line of your own" });
  await page.keyboard.type("Gap between the holes");
  await form.getByLabel("From", { exact: true }).selectOption({ label: "Hole, at its B side" });
  await form.getByLabel("At least").fill("3/16");
  await page.keyboard.press("Enter");
  await expect(form.getByRole("alert")).toContainText("Say 3/16 in");
  await form.getByLabel("At least").fill("195");
  await form.getByLabel("At most").fill("8 in - 2");
  await page.keyboard.press("Enter");
  await expect(form.getByRole("alert")).toContainText("between which two places");
  await form.getByLabel("To", { exact: true }).selectOption({ label: "Hole 2, at its A side" });
  await page.keyboard.press("Enter");
  await expect(form).toBeHidden();
  await expect(sheet.getByText("8 lines measured")).toBeVisible();
  await expect(sheet.getByRole("row", { name: /Gap between the holes/ })).toContainText("201.2");
  await savedToServer(page);

  // What it names is taken away: the line says so, and is not lost.
  await page.getByRole("tab", { name: "Along the bar" }).click();
  await page.getByRole("button", { name: "hole 2", exact: true }).click();
  await page.getByRole("button", { name: "Take it out" }).click();
  await page.getByRole("tab", { name: "Measured on" }).click();
  await expect(sheet.getByRole("alert")).toContainText("“Gap between the holes” is measured at");
  await page.keyboard.press("Control+z");
  await expect(sheet.getByRole("row", { name: /Gap between the holes/ })).toBeVisible();
});

test("an end made like the other, a bend given its bar, two bars on a pivot, looked over", async ({
  page,
}) => {
  const complaints = watchConsole(page);
  await signInOnly(page, "oda");
  await newExercise(page, "Locker catch", 200);
  const list = page.getByRole("tabpanel", { name: "Along the bar" });
  await add(page, "taper", "end-a");
  await page.getByRole("button", { name: "Put it on the other end too" }).click();
  await expect(list.getByRole("button", { name: "taper 2", exact: true })).toBeVisible();

  await add(page, "bend", "end-b");
  const place = page.getByRole("region", { name: "Bend, its numbers" }).getByLabel("From end A");
  await place.fill("3");
  const warning = page.getByText("There is not enough bar for bend");
  await expect(warning).toBeVisible();
  await page.getByRole("button", { name: "Give it that much" }).click();
  await expect(warning).toBeHidden();

  await page.getByRole("button", { name: "Another bar" }).click();
  await page.getByRole("tab", { name: "Stock and parts" }).click();
  await page.getByRole("button", { name: "Put it in its place" }).click();
  await page.getByLabel("At, from its end A").fill("40");
  await page.getByRole("button", { name: "Another join" }).click();
  await page.getByLabel("Join", { exact: true }).selectOption("pivot");
  await expect(page.getByText("There is no hole in the bar").first()).toBeVisible();
  await page.getByLabel("Found as").selectOption("bolt");
  await page.getByLabel("On it").selectOption("zinc");
  await expect(page.getByText("is covered with zinc").first()).toBeVisible();

  await savedToServer(page);
  await page.getByRole("button", { name: "Publish it" }).click();
  const look = page.getByRole("dialog", { name: "A look over" });
  await expect(look.getByRole("list", { name: "What speaks against it" })).toContainText(
    "There is no hole in part",
  );
  await expect(look).toContainText("and 1 more bar");
  await look.getByRole("button", { name: "Not yet" }).click();
  await expect(page.getByRole("button", { name: "Publish it" })).toBeEnabled();
  expect(complaints).toEqual([]);
});
