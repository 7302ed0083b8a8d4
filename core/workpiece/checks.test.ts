import { SHELF_EXERCISES } from "@/data/demo/exercises";
import { exerciseContentSchema } from "../exercise/exercise";
import { planPiece } from "../piece/plan";
import { pieceOf } from "../testing/pieces";
import { judgeReading } from "../measure/judge";
import { stageLines } from "./checks";
import { planWork } from "./stages";

const PEG = pieceOf({
  stretches: [
    { id: "point", kind: "transition", from: "point", to: "12 square", length: 90 },
    { id: "body", kind: "prism", section: "12 square", length: 160 },
  ],
  features: [
    { id: "heel", kind: "bend", at: 200, angle: 90, insideRadius: 10 },
    { id: "turns", kind: "twist", from: 110, to: 160, turns: 1, hand: "right" },
  ],
});

const linesOf = (key: string, on: string) => {
  const stage = planWork(PEG).stages.find((one) => one.key === key && one.on.includes(on))!;
  return stageLines(stage).map(({ name, nominal }) => `${name}: ${nominal.toFixed(1)}`);
};

test("after the cut the whole bar is measured, as long as it was cut", () => {
  // A point of 90 is a third of its length of bar, and the body is bar: 30 and 160.
  expect(linesOf("cut", "main")).toEqual(["Whole, length: 190.0"]);
  const cut = planWork(PEG).stages.find(({ key }) => key === "cut")!;
  const stateOf = (mm: number) =>
    judgeReading(stageLines(cut)[0]!, [mm], { instrumentUncertainty: 0, grade: 16 }).state;
  // Long can be cut again; short can't be put back.
  expect([180, 190, 200].map(stateOf)).toEqual(["light", "on-size", "heavy"]);
});

test("after the taper its own sizes, not yet bent; after bend and twist theirs", () => {
  expect(linesOf("taper", "point")).toEqual([
    "Point: 0.0",
    "Point middle, flat way: 6.0",
    "Point middle, turned: 6.0",
    "Point, length: 90.0",
  ]);
  expect(linesOf("bend", "heel")).toEqual(["Heel, angle: 90.0", "Heel, inside radius: 10.0"]);
  expect(linesOf("twist", "turns")).toEqual(["Turns, turns: 1.0"]);
});

test("trued, it is what the piece itself is judged by", () => {
  const whole = planPiece(PEG).characteristics.filter(({ stretch }) => stretch === null);
  expect(linesOf("true", "piece")).toEqual(
    whole.map(({ name, nominal }) => `${name}: ${nominal.toFixed(1)}`),
  );
});

test("every line of every stage of the demonstration is read at once, and no id twice", () => {
  const stages = SHELF_EXERCISES.flatMap(
    ({ content }) => planWork(exerciseContentSchema.parse(content).piece).stages,
  );
  for (const stage of stages) {
    const lines = stageLines(stage);
    expect(new Set(lines.map(({ id }) => id)).size).toBe(lines.length);
    expect(lines.filter(({ readings, kind }) => readings !== "one" || kind === "presence")).toEqual(
      [],
    );
  }
  expect(stages.filter((stage) => stageLines(stage).length > 0).length).toBeGreaterThan(100);
});
