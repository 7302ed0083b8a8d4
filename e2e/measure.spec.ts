import { expect, type Page, test as alone } from "@playwright/test";
import { expectAccessible } from "./accessible";
import { heatColour } from "../core/heat/colours";
import { setFor } from "./records";
import { GOOD_FID, saved, signInOnly, startPiece, take, takeAndSend } from "./shop";
import { test } from "./test";

test.beforeEach(async ({ page }) => signInOnly(page, "oda"));

const station = (page: Page, number: number) =>
  page
    .getByRole("list", { name: "To measure" })
    .getByRole("button", { name: new RegExp(`^${number}\\. `) });

/** Sets an exercise of the shelf for a learner, and takes in a piece of it. */
async function setAndStart(page: Page, exercise: string, learner: string) {
  await setFor(page.request, learner, exercise);
  await startPiece(page, learner, exercise);
}

test("a caliper that types like a keyboard works from anywhere, and its letters are no shortcuts", async ({
  page,
}) => {
  await startPiece(page, "Pell Ansgar", "fid");
  await page.getByRole("button", { name: "One more: heats" }).click();
  await expect(page.getByRole("button", { name: "One more: heats" })).toBeFocused();
  // Every key in one burst, as the instrument sends them: digits, point, unit, Enter.
  await page.keyboard.type("3.04mm");
  await page.keyboard.press("Enter");
  await expect(station(page, 1)).toHaveAccessibleName(/3\.0 mm, on size/);
  // The m of the unit gave no minute.
  await expect(page.getByText("0 of 18 min")).toBeVisible();
  await page.keyboard.type("+0.122 in");
  await page.keyboard.press("Enter");
  await expect(station(page, 2)).toHaveAccessibleName(/3\.1 mm, on size/);
});

test("several readings of one place count as their mean, and show how far they lie apart", async ({
  page,
}) => {
  await startPiece(page, "Ketil Morrow", "fid");
  await page.keyboard.press("r");
  for (const reading of ["3.0", "3.2", "3.1"]) {
    await page.keyboard.type(reading);
    await page.keyboard.press("Enter");
  }
  const sent = page.waitForResponse(/take-reading/);
  await page.keyboard.press("Enter");
  await sent;
  await expect(station(page, 1)).toHaveAccessibleName(/3\.1 mm, on size/);
  await expect(page.getByText("mean of 3, 0.2 apart")).toBeVisible();
  await saved(page);
  await page.reload();
  await expect(page.getByText("mean of 3, 0.2 apart")).toBeVisible();
});

test("a series is asked crest by crest; its spread is judged, and its trend told", async ({
  page,
}) => {
  await setAndStart(page, "Cabin-lamp bar", "Sunniva Dray");
  await page.getByRole("button", { name: /pitch, crest by crest/ }).click();
  await expect(page.getByText("pitch 1 of 3")).toBeVisible();
  await page.keyboard.type("28");
  await page.keyboard.press("Enter");
  await expect(page.getByText(/pitch 2 of 3, after 28/)).toBeVisible();
  await page.keyboard.type("33");
  await page.keyboard.press("Enter");
  await page.keyboard.type("39");
  await page.keyboard.press("Enter");
  const slate = page.getByRole("complementary", { name: "Verdict" });
  await expect(slate).toContainText("11.0 · heavy");
  await expect(slate).toContainText("cool what leads, heat what lags");
  const why = slate.getByRole("region", { name: "Why, probably" });
  await expect(why).toContainText("Heat not even");
  await expect(why).toContainText("the pitch grows along the twist");
  await why.getByRole("button", { name: "Not that" }).first().click();
  await expect(why).toBeHidden();
});

test("what the eye judges is chosen, by key or by tap", async ({ page }) => {
  await setAndStart(page, "Stamped berth tag", "Hedda Marsh");
  await page.getByRole("button", { name: /even cover/ }).click();
  const group = page.getByRole("group", { name: /even cover: choose/ });
  await expect(group).toBeFocused();
  await page.keyboard.press("3");
  const slate = page.getByRole("complementary", { name: "Verdict" });
  await expect(slate).toContainText("poor · heavy");
  await slate.getByText("Every reading").click();
  await slate.getByRole("button", { name: /even cover/ }).click();
  await group.getByRole("button", { name: "good" }).click();
  await expect(page.getByRole("button", { name: /even cover: good, on size/ })).toBeVisible();
  await saved(page);
});

alone(
  "practice readings and a cable come through the same door; half messages wait, nonsense is told",
  async ({ page }) => {
    // A stand-in for the browser's serial port, which the test feeds.
    await page.addInitScript(() => {
      let feed: ReadableStreamDefaultController<Uint8Array>;
      const readable = new ReadableStream<Uint8Array>({
        start: (controller) => void (feed = controller),
      });
      const port = { readable, open: () => Promise.resolve(), close: () => Promise.resolve() };
      Object.defineProperty(navigator, "serial", {
        value: { requestPort: () => Promise.resolve(port) },
      });
      Object.assign(window, {
        sendByCable: (text: string) => feed.enqueue(new TextEncoder().encode(text)),
      });
    });
    const send = (text: string) =>
      page.evaluate(
        (sent) => (window as unknown as { sendByCable: (text: string) => void }).sendByCable(sent),
        text,
      );
    await startPiece(page, "Asta Kelling", "fid");
    await page.keyboard.press("v");
    const devices = page.getByRole("region", { name: "Devices" });
    await devices.getByRole("button", { name: "Press the practice instrument" }).click();
    await expect(station(page, 1)).toHaveAccessibleName(/mm, /);
    await devices.getByRole("button", { name: "Connect an instrument by cable" }).click();
    await expect(devices.getByRole("status")).toContainText("The cable is connected");
    await send("3.0");
    await send("4 mm\r\n");
    await expect(station(page, 2)).toHaveAccessibleName(/3\.0 mm, on size/);
    // Two devices at once: what comes by cable doesn't mix with what is being typed.
    await page.locator("[data-reading]").focus();
    await page.keyboard.type("7.");
    await expect(page.locator("[data-reading]")).toHaveValue("7.");
    await send("3.1 mm\r\n");
    await expect(devices.getByRole("status")).toContainText(
      "3.1 mm came while another reading was being typed",
    );
    await expect(page.locator("[data-reading]")).toHaveValue("7.");
    await page.keyboard.press("Backspace");
    await page.keyboard.press("Backspace");
    await send("7#.6\r\n");
    await expect(devices.getByRole("status")).toContainText("isn't a whole reading");
    await send("412 g\r\n");
    await expect(devices.getByRole("status")).toContainText("412 g on the scale");
    await expect(page.getByRole("list", { name: "Sent by devices" })).toContainText(
      "412 g on the scale",
    );
    await send("860 C\r\n");
    await expect(devices.getByRole("status")).toContainText("860 °C, bright cherry");
    await devices.getByRole("button", { name: "Practice pyrometer" }).click();
    await expect(devices.getByRole("status")).toContainText(/\d{3,4} °C, /);
    // The twin's temperature is the piece's own; the colour named is that of the temperature shown.
    const shown = (await devices.getByRole("status").textContent())!;
    const celsius = Number(/(\d+) °C/.exec(shown)![1]);
    expect(shown).toContain(`${celsius} °C, ${heatColour(celsius, "dim").name}.`);
    await devices.getByRole("button", { name: "Practice scale" }).click();
    await expect(devices.getByRole("status")).toContainText("% lighter");
    await send("7.62 mm\r\n");
    await expect(station(page, 3)).toHaveAccessibleName(/7\.6 mm, on size/);
    await devices.getByRole("button", { name: "Let the cable go" }).click();
    await expect(
      devices.getByRole("button", { name: "Connect an instrument by cable" }),
    ).toBeVisible();
    await saved(page);
    await page.reload();
    await expect(
      page.getByRole("list", { name: "Sent by devices" }).getByRole("listitem"),
    ).toHaveCount(4);
  },
);

test("too close to call names what could decide; another instrument is taken up and does", async ({
  page,
}) => {
  await startPiece(page, "Ivo Brackwater", "fid");
  await take(page, ...GOOD_FID.slice(0, 7), "87.6");
  const slate = page.getByRole("complementary", { name: "Verdict" });
  await expect(slate).toContainText("too close to call");
  await expect(slate).toContainText("Caliper 2 could decide.");
  // The rest measured, it is not yet a keep: what could decide is asked for first.
  await page.locator("[data-reading]").fill("250");
  await page.locator("[data-reading]").press("Enter");
  await page.locator("[data-reading]").fill("0.4");
  await page.locator("[data-reading]").press("Enter");
  await page.keyboard.press("y");
  await expect(slate.locator("[data-outcome]")).toHaveText("Too close to call");
  await expect(slate.getByRole("button", { name: /^Decide what is too close/ })).toBeDisabled();
  await slate.getByRole("button", { name: "Taper, length: too close to call" }).click();
  await page.getByLabel("Measured with").selectOption({ label: "Caliper 2, ± 0.13 mm" });
  await page.locator("[data-reading]").fill("87.6");
  await page.locator("[data-reading]").press("Enter");
  await expect(slate).not.toContainText("too close to call");
  await expect(slate.locator("[data-outcome]")).toHaveText("Keep");
  await expectAccessible(page);
});

test("where fewer heats would do, the slate says how, and what is then too close to call", async ({
  page,
}) => {
  await setAndStart(page, "Sounding-pole shoe", "Wynn Saltersgate");
  // A shoe left short and whole to size: driven back it is sure, drawn on the whole is nearly too long.
  await take(page, "6", "11", "16", "5", "3.5", "3.5", "86.3", "217.9", "249.6");
  await page.keyboard.press("1");
  const slate = page.getByRole("complementary", { name: "Verdict" });
  await expect(slate.getByText("Upset the shoe on")).toBeVisible();
  await slate.getByText(/^Or 1 heat less: /).click();
  await expect(slate.getByText("Draw the shoe down.")).toBeVisible();
  await expectAccessible(page);
  // It stays open while the bench asks again, every few seconds, what is still to be sent.
  await saved(page);
  await page.waitForTimeout(4500);
  await expect(slate.getByText("Draw the shoe down.")).toBeVisible();
});

test("an instructor decides otherwise, with a reason that stays on the slate", async ({ page }) => {
  await startPiece(page, "Lio Farrow", "fid");
  await take(page, "4.0", ...GOOD_FID.slice(1));
  await page.getByLabel("grinding (not allowed)").check();
  await page.keyboard.press("y");
  const found = page.getByRole("group", { name: "Found, not declared" });
  await found.getByLabel("filing").check();
  await expect(page.getByRole("complementary", { name: "Verdict" })).toContainText(
    "filing, found and not declared",
  );
  await found.getByLabel("filing").uncheck();
  const slate = page.getByRole("complementary", { name: "Verdict" });
  await expect(slate).toContainText("grinding, not allowed here");
  await saved(page);
  await page.getByRole("button", { name: "Decide otherwise" }).click();
  const dialog = page.getByRole("dialog", { name: "Decide otherwise" });
  await expectAccessible(page);
  await dialog.getByLabel("Decided").selectOption("Keep");
  await dialog.getByRole("button", { name: "Sign it so" }).click();
  await expect(dialog.getByRole("alert")).toContainText("at least 10 characters");
  await dialog.getByLabel("Why").fill("The scale was still on when it was measured.");
  await dialog.getByRole("button", { name: "Sign it so" }).click();
  await expect(slate.locator("[data-signed]")).toContainText("Signed by Oda Fenwright: Keep");
  await expect(slate).toContainText("The scale was still on when it was measured.");
});

test("an instrument is checked against a known size; one overdue warns", async ({ page }) => {
  await page.goto("/measure");
  await page.getByRole("link", { name: "Instruments" }).click();
  await expect(page.getByRole("row", { name: /Straight edge/ })).toContainText("days overdue");
  await page.getByLabel("Instrument", { exact: true }).selectOption("Steel rule");
  await page.getByLabel("Known size", { exact: true }).fill("150");
  await page.getByLabel("Readings").fill("150 150.5");
  await page.getByRole("button", { name: "Keep the check" }).click();
  await expect(page.getByText("2 of 3 to 12 readings.").first()).toBeVisible();
  await page.getByLabel("Readings").fill("150 150.5 150");
  await expect(page.getByText(/Reads off by \+0\.17 mm/)).toBeVisible();
  await page.getByRole("button", { name: "Keep the check" }).click();
  await expect(page.getByRole("row", { name: /Steel rule/ })).toContainText("+0.17 mm");
  await expect(page.getByRole("row", { name: /Steel rule/ })).toContainText("Oda Fenwright");
});

test("the tag takes the piece to the bench, in any case; one that isn't here is told", async ({
  page,
}) => {
  await page.goto("/measure");
  await expect(page.getByLabel("Tag")).toBeFocused();
  await page.keyboard.type("k9-99");
  await page.keyboard.press("Enter");
  await expect(page.getByText("No piece here has the tag “k9-99”.")).toBeVisible();
  await expect(page.getByLabel("Tag")).toHaveValue("k9-99");
  await page.getByLabel("Tag").fill("t1-2");
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(/\/measure\/[0-9a-f-]{36}$/);
  await expect(page.getByText("T1-2", { exact: true })).toBeVisible();
});

test("the queue: what can be signed stands apart, today's pieces with their minutes", async ({
  page,
}) => {
  const bench = (part: string) =>
    page
      .getByRole("region", { name: part })
      .getByRole("row")
      .filter({ has: page.locator(`a[href="${new URL(at).pathname}"]`) });
  await startPiece(page, "Ivo Brackwater", "fid");
  const at = page.url();
  await take(page, ...GOOD_FID.slice(0, 2));
  await takeAndSend(page, GOOD_FID[2]!);
  await page.goto("/measure");
  await expect(bench("Today")).toContainText("3 of 9 read");
  await expect(bench("Today")).toContainText("0 min");
  await page.goto(at);
  await take(page, ...GOOD_FID.slice(3, -1));
  await takeAndSend(page, GOOD_FID.at(-1)!);
  await page.goto("/measure");
  await expect(bench("Today")).toContainText("to be tried in use");
  await page.goto(at);
  const answered = page.waitForResponse(/answer-try/);
  await page.keyboard.press("y");
  await answered;
  await page.goto("/measure");
  await expect(bench("Ready to sign")).toContainText("all read");
});

alone(
  "a heat counted starts its time out of the fire, against what the section allows",
  async ({ page }) => {
    await startPiece(page, "Tam Okoro-Lisle", "fid");
    await page.clock.install();
    await page.keyboard.press("h");
    const timer = page.getByRole("timer", { name: "This heat" });
    await expect(timer).toContainText(/0 s of \d+ s at most/);
    await page.clock.fastForward(12_000);
    await expect(timer).toContainText("12 s of");
    await page.clock.fastForward(60_000);
    await expect(timer).toContainText("back into it");
  },
);
