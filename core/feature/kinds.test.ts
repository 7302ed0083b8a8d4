import { finishBar } from "../piece/finish";
import { planPiece } from "../piece/plan";
import { pieceOf } from "../testing/pieces";
import { planWork } from "../workpiece/stages";
import type { Warning } from "./warning";

/** A flat of 300 × 30 × 8 with one thing on it. */
const flatWith = (feature: object) =>
  pieceOf({
    stock: "30 by 8",
    stretches: [{ id: "bar", kind: "prism", section: "30 by 8", length: 300 }],
    features: [{ id: "one", ...feature }],
  });

const warned = (feature: object): Warning["code"][] =>
  planPiece(flatWith(feature)).warnings.map(({ code }) => code);

describe("what is warned of, one row on each side (common practice, no source)", () => {
  const slot = { kind: "slot", at: 150, length: 40, width: 10 };
  test.each<[string, object, string[]]>([
    ["a slot as wide as the bar", { ...slot, width: 30 }, ["hole-too-wide"]],
    ["a slot just narrower", { ...slot, width: 29.9 }, ["hole-near-edge"]],
    ["a wall of half the slot", { ...slot, width: 15 }, []],
    ["less wall", { ...slot, width: 15.1 }, ["hole-near-edge"]],
    ["off the middle, a wall of half the slot", { ...slot, off: 5 }, []],
    ["farther off", { ...slot, off: 5.1, side: "down" }, ["hole-near-edge"]],
    ["through the width it has the thickness", { ...slot, width: 4, through: "width" }, []],
    ["and no more", { ...slot, width: 4.1, through: "width" }, ["hole-near-edge"]],
    ["15 from its end to the bar's", { ...slot, at: 35 }, []],
    ["nearer at end A", { ...slot, at: 34.9 }, ["hole-near-end"]],
    ["nearer at end B", { ...slot, at: 265.1 }, ["hole-near-end"]],
    ["over the end", { ...slot, at: 15 }, ["too-little-bar"]],
    ["a dimple half through", { kind: "dimple", at: 150, diameter: 10, depth: 4 }, []],
    ["deeper", { kind: "dimple", at: 150, diameter: 10, depth: 4.1 }, ["goes-too-deep"]],
    ["a dish of a quarter of its length", { kind: "dish", from: 0, to: 80, depth: 20 }, []],
    ["deeper", { kind: "dish", from: 0, to: 80, depth: 20.1 }, ["goes-too-deep"]],
    ["corners to the middle", { kind: "corners", at: 0, size: 15 }, []],
    ["farther than the middle", { kind: "corners", at: 300, size: 15.1 }, ["goes-too-deep"]],
    ["chamfers that leave a face", { kind: "chamfer", from: 50, to: 90, width: 5.6 }, []],
    ["that meet", { kind: "chamfer", from: 50, to: 90, width: 5.7 }, ["goes-too-deep"]],
    ["a slit from an end", { kind: "slit", from: 0.5, to: 80 }, []],
    ["a slit to end B", { kind: "slit", from: 220, to: 299.5 }, []],
    ["a slit that stays closed", { kind: "slit", from: 0.6, to: 80 }, ["slit-closed"]],
  ])("%s", (_, feature, codes) => {
    expect(warned(feature)).toEqual(codes);
  });

  test("a round bar has no edge to chamfer, a square has", () => {
    const chamfered = (section: string) =>
      planPiece(
        pieceOf({
          stock: section,
          stretches: [{ id: "bar", kind: "prism", section, length: 300 }],
          features: [{ id: "one", kind: "chamfer", from: 50, to: 90, width: 2 }],
        }),
      ).warnings.map(({ code }) => code);
    expect(chamfered("20 round")).toEqual(["no-edge"]);
    expect(chamfered("20 octagon")).toEqual(["no-edge"]);
    expect(chamfered("20 square")).toEqual([]);
  });

  test("a bend through a slot is warned of, past it not", () => {
    const bent = (at: number) =>
      planPiece(
        pieceOf({
          stock: "30 by 8",
          stretches: [{ id: "bar", kind: "prism", section: "30 by 8", length: 300 }],
          features: [
            { id: "window", ...slot },
            { id: "heel", kind: "bend", at, angle: 90, insideRadius: 8 },
          ],
        }),
      ).warnings.map(({ code }) => code);
    // Its arc of 12 · π/2 reaches 9.42 to either side, the slot 20.
    expect(bent(179.4)).toEqual(["bend-through-hole"]);
    expect(bent(179.5)).toEqual([]);
  });
});

describe("what they are measured by", () => {
  const lines = (feature: object) =>
    Object.fromEntries(
      planPiece(flatWith(feature))
        .characteristics.filter(({ feature: of }) => of === "one")
        .map(({ id, nominal }) => [id.replace("one.", ""), nominal]),
    );
  test.each<[object, Record<string, number>]>([
    [
      { kind: "slot", at: 150, length: 40, width: 10 },
      { length: 40, width: 10, place: 150, walls: 0 },
    ],
    // Off the middle the narrow wall counts: (30 − 10)/2 − 4.
    [
      { kind: "slot", at: 150, length: 40, width: 10, off: 4 },
      { length: 40, width: 10, place: 150, wall: 6 },
    ],
    [
      { kind: "dimple", at: 90, diameter: 10, depth: 3 },
      { depth: 3, diameter: 10, place: 90 },
    ],
    [
      { kind: "part-cut", at: 90 },
      { left: 2, place: 90 },
    ],
    [
      { kind: "part-cut", at: 90, share: 0.5 },
      { left: 4, place: 90 },
    ],
    [
      { kind: "slit", from: 0, to: 80 },
      { length: 80, crotch: 80, legs: 0 },
    ],
    [
      { kind: "slit", from: 220, to: 300 },
      { length: 80, crotch: 220, legs: 0 },
    ],
    [
      { kind: "chamfer", from: 50, to: 90, width: 3 },
      { width: 3, along: 0 },
    ],
    [{ kind: "dish", from: 0, to: 80, depth: 6 }, { depth: 6 }],
    [{ kind: "corners", at: 300, size: 5 }, { size: 5 }],
    [{ kind: "veins", from: 0, to: 80 }, { mark: 0 }],
  ])("%j", (feature, nominals) => {
    expect(lines(feature)).toEqual(nominals);
  });
});

test("a slot’s stage says which way it goes through, and to which side it lies", () => {
  const staged = (more: object) =>
    planWork(flatWith({ kind: "slot", at: 150, length: 40, width: 3, ...more })).stages.find(
      ({ key }) => key === "slot",
    )!;
  expect(staged({}).text).not.toMatch(/width/);
  expect(staged({ through: "width" }).text).toMatch(/^Through the width\. Slot from both faces/);
  const names = (more: object) => staged(more).sizes.map(({ name }) => name);
  expect(names({})).toEqual(["From end A", "Opening"]);
  expect(names({ off: 4 })).toContain("Off the middle, up");
  expect(names({ off: 4, side: "down" })).toContain("Off the middle, down");
});

test("a chamfer of 3 across takes 3/√2 off each face", () => {
  const { stages } = planWork(flatWith({ kind: "chamfer", from: 50, to: 90, width: 3 }));
  const filed = stages.find(({ key }) => key === "break-edges")!;
  expect(filed.sizes).toContainEqual({
    name: "Off each face",
    value: expect.closeTo(3 * Math.SQRT1_2, 9),
    unit: "mm",
  });
});

test("a twist turned back is turned on farther first, and warned of by that", () => {
  const twisted = (turns: number, back?: number) =>
    pieceOf({
      stock: "12 square",
      stretches: [{ id: "bar", kind: "prism", section: "12 square", length: 300 }],
      features: [{ id: "one", kind: "twist", from: 50, to: 150, turns, hand: "left", back }],
    });
  const stages = planWork(twisted(2, 0.25)).stages;
  const said = (key: string, name: string) =>
    stages.find((one) => one.key === key)!.sizes.find((size) => size.name === name)?.value;
  expect(said("twist", "Turned on")).toBe(2.25);
  expect(said("untwist", "Turned back")).toBe(0.25);
  expect(said("untwist", "Turns")).toBe(2);
  expect(planWork(twisted(2)).stages.some(({ key }) => key === "untwist")).toBe(false);
  // Corners of 12 square stretch twice at √3 · 100 / (2π · 8.485) = 3.249 turns.
  const codes = (turns: number, back?: number) =>
    planPiece(twisted(turns, back)).warnings.map(({ code }) => code);
  expect(codes(3.24)).toEqual([]);
  expect(codes(3, 0.24)).toEqual([]);
  expect(codes(3, 0.26)).toEqual(["twist-tight"]);
});

describe("drawn from above and from the side", () => {
  /** All points drawn of one feature in a view. */
  const pointsOf = (feature: object, elevation: "side" | "plan") => {
    const { stretches, features = [] } = flatWith(feature);
    const { surface } = finishBar(stretches, features, elevation);
    const [marks] = surface;
    const { lines = [], openings = [], hidden = [] } = marks ?? {};
    return [...lines, ...openings, ...hidden].flat();
  };
  const reach = (points: readonly { x: number; y: number }[]) => ({
    long: Math.max(...points.map(({ x }) => x)) - Math.min(...points.map(({ x }) => x)),
    high: Math.max(...points.map(({ y }) => y)) - Math.min(...points.map(({ y }) => y)),
  });

  test.each<[string, object, "side" | "plan", number, number]>([
    ["a slot along it", { kind: "slot", at: 150, length: 40, width: 10 }, "plan", 40, 10],
    ["its ends through the bar", { kind: "slot", at: 150, length: 40, width: 10 }, "side", 40, 8],
    [
      "through the width",
      { kind: "slot", at: 150, length: 40, width: 4, through: "width" },
      "side",
      40,
      4,
    ],
    ["the rim of a dimple", { kind: "dimple", at: 150, diameter: 10, depth: 3 }, "plan", 10, 10],
    ["a cut across", { kind: "part-cut", at: 150 }, "plan", 0, 30],
    ["three quarters down", { kind: "part-cut", at: 150 }, "side", 0, 6],
    ["a slit", { kind: "slit", from: 0, to: 80 }, "plan", 80, 0],
    ["a dimple", { kind: "dimple", at: 150, diameter: 10, depth: 3 }, "side", 10, 3],
    ["a dish", { kind: "dish", from: 0, to: 80, depth: 6 }, "side", 80, 6],
    ["corners", { kind: "corners", at: 0, size: 5 }, "plan", 5, 30],
  ])("%s", (_, feature, elevation, long, high) => {
    const got = reach(pointsOf(feature, elevation));
    expect(got.long).toBeCloseTo(long, 6);
    expect(got.high).toBeCloseTo(high, 6);
  });

  test("corners lie at the end they are at", () => {
    const at = (mm: number) => pointsOf({ kind: "corners", at: mm, size: 5 }, "plan");
    expect(Math.min(...at(0).map(({ x }) => x))).toBeCloseTo(0, 9);
    expect(Math.max(...at(300).map(({ x }) => x))).toBeCloseTo(300, 9);
  });
});
