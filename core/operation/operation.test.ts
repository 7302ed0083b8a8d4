import { CARBON_MAX_C, CARBON_MIN_C, heatFor } from "./heats";
import { defineOperation, type OrderRule, type Work } from "./operation";
import { OPERATION_KEYS, OPERATIONS } from "./registry";
import {
  HEAT_LENGTH_MM,
  heatsAlways,
  heatsByLength,
  heatsToDraw,
  heatsToUpset,
  shareByLength,
} from "./work";

const SECTION = "smooth+hole+surface+fold+turn+curve @same-place";
const HOLES = "fold+curve @same-bar";
const HOT = "gather+shape+smooth+hole+surface+fold+turn+legs+curve+cut-off";

/** 200 mm of 12 mm bar that stays 20 s in its heat, 5,000 mm³ of strain. */
const SAMPLE: Work = { strainedMm3: 5000, hotMm: 200, seconds: 20, barMm: 12 };

/**
 * The table of operations a second time: phase, heat, what it comes before, what after, heats for
 * the sample and minutes beside the fire (common practice, no source).
 */
const TABLE: [string, string, string | null, string, string, number, number][] = [
  ["cut", "start", null, "* @same-bar", "", 0, 4],
  ["mark-bar", "start", null, "* @same-bar", "", 0, 4],
  ["trim", "start", null, "* @same-bar", "cut @same-bar", 0, 2],
  [
    "upset",
    "gather",
    "upsetting",
    "shape @same-place; smooth @same-place; hole @same-bar; surface @same-bar; fold @same-bar; curve @same-bar",
    "",
    6,
    0,
  ],
  [
    "gather",
    "gather",
    "upsetting",
    "shape @same-place; hole @same-bar; surface @same-bar; fold @same-bar; curve @same-bar",
    "",
    2,
    0,
  ],
  [
    "cut-double",
    "gather",
    "forging",
    "fold-double @same-place; hole @same-bar; surface @same-bar; fold @same-bar; curve @same-bar",
    "",
    0.5,
    0,
  ],
  [
    "fold-double",
    "gather",
    "forging",
    "weld-double @same-place; hole @same-bar; surface @same-bar; fold @same-bar; curve @same-bar",
    "",
    0.5,
    0,
  ],
  [
    "weld-double",
    "gather",
    "welding",
    "shape @same-place; smooth @same-place; hole @same-bar; surface @same-bar; fold @same-bar; curve @same-bar",
    "",
    4,
    0,
  ],
  ["taper", "shape", "forging", `set-down @same-place; ${SECTION}`, "", 3.25, 0],
  ["fuller", "shape", "forging", `set-down @same-place; ${SECTION}`, "", 3.25, 0],
  ["set-down", "shape", "forging", `draw @same-place; spread @same-place; ${SECTION}`, "", 3.25, 0],
  ["draw", "shape", "forging", `spread @same-place; ${SECTION}`, "", 3.25, 0],
  ["section-change", "shape", "forging", SECTION, "", 3.25, 0],
  ["chamfer", "shape", "forging", SECTION, "", 3.25, 0],
  ["spread", "shape", "forging", SECTION, "", 3.25, 0],
  ["set-boss", "shape", "forging", SECTION, "", 2, 0],
  ["isolate-lugs", "shape", "forging", "draw-lugs @same-place", "", 1, 0],
  ["draw-lugs", "shape", "forging", `fold-lugs @same-place; ${SECTION}`, "", 2, 0],
  ["corners", "shape", "forging", "hole @same-place", "gather+shape @same-place", 0.25, 0],
  [
    "planish",
    "smooth",
    "planishing",
    "surface @same-place; hole @same-place; turn @same-place; fold @same-place; curve @same-place",
    "",
    0.5,
    0,
  ],
  ["free", "shape", "forging", SECTION, "", 3.25, 0],
  ["mark", "hole", "marking", `punch @same-place; slot @same-place; ${HOLES}`, "", 0.25, 1],
  ["punch", "hole", "forging", `slit @same-place; ${HOLES}`, "", 1, 0],
  ["slot", "hole", "forging", `drift @same-place; ${HOLES}`, "", 1, 0],
  ["drift", "hole", "forging", `drift-to-shape @same-place; ${HOLES}`, "", 2, 0],
  ["drift-to-shape", "hole", "forging", HOLES, "", 1, 0],
  ["slit", "hole", "forging", `open-legs @same-place; ${HOLES}`, "", 1, 0],
  ["slit-tab", "hole", "forging", `raise-tab @same-place; ${HOLES}`, "", 1, 0],
  ["bend-away", "hole", "bending", "bend-back @same-place", "", 0.5, 0],
  ["vein", "surface", "bending", "curve @same-place", "shape @same-place", 1, 0],
  ["groove", "surface", "forging", "fold+curve @same-place", "smooth @same-place", 1, 0],
  ["dimple", "surface", "bending", "curve @same-place", "smooth @same-place", 0.25, 0],
  ["texture", "surface", "bending", "stamp @same-place; fold+turn+curve @same-place", "", 2, 0],
  ["stamp", "surface", "bending", "fold+turn+curve @same-place", "", 0.25, 1],
  ["partial-cut", "fold", "forging", "fold @same-place", "", 0.5, 0],
  [
    "fold",
    "fold",
    "forging",
    "weld @same-place; wrap @same-bar; legs @same-bar; curve @same-place",
    "",
    1,
    0,
  ],
  ["scarf", "fold", "upsetting", "curve @same-place; weld-ring+weld @same-place", "", 2, 0],
  ["weld", "fold", "welding", "turn @same-bar; curve @same-bar", "", 3, 0],
  ["wrap", "turn", "twisting", "legs @same-bar; curve @same-bar", "", 2, 0],
  ["twist", "turn", "twisting", "untwist @same-place; curve @same-bar", "", 2, 0],
  ["untwist", "turn", "twisting", "curve @same-bar", "", 0.5, 0],
  ["raise-tab", "turn", "bending", "", "", 0.5, 0],
  ["bend-back", "turn", "bending", "curve @same-bar", "", 0.5, 0],
  ["draw-legs", "legs", "forging", "curve @same-place", "", 3.25, 0],
  ["taper-legs", "legs", "forging", "curve @same-place", "", 3.25, 0],
  ["scroll", "curve", "bending", "open-legs @same-bar", "", 2, 0],
  ["ring", "curve", "bending", "weld-ring @same-place", "", 2, 0],
  ["weld-ring", "curve", "welding", "", "", 3, 0],
  ["bend", "curve", "bending", "set-corner @same-place", "", 1, 0],
  ["set-corner", "curve", "forging", "", "", 2, 0],
  ["fold-lugs", "curve", "bending", "", "", 1, 0],
  ["open-legs", "curve", "forging", "", "", 3.25, 0],
  ["hot-cut", "cut-off", "forging", "", "", 0.5, 0],
  ["dish", "cut-off", "bending", "", "hot-cut @same-bar; vein @same-place", 0.5, 0],
  ["drill", "cold", null, "join @always", `${HOT} @same-bar`, 0, 5],
  ["clip", "cold", null, "join @always", `${HOT} @same-bar`, 0, 3],
  ["break-edges", "cold", null, "join @always", `${HOT} @same-bar`, 0, 6],
  ["fit", "join", null, "weld-parts+wrap-parts+collar+rivet+close-on @always", "", 0, 5],
  ["weld-parts", "join", "welding", "wrap-parts @always", "", 3, 0],
  ["wrap-parts", "join", "twisting", "untwist-parts @always", "", 1, 0],
  ["untwist-parts", "join", "twisting", "", "", 0.5, 0],
  ["collar", "join", "bending", "rivet @always", "", 1, 0],
  ["rivet", "join", "forging", "free-pivot @always", "", 1, 0],
  ["close-on", "join", "bending", "free-pivot @always", "", 0.5, 0],
  ["free-pivot", "join", "bending", "", "", 0.25, 0],
  ["true", "finish", null, "finish @always", `join @always; ${HOT}+cold @same-bar`, 0, 2],
  ["finish", "finish", null, "", "", 0, 3],
];

const said = (rules: readonly OrderRule[]) =>
  rules.map(({ others, where }) => `${others.join("+")} @${where}`).join("; ");

test("the table names every operation, in the usual order of the work", () => {
  expect(OPERATION_KEYS).toEqual(TABLE.map(([key]) => key));
});

test.each(TABLE)("%s: %s", (key, phase, heat, before, after, heats, coldMinutes) => {
  const operation = OPERATIONS[key as keyof typeof OPERATIONS];
  expect({
    phase: operation.phase,
    heat: operation.heat,
    before: said(operation.before),
    after: said(operation.after),
    heats: operation.heats(SAMPLE),
    coldMinutes: operation.coldMinutes,
  }).toEqual({ phase, heat, before, after, heats, coldMinutes });
  // What it is done with and how is never left unsaid.
  expect(operation.tools.length).toBeGreaterThan(0);
  expect(operation.tools.every((tool) => tool.length > 2)).toBe(true);
  expect(operation.words.length).toBeGreaterThan(10);
});

test("an operation of which nothing else is said is cold, of no length, and may come anywhere", () => {
  const plain = defineOperation({ name: "rest", verb: "Rest", phase: "finish", words: "Wait." });
  expect(plain).toMatchObject({ heat: null, tools: [], before: [], after: [], coldMinutes: 0 });
  expect(plain.heats(SAMPLE)).toBe(0);
});

describe("heats", () => {
  const work = (rest: Partial<Work>): Work => ({ ...SAMPLE, strainedMm3: 0, hotMm: 10, ...rest });

  // A 12 mm bar, 20 s in its heat: 11 · 12 · 0.6 · 20 = 1,584 mm³ drawn in a heat.
  test.each([
    [0, 0.5],
    [792, 0.5],
    [793, 0.75],
    [1188, 0.75],
    [1584, 1],
    [1585, 1.25],
    [3168, 2],
  ])("drawing %d mm³ takes %d", (strainedMm3, heats) => {
    expect(heatsToDraw(work({ strainedMm3 }))).toBe(heats);
  });

  // The same bar upset: 8 · 12 · 0.6 · 20 = 1,152 mm³, and one heat more than looks enough.
  test.each([
    [0, 2],
    [1152, 2],
    [1153, 3],
    [2304, 3],
    [2305, 4],
  ])("upsetting %d mm³ takes %d", (strainedMm3, heats) => {
    expect(heatsToUpset(work({ strainedMm3 }))).toBe(heats);
  });

  test.each([
    [75, 0.5],
    [76, 0.75],
    [150, 1],
    [151, 1.25],
  ])("bringing %d mm to heat takes %d even where little is moved", (hotMm, heats) => {
    expect(heatsToDraw(work({ hotMm }))).toBe(heats);
  });

  test.each([
    [0, 1],
    [HEAT_LENGTH_MM, 1],
    [HEAT_LENGTH_MM + 1, 2],
    [2 * HEAT_LENGTH_MM, 2],
  ])("work along %d mm takes %d, and shares of it as much less", (hotMm, heats) => {
    expect(heatsByLength(work({ hotMm }))).toBe(heats);
    expect(shareByLength(0.25)(work({ hotMm }))).toBe(heats / 4);
  });

  test("some work takes the same whatever its size; cold work counts a second in the air", () => {
    expect(heatsAlways(3)()).toBe(3);
    expect(heatsToDraw(work({ strainedMm3: 79.2, seconds: null }))).toBe(1);
    expect(heatsToDraw(work({ strainedMm3: 100, seconds: 0, hotMm: 10 }))).toBe(0.5);
  });
});

describe("the heat of a steel", () => {
  test("mild steel, and one nobody knows, by the table", () => {
    expect(heatFor("planishing", "mild")).toEqual({ name: "dull red", fromC: 750, toC: 650 });
    expect(heatFor("welding", "unknown")).toMatchObject({ fromC: 1320, toC: 1260 });
    expect(heatFor("forging", "mild")).toMatchObject({ fromC: 1150, toC: 850 });
    expect(heatFor("upsetting", "mild")).toMatchObject({ fromC: 1200, toC: 950 });
    expect(heatFor("twisting", "mild")).toMatchObject({ fromC: 1050, toC: 850 });
    expect(heatFor("bending", "mild")).toMatchObject({ fromC: 1000, toC: 800 });
    expect(heatFor("marking", "mild")).toMatchObject({ fromC: 600, toC: 480 });
  });

  test("medium carbon never above 1150 °C nor worked below 800 (common practice, no source)", () => {
    expect([CARBON_MAX_C, CARBON_MIN_C]).toEqual([1150, 800]);
    expect(heatFor("planishing", "medium-carbon")).toBeNull();
    expect(heatFor("marking", "medium-carbon")).toBeNull();
    expect(heatFor("bending", "medium-carbon")).toMatchObject({ fromC: 1000, toC: 800 });
    expect(heatFor("upsetting", "medium-carbon")).toMatchObject({ fromC: 1150, toC: 950 });
    expect(heatFor("twisting", "medium-carbon")).toMatchObject({ fromC: 1050, toC: 850 });
    // Fifty degrees are left to work in.
    expect(heatFor("welding", "medium-carbon")).toMatchObject({ fromC: 1150, toC: 1100 });
  });
});
