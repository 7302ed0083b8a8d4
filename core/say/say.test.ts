import type { Field } from "../feature/feature";
import { FEATURE_KINDS } from "../feature/registry";
import type { Piece } from "../piece/piece";
import { Refusal } from "../problem/problem";
import { wordsForProblem } from "../problem/words";
import { STARTERS } from "./starters";
import { sayUnsafe } from "./say";

const square = (size: number) => ({ shape: "square", size }) as const;
const BAR: Pick<Piece, "stock" | "stretches" | "features"> = {
  stock: { section: square(12) },
  stretches: [{ id: "bar", kind: "prism", section: square(12), length: 300 }],
};
const say = (text: string, bar = BAR, unit: "mm" | "in" = "mm") =>
  sayUnsafe(text, bar, { unit, selected: "bar" });
const made = (text: string, bar = BAR) => {
  const said = say(text, bar);
  const things = [...said.bar.stretches, ...(said.bar.features ?? [])];
  return things.find(({ id }) => id === said.id);
};
function problemOf(text: string, bar = BAR) {
  try {
    say(text, bar);
  } catch (error) {
    if (error instanceof Refusal) return error.problem;
    throw error;
  }
  return null;
}

describe("a stretch in words", () => {
  it.each([
    ["taper 80 to 4 at A", { kind: "transition", from: square(4), to: square(12), length: 80 }],
    ["taper 80 to a point", { kind: "transition", from: square(12), to: "point", length: 80 }],
    ["fan 60 to 30 by 2", { to: { shape: "flat", width: 30, thickness: 2 }, length: 60 }],
    ["shoulder 30, 8 square", { kind: "prism", section: square(8), length: 30 }],
    ["set down 30 of 8 round", { section: { shape: "round", size: 8 }, length: 30 }],
    ["upset 20 to 15", { section: square(15), length: 20 }],
    ["flat taper 2 in to 1 in by 1/8 in", { length: 50.8 }],
    ["leaf 70, 12 cm3", { kind: "free", volume: 12_000, length: 70 }],
    ["plain bar 50 called grip", { kind: "prism", name: "grip", length: 50 }],
  ])("makes of “%s” what it says", (text, expected) => {
    expect(made(text)).toMatchObject(expected);
  });

  it.each([
    ["shoulder 30 at A", ["tenon", "bar"]],
    ["shoulder 30 at B", ["bar", "tenon"]],
    ["shoulder 30", ["bar", "tenon"]],
    ["shoulder 30 both", ["tenon", "bar", "tenon-2"]],
    ["shoulder 30 after the bar", ["bar", "tenon"]],
    ["shoulder 30 before the bar", ["tenon", "bar"]],
  ])("puts “%s” where it says", (text, order) => {
    expect(say(text).bar.stretches.map(({ id }) => id)).toEqual(order);
  });

  it("turns a taper round at end A, so that its thin end is outside", () => {
    const [a, , b] = say("taper 80 to 4 both").bar.stretches;
    expect(a).toMatchObject({ from: square(4), to: square(12) });
    expect(b).toMatchObject({ from: square(12), to: square(4) });
  });
});

describe("what is done to the bar, in words", () => {
  it.each([
    ["hole 8 at 40", { kind: "hole", at: 40, diameter: 8 }],
    ["hole 8 at 16 from B", { at: 284 }],
    ["hole 8 at 300", { at: 300 }],
    ["hole 8 at 300 from B", { at: 0 }],
    ["drilled hole 6 at 20", { method: "drill", diameter: 6 }],
    ["punched hole 6 at 20", { method: "punch" }],
    ["square hole 6 at 20", { shape: "square" }],
    ["hole 14 at 150, slot and drift, slot long 30, slot wide 3", { slotLength: 30, slotWidth: 3 }],
    ["slot 20 by 4 at 100 through the width", { length: 20, width: 4, through: "width" }],
    ["twist from 60 to 160, 3 turns right", { from: 60, to: 160, turns: 3, hand: "right" }],
    ["twist from 60 to 160 left 3 1/2 turns", { turns: 3.5, hand: "left" }],
    ["twist from 9 in - 16 mm to 16 mm from B, 3 turns", { from: 212.6, to: 284 }],
    ["bend 90° at 150 inside radius 10, hard way", { angle: 90, insideRadius: 10, plane: "plan" }],
    ["bend -45 degrees at 150", { angle: -45 }],
    ["lugs 20 by 15 by 4 at 100 folded up", { length: 20, reach: 15, thickness: 4, folded: "up" }],
    ["boss 18, 6 high at 150, stands down", { diameter: 18, height: 6, side: "down" }],
    ["fold weld 40 at B", { kind: "weld", method: "fold", length: 40 }],
    ["scroll 1 1/4 at A", { kind: "scroll", turns: 1.25 }],
    ["scroll 1 1/2 turns at A, radius 8", { turns: 1.5, innerRadius: 8 }],
    ["bend 45 degrees the hard way at 150", { angle: 45, plane: "plan" }],
    ["ears 20 at 100", { kind: "lugs", length: 20 }],
    ["barb at B", { kind: "part-cut" }],
    ["loop 40 at A", { kind: "ring", insideDiameter: 40, from: 0 }],
    ["stamp “No 3” at 100", { kind: "stamp", text: "No 3", at: 100 }],
    ["hole 8 at 40 called pivot hole", { id: "pivot-hole" }],
    [`hole 8 at 40 called ${"a".repeat(35)}`, { id: "a".repeat(35) }],
  ])("makes of “%s” what it says", (text, expected) => {
    expect(made(text)).toMatchObject(expected);
  });

  it("gives a ring at an end the bar it takes, from that end", () => {
    // π × (40 + 12) of bar less the gap of 2.
    const takesMm = Math.PI * 52 - 2;
    expect(made("ring 40 inside, gap 2 at A")).toMatchObject({ from: 0 });
    expect(made("ring 40 inside, gap 2 at A")).toHaveProperty("to", expect.closeTo(takesMm, 5));
    expect(made("ring 40 inside, gap 2 at B")).toHaveProperty(
      "from",
      expect.closeTo(300 - takesMm, 5),
    );
  });

  it("puts the same as far from the other end", () => {
    const { features } = say("hole 8 at 16 both").bar;
    expect(features?.map((one) => "at" in one && one.at)).toEqual([16, 284]);
    const spans = say("twist from 20 to 80 both").bar.features;
    expect(spans?.[1]).toMatchObject({ from: 220, to: 280 });
  });
});

describe("what there is, in words", () => {
  const holed = say("hole 8 at 40").bar;
  it.each([
    ["the bar 120 long", { length: 120 }],
    ["the bar 14 round", { section: { shape: "round", size: 14 } }],
    ["120", { length: 120 }],
    ["the hole 9 at 60", { diameter: 9, at: 60 }],
    ["the hole 10", { diameter: 10 }],
    ["the hole at 20 from B", { at: 280 }],
  ])("changes by “%s”", (text, expected) => {
    expect(made(text, holed)).toMatchObject(expected);
  });
  it("is not moved to two places at once", () => {
    expect(problemOf("the hole at 40 at 60", holed)?.code).toBe("phrase-unread");
  });
  it("changes the stock, and takes things out", () => {
    expect(say("cut from 16 square").bar).toMatchObject({
      stock: { section: square(16) },
      stretches: [{ section: square(16) }],
    });
    expect(say("take out the hole", holed).bar.features).toEqual([]);
  });
});

describe("what cannot be read", () => {
  it.each([
    ["frobnicate", "phrase-unknown"],
    ["", "phrase-unknown"],
    ["the tower 20", "phrase-unknown"],
    ["take out the tower", "phrase-unknown"],
    ["hole frob 8", "phrase-unread"],
    ["hole 8 at 40 and 9", "phrase-unread"],
    ["taper 80 to 4 sideways", "phrase-unread"],
    ["taper 80 4", "phrase-unread"],
    ["shoulder 30, 8 square, 9 round", "phrase-unread"],
    ["leaf 70, 12 square", "phrase-unread"],
    ["hole 8 at 40 at 60", "phrase-unread"],
    ["hole 8 at 300.1", "out-of-reach"],
    ["hole 8 at 301 from B", "out-of-reach"],
    ["twist from 60 to 301, 3 turns", "out-of-reach"],
    ["the bar", "phrase-unread"],
    ["hole 3/8 at 40", "length-fraction-bare"],
    [`hole 8 at 40 called ${"a".repeat(36)}`, "phrase-unread"],
    ["hole 8 at 40 called §", "phrase-unread"],
    ["hole".padEnd(300, " 8"), "phrase-unknown"],
  ])("refuses “%s”", (text, code) => {
    expect(problemOf(text)?.code).toBe(code);
  });
  it("says what there is, and what could be said", () => {
    expect(wordsForProblem(problemOf("the tower 20")!)).toBe(
      "Nothing here is called “tower 20”. There is bar.",
    );
    expect(wordsForProblem(problemOf("twist frob")!)).toMatch(
      /“frob” .*turns 2; right hand or left hand/,
    );
  });
});

describe("every kind there is", () => {
  it.each(STARTERS.map(({ key, name, kind }) => [name, key, kind] as const))(
    "is found by its name: %s",
    (name, key, kind) => {
      const thing = made(name.toLowerCase());
      expect(thing).toMatchObject(kind === "feature" ? { kind: key } : {});
      expect(thing).toBeDefined();
    },
  );

  const value = (field: Field): { said: string; kept: unknown } | null => {
    switch (field.type) {
      case "length":
        return { said: "7", kept: 7 };
      case "number":
        return field.max < 1
          ? { said: "0.5", kept: 0.5 }
          : { said: String(Math.ceil(field.min) + 3), kept: Math.ceil(field.min) + 3 };
      case "choice":
        return { said: field.choices.at(-1)![1], kept: field.choices.at(-1)![0] };
      case "thing":
        return { said: "bar", kept: "bar" };
      case "text":
        return null;
    }
  };
  it.each(
    FEATURE_KINDS.flatMap(({ kind, name, fields }) =>
      fields.flatMap((field) => {
        const said = value(field);
        return said
          ? [[`${name} ${field.label} ${said.said}`.toLowerCase(), kind, field.key, said.kept]]
          : [];
      }),
    ),
  )("takes every field it has by its label: %s", (text, kind, key, kept) => {
    expect(made(text as string)).toMatchObject({ kind, [key as string]: kept });
  });
});
