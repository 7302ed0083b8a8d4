import * as z from "zod";
import { drawingOf, line } from "../drawing/drawing";
import { arcMark, dimensionX, dimensionY } from "../drawing/shapes";
import { fitCircle, type FitPoint } from "../measure/fits";
import { refuse } from "../problem/problem";
import { lengthSchema } from "../units/schema";
import { figure } from "./figure";
import { oneOf } from "./fields";
import { defineReckoner } from "./reckoner";

const POINTS = "Give 3 to 24 points as [along, height] in mm, such as [[0, 0], [25, 6], [50, 0]].";
const reach = z
  .number({ error: () => POINTS })
  .min(-10_000, POINTS)
  .max(10_000, POINTS);

/** The ends of the straight edge and the top of the arc: a circle goes through all three. */
const threeOn = (across: number, rise: number): FitPoint[] => [
  { x: 0, y: 0 },
  { x: across / 2, y: rise },
  { x: across, y: 0 },
];

/** The part of the circle about a middle on which the points lie, radians. */
function arcThrough(points: readonly FitPoint[], [x, y]: readonly [number, number]) {
  const angles = points.map((point) => Math.atan2(point.y - y, point.x - x));
  const half = angles[angles.length >> 1]!;
  const turns = angles.map((angle) => Math.atan2(Math.sin(angle - half), Math.cos(angle - half)));
  return { from: half + Math.min(...turns), to: half + Math.max(...turns) };
}

/** The radius of a bent bar, read without its middle. */
export const curve = defineReckoner({
  name: "curve",
  summary: "The radius of a curve, from its rise over a straight edge",
  explanation:
    "Lay a straight edge across the curve and measure how far it rises at the middle: r = (a²/4 + h²)/2h (chord and rise of a circle). Of several heights, a circle is laid with the least sum of squared distances from it (geometric least squares); how far the farthest lies off it says whether the curve is true.",
  input: z.strictObject({
    across: lengthSchema().optional(),
    rise: lengthSchema().optional(),
    points: z
      .array(z.tuple([reach, reach], { error: () => POINTS }), { error: () => POINTS })
      .min(3, POINTS)
      .max(24, POINTS)
      .optional(),
  }),
  result: z.object({
    radiusMm: z.number(),
    diameterMm: z.number(),
    offCircleMm: z.number().describe("how far the farthest point lies off the circle"),
    middleAlongMm: z.number(),
    middleHeightMm: z.number(),
  }),
  reckon: ({ across, rise, points }) => {
    const given = oneOf({ across, points }, "across", "points");
    if (given === "across" && rise === undefined)
      refuse({ code: "one-of", names: ["rise"], given: 0 }, "rise");
    const circle = fitCircle(points ? points.map(([x, y]) => ({ x, y })) : threeOn(across!, rise!));
    if (circle === null) refuse({ code: "curve-straight" }, points ? "points" : "rise");
    return {
      radiusMm: circle.radius,
      diameterMm: 2 * circle.radius,
      offCircleMm: circle.farthest,
      middleAlongMm: circle.x,
      middleHeightMm: circle.y,
    };
  },
  working: ({ across, rise, points }, { radiusMm }) => ({
    radiusMm: points
      ? `the circle nearest to ${points.length} points`
      : `(${figure(across!)}² / 4 + ${figure(rise!)}²) / (2 × ${figure(rise!)}) mm`,
    diameterMm: `2 × ${figure(radiusMm)} mm`,
  }),
  drawing: ({ across, rise, points }, { radiusMm, middleAlongMm, middleHeightMm }) => {
    const on = points ? points.map(([x, y]) => ({ x, y })) : threeOn(across!, rise!);
    const xs = on.map(({ x }) => x);
    const [from, to] = [Math.min(...xs), Math.max(...xs)];
    const middle = [middleAlongMm, middleHeightMm] as const;
    const { marks, extents } = drawingOf([
      arcMark(middle, radiusMm, { ink: "guide" }),
      arcMark(middle, radiusMm, arcThrough(on, middle)),
      line(
        [
          [from, 0],
          [to, 0],
        ],
        "ruler",
      ),
    ]);
    const heights = rise === undefined ? [] : [dimensionY(0, rise)];
    return { extents, marks: [...marks, dimensionX(from, to), ...heights] };
  },
  examples: [
    {
      title: "Rising 20 mm over 100",
      input: { across: 100, rise: 20 },
      expected: { radiusMm: 72.5, offCircleMm: 0 },
      source: "(2500 + 400)/40",
    },
    {
      title: "A half circle rises by its own radius",
      input: { across: "4 in", rise: "2 in" },
      expected: { radiusMm: 50.8 },
      source: "geometry of the circle",
    },
    {
      title: "Six points that lie on no one circle",
      input: {
        points: [
          [1, 7],
          [2, 6],
          [5, 8],
          [7, 7],
          [9, 5],
          [3, 7],
        ],
      },
      expected: { radiusMm: 4.7142 },
      source: "Gander, Golub and Strebel (1994), from memory",
    },
  ],
});
