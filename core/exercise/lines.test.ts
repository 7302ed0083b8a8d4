import { limitsAtGrade } from "../measure/characteristic";
import { characteristicSchema } from "../measure/schema";
import { alikePairs } from "../piece/alike";
import { planPiece } from "../piece/plan";
import { pieceOf } from "../testing/pieces";
import { SHELF_EXERCISES, WORKED_EXERCISES } from "@/data/demo/exercises";
import {
  contentOfPiece,
  exerciseContentSchema,
  linesOf,
  measuringPlanOf,
  NO_PLAN_EDITS,
  reckonExercise,
} from "./exercise";
import { ownLines, ownLineSchema, type OwnLine } from "./ownLine";
import { MAX_PROPOSED, proposedLines } from "./proposed";

/** Both ends set down alike, an eye each, from 16 square. */
const PULL = pieceOf({
  name: "Drawer pull",
  stock: "16 square",
  stretches: [
    { id: "left", kind: "prism", section: "16 by 8", length: 35, technique: "shoulder" },
    { id: "grip", kind: "prism", section: "16 square", length: 70 },
    { id: "right", kind: "prism", section: "16 by 8", length: 35, technique: "shoulder" },
  ],
  features: [
    { id: "left-eye", kind: "hole", at: 12, diameter: 6, method: "drill" },
    { id: "right-eye", kind: "hole", at: 128, diameter: 6, method: "drill" },
  ],
});
const implied = planPiece(PULL).characteristics;
const proposed = (piece = PULL) => [...proposedLines(piece, planPiece(piece).characteristics)];

describe("lines proposed (common practice, no source)", () => {
  test("nothing of the bar as rolled, of two alike one and their match, of every sum one less", () => {
    expect(proposed()).toEqual([
      "left.middle-thickness",
      "left.middle-width",
      "left.length",
      "left-eye.diameter",
      "left-eye.place",
      "left-eye.walls",
      "right-eye.diameter",
      "right-eye.place",
      "right-eye.walls",
      "piece.length",
      "right.alike",
    ]);
  });

  test("worked all along, the last length follows from the whole", () => {
    const piece = pieceOf({
      stock: "12 square",
      stretches: [
        { id: "tip", kind: "transition", from: "4 square", to: "10 square", length: 60 },
        { id: "shank", kind: "prism", section: "10 square", length: 100 },
      ],
    });
    expect(proposed(piece)).toEqual([
      "tip.tip-flat",
      "tip.middle-flat",
      "tip.length",
      "shank.middle-flat",
      "shank.middle-turned",
      "piece.length",
    ]);
  });

  test("plain cut bar has its length, and what is neither worked nor cut nothing less", () => {
    const piece = pieceOf({
      stock: "12 square",
      stretches: [{ id: "bar", kind: "prism", section: "12 square", length: 140 }],
    });
    expect(proposed(piece)).toEqual(["bar.length"]);
  });

  test("of every demonstration exercise few: at most 15, half of them at most 8", () => {
    const counts = [...WORKED_EXERCISES, ...SHELF_EXERCISES].map(({ content }) => {
      const { piece } = exerciseContentSchema.parse(content);
      const lines = planPiece(piece).characteristics;
      const few = proposedLines(piece, lines);
      expect([...few].every((id) => lines.some((line) => line.id === id))).toBe(true);
      return few.size;
    });
    counts.sort((a, b) => a - b);
    expect(counts[0]).toBeGreaterThan(0);
    expect(counts.at(-1)).toBeLessThanOrEqual(MAX_PROPOSED);
    expect(counts[Math.floor(counts.length / 2)]).toBeLessThanOrEqual(8);
  });

  test("what is not proposed can be taken, what is can be left out; older exercises keep every line", () => {
    const few = linesOf(PULL, implied, { lines: "few", own: [] });
    const ids = (edits: Partial<typeof NO_PLAN_EDITS>) =>
      measuringPlanOf(few, { ...NO_PLAN_EDITS, lines: "few", ...edits }).map(({ id }) => id);
    expect(ids({})).toHaveLength(11);
    expect(ids({ taken: ["grip.middle-diagonals"] })).toContain("grip.middle-diagonals");
    expect(ids({ leftOut: ["left.length"] })).not.toContain("left.length");
    expect(ids({ taken: ["left.length"], leftOut: ["left.length"] })).not.toContain("left.length");
    const all = linesOf(PULL, implied, { lines: "all", own: [] });
    expect(measuringPlanOf(all, NO_PLAN_EDITS)).toHaveLength(implied.length);
    expect(reckonExercise(contentOfPiece(PULL)).characteristics).toHaveLength(11);
  });
});

describe("further bars", () => {
  const hinge = pieceOf({
    stock: "25 by 5",
    stretches: [{ id: "leaf", kind: "prism", section: "25 by 5", length: 160 }],
    features: [{ id: "pivot", kind: "hole", at: 20, diameter: 8.4, method: "drill" }],
    parts: [
      {
        id: "short-leaf",
        stock: { section: "25 by 5" },
        stretches: [{ id: "leaf", kind: "prism", section: "20 by 5", length: 80 }],
        features: [{ id: "eye", kind: "hole", at: 20, diameter: 8.4, method: "drill" }],
      },
      {
        id: "rivet",
        stock: { section: "8 round" },
        stretches: [{ id: "shank", kind: "prism", section: "8 round", length: 26 }],
      },
    ],
  });
  const lines = planPiece(hinge).characteristics;

  test("are measured as the first is, each line with its bar's name and place", () => {
    const place = lines.find(({ id }) => id === "short-leaf.eye.place")!;
    expect(place).toMatchObject({
      name: "Short leaf, eye, from end A",
      part: "short-leaf",
      feature: "short-leaf.eye",
      stretch: "short-leaf.leaf",
      nominal: 20,
      atMm: 20,
    });
    expect(lines.find(({ id }) => id === "pivot.place")).not.toHaveProperty("part");
    for (const line of lines) expect(characteristicSchema.safeParse(line).error).toBeUndefined();
    expect(new Set(lines.map(({ id }) => id)).size).toBe(lines.length);
  });

  test("what is proposed of each follows from its own stock: what is cut has its length", () => {
    expect(proposed(hinge)).toEqual([
      "pivot.diameter",
      "pivot.place",
      "pivot.walls",
      "short-leaf.leaf.middle-thickness",
      "short-leaf.leaf.middle-width",
      "short-leaf.leaf.length",
      "short-leaf.eye.diameter",
      "short-leaf.eye.place",
      "short-leaf.eye.walls",
      "rivet.shank.length",
    ]);
  });

  test("the longest ids and names there can be are lines of a plan", () => {
    const long = (letter: string) => letter.repeat(40);
    const piece = pieceOf({
      stock: "25 by 5",
      stretches: [{ id: "leaf", kind: "prism", section: "25 by 5", length: 160 }],
      parts: [
        {
          id: long("p"),
          name: "N".repeat(80),
          stock: { section: "25 by 5" },
          stretches: [
            {
              id: long("s"),
              name: "M".repeat(80),
              kind: "prism",
              section: "20 square",
              length: 80,
            },
          ],
          features: [{ id: long("f"), kind: "slot", at: 40, length: 20, width: 5 }],
        },
      ],
    });
    for (const line of planPiece(piece).characteristics.filter(({ part }) => part))
      expect(characteristicSchema.safeParse(line).error).toBeUndefined();
  });
});

describe("what is drawn alike", () => {
  const bar = (stretches: object[], features: object[] = []) =>
    pieceOf({ stock: "16 square", stretches, features });
  const taper = (id: string, from: string, to: string, length = 60) => ({
    id,
    kind: "transition",
    from,
    to,
    length,
  });
  const middle = { id: "middle", kind: "prism", section: "16 square", length: 100 };

  test("tapers at both ends are one taper turned round; longer by 0.1 they are two", () => {
    const pair = (length: number) =>
      alikePairs(
        bar([
          taper("a", "4 square", "16 square"),
          middle,
          taper("b", "16 square", "4 square", length),
        ]),
      );
    expect(pair(60)).toEqual([{ first: "a", second: "b", by: "length" }]);
    expect(pair(60.04)).toHaveLength(1);
    expect(pair(60.1)).toEqual([]);
  });

  test("the bar as rolled is no pair, nor are stretches at other places", () => {
    const milled = { kind: "prism", section: "16 square", length: 40 };
    const worked = { kind: "prism", section: "12 square", length: 40 };
    expect(alikePairs(bar([{ id: "a", ...milled }, middle, { id: "b", ...milled }]))).toEqual([]);
    expect(alikePairs(bar([{ id: "a", ...worked }, { id: "b", ...worked }, middle]))).toEqual([]);
    expect(alikePairs(bar([{ id: "a", ...worked }, middle, { id: "b", ...worked }]))).toHaveLength(
      1,
    );
  });

  test("twists alike but for their hand are held against one another by their turns, each with the first", () => {
    const twist = (id: string, from: number, turns: number, hand = "right") => ({
      ...{ id, kind: "twist", from, to: from + 40, turns, hand },
    });
    const long = [{ id: "bar", kind: "prism", section: "16 square", length: 300 }];
    const pairs = (...features: object[]) => alikePairs(bar(long, features));
    expect(pairs(twist("a", 20, 2), twist("b", 100, 2, "left"), twist("c", 200, 2))).toEqual([
      { first: "a", second: "b", by: "turns" },
      { first: "a", second: "c", by: "turns" },
    ]);
    expect(pairs(twist("a", 20, 2), twist("b", 100, 2.1))).toEqual([]);
    expect(
      pairs(
        twist("a", 20, 2),
        { id: "s", kind: "stamp", at: 200 },
        { id: "t", kind: "stamp", at: 220 },
      ),
    ).toEqual([]);
  });

  test("a match may differ by half the width of the step's grade", () => {
    const match = implied.find(({ id }) => id === "right.alike")!;
    const length = implied.find(({ id }) => id === "left.length")!;
    expect(match).toMatchObject({ kind: "match", readings: "difference", measure: "length" });
    const { upper } = limitsAtGrade(match, 14);
    expect(upper).toBeCloseTo(limitsAtGrade(length, 14).upper - length.nominal, 9);
  });
});

describe("a place past a bend", () => {
  const strap = (holeAt: number, ...bends: number[]) =>
    planPiece(
      pieceOf({
        stock: "30 by 6",
        stretches: [{ id: "bar", kind: "prism", section: "30 by 6", length: 300 }],
        features: [
          { id: "hole", kind: "hole", at: holeAt, diameter: 8, method: "drill" },
          ...bends.map((at, index) => ({
            id: `bend-${index}`,
            kind: "bend",
            at,
            angle: 90,
            insideRadius: 7,
          })),
        ],
      }),
    ).characteristics.find(({ id }) => id === "hole.place")!;

  test("is taken where a rule can be laid: from A, from B, or along its own run", () => {
    expect(strap(60)).toMatchObject({ name: "Hole, from end A", nominal: 60, atMm: 60 });
    expect(strap(60, 150)).toMatchObject({ name: "Hole, from end A", nominal: 60 });
    expect(strap(240, 150)).toMatchObject({ name: "Hole, from end B", nominal: 60, atMm: 240 });
    // A bend takes (7 + 3) · π/2 of bar, half of it to either side.
    const run = strap(150, 80, 220);
    expect(run.name).toBe("Hole, from the bend before");
    expect(run.nominal).toBeCloseTo(150 - 80 - (10 * Math.PI) / 4, 9);
  });
});

describe("lines of one's own", () => {
  const own = (line: unknown): OwnLine => ownLineSchema.parse(line);
  const made = (line: unknown, piece = PULL) =>
    ownLines(piece, [own(line)], planPiece(piece).characteristics).lines[0]!;
  const gap = {
    id: "own-1",
    name: "Gap between the eyes",
    kind: "size",
    from: { of: "left-eye", side: "b" },
    to: { of: "right-eye", side: "a" },
  };

  test("a size between two places is what is drawn: 128 − 12 less one eye", () => {
    const line = made(gap);
    expect(line).toMatchObject({ id: "own-1", name: "Gap between the eyes", kind: "size" });
    expect(line.nominal).toBeCloseTo(128 - 12 - 6, 6);
    expect(line.atMm).toBeCloseTo(70, 9);
    expect(made({ ...gap, from: { of: "end-a" }, to: { of: "end-b" } }).nominal).toBeCloseTo(
      140,
      6,
    );
    expect(made({ ...gap, from: { of: "left-eye" }, to: { of: "right-eye" } }).nominal).toBeCloseTo(
      116,
      6,
    );
    expect(made({ ...gap, nominal: "2 in" }).nominal).toBeCloseTo(50.8, 9);
  });

  test("across a square corner it is the straight way over", () => {
    const piece = pieceOf({
      stock: "10 square",
      stretches: [{ id: "bar", kind: "prism", section: "10 square", length: 200 }],
      features: [{ id: "corner", kind: "bend", at: 100, angle: 90, insideRadius: 5 }],
    });
    const line = made({ ...gap, from: { of: "end-a" }, to: { of: "end-b" } }, piece);
    // Legs of 100 less half the arc of 10 · π/2, and the radius of 10 at the corner.
    const legMm = 100 - (10 * Math.PI) / 4 + 10;
    expect(line.nominal).toBeCloseTo(Math.hypot(legMm, legMm), 1);
  });

  test("a clearance lies between its limits at every step, in the middle at best", () => {
    const line = made({
      id: "own-2",
      name: "Pin in its eye",
      kind: "clearance",
      lower: 0.3,
      upper: 0.5,
    });
    expect(line.nominal).toBeCloseTo(0.4, 9);
    for (const grade of [12, 16])
      expect(limitsAtGrade(line, grade)).toEqual({ lower: 0.3, upper: 0.5 });
  });

  test("a match holds two lines against one another, an evenness several readings, the eye three grades", () => {
    const match = {
      id: "own-3",
      name: "Both eyes",
      kind: "match",
      lines: ["left-eye.diameter", "right-eye.diameter"],
    };
    expect(made(match)).toMatchObject({
      kind: "match",
      readings: "difference",
      nominal: 0,
      name: "Both eyes",
    });
    expect(limitsAtGrade(made({ ...match, upper: 0.2 }), 16).upper).toBe(0.2);
    expect(
      made({ id: "own-4", name: "Tines", kind: "evenness", upper: 1, count: 4 }),
    ).toMatchObject({
      ...{ kind: "evenness", readings: "spread", count: 4, fixed: { upper: 1 } },
    });
    expect(made({ id: "own-5", name: "Line of it", kind: "by-eye" })).toMatchObject({
      ...{ kind: "presence", unit: "grade", instrument: "eye" },
    });
  });

  test.each([
    ["when-large", "above", "start-again"],
    ["when-small", "below", "start-again"],
    ["either-way", "above", "ease"],
  ])("still to be worked %s", (workable, heavyWhen, whenLight) => {
    expect(made({ ...gap, workable })).toMatchObject({ heavyWhen, whenLight });
  });

  test("each is a line of a plan, and measured without being taken", () => {
    const content = exerciseContentSchema.parse({
      ...contentOfPiece(PULL),
      planEdits: { lines: "few", own: [gap] },
    });
    const { characteristics, lines } = reckonExercise(content);
    expect(lines.lost).toEqual([]);
    const line = characteristics.find(({ id }) => id === "own-1")!;
    expect(characteristicSchema.safeParse(line).error).toBeUndefined();
  });

  test("one that names what is gone is said so, and the rest goes on", () => {
    const match = own({
      id: "own-3",
      name: "Both ears",
      kind: "match",
      lines: ["left.length", "own-1"],
    });
    const { lines, lost } = ownLines(PULL, [own(gap), match], implied);
    expect(lines.map(({ id }) => id)).toEqual(["own-1", "own-3"]);
    expect(lost).toEqual([]);
    const without = { ...PULL, features: PULL.features!.slice(0, 1) };
    const left = planPiece(without).characteristics;
    expect(ownLines(without, [own(gap), match], left)).toEqual({
      lines: [],
      lost: [
        { id: "own-1", name: "Gap between the eyes", missing: "right-eye" },
        { id: "own-3", name: "Both ears", missing: "own-1" },
      ],
    });
  });

  test.each<[string, object, string]>([
    ["limits the wrong way round", { ...gap, lower: 5, upper: 4 }, "larger than the lower"],
    ["equal limits", { ...gap, lower: 5, upper: 5 }, "larger than the lower"],
    ["no size and no places", { id: "own-1", name: "It", kind: "size" }, "Say how large it is"],
    ["only one place", { ...gap, to: undefined }, "between which two places"],
    [
      "a match with itself",
      { id: "own-1", name: "It", kind: "match", lines: ["a", "a"] },
      "two different",
    ],
    [
      "a clearance of nothing",
      { id: "own-1", name: "It", kind: "clearance", lower: 0, upper: 0 },
      "no length",
    ],
    ["an id of the engine's", { ...gap, id: "piece.length" }, "begins with own-"],
  ])("%s is refused with what is accepted", (_, line, said) => {
    const read = ownLineSchema.safeParse(line);
    expect(read.error?.issues.map(({ message }) => message).join(" ")).toContain(said);
  });

  test("two with one id are refused", () => {
    const read = exerciseContentSchema.safeParse({
      ...contentOfPiece(PULL),
      planEdits: { own: [gap, gap] },
    });
    expect(read.error?.issues[0]?.message).toContain("another id");
  });
});
