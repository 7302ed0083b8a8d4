import { Graph, alg } from "@dagrejs/graphlib";
import fc from "fast-check";
import { seededRandom } from "../stats/random";
import type { Step } from "../trade/steps";
import { STARTER_TECHNIQUES } from "../trade/techniques";
import { closedTechniques, courseSchema } from "./course";
import { DEFAULT_STANDING_RULES, FOUNDING_RULES } from "./rules";
import { findLoop, missingBefore, opensUp, type CourseNode } from "./curriculum";
import {
  fadingOf,
  keptAfter,
  MIN_GAP_DAYS,
  retestsOf,
  STALE_SHARE,
  staleAfterDays,
} from "./fading";

const starter: CourseNode[] = STARTER_TECHNIQUES.map(({ slug, after }) => ({ id: slug, after }));

/** Courses of a dozen techniques with prerequisites anyhow, loops and all. */
const anyCourse = fc
  .array(fc.tuple(fc.integer({ min: 0, max: 11 }), fc.integer({ min: 0, max: 11 })), {
    maxLength: 24,
  })
  .map((edges) =>
    Array.from({ length: 12 }, (_, index): CourseNode => {
      const after = edges.filter(([to]) => to === index).map(([, from]) => String(from));
      return { id: String(index), after: [...new Set(after)] };
    }),
  );

const graphOf = (nodes: readonly CourseNode[]) => {
  const graph = new Graph({ directed: true });
  for (const { id } of nodes) graph.setNode(id);
  for (const { id, after } of nodes) for (const before of after) graph.setEdge(before, id);
  return graph;
};

describe("the course as a graph, against a general-purpose graph library", () => {
  test("a loop is found exactly where there is one, and is one", () => {
    fc.assert(
      fc.property(anyCourse, (nodes) => {
        const loop = findLoop(nodes);
        expect(loop === null).toBe(alg.isAcyclic(graphOf(nodes)));
        if (!loop) return;
        expect(loop[0]).toBe(loop.at(-1));
        const byId = new Map(nodes.map((node) => [node.id, node]));
        loop.slice(1).forEach((id, index) => expect(byId.get(loop[index]!)!.after).toContain(id));
      }),
    );
  });

  test("what a technique opens is what the library says follows it", () => {
    fc.assert(
      fc.property(anyCourse, (nodes) => {
        const graph = graphOf(nodes);
        for (const { id } of nodes)
          expect(opensUp(id, nodes).sort()).toEqual([...(graph.successors(id) ?? [])].sort());
      }),
    );
  });

  test("the starter course has no loop, begins with foundations and opens as the trade does", () => {
    expect(findLoop(starter)).toBeNull();
    expect(opensUp("square-taper", starter)).toEqual(
      expect.arrayContaining(["round-taper", "short-taper"]),
    );
  });

  test("open once everything before it is Fair", () => {
    const taper = starter.find(({ id }) => id === "square-taper")!;
    expect(missingBefore(taper, () => 1)).toEqual(["drawing-out"]);
    expect(missingBefore(taper, () => 2)).toEqual([]);
  });
});

describe("fading", () => {
  test("the chance halves with every half-life, and never rises with time", () => {
    expect(keptAfter(0, 30)).toBe(1);
    expect(keptAfter(60, 30)).toBeCloseTo(0.25, 9);
    fc.assert(
      fc.property(fc.double({ min: 0, max: 900, noNaN: true }), (days) => {
        expect(keptAfter(days + 1, 40)).toBeLessThan(keptAfter(days, 40));
      }),
    );
  });

  test("stale from where the share left says so", () => {
    expect(keptAfter(staleAfterDays(45), 45)).toBeCloseTo(STALE_SHARE, 9);
  });

  test("before any piece the technique's own half-life stands, to a factor of three or so", () => {
    const { fresh, days, low, high } = fadingOf(30, []);
    expect(days).toBeGreaterThan(28);
    expect(days).toBeLessThan(32);
    expect(low).toBeLessThan(16);
    expect(high).toBeGreaterThan(56);
    // Two sound pieces to 0.8 of a poor one.
    expect(Math.abs(fresh - 2 / 2.8)).toBeLessThan(0.03);
  });

  test("a retest that held lengthens it, one that failed shortens it, a long gap says more", () => {
    const own = fadingOf(30, []).days;
    const held = (gapDays: number) => fadingOf(30, [{ gapDays, held: true }]).days;
    expect(held(10)).toBeGreaterThan(own);
    expect(held(90)).toBeGreaterThan(held(10));
    expect(fadingOf(30, [{ gapDays: 10, held: false }]).days).toBeLessThan(own);
    // A week away is a retest, and grows it; a day less isn't.
    const eight = (gapDays: number) =>
      fadingOf(
        30,
        Array.from({ length: 8 }, () => ({ gapDays, held: true })),
      ).days;
    expect(eight(MIN_GAP_DAYS) / eight(MIN_GAP_DAYS - 0.01)).toBeGreaterThan(1.1);
  });

  test("failing without a gap is little skill, failing after gaps only is forgetting", () => {
    const series = (heldFresh: boolean, heldAfter: boolean) =>
      Array.from({ length: 12 }, (_, at) => ({
        gapDays: at % 2 ? 21 : 0,
        held: at % 2 ? heldAfter : heldFresh || at % 4 === 0,
      }));
    const forgets = fadingOf(60, series(true, false));
    const unskilled = fadingOf(60, series(false, false));
    expect(forgets.fresh).toBeGreaterThan(0.8);
    expect(forgets.days).toBeLessThan(20);
    expect(unskilled.fresh).toBeLessThan(0.65);
    expect(unskilled.days).toBeGreaterThan(forgets.days);
  });

  /** Learners made by a chance, a half-life and whether that grows with what is held after a gap. */
  const made = (
    count: number,
    of: { fresh: number; days: number; grows: number },
    seed: number,
  ) => {
    const random = seededRandom(seed);
    return Array.from({ length: count }, () => {
      let days = of.days;
      return Array.from({ length: 24 }, () => {
        const gapDays = random.next() < 0.4 ? 0 : 7 + 50 * random.next();
        const held = random.next() < of.fresh * keptAfter(gapDays, days);
        if (held && gapDays > 0) days *= of.grows;
        return { gapDays, held };
      });
    });
  };

  test.each([
    { fresh: 0.95, days: 60, grows: 1 },
    { fresh: 0.95, days: 60, grows: 1.25 },
    { fresh: 0.6, days: 120, grows: 1 },
    { fresh: 0.5, days: 1e6, grows: 1 },
    { fresh: 0.9, days: 20, grows: 1 },
  ])("retests come out as foretold: %j", (of) => {
    const foretold: { chance: number; held: boolean }[] = [];
    for (const retests of made(60, of, 5))
      for (let at = 8; at < retests.length; at += 4) {
        const { fresh, days } = fadingOf(60, retests.slice(0, at));
        const { gapDays, held } = retests[at]!;
        foretold.push({ chance: fresh * keptAfter(gapDays, days), held });
      }
    const mean = foretold.reduce((sum, { chance }) => sum + chance, 0) / foretold.length;
    const rate = foretold.filter(({ held }) => held).length / foretold.length;
    expect(Math.abs(mean - rate)).toBeLessThan(0.1);
  });

  test("a steady hand that forgets nothing is not stale at sixty days; one that loses half in twenty is", () => {
    const isStale = (retests: readonly { gapDays: number; held: boolean }[]) =>
      keptAfter(60, fadingOf(60, retests).days) < STALE_SHARE;
    const weekly = (held: (at: number) => boolean, length: number) =>
      Array.from({ length }, (_, at) => ({ gapDays: 7, held: held(at) }));
    expect(isStale(weekly(() => true, 6))).toBe(false);
    const random = seededRandom(9);
    const steady = Array.from({ length: 200 }, () => weekly(() => random.next() < 0.85, 20));
    expect(steady.filter(isStale).length).toBeLessThan(4);
    const losing = made(60, { fresh: 0.95, days: 20, grows: 1 }, 2);
    expect(losing.filter(isStale).length).toBeGreaterThan(50);
  });

  test("retests are the pieces after the first fair one, each with its gap", () => {
    const day = (days: number, meetsStep: 0 | 2) => ({ startedAt: days * 86_400_000, meetsStep });
    const pieces = [day(0, 0), day(20, 2), day(21, 2), day(51, 0), day(60, 2)];
    expect(retestsOf(pieces)).toEqual([
      { gapDays: 1, held: true },
      { gapDays: 30, held: false },
      { gapDays: 9, held: true },
    ]);
    expect(retestsOf(pieces.slice(0, 1))).toEqual([]);
  });
});

describe("a course as it is published", () => {
  const id = (at: number) => `00000000-0000-7000-8000-${String(at).padStart(12, "0")}`;
  const technique = (at: number, more: object = {}) => ({
    id: id(at),
    name: `Technique ${at}`,
    summary: "",
    after: [],
    halfLifeDays: 120,
    ...more,
  });
  const issues = (course: object) => {
    const read = courseSchema.safeParse({ techniques: [technique(1)], countsTo: {}, ...course });
    return read.success
      ? []
      : read.error.issues.map(({ path, message }) => [path.join("."), message]);
  };
  const rules = (more: object) => ({ rules: { ...DEFAULT_STANDING_RULES, ...more } });

  test("one technique is enough, none is not, a hundred and twenty are the most", () => {
    expect(issues({})).toEqual([]);
    expect(issues({ techniques: [] })).toEqual([
      ["techniques", "A course has at least one technique."],
    ]);
    const many = (count: number) => Array.from({ length: count }, (_, at) => technique(at));
    expect(issues({ techniques: many(120) })).toEqual([]);
    expect(issues({ techniques: many(121) })).toEqual([["techniques", "At most 120 techniques."]]);
    expect(courseSchema.parse({ techniques: [technique(1)], countsTo: {} }).rules).toEqual(
      DEFAULT_STANDING_RULES,
    );
  });

  test("a course of before margin could be chosen has none; its risk is one of three", () => {
    const { margin: _, ...older } = DEFAULT_STANDING_RULES;
    const course = { techniques: [technique(1)], countsTo: {}, rules: older };
    expect(courseSchema.parse(course).rules.margin).toBeNull();
    for (const risk of [0.05, 0.1, 0.2]) expect(issues(rules({ margin: { risk } }))).toEqual([]);
    expect(issues(rules({ margin: { risk: 0.15 } }))).toEqual([
      ["rules.margin.risk", "The risk of proof by margin: 5, 10 or 20 in a hundred."],
    ]);
  });

  test("what comes before is in the course, is another technique, and twelve at most", () => {
    const after = (...before: number[]) => [technique(1, { after: before.map(id) }), technique(2)];
    expect(issues({ techniques: after(2) })).toEqual([]);
    expect(issues({ techniques: after(3) })).toEqual([
      ["techniques.0.after", "What comes before it is not in the course."],
    ]);
    expect(issues({ techniques: after(1) })).toEqual([
      ["techniques.0.after", "“Technique 1” can't come before itself."],
    ]);
    expect(issues({ techniques: after(2, 3) })).toHaveLength(1);
    const thirteen = Array.from({ length: 14 }, (_, at) => technique(at));
    const last = (count: number) => [
      ...thirteen.slice(0, 13),
      technique(13, { after: thirteen.slice(0, count).map((one) => one.id) }),
    ];
    expect(issues({ techniques: last(12) })).toEqual([]);
    expect(issues({ techniques: last(13) })).toEqual([
      ["techniques.13.after", "At most twelve techniques come before one."],
    ]);
  });

  test("a loop is named along its way", () => {
    const loop = [
      technique(1, { after: [id(2)] }),
      technique(2, { after: [id(3)] }),
      technique(3, { after: [id(1)] }),
    ];
    expect(issues({ techniques: loop })).toEqual([
      [
        "techniques",
        "These go round in a loop: Technique 1, which needs Technique 2, which needs Technique 3, which needs Technique 1. Take one of them out.",
      ],
    ]);
  });

  test("no id and no name stands twice, however it is written", () => {
    expect(issues({ techniques: [technique(1), technique(1, { name: "Other" })] })).toEqual([
      ["techniques.1", "“Other” is there twice."],
    ]);
    const twins = [
      technique(1, { name: "Scroll" }),
      technique(2),
      technique(3, { name: "SCROLL" }),
    ];
    expect(issues({ techniques: twins })).toEqual([
      ["techniques.2.name", "Two techniques are called “SCROLL”."],
    ]);
  });

  test.each([
    ["trueRun", [0, 1, 20, 21, 2.5], (value: number) => rules({ trueRun: value })],
    [
      "alike.good",
      [1, 2, 30, 31, 2.5],
      (good: number) => rules({ alike: { good, of: 30, spreadGrade: 16 } }),
    ],
    [
      "alike.spreadGrade",
      [11, 12, 18, 19, 12.5],
      (spreadGrade: number) => rules({ alike: { good: 9, of: 10, spreadGrade } }),
    ],
    [
      "sure.coldDays",
      [0, 1, 400, 401, 1.5],
      (coldDays: number) => rules({ sure: { coldDays, shown: true } }),
    ],
    [
      "techniques",
      [0, 1, 3650, 3651, 1.5],
      (halfLifeDays: number) => ({ techniques: [technique(1, { halfLifeDays })] }),
    ],
  ])("%s has its limits: %j", (_, values, course) => {
    expect(values.map((value) => issues(course(value)).length === 0)).toEqual([
      false,
      true,
      true,
      false,
      false,
    ]);
    expect(issues(course("many" as never))[0]![1]).toMatch(/: a whole number from \d+ to \d+\.$/);
  });

  test("not more good ones than are looked at; exercises count for one to five", () => {
    const alike = (good: number, of: number) => rules({ alike: { good, of, spreadGrade: 16 } });
    expect(issues(alike(10, 10))).toEqual([]);
    expect(issues(alike(11, 10))).toEqual([
      ["rules.alike", "Not more good ones than are looked at."],
    ]);
    expect(issues({ countsTo: { [id(8)]: 1, [id(9)]: 5 } })).toEqual([]);
    expect(issues({ countsTo: { [id(9)]: 0 } })).toHaveLength(1);
    expect(issues({ countsTo: { [id(9)]: 6 } })).toHaveLength(1);
    expect(issues({ countsTo: { [id(9)]: 1 }, colour: "red" })).toHaveLength(1);
  });

  describe("what keeps others closed", () => {
    const course = (more: object) =>
      courseSchema.parse({
        techniques: [technique(1), technique(2, { after: [id(1)] }), technique(3)],
        countsTo: {},
        rules: FOUNDING_RULES,
        ...more,
      });
    const exercise = (of: number, step: Step) => ({ id: id(90 + of), techniqueId: id(of), step });

    test.each<[string, object, Step[], Step | null]>([
      ["an exercise of step 1", {}, [1], 1],
      ["one of step 2", {}, [2], null],
      ["one of each", {}, [1, 2], null],
      ["none at all", {}, [], null],
      ["one of step 1 that counts to Fair", { countsTo: { [id(91)]: 2 } }, [1], null],
      ["one of step 2 that counts to Shown", { countsTo: { [id(91)]: 1 } }, [2], 1],
      ["where all exercises prove all steps", { rules: DEFAULT_STANDING_RULES }, [1], null],
    ])("%s", (_, more, steps, provesTo) => {
      const shelf = steps.map((step) => exercise(1, step));
      expect(closedTechniques(course(more), [...shelf, exercise(3, 1)])).toEqual(
        provesTo === null ? [] : [{ techniqueId: id(1), provesTo, closes: [id(2)] }],
      );
    });
  });
});
