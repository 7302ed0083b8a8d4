import { Graph, alg } from "@dagrejs/graphlib";
import fc from "fast-check";
import { seededRandom } from "../stats/random";
import { STARTER_TECHNIQUES } from "../trade/techniques";
import { findLoop, missingBefore, opensUp, type CourseNode } from "./curriculum";
import { chanceAfter, halfLifeOf, retestsOf, staleAfterDays, STALE_UNDER } from "./fading";

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
    expect(chanceAfter(0, 30)).toBeCloseTo(0.9, 9);
    expect(chanceAfter(60, 30)).toBeCloseTo(0.225, 9);
    fc.assert(
      fc.property(fc.double({ min: 0, max: 900, noNaN: true }), (days) => {
        expect(chanceAfter(days + 1, 40)).toBeLessThan(chanceAfter(days, 40));
      }),
    );
  });

  test("stale from where the chance says so", () => {
    expect(chanceAfter(staleAfterDays(45), 45)).toBeCloseTo(STALE_UNDER, 9);
  });

  test("before any retest the technique's own half-life stands, to a factor of two or so", () => {
    const { days, low, high } = halfLifeOf(30, []);
    expect(days).toBeGreaterThan(28);
    expect(days).toBeLessThan(32);
    expect(low).toBeLessThan(16);
    expect(high).toBeGreaterThan(56);
  });

  test("a retest that held lengthens it, one that failed shortens it, a long gap says more", () => {
    const own = halfLifeOf(30, []).days;
    const held = (gapDays: number) => halfLifeOf(30, [{ gapDays, held: true }]).days;
    expect(held(10)).toBeGreaterThan(own);
    expect(held(90)).toBeGreaterThan(held(10));
    expect(halfLifeOf(30, [{ gapDays: 10, held: false }]).days).toBeLessThan(own);
  });

  test("finds the half-life learners were made with", () => {
    const random = seededRandom(3);
    const found = Array.from({ length: 40 }, () => {
      const retests = Array.from({ length: 40 }, () => {
        const gapDays = 7 + 83 * random.next();
        return { gapDays, held: random.next() < chanceAfter(gapDays, 60) };
      });
      return halfLifeOf(30, retests).days;
    });
    const mean = found.reduce((sum, days) => sum + days, 0) / found.length;
    expect(Math.abs(mean - 60)).toBeLessThan(12);
  });

  test("retests are the first pieces after a week away, once there was a fair one", () => {
    const day = (days: number, meetsStep: 0 | 2) => ({ startedAt: days * 86_400_000, meetsStep });
    const pieces = [day(0, 0), day(20, 2), day(21, 2), day(51, 0), day(60, 2)];
    expect(retestsOf(pieces)).toEqual([
      { gapDays: 30, held: false },
      { gapDays: 9, held: true },
    ]);
  });
});
