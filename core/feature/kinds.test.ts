import { finishBar } from "../piece/finish";
import { driftedForm } from "./driftedEye";
import { outlineMm } from "./holeForm";
import { grooveAreaMm2 } from "./kinds/groove";
import { FEATURE_KINDS } from "./registry";
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
    ["an end doubled", { kind: "doubled", from: 0, to: 300 }, []],
    ["all but a little of it", { kind: "doubled", from: 0, to: 299.5 }, []],
    ["not all of it", { kind: "doubled", from: 0, to: 299.4 }, ["too-little-bar"]],
    // 30 by 8: two thirds of the thickness may go, from both sides together.
    ["grooves that leave a third", { kind: "groove", at: 150, width: 10, depth: 2.66 }, []],
    ["deeper", { kind: "groove", at: 150, width: 10, depth: 2.67 }, ["goes-too-deep"]],
    [
      "from one side twice as deep",
      { kind: "groove", at: 150, width: 10, depth: 5.3, sides: "one" },
      [],
    ],
    [
      "and no deeper",
      { kind: "groove", at: 150, width: 10, depth: 5.4, sides: "one" },
      ["goes-too-deep"],
    ],
    // Three times the bar it stands on gathers: 20 across takes 20 + π·100·h/240 of it.
    ["a boss that gathers", { kind: "boss", at: 150, diameter: 20, height: 30.5 }, []],
    ["higher", { kind: "boss", at: 150, diameter: 20, height: 30.6 }, ["too-little-metal"]],
    ["a boss over the end", { kind: "boss", at: 5, diameter: 20, height: 2 }, ["too-little-bar"]],
    // 20 long takes 20 + 2·20·4·r/240 of bar, and 60 gathers.
    ["lugs there is metal for", { kind: "lugs", at: 150, length: 20, reach: 60, thickness: 4 }, []],
    [
      "wider",
      { kind: "lugs", at: 150, length: 20, reach: 60.1, thickness: 4 },
      ["too-little-metal"],
    ],
    ["lugs as thick as the bar", { kind: "lugs", at: 150, length: 20, reach: 9, thickness: 8 }, []],
    ["thicker", { kind: "lugs", at: 150, length: 20, reach: 9, thickness: 8.1 }, ["goes-too-deep"]],
    [
      "a tab with a third of it beside",
      { kind: "tab", at: 100, length: 30, width: 18, height: 5 },
      [],
    ],
    ["less", { kind: "tab", at: 100, length: 30, width: 18.1, height: 5 }, ["hole-near-edge"]],
    [
      "as wide as the bar",
      { kind: "tab", at: 100, length: 30, width: 30, height: 5 },
      ["hole-too-wide"],
    ],
    ["raised upright", { kind: "tab", at: 100, length: 30, width: 10, height: 30 }, []],
    [
      "and no higher",
      { kind: "tab", at: 100, length: 30, width: 10, height: 30.1 },
      ["goes-too-deep"],
    ],
    [
      "a tab beyond end B",
      { kind: "tab", at: 271, length: 30, width: 10, height: 5 },
      ["too-little-bar"],
    ],
    ["a weld on the bar", { kind: "weld", at: 15, length: 30 }, []],
    ["a weld over its end", { kind: "weld", at: 14, length: 30 }, ["too-little-bar"]],
    // An oval is as long as it is, for the end it is near to.
    [
      "an oval 1.5 times its length from the end",
      { kind: "hole", at: 18, diameter: 8, shape: "oval", long: 12, method: "punch" },
      [],
    ],
    [
      "nearer",
      { kind: "hole", at: 17.9, diameter: 8, shape: "oval", long: 12, method: "punch" },
      ["hole-near-end"],
    ],
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

describe("eyes of every form (plane geometry)", () => {
  const slotted = { barWidthMm: 25, slotLengthMm: 20, slotWidthMm: 4 };

  test("an ellipse's outline, against its integral (Simpson, 2,000 strips)", () => {
    for (const [diameter, long] of [
      [10, 10],
      [10, 15],
      [8, 24],
    ] as const) {
      const strips = 2000;
      const speed = (t: number) =>
        Math.hypot((long / 2) * Math.sin(t), (diameter / 2) * Math.cos(t));
      let sum = speed(0) + speed(2 * Math.PI);
      for (let strip = 1; strip < strips; strip += 1)
        sum += speed((2 * Math.PI * strip) / strips) * (strip % 2 ? 4 : 2);
      const integral = (sum * 2 * Math.PI) / strips / 3;
      expect(outlineMm({ shape: "oval", diameter, long }) / integral).toBeCloseTo(1, 4);
    }
  });

  test("a round, a square and an oval of one outline thin the walls alike", () => {
    const outline = 60;
    const walls = [60 / Math.PI, 15, 12].map(
      (acrossMm) => driftedForm({ ...slotted, outlineMm: outline, acrossMm }).wallMm,
    );
    expect(walls[0]).toBeCloseTo(walls[1]!, 9);
    expect(walls[0]).toBeCloseTo(walls[2]!, 9);
    // The slot's outline is 48: the walls of 10.5 are stretched 60/48 times.
    expect(walls[0]).toBeCloseTo(10.5 / 1.25, 9);
  });

  test("round first, then to shape, as far round as it was; drilled it is round", () => {
    const eye = {
      ...{ kind: "hole", at: 150, diameter: 12, method: "slot-drift", shape: "square" },
      ...{ slotLength: 20, slotWidth: 4 },
    };
    const { stages } = planWork(flatWith(eye));
    const drifts = stages.filter(({ operation }) => operation === "drift");
    expect(drifts.map(({ key }) => key)).toEqual(["drift", "drift-to-shape"]);
    const sizeOf = (index: number, name: string) =>
      drifts[index]!.sizes.find((size) => size.name === name)?.value;
    expect(sizeOf(0, "Diameter")).toBeCloseTo(48 / Math.PI, 9);
    expect(sizeOf(1, "Square")).toBe(12);
    const kind = FEATURE_KINDS.find((one) => one.kind === "hole")!;
    const drilled = kind.settled!({ ...eye, id: "one", method: "drill" });
    expect(drilled).not.toHaveProperty("shape");
  });
});

describe("steel that is moved (plane geometry)", () => {
  test("a groove's side is a segment of its circle: a half circle where it is as deep as half its width", () => {
    expect(grooveAreaMm2(10, 5)).toBeCloseTo((Math.PI * 25) / 2, 9);
    // By the chord: r = 13, half angle asin(5/13), area r²(α − sin α·cos α).
    const half = Math.asin(5 / 13);
    expect(grooveAreaMm2(10, 1)).toBeCloseTo(169 * (half - Math.sin(half) * Math.cos(half)), 9);
  });

  const cutMm = (feature: object) => planPiece(flatWith(feature)).stockLengthMm;
  test("what stands out takes bar, what is set in gives it", () => {
    expect(cutMm({ kind: "boss", at: 150, diameter: 16, height: 6 })).toBeCloseTo(
      300 + (Math.PI * 64 * 6) / 240,
      9,
    );
    expect(
      cutMm({ kind: "lugs", at: 150, length: 20, reach: 15, thickness: 4, edges: "one" }),
    ).toBeCloseTo(300 + (20 * 15 * 4) / 240, 9);
    expect(cutMm({ kind: "lugs", at: 150, length: 20, reach: 15, thickness: 4 })).toBeCloseTo(
      300 + (2 * 20 * 15 * 4) / 240,
      9,
    );
    expect(cutMm({ kind: "groove", at: 150, width: 10, depth: 2 })).toBeCloseTo(
      300 - (2 * grooveAreaMm2(10, 2) * 30) / 240,
      9,
    );
  });

  test("a square outside corner takes the steel between its arc and its tangents", () => {
    const bend = { kind: "bend", at: 150, angle: 90, insideRadius: 0 };
    const square = (angle: number) => cutMm({ ...bend, angle, outside: "square" });
    expect(cutMm(bend)).toBe(300);
    expect(square(90)).toBeCloseTo(300 + (8 ** 2 * (1 - Math.PI / 4) * 30) / 240, 9);
    expect(square(-90)).toBeCloseTo(square(90), 9);
    // Sharper than 135° a corner runs away to a point: it stays round.
    expect(square(135)).toBeGreaterThan(300);
    expect(square(136)).toBe(300);
  });
});

describe("bent away to reach a place", () => {
  const bossed = (reaches?: string) =>
    planWork(
      pieceOf({
        stock: "20 by 10",
        stretches: [{ id: "bar", kind: "prism", section: "20 by 10", length: 300 }],
        features: [
          { id: "socket", kind: "hole", at: 150, diameter: 6, method: "punch" },
          { id: "leg", kind: "temporary-bend", at: 60, angle: 90, insideRadius: 12, reaches },
          { id: "heel", kind: "bend", at: 250, angle: 45, insideRadius: 8 },
        ],
      }),
    ).stages;
  const placeOf = (stages: ReturnType<typeof bossed>, id: string) =>
    stages.findIndex((stage) => stage.id === id);

  test("before the work it is for, straightened after it and before what is bent to stay", () => {
    const stages = bossed("socket");
    const order = ["bend-away:leg", "punch:socket", "bend-back:leg", "bend:heel"];
    const places = order.map((id) => placeOf(stages, id));
    expect(places.every((place) => place >= 0)).toBe(true);
    expect(places).toEqual([...places].sort((a, b) => a - b));
  });

  test("while it is there the bar is bent, and at the end it is straight", () => {
    const stages = bossed("socket");
    const kinds = (id: string) =>
      stages[placeOf(stages, id)]!.bar.piece.features?.map(({ kind }) => kind);
    expect(kinds("bend-away:leg")).toContain("bend");
    expect(kinds("bend-back:leg")).toContain("temporary-bend");
    expect(kinds("bend-back:leg")).not.toContain("bend");
  });
});
