import fc from "fast-check";
import { layBar } from "../bar/bar";
import { characteristicSchema } from "../measure/schema";
import { OPERATION_KEYS } from "../operation/registry";
import { linesOfFeature } from "../piece/characteristics";
import { planPiece } from "../piece/plan";
import { barWith } from "../testing/pieces";
import { seededRandom } from "../stats/random";
import { RISKS } from "../trade/risks";
import { DEFAULT_SETTINGS } from "../trade/settings";
import {
  FEATURE_KINDS,
  featureExtent,
  featureSchema,
  operationsOf,
  type Feature,
} from "./registry";

const bar = layBar(barWith(400).stretches);

describe.each(FEATURE_KINDS.map((kind) => [kind.kind, kind] as const))("%s", (_, kind) => {
  const start = { id: "one", atMm: 120, lengthMm: 400, sizeMm: 12 };

  test("begins as something the format reads, and says what it is", () => {
    const initial = kind.start(start);
    expect(featureSchema.safeParse(initial).error).toBeUndefined();
    expect(typeof kind.describe(initial as never, String)).toBe("string");
    expect(kind.name).toMatch(/^[A-Z]/);
    expect(kind.about).toMatch(/^[a-z]/);
  });

  test("whatever it is made to be, the format reads it and every part of its definition answers", () => {
    fc.assert(
      fc.property(fc.integer(), (seed) => {
        const feature = kind.sample("one", 400, seededRandom(seed)) as unknown as Feature;
        expect(featureSchema.safeParse(feature).error).toBeUndefined();
        const { fromMm, toMm } = featureExtent(feature, bar);
        expect(toMm).toBeGreaterThanOrEqual(fromMm);
        for (const { atMm } of kind.marks(feature, bar)) expect(Number.isFinite(atMm)).toBe(true);
        for (const risk of kind.risks(feature)) expect(RISKS).toContain(risk);
        const stock = { shape: "square", size: 12 } as const;
        const work = { bar, features: [feature], settings: DEFAULT_SETTINGS, stock };
        const operations = operationsOf(feature, work);
        expect(operations.length).toBeGreaterThan(0);
        for (const { operation, leaves } of operations) {
          expect(OPERATION_KEYS).toContain(operation);
          if (leaves) expect(featureSchema.safeParse(leaves).error).toBeUndefined();
        }
        // One of its operations puts it on the bar, whole.
        expect(operations.some(({ leaves }) => leaves === feature)).toBe(true);
      }),
      { numRuns: 60 },
    );
  });

  test("its lines are lines of a plan, each of it", () => {
    const piece = barWith(400, kind.start(start));
    const lines = planPiece(piece).characteristics.filter(({ feature }) => feature === "one");
    expect(lines.length).toBeGreaterThan(0);
    for (const line of lines) {
      expect(characteristicSchema.safeParse(line).error).toBeUndefined();
      expect(line.of).toBe("one");
      expect(line.id.startsWith("one.")).toBe(true);
    }
  });

  test("of every line it has, it says what can still be done, or that nothing can", () => {
    fc.assert(
      fc.property(fc.integer(), (seed) => {
        const feature = kind.sample("one", 400, seededRandom(seed)) as unknown as Feature;
        const { features: _, ...plain } = barWith(400);
        for (const { id } of linesOfFeature({ ...plain, features: [feature] }, feature))
          expect(Object.keys(kind.rework)).toContain(id.slice("one.".length));
      }),
      { numRuns: 40 },
    );
  });

  test("every field it offers is one of its own, and can be left as it is", () => {
    const keys = Object.keys(kind.schema.shape);
    for (const { key, when } of kind.fields) {
      expect(keys).toContain(key);
      if (when) expect(keys).toContain(when.key);
    }
    const initial = kind.start(start);
    expect(kind.settled?.(initial as never) ?? initial).toEqual(initial);
  });
});

test("a slot comes and goes with its method", () => {
  const kind = FEATURE_KINDS.find((one) => one.kind === "hole")!;
  const hole = { id: "h", kind: "hole", at: 10, diameter: 12, method: "slot-drift" };
  const slotted = kind.settled!(hole);
  expect(slotted).toMatchObject({ slotLength: expect.closeTo(14.4, 9), slotWidth: 3 });
  expect(kind.settled!({ ...slotted, method: "punch" })).not.toHaveProperty("slotLength");
});
