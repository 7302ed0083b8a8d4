import fc from "fast-check";
import { SHELF_EXERCISES } from "@/data/demo/exercises";
import { layBar } from "../bar/bar";
import { stretchVolumeMm3 } from "../bar/stretch";
import { exerciseContentSchema, reckonExercise } from "../exercise/exercise";
import { kindOf } from "../feature/registry";
import { pieceSchema, type Piece } from "../piece/piece";
import { planPiece } from "../piece/plan";
import { reckon } from "../reckon/registry";
import { sectionAreaMm2 } from "../section/section";
import { generated } from "../testing/generated";
import { anyPiece, barWith, pieceOf } from "../testing/pieces";
import { DEFAULT_SETTINGS } from "../trade/settings";
import { OWN_STAGE, type StageEdit } from "./edit";
import { planWork, type Stage } from "./stages";

const BRACKET = pieceOf({
  stretches: [
    {
      id: "tip",
      kind: "transition",
      from: "3 square",
      to: "12 square",
      length: 90,
      technique: "square-taper",
    },
    { id: "body", kind: "prism", section: "12 square", length: 200 },
    { id: "head", kind: "prism", section: "16 square", length: 18, technique: "upsetting" },
  ],
  features: [
    { id: "curl", kind: "scroll", from: 0, to: 80, innerRadius: 8, turns: 1 },
    { id: "twist", kind: "twist", from: 130, to: 220, turns: 2, hand: "right" },
    { id: "hole", kind: "hole", at: 299, diameter: 5, method: "punch" },
    { id: "heel", kind: "bend", at: 250, angle: 90, insideRadius: 6 },
    { id: "mark", kind: "stamp", at: 240 },
  ],
});

const idsOf = (piece: Piece, settings = DEFAULT_SETTINGS) =>
  planWork(piece, { settings }).stages.map(({ id }) => id);

const planned = (piece: Piece) => reckon("plan", piece).ok;
const makeable = anyPiece.filter(planned);

/** Steel in a bar: outside volume, less what its eyes are opened by; a slug is in it until it is slotted. */
function steelMm3({ bar }: Pick<Stage, "bar">): number {
  const { stretches, features = [] } = bar.piece;
  const laid = layBar(stretches);
  const outside = stretches.reduce((sum, stretch) => sum + stretchVolumeMm3(stretch), 0);
  const kept = features.map((one) => kindOf(one).keptVolumeMm3?.(one, laid) ?? 0);
  return outside + kept.reduce((sum, one) => sum + one, 0);
}

describe("every bar between holds the same steel", () => {
  test("the first is the stock, the last the piece, of any piece with parts and joins", () => {
    fc.assert(
      fc.property(makeable, (piece) => {
        const { stages } = planWork(piece);
        const plan = planPiece(piece);
        const bars = [
          { part: "main", bar: piece, stockMm: plan.stockLengthMm },
          ...(piece.parts ?? []).map((bar, index) => ({
            part: bar.id,
            bar,
            stockMm: plan.parts[index]!.stockLengthMm,
          })),
        ];
        const together = stages.at(-1)!.beside;
        for (const [index, { part, bar, stockMm }] of bars.entries()) {
          const own = stages.filter((stage) => stage.part === part);
          const onLongBar = own[0]!.key === "mark-bar";
          const trimMm = onLongBar ? (bar.allowances?.endTrim ?? 0) : 0;
          expect(own[0]!.bar.lengthMm).toBeCloseTo(stockMm - trimMm, 6);
          // What is welded to the first bar comes to its form there, in no stage of its own.
          const last = (together[index - 1] ?? own.at(-1)!.bar).piece;
          expect(last.stretches).toEqual(bar.stretches);
          const byId = (a: { id: string }, b: { id: string }) => a.id.localeCompare(b.id);
          expect([...(last.features ?? [])].sort(byId)).toEqual(
            [...(bar.features ?? [])].sort(byId),
          );
        }
      }),
      { numRuns: generated(200) },
    );
  });

  test("steel only ever leaves as scale, as trim or as a slug, and only as much as the plan says", () => {
    fc.assert(
      fc.property(makeable, (piece) => {
        const { stages } = planWork(piece);
        const own = stages.filter(({ part }) => part === "main");
        // Holes that take more than there is are warned of, and have no steel to follow.
        fc.pre(own.every((stage) => steelMm3(stage) > 0));
        const { volumeMm3, stockLengthMm } = planPiece(piece);
        const stockMm3 = stockLengthMm * sectionAreaMm2(piece.stock.section);
        let mm3 = stockMm3;
        for (const stage of own) {
          const now = steelMm3(stage);
          const moves = (stage.bar.piece.features ?? []).some(
            (one) => kindOf(one).keptVolumeMm3 !== undefined,
          );
          // A slug is steel of the bar in the plan; what opens, stands out or is set in moves steel between the two.
          if (!moves) expect(now).toBeLessThanOrEqual(mm3 * (1 + 1e-9));
          mm3 = Math.max(now, 0);
        }
        const scaleMm3 = stockMm3 - volumeMm3;
        expect(scaleMm3).toBeGreaterThanOrEqual(-1e-6 * stockMm3);
      }),
      { numRuns: generated(200) },
    );
  });

  test("every bar of every stage is a piece file that reads back", () => {
    fc.assert(
      fc.property(makeable, (piece) => {
        for (const { bar } of planWork(piece).stages)
          expect(pieceSchema.safeParse(bar.piece).error).toBeUndefined();
      }),
      { numRuns: generated(100) },
    );
  });
});

describe("in any order an instructor chooses", () => {
  const shuffled = makeable.chain((piece) => {
    const ids = idsOf(piece);
    return fc
      .shuffledSubarray(ids, { minLength: ids.length, maxLength: ids.length })
      .map((order) => ({ piece, edits: order.map((id): StageEdit => ({ id })) }));
  });

  test("every size and place is of the bar as it is at that stage, and the last bar is the piece", () => {
    fc.assert(
      fc.property(shuffled, ({ piece, edits }) => {
        const { stages, leftOut } = planWork(piece, { edits });
        expect(stages.map(({ id }) => id)).toEqual(edits.map(({ id }) => id));
        expect(leftOut).toEqual([]);
        for (const stage of stages) expectTrueOfItsBar(stage);
        const last = stages.filter(({ part }) => part === "main").at(-1)!;
        expect(last.bar.piece.stretches).toEqual(piece.stretches);
      }),
      { numRuns: generated(150) },
    );
  });

  test("what goes against a rule says which, and why; the proposed order goes against none", () => {
    const ids = idsOf(BRACKET);
    const against = (order: string[]) =>
      planWork(BRACKET, { edits: order.map((id) => ({ id })) }).stages.flatMap(
        (stage) => stage.against,
      );
    expect(against(ids)).toEqual([]);
    const bendFirst = ["bend:heel", ...ids.filter((id) => id !== "bend:heel")];
    expect(against(bendFirst)).toEqual(
      expect.arrayContaining([
        "Usually after “Twist”: twisted before it is bent: the wrench needs a straight bar.",
      ]),
    );
    fc.assert(
      fc.property(makeable, (piece) => {
        const edits = idsOf(piece).map((id) => ({ id }));
        const { stages } = planWork(piece, { edits });
        expect(stages.flatMap((stage) => stage.against)).toEqual([]);
      }),
      { numRuns: generated(100) },
    );
  });
});

/** Sizes of stretches are read off the bars before and after it. */
function expectTrueOfItsBar({ sizes, on, before, bar }: Stage): void {
  const [id] = on;
  const was = layBar(before.piece.stretches).stretches.find(({ stretch }) => stretch.id === id);
  const is = layBar(bar.piece.stretches).stretches.find(({ stretch }) => stretch.id === id);
  const feature = bar.piece.features?.find((one) => one.id === id);
  const by = new Map(sizes.map(({ name, value }) => [name, value]));
  if (was && is && by.has("Length")) {
    expect(by.get("From and to")).toEqual([was.fromMm, was.toMm]);
    expect(by.get("Length")).toBe(is.toMm - is.fromMm);
    expect(by.get("Whole bar then")).toBe(bar.lengthMm);
  }
  if (feature && "at" in feature && by.has("From end A"))
    expect(by.get("From end A")).toBeCloseTo(feature.at, 9);
  if (feature && "from" in feature && by.has("From and to"))
    expect(by.get("From and to")).toEqual([
      expect.closeTo(feature.from, 9),
      expect.closeTo(feature.to, 9),
    ]);
}

test("the time in the air is the cooling reckoner's, for the section being worked", () => {
  const twist = planWork(BRACKET).stages.find(({ id }) => id === "twist:twist")!;
  const { fromC: from, toC: to } = twist.heat!;
  const cooled = reckon("cool", { section: "12 square", from, to });
  expect(twist.seconds).toBeCloseTo(cooled.ok ? (cooled.value.seconds as number) : NaN, 6);
  const thin = planWork(BRACKET).stages.find(({ id }) => id === "taper:tip")!;
  expect(thin.seconds!).toBeLessThan(twist.seconds!);
});

describe("medium carbon (common practice, no source)", () => {
  const steel = { ...BRACKET, stock: { ...BRACKET.stock, steel: "medium-carbon" as const } };

  test("never above about 1150 °C, never worked below about 800, never planished at dull red", () => {
    const { stages } = planWork(steel);
    for (const { heat } of stages)
      if (heat) {
        expect(heat.fromC).toBeLessThanOrEqual(1150);
        expect(heat.toC).toBeGreaterThanOrEqual(800);
      }
    expect(stages.some(({ operation }) => operation === "planish")).toBe(false);
    expect(planWork(BRACKET).stages.some(({ operation }) => operation === "planish")).toBe(true);
  });

  test("a hole's mark is struck cold on it", () => {
    const mark = planWork(steel).stages.find(({ id }) => id === "mark:hole")!;
    expect(mark).toMatchObject({ heat: null, seconds: null, heats: 0 });
  });
});

describe("what the instructor says otherwise", () => {
  test("keeps today's numbers; what they left alone is said as proposed; what left the piece falls away", () => {
    const proposed = planWork(BRACKET).stages.find(({ id }) => id === "twist:twist")!;
    const edits: StageEdit[] = [
      { id: "twist:twist", text: "Slowly." },
      { id: `${OWN_STAGE}1`, title: "Rest", text: "Let it cool.", check: "Black." },
      { id: "punch:gone", title: "Punch what was there" },
    ];
    const { stages, leftOut } = planWork(BRACKET, { edits });
    expect(stages.map(({ title }) => title)).toEqual(["Twist", "Rest"]);
    expect(stages[0]).toMatchObject({ text: "Slowly.", check: proposed.check });
    expect(stages[1]).toMatchObject({ text: "Let it cool.", check: "Black.", heat: null });
    expect(leftOut).toContain("Taper tip");
    expect(leftOut).not.toContain("Planish tip");
  });

  test("flux is said as the exercise has it now, whatever was kept", () => {
    const fold = barWith(
      300,
      { id: "bight", kind: "fold", at: 60 },
      { id: "seam", kind: "weld", at: 30 },
    );
    const kept = planWork(fold, { settings: { ...DEFAULT_SETTINGS, flux: "borax" } }).stages;
    const edits = kept.map(({ id, title, text, check }) => ({ id, title, text, check }));
    const now = planWork(fold, { settings: { ...DEFAULT_SETTINGS, flux: "none" }, edits }).stages;
    expect(now.find(({ id }) => id === "weld:seam")!.text).toContain("No flux");
    expect(now.find(({ id }) => id === "weld:seam")!.text).not.toContain("Borax");
  });

  test.each([
    ["hole:hole", "punch:hole"],
    ["hole-mark:hole", "mark:hole"],
    ["taper:tip", "taper:tip"],
    ["cut:bar", "cut:main"],
  ])("a stage kept as %s is now %s", (kept, now) => {
    const { stages } = planWork(BRACKET, { edits: [{ id: kept, title: "Mine" }] });
    expect(stages).toMatchObject([{ id: now, title: "Mine" }]);
  });

  test("a stage of their own changes the bar at constant volume, and carries operation, sizes and tongs", () => {
    const rough: StageEdit = {
      id: `${OWN_STAGE}rough`,
      title: "Rough the body",
      operation: "draw",
      on: "body",
      to: { shape: "flat", width: 12, thickness: 8 },
      sizes: [{ name: "Corners", value: 1, unit: "mm" }],
      tongs: { shape: "square", size: 12 },
    };
    const { stages } = planWork(BRACKET, { edits: [{ id: "cut:main" }, rough] });
    const own = stages[1]!;
    const body = own.bar.piece.stretches.find(({ id }) => id === "body")!;
    // 144 mm² to 96: half as long again.
    expect(body.length).toBeCloseTo(300, 9);
    expect(own).toMatchObject({ operation: "draw", heat: { name: "orange to yellow" } });
    expect(own.sizes.map(({ name }) => name)).toEqual(["Corners", "Length"]);
    expect(own.tongs).toEqual({ shape: "square", size: 12 });
    expect(own.heats).toBeGreaterThan(0);
  });
});

test("drilled cold after the last heat; for food no wax; parts are cut, tried together and then joined", () => {
  const piece = pieceOf({
    stretches: [{ id: "bar", kind: "prism", section: "12 square", length: 200 }],
    features: [
      { id: "hole", kind: "hole", at: 50, diameter: 5, method: "drill" },
      { id: "heel", kind: "bend", at: 120, angle: 90, insideRadius: 6 },
    ],
    parts: [
      {
        id: "loop-bar",
        stock: { section: "8 round" },
        stretches: [{ id: "loop", kind: "prism", section: "8 round", length: 120 }],
      },
    ],
    joins: [{ id: "pin", kind: "rivet", parts: ["main", "loop-bar"] }],
  });
  const { stages } = planWork(piece, { settings: { ...DEFAULT_SETTINGS, food: true } });
  expect(stages.map(({ title }) => title)).toEqual([
    "Cut and mark",
    "Cut loop bar",
    "Bend heel",
    "Drill hole",
    "Try it together",
    "Rivet pin: the bar and loop bar",
    "True up",
    "Brush and season",
  ]);
  expect(stages.find(({ title }) => title === "Drill hole")!.heat).toBeNull();
  expect(stages.at(-1)!.text).not.toMatch(/^.*Wax/);
  expect(stages.find(({ title }) => title.startsWith("Rivet"))!.beside).toHaveLength(1);
});

test("every exercise of the demonstration has its stages, in finite numbers and no id twice", () => {
  for (const { content } of SHELF_EXERCISES) {
    const { work, cautions } = reckonExercise(exerciseContentSchema.parse(content));
    expect(work.stages.length).toBeGreaterThanOrEqual(3);
    expect(new Set(work.stages.map(({ id }) => id)).size).toBe(work.stages.length);
    for (const { sizes } of work.stages)
      for (const { value } of sizes) expect([value].flat().every(Number.isFinite)).toBe(true);
    expect(cautions.length).toBeGreaterThanOrEqual(6);
  }
});

test("of several places the first is held from the other end: by the bar, not by its point", () => {
  const staple = pieceOf({
    stock: "12 round",
    stretches: [
      { id: "left", kind: "transition", from: "point", to: "12 round", length: 50 },
      { id: "bow", kind: "prism", section: "12 round", length: 200 },
      { id: "right", kind: "transition", from: "12 round", to: "point", length: 50 },
    ],
  });
  const planish = planWork(staple).stages.find(({ key }) => key === "planish")!;
  expect(planish.places).toHaveLength(2);
  expect(planish.tongs).toEqual({ shape: "round", size: 12 });
});

test("only what is drawn goes by way of square and octagon: never what is upset, fullered or welded", () => {
  const says = (stretches: object[], key: string) =>
    planWork(pieceOf({ stock: "16 round", stretches }))
      .stages.find((stage) => stage.key === key)!
      .sizes.some(({ name }) => name === "First square");
  const shank = { id: "shank", kind: "prism", section: "16 round", length: 150 };
  const part = (section: string, more: object = {}) => [
    { id: "part", kind: "prism", section, length: 40, ...more },
    shank,
  ];
  expect(says(part("12 round", { technique: "drawing-out" }), "draw")).toBe(true);
  expect(says(part("20 round", { technique: "upsetting" }), "upset")).toBe(false);
  expect(
    says([{ ...shank, id: "head" }, ...part("10 round", { technique: "fullering" })], "fuller"),
  ).toBe(false);
});

describe("two parts from one bar", () => {
  const flat = (id: string, length: number) => ({ id, kind: "prism", section: "25 by 5", length });
  const taperedEndB = { id: "tail", kind: "transition", from: "25 by 5", to: "8 by 3", length: 60 };
  const hasp = (cutFrom?: string, count = 1) =>
    planWork(
      pieceOf({
        stock: "25 by 5",
        stretches: [flat("leaf", 120), taperedEndB],
        parts: [
          {
            id: "short",
            count,
            cutFrom,
            stock: { section: "25 by 5" },
            stretches: [{ id: "plate", kind: "prism", section: "25 by 4", length: 60 }],
          },
        ],
      }),
    ).stages;
  const at = (stages: ReturnType<typeof hasp>, id: string) =>
    stages.findIndex((stage) => stage.id === id);
  const cutMm = (stages: ReturnType<typeof hasp>) =>
    stages[0]!.sizes.find(({ name }) => name === "Cut")!.value as number;

  test("the bar is cut for both, and for as many as there are", () => {
    // 60 of 25 by 4 takes 48 of 25 by 5.
    expect(cutMm(hasp("main")) - cutMm(hasp())).toBeCloseTo(48, 9);
    expect(cutMm(hasp("main", 3)) - cutMm(hasp())).toBeCloseTo(144, 9);
  });

  test("it is forged on that bar and cut apart once it is shaped; only then the first bar has an end B", () => {
    const stages = hasp("main");
    expect(at(stages, "cut:short")).toBe(-1);
    const order = ["cut:main", "mark-bar:short", "draw:short.plate", "hot-cut:short", "taper:tail"];
    const places = order.map((id) => at(stages, id));
    expect(places).toEqual([...places].sort((a, b) => a - b));
    expect(places[0]).toBe(0);
    expect(stages[at(stages, "hot-cut:short")]!.title).toBe("Cut apart short");
  });

  test("of a bar of its own, the ends are free from the beginning", () => {
    const stages = hasp();
    expect(at(stages, "taper:tail")).toBeLessThan(at(stages, "draw:short.plate"));
  });
});
