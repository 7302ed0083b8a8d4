import fc from "fast-check";
import { cohortRow, type CohortCell } from "@/core/climb/cohort";
import { packCells, unpackCells } from "./row";

const cell = fc
  .record({
    step: fc.constantFrom<CohortCell["step"]>(0, 1, 2, 3, 4, 5),
    stale: fc.boolean(),
    mark: fc.constantFrom<CohortCell["mark"]>(null, "stuck", "ready", "due"),
  })
  .map((one) => ({ ...one, stale: one.stale && one.step > 0 }));

test("what is packed comes out the same, two letters a technique", () => {
  fc.assert(
    fc.property(fc.array(cell, { maxLength: 40 }), (cells) => {
      expect(unpackCells(packCells(cells))).toEqual(cells);
      expect(packCells(cells)).toHaveLength(2 * cells.length);
    }),
  );
});

describe("a learner's row", () => {
  const DAY_MS = 86_400_000;
  const course = [{ id: "draw" }, { id: "weld" }];
  const held = (more: object) => ({
    techniqueId: "weld",
    step: 3 as const,
    towards: { step: 4 as const, have: 0, need: 10, exerciseId: null },
    since: 0,
    lastMadeAt: 0,
    freshChance: 0.9,
    halfLifeDays: 30,
    ...more,
  });
  const weld = (more: object, days = 0) => cohortRow(course, [held(more)], days * DAY_MS)[1];

  test("follows the course, not begun where nothing is kept", () => {
    expect(cohortRow(course, [held({})], 0)).toEqual([
      { step: 0, stale: false, mark: null },
      { step: 3, stale: false, mark: null },
    ]);
  });

  test("stale after its half-life, stuck after two pieces more than the step takes, ready when one is missing", () => {
    expect(weld({}, 20)).toMatchObject({ stale: false, mark: null });
    expect(weld({}, 30)).toMatchObject({ stale: true, mark: "due" });
    expect(weld({ since: 11 })).toMatchObject({ mark: null });
    expect(weld({ since: 12 })).toMatchObject({ mark: "stuck" });
    const cold = { step: 5 as const, have: 0, need: 1, exerciseId: null };
    expect(weld({ since: 12, towards: cold })).toMatchObject({ mark: null });
    const towards = { step: 3 as const, have: 2, need: 3, exerciseId: "x" };
    expect(weld({ towards })).toMatchObject({ mark: "ready" });
    expect(weld({ step: 0 as const, towards: null }, 900)).toMatchObject({ stale: false });
  });
});
