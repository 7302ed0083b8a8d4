import { SHELF_EXERCISES, WORKED_EXERCISES } from "@/data/demo/exercises";
import { exerciseContentSchema } from "../exercise/exercise";
import type { FlatPoint } from "../piece/finish";
import { barWith, pieceOf } from "../testing/pieces";
import { planWork, type Stage } from "../workpiece/stages";
import { drawingOf, type Drawing, type Ink } from "./drawing";
import {
  lyingStage,
  pictureOfStage,
  smallStage,
  standingStage,
  tellingView,
} from "./stageDrawings";

const FID = pieceOf({
  stretches: [
    { id: "tip", kind: "transition", from: "3 square", to: "12 square", length: 90 },
    { id: "body", kind: "prism", section: "12 square", length: 160 },
  ],
});
const PUNCHED = pieceOf({
  stock: "30 by 8",
  stretches: [{ id: "strap", kind: "prism", section: "30 by 8", length: 160 }],
  features: [{ id: "eye", kind: "hole", at: 40, diameter: 12, method: "punch" }],
});

const stageOf = (piece: typeof FID, id: string): Stage =>
  planWork(piece).stages.find((stage) => stage.id === id)!;
const paths = ({ marks }: Drawing, ink: Ink): FlatPoint[][] =>
  marks.flatMap((mark) => (mark.kind === "path" && mark.ink === ink ? [mark.points] : []));
const span = (points: readonly FlatPoint[], axis: "x" | "y") => {
  const values = points.map((point) => point[axis]);
  return [Math.min(...values), Math.max(...values)];
};
/** The area a closed line goes round, mm² (Gauss's area formula). */
const areaMm2 = (points: readonly FlatPoint[]) =>
  Math.abs(
    points.reduce((sum, { x, y }, at) => {
      const next = points[(at + 1) % points.length]!;
      return sum + x * next.y - next.x * y;
    }, 0),
  ) / 2;

describe("a taper being drawn", () => {
  const drawing = lyingStage(stageOf(FID, "taper:tip"), "side");

  test("the whole bar lies quiet from end A on, the taper in ink where it is then", () => {
    const [whole] = paths(drawing, "quiet");
    const [taper] = paths(drawing, "changed");
    expect(span(whole!, "x")).toEqual([0, 250]);
    expect(span(whole!, "y")).toEqual([-6, 6]);
    expect(span(taper!, "x")).toEqual([0, 90]);
    // A trapezium 3 and 12 high, 90 long.
    expect(areaMm2(taper!)).toBeCloseTo((90 * (3 + 12)) / 2, 6);
  });

  test("the bar it is made from lies where it joins the rest, as long as its volume takes", () => {
    const [was] = paths(drawing, "before");
    // 90/3 · (3² + 3·12 + 12²) = 5,670 mm³ in 12 square: 39.375 mm, ending at the body.
    const [from, to] = span(was!, "x");
    expect([from, to]).toEqual([expect.closeTo(90 - 39.375, 6), expect.closeTo(90, 6)]);
    expect(areaMm2(was!)).toBeCloseTo(39.375 * 12, 6);
    const label = drawing.marks.find((mark) => mark.kind === "text");
    expect(label).toMatchObject({ text: { mm: expect.closeTo(39.375, 6) as number } });
  });

  test("lengths of both stretches are said, the one that changes strong", () => {
    const lengths = drawing.marks.flatMap((mark) => (mark.kind === "dimension" ? [mark] : []));
    expect(lengths.map(({ from, to, strong }) => [from, to, strong ?? false])).toEqual([
      [0, 90, true],
      [90, 250, false],
    ]);
  });
});

test("a cold bar shows a tick at each mark and at both ends", () => {
  const stage = stageOf(FID, "cut:main");
  const ticks = paths(lyingStage(stage, "side"), "mark").map(([point]) => point!.x);
  expect(ticks).toEqual([0, expect.closeTo(39.375, 6), expect.closeTo(199.375, 6)]);
  expect(paths(lyingStage(stage, "side"), "changed")).toEqual([]);
});

test("a hole through a flat is told from above, and drawn round where it lies", () => {
  const stage = stageOf(PUNCHED, "punch:eye");
  expect(tellingView(stage)).toBe("plan");
  const circles = pictureOfStage(stage).marks.filter((mark) => mark.kind === "circle");
  expect(circles).toEqual([expect.objectContaining({ x: 40, r: 6 })]);
  // In the side it is hidden edges.
  expect(lyingStage(stage, "side").marks.some((mark) => mark.kind === "circle")).toBe(false);
  expect(paths(lyingStage(stage, "side"), "hidden").length).toBeGreaterThan(0);
});

test("a slot is looked through from its stage on, from above, at its size", () => {
  const slotted = pieceOf({
    stock: "30 by 8",
    stretches: [{ id: "strap", kind: "prism", section: "30 by 8", length: 160 }],
    features: [{ id: "window", kind: "slot", at: 70, length: 30, width: 9 }],
  });
  const openings = (id: string) => paths(lyingStage(stageOf(slotted, id), "plan"), "hole");
  expect(openings("mark:window")).toEqual([]);
  const [opening] = openings("slot:window");
  expect(span(opening!, "x")).toEqual([expect.closeTo(55, 6), expect.closeTo(85, 6)]);
  // Straight sides of 21, and a round end of 9 at each: within the chords of its 24 steps.
  const exact = 21 * 9 + (Math.PI / 4) * 81;
  expect(Math.abs(areaMm2(opening!) / exact - 1)).toBeLessThan(0.005);
  expect(paths(standingStage(stageOf(slotted, "slot:window")), "hole")).toHaveLength(1);
});

test("a taper of a square is told from the side, a fan from above", () => {
  expect(tellingView(stageOf(FID, "taper:tip"))).toBe("side");
  const fan = pieceOf({
    stretches: [
      { id: "fan", kind: "transition", from: "30 by 3", to: "12 square", length: 60 },
      { id: "body", kind: "prism", section: "12 square", length: 160 },
    ],
  });
  expect(tellingView(stageOf(fan, "spread:fan"))).toBe("plan");
});

test("a bent bar is told where it is seen bent, whatever its width", () => {
  const strap = (feature: object) =>
    pieceOf({
      stock: "30 by 6",
      stretches: [{ id: "bar", kind: "prism", section: "30 by 6", length: 200 }],
      features: [{ id: "heel", kind: "bend", at: 100, angle: 90, insideRadius: 30, ...feature }],
    });
  expect(tellingView(stageOf(strap({}), "bend:heel"))).toBe("side");
  expect(tellingView(stageOf(strap({ plane: "plan" }), "bend:heel"))).toBe("plan");
  // Afterwards too, when it is only trued.
  expect(tellingView(stageOf(strap({}), "true:piece"))).toBe("side");
});

test("standing, end A is below; small, nothing is said in figures", () => {
  const stage = stageOf(FID, "taper:tip");
  const { extents } = standingStage(stage);
  expect(extents.maxY - extents.minY).toBeCloseTo(250, 6);
  const [taper] = paths(standingStage(stage), "solid");
  expect(span(taper!, "y")).toEqual([0, 90]);
  for (const drawing of [smallStage(stage), standingStage(stage), pictureOfStage(stage)])
    expect(drawing.marks.filter(({ kind }) => kind === "dimension" || kind === "text")).toEqual([]);
});

test("on a bent bar the changed part follows the bend, and no straight lengths are said", () => {
  const bent = barWith(200, { id: "heel", kind: "bend", at: 100, angle: 90, insideRadius: 10 });
  const drawing = lyingStage(stageOf(bent, "bend:heel"), "side");
  expect(drawing.marks.filter(({ kind }) => kind === "dimension")).toEqual([]);
  const [changed] = paths(drawing, "changed");
  // A quarter ring of 10 to 22 mm radius.
  expect(areaMm2(changed!)).toBeCloseTo((Math.PI / 4) * (22 ** 2 - 10 ** 2), 0);
});

const all = [...WORKED_EXERCISES, ...SHELF_EXERCISES].map(({ content }) =>
  exerciseContentSchema.parse(content),
);

test.each(all)("$name: every picture is finite, and holds the bar from end to end", (content) => {
  const { piece, settings, stages: edits } = content;
  for (const stage of planWork(piece, { settings, edits }).stages)
    for (const drawing of [
      lyingStage(stage, "side"),
      lyingStage(stage, "plan"),
      pictureOfStage(stage),
      smallStage(stage),
      standingStage(stage),
    ]) {
      const { minX, maxX, minY, maxY } = drawing.extents;
      expect([minX, maxX, minY, maxY].every(Number.isFinite)).toBe(true);
      const curved = stage.bar.piece.features?.some(({ kind }) =>
        ["bend", "scroll", "ring", "fold"].includes(kind),
      );
      // Turned about one another, bars reach less far.
      const { fromMm = 0, heightMm = stage.bar.lengthMm, restMm = 0 } = stage.bundle ?? {};
      const longMm = fromMm + heightMm + restMm;
      if (!curved) expect(Math.max(maxX - minX, maxY - minY)).toBeGreaterThan(longMm - 1e-6);
      for (const mark of drawing.marks)
        if (mark.kind === "path")
          expect(mark.points.every(({ x, y }) => Number.isFinite(x + y))).toBe(true);
    }
});

describe("bars brought together", () => {
  const plate = (places: object[]) =>
    pieceOf({
      stretches: [{ id: "bar", kind: "prism", section: "12 square", length: 200 }],
      parts: [
        {
          id: "plate",
          stock: { section: "20 by 4" },
          stretches: [{ id: "plate", kind: "prism", section: "20 by 4", length: 60 }],
          places,
        },
      ],
      joins: [{ id: "pin", kind: "rivet", parts: ["main", "plate"], at: 100, diameter: 5 }],
    });

  test("a part that says its place is drawn there, on the face it lies on", () => {
    const fit = stageOf(plate([{ at: 100, own: 30 }]), "fit:parts");
    const [, ...others] = paths(lyingStage(fit, "side"), "quiet").sort(
      (a, b) => areaMm2(b) - areaMm2(a),
    );
    expect(others).toHaveLength(1);
    // From 70 to 130 along the bar, and from its face at 6 to 10.
    expect(span(others[0]!, "x")).toEqual([expect.closeTo(70, 6), expect.closeTo(130, 6)]);
    expect(span(others[0]!, "y")).toEqual([expect.closeTo(6, 6), expect.closeTo(10, 6)]);
  });

  test("one that says none lies below, apart", () => {
    const fit = stageOf(plate([]), "fit:parts");
    const outlines = paths(lyingStage(fit, "side"), "quiet");
    expect(outlines).toHaveLength(2);
    expect(Math.max(...outlines[1]!.map(({ y }) => y))).toBeLessThan(-6);
  });
});

test("from where a bundle is turned it is drawn as one: close while it is turned, apart once it is opened", () => {
  // Six bars of 6: their centres lie on a circle of radius 6, so that it is 18 across; opened to 40.
  const bar = { stretches: [{ id: "bar", kind: "prism", section: "6 round", length: 200 }] };
  const bundle = pieceOf({
    stock: "6 round",
    ...bar,
    parts: [{ id: "others", count: 5, stock: { section: "6 round" }, ...bar }],
    joins: [
      { id: "top", kind: "weld", parts: ["main", "others"], at: 10 },
      { id: "cage", kind: "wrap", parts: ["main", "others"], turns: 0.75, across: 40 },
      { id: "foot", kind: "weld", parts: ["main", "others"], at: 190 },
    ],
  });
  const across = (id: string) => {
    const { minY, maxY } = drawingOf(lyingStage(stageOf(bundle, id), "side").marks).extents;
    return maxY - minY;
  };
  expect(across("weld-parts:top")).toBeGreaterThan(6);
  expect(Math.abs(across("wrap-parts:cage") - 18)).toBeLessThan(0.5);
  expect(Math.abs(across("untwist-parts:cage") - 40)).toBeLessThan(1.5);
  expect(across("finish:piece")).toBeCloseTo(across("untwist-parts:cage"), 6);
});
