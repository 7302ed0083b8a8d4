import { OPERATION_KEYS, OPERATIONS, type OperationKey } from "../operation/registry";
import { PHASES } from "../operation/operation";
import type { Piece } from "../piece/piece";
import { barWith, pieceOf } from "../testing/pieces";
import { draftOf } from "./draft";
import { inOrder, reasonBefore, RELATIONS } from "./order";
import { planWork } from "./stages";

const titles = (piece: Piece) => planWork(piece).stages.map(({ title }) => title);
const idsOf = (piece: Piece) => planWork(piece).stages.map(({ id }) => id);

describe("the rules", () => {
  test("every one names operations there are, and says why in shop words", () => {
    for (const key of OPERATION_KEYS)
      for (const { others, because } of [...OPERATIONS[key].before, ...OPERATIONS[key].after]) {
        for (const other of others) {
          const known = other === "*" || other in OPERATIONS || PHASES.includes(other as never);
          expect([key, other, known]).toEqual([key, other, true]);
        }
        expect(because.length).toBeGreaterThan(8);
        expect(because).toMatch(/^[a-z]/);
      }
  });

  test("every one points forward in the usual order, so no order of any piece goes round in a circle", () => {
    const place = (key: string) => OPERATION_KEYS.indexOf(key as OperationKey);
    for (const key of OPERATION_KEYS) {
      for (const other of OPERATIONS[key].before.flatMap(({ others }) => others))
        if (other in OPERATIONS) expect([key, place(key) < place(other)]).toEqual([key, true]);
      for (const other of OPERATIONS[key].after.flatMap(({ others }) => others))
        if (other in OPERATIONS) expect([key, place(other) < place(key)]).toEqual([key, true]);
    }
    expect(RELATIONS.length).toBeGreaterThan(100);
    for (const { first, then } of RELATIONS) expect(place(first)).toBeLessThan(place(then));
  });

  test("phases come in the order of the operations", () => {
    const phases = OPERATION_KEYS.map((key) => PHASES.indexOf(OPERATIONS[key].phase));
    const starts = PHASES.map((_, phase) => phases.indexOf(phase)).filter((at) => at >= 0);
    expect(OPERATION_KEYS).toHaveLength(phases.length);
    expect(starts.length).toBe(PHASES.length);
  });
});

/** Facts of the trade: what comes before what, and where they have to meet (common practice, no source). */
const FACTS: [first: OperationKey, then: OperationKey, where: string][] = [
  ["cut", "taper", "same-bar"],
  ["mark-bar", "upset", "same-bar"],
  ["cut", "trim", "same-bar"],
  ["upset", "draw", "same-place"],
  ["upset", "bend", "same-bar"],
  ["upset", "punch", "same-bar"],
  ["draw", "corners", "same-place"],
  ["spread", "corners", "same-place"],
  ["upset", "corners", "same-place"],
  ["corners", "mark", "same-place"],
  ["corners", "punch", "same-place"],
  ["taper", "set-down", "same-place"],
  ["fuller", "set-down", "same-place"],
  ["set-down", "draw", "same-place"],
  ["draw", "spread", "same-place"],
  ["draw", "planish", "same-place"],
  ["planish", "texture", "same-place"],
  ["planish", "stamp", "same-place"],
  ["planish", "twist", "same-place"],
  ["planish", "bend", "same-place"],
  ["texture", "stamp", "same-place"],
  ["texture", "twist", "same-place"],
  ["mark", "punch", "same-place"],
  ["mark", "slot", "same-place"],
  ["slot", "drift", "same-place"],
  ["punch", "slit", "same-place"],
  ["slit", "open-legs", "same-place"],
  ["punch", "bend", "same-bar"],
  ["drift", "scroll", "same-bar"],
  ["partial-cut", "fold", "same-place"],
  ["fold", "weld", "same-place"],
  ["fold", "wrap", "same-bar"],
  ["fold", "taper-legs", "same-bar"],
  ["wrap", "taper-legs", "same-bar"],
  ["weld", "scroll", "same-bar"],
  ["weld", "bend", "same-bar"],
  ["weld", "twist", "same-bar"],
  ["scarf", "ring", "same-place"],
  ["ring", "weld-ring", "same-place"],
  ["twist", "bend", "same-bar"],
  ["scroll", "open-legs", "same-bar"],
  ["bend", "set-corner", "same-place"],
  ["vein", "dish", "same-place"],
  ["hot-cut", "dish", "same-bar"],
  ["bend", "drill", "same-bar"],
  ["upset", "drill", "same-bar"],
  ["drill", "rivet", "always"],
  ["fit", "rivet", "always"],
  ["fit", "weld-parts", "always"],
  ["weld-parts", "wrap-parts", "always"],
  ["wrap-parts", "untwist-parts", "always"],
  ["rivet", "true", "always"],
  ["bend", "true", "same-bar"],
  ["true", "finish", "always"],
];

test.each(FACTS)("%s before %s: %s", (first, then, where) => {
  const between = RELATIONS.filter((one) => one.first === first && one.then === then);
  expect(between.map((one) => one.where)).toContain(where);
});

describe("where two operations have to meet", () => {
  const at = (key: OperationKey, fromMm: number, toMm: number, part = "main") =>
    draftOf({ key, of: "x", part, on: [], places: [{ fromMm, toMm }] });

  test.each([
    ["side by side, they touch", at("draw", 0, 50), at("spread", 50, 90), true],
    ["half a millimetre apart, they touch", at("draw", 0, 50), at("spread", 50.5, 90), true],
    ["farther apart, they don't", at("draw", 0, 50), at("spread", 50.6, 90), false],
    ["anywhere on the same bar", at("punch", 0, 5), at("bend", 200, 220), true],
    ["on another bar", at("punch", 0, 5), at("bend", 0, 20, "other"), false],
    ["anywhere at all", at("drill", 0, 5), at("rivet", 90, 90, "other"), true],
  ])("%s", (_, first, then, holds) => {
    expect(reasonBefore(first, then) !== null).toBe(holds);
    expect(reasonBefore(then, first)).toBeNull();
  });

  test("what needs a free end B waits for the cut off the long bar", () => {
    const cut = at("hot-cut", 100, 100);
    expect(reasonBefore(cut, at("taper", 60, 100))).toBeNull();
    expect(reasonBefore(cut, { ...at("taper", 60, 100), needsEndB: true })).toContain("end B");
    expect(reasonBefore(cut, { ...at("taper", 60, 100, "other"), needsEndB: true })).toBeNull();
  });
});

describe("within what the rules allow", () => {
  test("one end after the other, the ends before the middle", () => {
    const stamped = barWith(
      300,
      { id: "middle", kind: "stamp", at: 150 },
      { id: "right", kind: "stamp", at: 280 },
      { id: "left", kind: "stamp", at: 20 },
    );
    expect(idsOf(stamped).filter((id) => id.startsWith("stamp"))).toEqual([
      "stamp:left",
      "stamp:right",
      "stamp:middle",
    ]);
  });

  test("the end that stays cold longest is shaped first", () => {
    const both = (features: object[]) =>
      pieceOf({
        stretches: [
          { id: "a", kind: "transition", from: "4 square", to: "12 square", length: 60 },
          { id: "body", kind: "prism", section: "12 square", length: 300 },
          { id: "b", kind: "transition", from: "12 square", to: "4 square", length: 60 },
        ],
        features,
      });
    const tapers = (piece: Piece) => idsOf(piece).filter((id) => id.startsWith("taper"));
    const scroll = { id: "curl", kind: "scroll", from: 0, to: 60, turns: 1, innerRadius: 6 };
    expect(tapers(both([]))).toEqual(["taper:a", "taper:b"]);
    expect(tapers(both([scroll]))).toEqual(["taper:b", "taper:a"]);
  });

  test("the same drafts come in the same order however they are given, but for equals", () => {
    const drafts = (["bend", "twist", "cut", "finish", "punch"] as const).map((key) =>
      draftOf({ key, of: key, part: "main", on: [], places: [{ fromMm: 0, toMm: 10 }] }),
    );
    const ordered = (given: typeof drafts) => inOrder(given, () => 100).map(({ key }) => key);
    expect(ordered(drafts)).toEqual(["cut", "punch", "twist", "bend", "finish"]);
    expect(ordered([...drafts].reverse())).toEqual(ordered(drafts));
  });
});

describe("recipes of whole pieces (common practice, no source)", () => {
  test("a fold weld: cut three quarters through, folded back, welded, before the bend beside it", () => {
    const piece = barWith(
      300,
      { id: "back", kind: "fold", at: 60 },
      { id: "seam", kind: "weld", at: 30, method: "fold" },
      { id: "heel", kind: "bend", at: 200, angle: 90, insideRadius: 8 },
    );
    expect(titles(piece)).toEqual([
      "Cut and mark",
      "Cut three quarters through at back",
      "Fold back",
      "Weld seam",
      "Bend heel",
      "True up",
      "Brush and wax",
    ]);
  });

  test("legs that match are tapered after fold and wrap; others before", () => {
    const legs = (at: number) =>
      pieceOf({
        stock: "8 round",
        stretches: [
          { id: "a", kind: "transition", from: "4 round", to: "8 round", length: 50 },
          { id: "body", kind: "prism", section: "8 round", length: 300 },
          { id: "b", kind: "transition", from: "8 round", to: "4 round", length: 50 },
        ],
        features: [
          { id: "bight", kind: "fold", at, insideRadius: 4 },
          { id: "rope", kind: "wrap", from: 80, to: 140, turns: 1, hand: "right" },
        ],
      });
    const alike = idsOf(legs(200));
    expect(alike.indexOf("wrap:rope")).toBeLessThan(alike.indexOf("taper-legs:a"));
    expect(alike.indexOf("fold:bight")).toBeLessThan(alike.indexOf("wrap:rope"));
    // Just outside a fiftieth of the bar the legs are not meant to be alike.
    const unlike = idsOf(legs(195.9));
    expect(unlike.indexOf("taper:a")).toBeLessThan(unlike.indexOf("fold:bight"));
    expect(idsOf(legs(196.1))).toContain("taper-legs:a");
  });

  test("a leaf: tip, set in, stem, spread, veins, off the bar, dished", () => {
    const leaf = pieceOf({
      stock: "12 round",
      stretches: [
        { id: "blade", kind: "free", volume: 3000, length: 60, technique: "leaf" },
        { id: "stem", kind: "prism", section: "6 round", length: 60, technique: "leaf" },
      ],
    });
    expect(titles(leaf)).toEqual([
      "Mark the long bar",
      "Taper blade",
      "Set in behind blade",
      "Draw out stem",
      "Spread blade",
      "Planish stem",
      "Vein blade",
      "Cut it off the long bar",
      "Dish blade",
      "True up",
      "Brush and wax",
    ]);
  });

  test("a bundle: parts welded at both ends, then twisted, then opened a quarter turn back", () => {
    const bar = { stretches: [{ id: "bar", kind: "prism", section: "6 round", length: 160 }] };
    const basket = pieceOf({
      stock: "6 round",
      ...bar,
      parts: [{ id: "others", count: 3, stock: { section: "6 round" }, ...bar }],
      joins: [
        { id: "top", kind: "weld", parts: ["main", "others"], at: 8 },
        { id: "basket", kind: "wrap", parts: ["main", "others"], turns: 0.75 },
        { id: "bottom", kind: "weld", parts: ["main", "others"], at: 152 },
      ],
    });
    const { stages } = planWork(basket);
    expect(stages.map(({ id }) => id).slice(2)).toEqual([
      "fit:parts",
      "weld-parts:top",
      "weld-parts:bottom",
      "wrap-parts:basket",
      "untwist-parts:basket",
      "true:piece",
      "finish:piece",
    ]);
    const turns = stages.flatMap(({ sizes }) => sizes.filter(({ unit }) => unit === "turns"));
    expect(turns.map(({ value }) => value)).toEqual([1, 0.25]);
  });

  test("near an end the corners come off before a hole is punched; farther in they don't", () => {
    const punched = (at: number) =>
      idsOf(barWith(200, { id: "h", kind: "hole", at, diameter: 5, method: "punch" }));
    expect(punched(14.9)).toContain("corners:h");
    expect(punched(15.1)).not.toContain("corners:h");
    expect(punched(185.1)).toContain("corners:h");
  });

  test("a short bar is worked on the long one and cut off: under 120 mm, or with under 75 left beyond the hot part", () => {
    const plain = (mm: number) => idsOf(barWith(mm, { id: "s", kind: "stamp", at: 50 }));
    expect(plain(119.9)[0]).toBe("mark-bar:main");
    expect(plain(119.9)).toContain("hot-cut:main");
    expect(plain(120.1)[0]).toBe("cut:main");
    const tapered = (mm: number) =>
      idsOf(
        pieceOf({
          stretches: [
            // A pyramid of 180 takes 60 of bar.
            { id: "point", kind: "transition", from: "point", to: "12 square", length: 180 },
            { id: "body", kind: "prism", section: "12 square", length: mm },
          ],
        }),
      );
    expect(tapered(74.9)[0]).toBe("mark-bar:main");
    expect(tapered(75.1)[0]).toBe("cut:main");
    // Drilled cold, it is held in a vise however short it is.
    const drilled = barWith(60, { id: "h", kind: "hole", at: 30, diameter: 5, method: "drill" });
    expect(idsOf(drilled)[0]).toBe("cut:main");
  });

  test("a trim comes off the cut bar, so that marks from end B are true", () => {
    const trimmed = {
      ...barWith(300, { id: "s", kind: "stamp", at: 100 }),
      allowances: { endTrim: 6 },
    };
    const { stages, marks } = planWork(trimmed);
    expect(stages.slice(0, 2).map(({ id }) => id)).toEqual(["cut:main", "trim:main"]);
    expect(stages[0]!.bar.lengthMm).toBeCloseTo(306, 9);
    expect(stages[1]!.bar.lengthMm).toBeCloseTo(300, 9);
    expect(marks).toEqual([{ what: "S, stamp", fromAMm: 100, fromBMm: 200, part: "main" }]);
  });
});
