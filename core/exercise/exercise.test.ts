import fc from "fast-check";
import { limitsAtGrade } from "../measure/characteristic";
import { SHELF_EXERCISES } from "@/data/demo/exercises";
import { ALWAYS_CAUTIONS, cautionFor, TRAINING_PIECE } from "../trade/cautions";
import { barWith, pieceOf } from "../testing/pieces";
import { planPiece } from "../piece/plan";
import { compareContents } from "./compare";
import {
  contentOfPiece,
  exerciseContentSchema,
  exerciseRisks,
  linesOf,
  measuringPlanOf,
  NO_PLAN_EDITS,
  reckonExercise,
} from "./exercise";
import { MAX_PACK_BYTES, PACK_FORMAT, readPack, writePack, type PackedExercise } from "./pack";

const packed = SHELF_EXERCISES.map(({ technique, step, content }): PackedExercise => ({
  ...exerciseContentSchema.parse(content),
  technique,
  step,
}));

describe("packs", () => {
  test("written and read back they are equal, every exercise of the demonstration", () => {
    const read = readPack(writePack(packed));
    expect(read).toEqual({ ok: true, value: { format: PACK_FORMAT, exercises: packed } });
  });

  test("an older piece inside is migrated; a newer pack is refused politely", () => {
    const older = JSON.parse(writePack(packed.slice(0, 1))) as {
      exercises: { piece: object }[];
    };
    // The trial format said the same otherwise.
    older.exercises[0]!.piece = {
      format: "bell-step.piece/0",
      name: "Peg",
      stock: "12 square",
      bar: [{ id: "peg", kind: "prism", section: "12 square", length: 80 }],
    };
    expect(readPack(JSON.stringify(older)).ok).toBe(true);
    const newer = readPack(
      writePack(packed.slice(0, 1)).replace(PACK_FORMAT, "bell-step.exercises/2"),
    );
    expect(newer).toMatchObject({ ok: false, error: { path: "format" } });
    expect(newer.ok ? "" : newer.error.message).toContain("bell-step.exercises/2");
  });

  test.each([
    ["not JSON", "{", "line 1"],
    ["nothing in it", JSON.stringify({ format: PACK_FORMAT, exercises: [] }), "at least one"],
    ["far too large", " ".repeat(MAX_PACK_BYTES + 1), "KB"],
    ["another thing", "[1,2]", "nothing"],
    ["null", "null", "nothing"],
  ])("%s is refused, and says why", (_, text, answer) => {
    const read = readPack(text);
    expect(read.ok).toBe(false);
    expect(read.ok ? "" : read.error.message).toContain(answer);
  });

  test("a hostile pack is refused or read, in bounded time, and never thrown", () => {
    const whole = writePack(packed.slice(0, 2));
    fc.assert(
      fc.property(
        fc.nat(whole.length - 1),
        fc.oneof(
          fc.string({ maxLength: 8 }),
          fc.constantFrom('"__proto__":', "1e999", "-", "{}", "[["),
        ),
        (at, junk) => {
          const started = process.cpuUsage();
          const read = readPack(whole.slice(0, at) + junk + whole.slice(at + 3));
          expect(typeof read.ok).toBe("boolean");
          const { user, system } = process.cpuUsage(started);
          expect((user + system) / 1000).toBeLessThan(2000);
        },
      ),
      { numRuns: 200 },
    );
  });
});

describe("the measuring plan", () => {
  const implied = planPiece(barWith(100)).characteristics;
  const [first, second] = implied;
  const edits = NO_PLAN_EDITS;
  const lines = linesOf(barWith(100), implied, edits);

  test("lines are left out, reordered and weighed; nothing else changes", () => {
    expect(measuringPlanOf(lines, edits)).toEqual(implied);
    expect(measuringPlanOf(lines, { ...edits, leftOut: [first!.id] })).toEqual(implied.slice(1));
    expect(measuringPlanOf(lines, { ...edits, order: [second!.id] })[0]).toEqual(second);
    const changed = { [first!.id]: { weight: 5, lower: 11.9 } };
    const [heavier] = measuringPlanOf(lines, { ...edits, changed });
    expect(heavier).toEqual({ ...first, weight: 5, fixed: { lower: 11.9 } });
  });

  test("an id from the engine room is no line of the plan", () => {
    const changed = JSON.parse('{"__proto__":{"weight":9}}') as typeof edits.changed;
    expect(measuringPlanOf(lines, { ...edits, changed })).toEqual(implied);
  });
});

describe("cautions", () => {
  const content = contentOfPiece(
    pieceOf({
      name: "Mooring ring",
      stretches: [{ id: "bar", kind: "prism", section: "12 square", length: 300 }],
      features: [
        { id: "eye", kind: "ring", from: 0, to: 226, insideDiameter: 60 },
        { id: "weld", kind: "weld", at: 3, method: "scarf" },
      ],
    }),
  );

  test("they follow what is used, and stay whatever the instructor adds", () => {
    expect(exerciseRisks(content)).toEqual(expect.arrayContaining(["weld", "flux", "load-shaped"]));
    const added = { ...content, cautions: ["Mind the cat."] };
    const { cautions } = reckonExercise(added);
    expect(cautions).toEqual(
      expect.arrayContaining([
        ...ALWAYS_CAUTIONS,
        cautionFor("weld"),
        TRAINING_PIECE,
        "Mind the cat.",
      ]),
    );
  });

  test("without flux no flux spits; without a weld nothing of it", () => {
    const dry = { ...content, settings: { ...content.settings, flux: "none" as const } };
    expect(exerciseRisks(dry)).not.toContain("flux");
    expect(exerciseRisks(contentOfPiece(barWith(100)))).not.toContain("weld");
  });
});

describe("comparing", () => {
  const was = contentOfPiece(
    barWith(100, { id: "hole", kind: "hole", at: 50, diameter: 5, method: "punch" }),
  );

  test("the same is the same; every change is named with both sides", () => {
    expect(compareContents(was, structuredClone(was))).toEqual([]);
    const is = structuredClone(was);
    is.piece.stretches[0]!.length = 120;
    is.piece.features = [{ id: "heel", kind: "bend", at: 60, angle: 90, insideRadius: 6 }];
    is.heatBudget = 6;
    const changes = compareContents(was, is);
    expect(changes).toEqual(
      expect.arrayContaining([
        { of: "The exercise", what: "heats", was: { text: "4" }, is: { text: "6" } },
        { of: "The bar", what: "length to cut", was: { mm: 100 }, is: { mm: 120 } },
        { of: "Bar", what: "long", was: { mm: 100 }, is: { mm: 120 } },
        { of: "Hole", what: "", was: { text: "there" }, is: null },
        { of: "Heel", what: "", was: null, is: { text: "there" } },
      ]),
    );
  });
});

test("a hole can be judged by a go/no-go pin instead of a size; its own limits then stand", () => {
  const piece = {
    format: "bell-step.piece/1",
    name: "Strap",
    stock: { section: "30 by 8" },
    stretches: [{ id: "strap", kind: "prism", section: "30 by 8", length: 160 }],
    features: [{ id: "eye", kind: "hole", at: 40, diameter: 12, method: "punch" }],
  };
  const changed = { "eye.diameter": { withPins: true, upper: 12.2, weight: 3 } };
  const { characteristics } = reckonExercise(
    exerciseContentSchema.parse({
      name: "Strap",
      piece,
      heatBudget: 2,
      minuteBudget: 10,
      planEdits: { changed },
    }),
  );
  const eye = characteristics.find(({ id }) => id === "eye.diameter")!;
  expect(eye).toMatchObject({ instrument: "pins", unit: "gauge", readings: "gauge", weight: 3 });
  expect(limitsAtGrade(eye, 16)).toEqual({ lower: 0.5, upper: 1.5 });
});
