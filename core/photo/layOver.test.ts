import { boxCorners, boxOutline, outlineAround } from "../testing/outlines";
import { layOver } from "./layOver";
import type { OutlinePoint, PieceOutline } from "./outline";

/** The same outline somewhere else. */
function elsewhere({ edges, sureMm }: PieceOutline, [dx, dy, deg]: readonly number[]) {
  const turn = (deg! * Math.PI) / 180;
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  return {
    sureMm,
    edges: edges.map((edge) =>
      edge.map(([x, y, mm]): OutlinePoint => [
        dx! + cos * x - sin * y,
        dy! + sin * x + cos * y,
        mm,
      ]),
    ),
  };
}

test.each([
  ["where it lay", [0, 0, 0]],
  ["moved and turned a little", [4, -3, 5]],
  ["the other way round", [200, 10, 178]],
])("an outline laid over itself fits, %s", (_where, motion) => {
  const outline = outlineAround([...boxCorners(200, 12).slice(0, 3), [0, -3]]);
  const laid = layOver(outline, elsewhere(outline, motion))!;
  expect(laid.meanMm).toBeLessThan(0.005);
  expect(Math.abs(laid.farthest.offMm)).toBeLessThan(0.02);
  expect(laid.sides.flat()).toHaveLength(outline.edges.flat().length);
  expect(laid.sureMm).toBeCloseTo(Math.hypot(0.2, 0.2), 9);
  // What is drawn of the other lies on the first.
  const [x, y] = laid.edges[0]![100]!;
  expect(Math.hypot(x - outline.edges[0]![100]![0], y - outline.edges[0]![100]![1])).toBeLessThan(
    0.02,
  );
});

// By hand: of two straps with one middle line the wider stands out by half of what it is wider.
test.each([
  [14, 1],
  [11, -0.5],
])("a strap %s wide beside one of 12 stands out by %s along both sides", (width, out) => {
  const laid = layOver(boxOutline(200, width), boxOutline(200, 12))!;
  const sides = laid.sides.flat().filter(({ x }) => x > 5 && x < 195);
  for (const { offMm } of sides) expect(offMm).toBeCloseTo(out, 1);
});

// By hand: laid so that its sides fit, 6 mm more are 3 at each end, or all of them at one: that is left to the fit.
test("a strap 6 mm longer stands out by that over both ends together", () => {
  const laid = layOver(boxOutline(206, 12), boxOutline(200, 12))!;
  const at = (x: number) =>
    laid.sides.flat().filter((one) => Math.abs(one.x - x) < 0.01 && Math.abs(one.y) < 5);
  const mean = (all: { offMm: number }[]) =>
    all.reduce((sum, { offMm }) => sum + offMm, 0) / all.length;
  expect(mean(at(0)) + mean(at(206))).toBeCloseTo(6, 1);
  expect(Math.abs(laid.farthest.offMm)).toBeGreaterThan(2.9);
});

/** A strap with something standing out of its upper side. */
function withBump(bumpMm: (mm: number) => number): PieceOutline {
  const { edges, sureMm } = boxOutline(200, 12);
  const [upper, ...rest] = edges;
  const bumped = upper!.map(([x, y, mm]): OutlinePoint => [x, y + bumpMm(mm), mm]);
  return { sureMm, edges: [bumped, ...rest] };
}

test("one bump is found where it is, and doesn't push the rest aside", () => {
  const bump = (mm: number) => 3 * Math.exp(-(((mm - 60) / 12) ** 2));
  const { farthest, sides } = layOver(withBump(bump), boxOutline(200, 12))!;
  expect(Math.abs(farthest.mm - 60)).toBeLessThan(1.5);
  expect(farthest.offMm).toBeGreaterThan(2.7);
  expect(farthest.offMm).toBeLessThan(3);
  for (const { mm, offMm } of sides.flat())
    if (Math.abs(mm - 60) > 40) expect(Math.abs(offMm)).toBeLessThan(0.3);
});

// A flake of scale, or a speck on the mat, is no form.
test.each([
  [3, false],
  [4, true],
])("%s places that stand out are told: %s", (places, isTold) => {
  const bump = (mm: number) => (mm >= 100 && mm < 100 + places ? 5 : 0);
  const { farthest } = layOver(withBump(bump), boxOutline(200, 12))!;
  expect(Math.abs(farthest.offMm) > 1).toBe(isTold);
});

test("beside what wasn't seen nothing is told", () => {
  const other = boxOutline(200, 12);
  const [top, ...rest] = other.edges;
  const unseen = { ...other, edges: [top!.slice(0, 81), top!.slice(120), ...rest] };
  const { sides } = layOver(boxOutline(200, 14), unseen)!;
  const upper = sides
    .flat()
    .filter(({ y }) => y > 0)
    .map(({ mm }) => mm);
  expect(upper.filter((mm) => mm > 82 && mm < 118)).toEqual([]);
  expect(upper.filter((mm) => mm > 10 && mm < 78)).toHaveLength(67);
});

test("what has next to nothing in common isn't laid", () => {
  const seen = boxOutline(400, 12).edges[0]!;
  expect(layOver(boxOutline(400, 12), { sureMm: 0, edges: [seen.slice(0, 20)] })).toBeNull();
});
