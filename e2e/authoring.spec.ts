import { expect, type Locator, type Page } from "@playwright/test";
import { exerciseContentSchema, reckonExercise } from "@/core/exercise/exercise";
import { SHELF_EXERCISES } from "@/data/demo/exercises";
import { signInOnly } from "./shop";
import { test } from "./test";

/** At most so much work for each piece: clicks, and minutes of a usual hand. */
const MAX_CLICKS = 40;
const MAX_SECONDS = 180;
/**
 * Seconds of a click (pointing 1.1, pressing 0.2, a hand from keys to pointer and back 0.8), of a
 * key, and of thinking before each phrase or field: the keystroke-level model of Card, Moran and
 * Newell (1980), from memory.
 */
const CLICK_S = 1.1 + 0.2 + 0.8;
const KEY_S = 0.28;
const THINK_S = 1.35;

/** A hand that counts what it does. */
class Hand {
  clicks = 0;
  keys = 0;
  thoughts = 0;
  constructor(readonly page: Page) {}

  async click(target: Locator): Promise<void> {
    await target.click();
    this.clicks += 1;
  }
  /** A choice in a list: a click to open it, one to choose. */
  async choose(target: Locator, label: string | RegExp): Promise<void> {
    const option = await target.locator("option").filter({ hasText: label }).first().textContent();
    await target.selectOption({ label: option! });
    this.clicks += 2;
    this.thoughts += 1;
  }
  /** A field clicked, what stands in it replaced. */
  async fill(target: Locator, text: string): Promise<void> {
    await this.click(target);
    await target.press("Control+a");
    await this.page.keyboard.type(text);
    await this.page.keyboard.press("Enter");
    this.keys += text.length + 3;
    this.thoughts += 1;
  }
  async say(...phrases: string[]): Promise<void> {
    const field = this.page.getByLabel("In words");
    await this.click(field);
    for (const phrase of phrases) {
      await this.page.keyboard.type(phrase);
      await expect(this.page.getByText("Enter does it"), phrase).toBeVisible();
      await this.page.keyboard.press("Enter");
      await expect(field, phrase).toHaveValue("");
      this.keys += phrase.length + 1;
      this.thoughts += 1;
    }
  }
  get seconds(): number {
    return this.clicks * CLICK_S + this.keys * KEY_S + this.thoughts * THINK_S;
  }
}

const tab = (page: Page, name: string) => page.getByRole("tab", { name });
const button = (page: Page, name: string) => page.getByRole("button", { name });

/** A thing of the bar in the list under the drawing. */
const listed = (page: Page, name: string) =>
  page.getByRole("tabpanel", { name: "Along the bar" }).getByRole("button", { name, exact: true });

/** A join, its kind and parts, and its sizes by their labels. */
async function join(
  hand: Hand,
  index: number,
  kind: string,
  parts: readonly string[],
  sizes: readonly (readonly [string | RegExp, string])[],
): Promise<void> {
  const { page } = hand;
  await hand.click(button(page, "Another join"));
  const fields = page.getByRole("region", { name: "Joins" }).locator("> div").nth(index);
  if (kind !== "rivet") await hand.choose(fields.getByLabel("Join"), kind);
  for (const part of parts) await hand.click(fields.getByLabel(part, { exact: true }));
  for (const [label, size] of sizes) await hand.fill(fields.getByLabel(label), size);
}

const PLACE = /from end A$/;

async function ownLine(hand: Hand, name: string, from: string, to: string): Promise<void> {
  const { page } = hand;
  await hand.click(button(page, "A line of your own"));
  const form = page.getByRole("form", { name: "A line of your own" });
  // Its name has the focus already.
  await page.keyboard.type(name);
  hand.keys += name.length;
  await hand.choose(form.getByLabel("From"), from);
  await hand.choose(form.getByLabel("To"), to);
  await hand.click(form.getByRole("button", { name: "Add the line" }));
}

interface Authored {
  /** The piece of the demonstration's shelf it is like. */
  name: string;
  technique: string;
  draw: (hand: Hand) => Promise<void>;
}

const PIECES: readonly Authored[] = [
  {
    name: "Five-bar lantern cage",
    technique: "Bundle weld and basket",
    async draw(hand) {
      const { page } = hand;
      await hand.say("cut from 6 round", "the bar 220");
      await hand.click(button(page, "Another bar"));
      await hand.say("the bar 220");
      await hand.click(tab(page, "Stock and parts"));
      await hand.fill(page.getByLabel("How many alike"), "4");
      await hand.click(button(page, "Another bar"));
      await hand.say("cut from 4 round", "the bar 25");
      await hand.fill(page.getByLabel("How many alike"), "2");
      await join(
        hand,
        0,
        "Weld",
        ["part 2"],
        [
          [PLACE, "12"],
          ["Seam, long", "24"],
        ],
      );
      await join(
        hand,
        1,
        "Wrap",
        [],
        [
          ["Turns left in it", "0.75"],
          ["Opened to", "60"],
        ],
      );
      await join(
        hand,
        2,
        "Weld",
        ["part 2"],
        [
          [PLACE, "208"],
          ["Seam, long", "24"],
        ],
      );
    },
  },
  {
    name: "Tiller yoke with its boss",
    technique: "Punched hole",
    async draw(hand) {
      await hand.say(
        "cut from 20 by 12",
        "the bar 70",
        "flat taper 110 to 10 by 6, both",
        "boss 18, 6 high at 145",
        "hole 8 at 145 called socket",
        "bent away -60 at 90, inside radius 16, to reach socket",
        "bent away -60 at 200, inside radius 16, to reach socket",
      );
    },
  },
  {
    name: "Halyard strap with an oval eye",
    technique: "Slot punch and drift",
    async draw(hand) {
      await hand.say(
        "cut from 25 by 10",
        "the bar 110",
        "upset 50, 35.3 by 10 at A",
        "flat taper 60 to 42 by 3",
        "oval hole 16 at 25, along the bar 20, slot long 22, slot wide 4",
      );
    },
  },
  {
    name: "Kelp-rake tines",
    technique: "Rope twist",
    async draw(hand) {
      await hand.say(
        "cut from 10 round",
        "the bar 360",
        "taper 120 to a point, both",
        "fold 8 at 300",
        "wrap from 170 to 280, 2 turns right",
      );
    },
  },
  {
    name: "Crab-pot barb",
    technique: "Fold weld",
    async draw(hand) {
      await hand.say(
        "the bar 180 called shank",
        "plain bar 60 at A called barb",
        "fold 0 at 50",
        "fold weld 24 at 30",
        "part cut 0.75 at 100",
      );
      await hand.click(listed(hand.page, "barb"));
      await hand.choose(hand.page.getByLabel("Skill it exercises"), "Fold weld");
    },
  },
  {
    name: "Kelp-frond dish",
    technique: "Leaf",
    async draw(hand) {
      await hand.say(
        "cut from 20 by 8",
        "the bar 80, 8 square",
        "flat taper 90 to 40 by 2 at A",
        "veins from 5 to 80, 5 veins, edge cut",
        "dish 6 from 5 to 80",
      );
      await hand.click(listed(hand.page, "bar"));
      await hand.choose(hand.page.getByLabel("Skill it exercises"), "Drawing out");
    },
  },
  {
    name: "Sail-tie ring with its keeper",
    technique: "Ring and eye",
    async draw(hand) {
      const { page } = hand;
      await hand.say(
        "cut from 8 round",
        "the bar 180",
        "upset 12 to 11, both",
        "ring 60 from 12 to 192, gap 33.6",
      );
      await hand.click(button(page, "Another bar"));
      await hand.say(
        "cut from 6 round",
        "the bar 47",
        "taper 110 to a point",
        "ring 9 from 0 to 47",
      );
      await hand.click(tab(page, "Stock and parts"));
      await join(
        hand,
        0,
        "Pivot",
        [],
        [
          [PLACE, "102"],
          ["Play in the hole", "1"],
        ],
      );
    },
  },
  {
    name: "Bait-bucket bow",
    technique: "Bend",
    async draw(hand) {
      await hand.say(
        "cut from 10 round",
        "the bar 130",
        "upset 20 to 12 called crown",
        "plain bar 130 called far side",
        "drawn 24, 15 by 5, both",
        "hole 5 at 12, both",
        "bend 180 over 60 at 164",
      );
      await hand.click(tab(hand.page, "Measured on"));
      await ownLine(hand, "Between the eyes", "Hole, its middle", "Hole 2, its middle");
    },
  },
  {
    name: "Float-line triangle",
    technique: "Texture and stamping",
    async draw(hand) {
      await hand.say(
        "cut from 8 round",
        "the bar 300 called sides",
        "drawn 20, 12 by 4 at A",
        "texture from 30 to 310",
        "bend 120 over 4 at 115 called first corner",
        "bend 120 over 4 at 215 called second corner",
        "drilled hole 3 at 8",
      );
      await hand.click(tab(hand.page, "Measured on"));
      await ownLine(hand, "Middle side", "First corner, its middle", "Second corner, its middle");
      await ownLine(hand, "Side to the drilled corner", "end A", "First corner, its middle");
    },
  },
  {
    name: "Locker hasp and keeper",
    technique: "Riveting and tenons",
    async draw(hand) {
      const { page } = hand;
      await hand.say(
        "cut from 25 by 5",
        "the bar 110",
        "flat taper 60 to 12 by 3",
        "hole 6.5 at 15",
        "lugs 14 by 12 by 4 at 60, folded up",
      );
      await hand.click(button(page, "Another bar"));
      await hand.say("the bar 60", "hole 6.5 at 15");
      await hand.click(tab(page, "Stock and parts"));
      await hand.choose(page.getByLabel("Forged from"), "one bar with");
      await hand.click(button(page, "Put it in its place"));
      await hand.fill(page.getByLabel("At, from its end A"), "15");
      await hand.fill(page.getByLabel("With its own place"), "15");
      await hand.fill(page.getByLabel("Turned, degrees"), "180");
      await join(
        hand,
        0,
        "Pivot",
        [],
        [
          [PLACE, "15"],
          ["Pin, across", "6"],
        ],
      );
    },
  },
];

for (const piece of PIECES)
  test(`authored by hand: ${piece.name}`, async ({ page }) => {
    await signInOnly(page, "oda");
    await page.goto("/set");
    const hand = new Hand(page);
    await hand.click(page.getByRole("link", { name: "Design an exercise" }));
    await expect(page.getByRole("group", { name: "The bar, as forged" })).toBeVisible();
    await hand.choose(page.getByLabel("Technique it teaches"), piece.technique);
    await piece.draw(hand);
    const name = `${piece.name}, by hand`;
    await hand.fill(page.getByLabel("Name of the exercise"), name);

    // It takes the bar that the same piece of the shelf takes.
    const { content } = SHELF_EXERCISES.find((one) => one.content.name === piece.name)!;
    const { plan } = reckonExercise(exerciseContentSchema.parse(content));
    const stock = await page.locator("[data-stock]").textContent();
    expect(Number.parseFloat(stock!)).toBeCloseTo(plan.stockLengthMm, 0);

    await hand.click(button(page, "Publish it"));
    await hand.click(button(page, "Publish now"));
    await page.waitForURL(/\/set\/[0-9a-f-]{36}$/);
    await expect(page.getByRole("heading", { name })).toBeVisible();
    test.info().annotations.push({
      type: "work",
      description: `${hand.clicks} clicks, ${hand.keys} keys, ${Math.round(hand.seconds)} s`,
    });
    expect(hand.clicks, "clicks").toBeLessThanOrEqual(MAX_CLICKS);
    expect(hand.seconds, "seconds").toBeLessThanOrEqual(MAX_SECONDS);
  });
