import { SHELF_EXERCISES } from "@/data/demo/exercises";
import { exerciseContentSchema, reckonExercise } from "../exercise/exercise";
import { reckon } from "../reckon/registry";
import { pieceOf } from "../testing/pieces";
import { planPiece } from "../piece/plan";
import { DEFAULT_SETTINGS } from "../trade/settings";
import { editedStages, OWN_STAGE, proposeStages } from "./stages";

const stagesOf = (piece: ReturnType<typeof pieceOf>, settings = DEFAULT_SETTINGS) =>
  proposeStages(piece, planPiece(piece), settings);

const HOOKED = pieceOf({
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
    { id: "hole", kind: "hole", at: 290, diameter: 5, method: "punch" },
    { id: "heel", kind: "bend", at: 250, angle: 90, insideRadius: 6 },
    { id: "mark", kind: "stamp", at: 240 },
  ],
});

/** What comes before what (common practice, no source). */
const BEFORE: [string, string][] = [
  ["cut:bar", "upset:head"],
  ["upset:head", "taper:tip"],
  ["taper:tip", "hole:hole"],
  ["hole-mark:hole", "hole:hole"],
  ["hole:hole", "twist:twist"],
  ["twist:twist", "scroll:curl"],
  ["scroll:curl", "bend:heel"],
  ["bend:heel", "stamp:mark"],
  ["stamp:mark", "true:piece"],
  ["true:piece", "finish:piece"],
];

test.each(BEFORE)("%s before %s", (first, then) => {
  const ids = stagesOf(HOOKED).map(({ id }) => id);
  expect(ids).toContain(first);
  expect(ids.indexOf(first)).toBeLessThan(ids.indexOf(then));
});

test("near an end the corners come off before the hole is punched (common practice, no source)", () => {
  const near = pieceOf({
    stretches: [{ id: "bar", kind: "prism", section: "12 square", length: 100 }],
    features: [{ id: "hole", kind: "hole", at: 90, diameter: 5, method: "punch" }],
  });
  const ids = stagesOf(near).map(({ id }) => id);
  expect(ids.indexOf("corners:hole")).toBeGreaterThan(0);
  expect(ids.indexOf("corners:hole")).toBeLessThan(ids.indexOf("hole:hole"));
});

test("the time in the air is the cooling reckoner's, for the section being worked", () => {
  const twist = stagesOf(HOOKED).find(({ id }) => id === "twist:twist")!;
  const { fromC: from, toC: to } = twist.heat!;
  const cooled = reckon("cool", { section: "12 square", from, to });
  expect(twist.seconds).toBeCloseTo(cooled.ok ? (cooled.value.seconds as number) : NaN, 6);
  const thin = stagesOf(HOOKED).find(({ id }) => id === "taper:tip")!;
  expect(thin.seconds!).toBeLessThan(twist.seconds!);
});

test("medium carbon is never asked to a heat that harms it", () => {
  const steel = { ...HOOKED, stock: { ...HOOKED.stock, steel: "medium-carbon" as const } };
  for (const { id, heat } of stagesOf(steel))
    if (heat && !id.startsWith("hole-mark") && !id.startsWith("true")) {
      // Below 1150 °C, stop at 800 (common practice, no source).
      expect(heat.fromC).toBeLessThanOrEqual(1150);
      expect(heat.toC).toBeGreaterThanOrEqual(800);
    }
});

test("what the instructor says otherwise keeps today's numbers; what left the piece falls away", () => {
  const proposed = stagesOf(HOOKED);
  const edits = [
    { id: "twist:twist", title: "Twist it", text: "Slowly.", check: "" },
    { id: `${OWN_STAGE}1`, title: "Rest", text: "Let it cool.", check: "Black." },
    { id: "hole:gone", title: "Punch what was there", text: "", check: "" },
  ];
  const stages = editedStages(proposed, edits);
  expect(stages.map(({ title }) => title)).toEqual(["Twist it", "Rest"]);
  expect(stages[0]).toMatchObject({
    text: "Slowly.",
    sizes: proposed.find(({ id }) => id === "twist:twist")!.sizes,
  });
  expect(editedStages(proposed, [])).toEqual(proposed);
});

test("drilled cold; for food no paint; several parts are cut, tried together and joined", () => {
  const piece = pieceOf({
    stretches: [{ id: "bar", kind: "prism", section: "12 square", length: 100 }],
    features: [{ id: "hole", kind: "hole", at: 50, diameter: 5, method: "drill" }],
    parts: [
      {
        id: "ring",
        stock: { section: "8 round" },
        stretches: [{ id: "loop", kind: "prism", section: "8 round", length: 120 }],
      },
    ],
    joins: [{ id: "rivet", kind: "rivet", parts: ["main", "ring"] }],
  });
  const stages = stagesOf(piece, { ...DEFAULT_SETTINGS, food: true });
  expect(stages.find(({ title }) => title === "Drill hole")).toMatchObject({
    heat: null,
  });
  expect(stages.at(-1)!.text).toContain("bake it on");
  expect(stages[0]!.sizes.map(({ name }) => name)).toContain("Cut ring");
  const ids = stages.map(({ id }) => id);
  expect(ids.indexOf("fit:parts")).toBeLessThan(ids.indexOf("join:rivet"));
});

test("every exercise of the demonstration has its steps, with sizes in finite numbers and no id twice", () => {
  for (const { content } of SHELF_EXERCISES) {
    const { stages, cautions } = reckonExercise(exerciseContentSchema.parse(content));
    expect(stages.length).toBeGreaterThanOrEqual(3);
    expect(new Set(stages.map(({ id }) => id)).size).toBe(stages.length);
    for (const { sizes } of stages)
      for (const { mm } of sizes) expect(mm.every(Number.isFinite)).toBe(true);
    expect(cautions.length).toBeGreaterThanOrEqual(6);
  }
});
