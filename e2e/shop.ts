import { expect, type Page } from "@playwright/test";
import sharp from "sharp";
import { takeIn } from "./records";

/** Everybody’s in the demonstration. */
export const PASSWORD = "anvil-and-bell";

/** Signs in without the form, which has tests of its own; where to is the test's affair. */
export async function signInOnly(page: Page, account: string): Promise<void> {
  const email = account.includes("@") ? account : `${account}@wrackline.example`;
  const response = await page.request.post("/api/auth/sign-in/email", {
    data: { email, password: PASSWORD },
    // The connection kept from the test before may just be closing.
    maxRetries: 1,
  });
  expect(response.ok()).toBe(true);
}

/** Signs in and goes to where the person begins. */
export async function signIn(page: Page, account: string): Promise<void> {
  await signInOnly(page, account);
  await page.goto("/");
}

/** Opens the school's page at somebody. */
export async function openPerson(page: Page, name: string): Promise<void> {
  await page.goto("/school");
  await page.locator("[data-person-row]").filter({ hasText: name }).click();
  await expect(page.getByRole("region", { name, exact: true })).toBeVisible();
}

/** Takes in a piece of what was last set for a learner; ends at the bench. */
export async function startPiece(page: Page, learner: string, words = ""): Promise<void> {
  await page.goto(`/measure/${await takeIn(page.request, learner, words)}`);
  await expect(page.locator("[data-reading]")).toBeFocused();
}

/** Types readings as at the bench: keys, then Enter, with no field to click. */
export async function take(page: Page, ...readings: string[]): Promise<void> {
  for (const reading of readings) {
    await expect(page.locator("[data-reading]")).toBeFocused();
    await page.keyboard.type(reading);
    await page.keyboard.press("Enter");
    // The last reading of all leaves no field behind.
    const isTaken = (fields: Element[]) =>
      fields.every((field) => ((field as HTMLInputElement).value ?? "") === "");
    await expect.poll(() => page.locator("[data-reading]").evaluateAll(isTaken)).toBe(true);
  }
}

/** A fid on size, station by station. */
export const GOOD_FID = ["3.1", "3.0", "7.6", "10.7", "10.6", "12.1", "12.0", "91", "250", "0.4"];

/** Chooses the order of the plan on the bench, where what is most likely off would come first. */
export async function inPlanOrder(page: Page): Promise<void> {
  const orders = page.getByRole("combobox").filter({ hasText: "most likely off" });
  await orders.selectOption("as-planned");
  await page.locator("[data-reading]").focus();
}

/** Takes one reading, and waits until the server has answered to it. */
export async function takeAndSend(page: Page, reading: string): Promise<void> {
  const sent = page.waitForResponse(/take-reading/);
  await take(page, reading);
  await sent;
  await saved(page);
}

/** A photograph as a phone sends it, made up: with where it was taken, and lying on its side. */
export const aPhoto = () =>
  sharp({ create: { width: 2400, height: 1800, channels: 3, background: "#7a5a40" } })
    .withExif({
      IFD0: { Make: "Camera", Copyright: "Someone" },
      IFD3: { GPSLatitude: "57/1 2/1 0/1" },
    })
    .withMetadata({ orientation: 6 })
    .jpeg()
    .toBuffer();

export const saved = (page: Page) => expect(page.getByText("all saved")).toBeVisible();

/** Fails the test on a content security policy breach or an uncaught error. */
export function watchConsole(page: Page): string[] {
  const complaints: string[] = [];
  page.on("pageerror", ({ message }) => complaints.push(message));
  page.on("console", (message) => {
    if (
      message.type() === "error" &&
      /Content Security Policy|Hydration|Minified React/i.test(message.text())
    )
      complaints.push(message.text());
  });
  return complaints;
}
