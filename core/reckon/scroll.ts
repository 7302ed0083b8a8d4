import * as z from "zod";
import { drawingOf } from "../drawing/drawing";
import { dimensionX } from "../drawing/shapes";
import { figure, turnsFigure } from "./figure";
import { SPIRAL_FORMS, spiralLengthMm, spiralPoints, spiralWidthMm } from "../curve/spiral";
import { refuse } from "../problem/problem";
import { lengthSchema } from "../units/schema";
import { turns } from "./fields";
import { defineReckoner } from "./reckoner";

/** Points a turn is drawn with, and the most there are. */
const DRAWN_PER_TURN = 90;
const MAX_DRAWN = 1440;

/** The bar a scroll takes. */
export const scroll = defineReckoner({
  name: "scroll",
  summary: "How much bar a scroll takes, and its points for a template",
  explanation:
    "Arc length of the centre line. Archimedean: the coils are evenly apart. Logarithmic: every coil is the same number of times wider. Clothoid: the curvature changes evenly along the bar, from 1/inner to 1/outer. Width is the largest distance across the centre line; the bar's own thickness comes on top.",
  input: z.strictObject({
    form: z.enum(SPIRAL_FORMS, { error: () => `The form is one of ${SPIRAL_FORMS.join(", ")}.` }),
    innerRadius: lengthSchema(),
    outerRadius: lengthSchema(),
    turns: turns.max(20, "A scroll has at most 20 turns."),
    points: z
      .number()
      .int()
      .min(2, "At least 2 points.")
      .max(5000, "At most 5000 points.")
      .optional(),
  }),
  result: z.object({
    developedLengthMm: z.number(),
    maxWidthMm: z.number(),
    points: z.array(z.object({ xMm: z.number(), yMm: z.number() })).optional(),
  }),
  reckon: ({ form, innerRadius, outerRadius, turns: count, points }) => {
    if (outerRadius < innerRadius)
      refuse(
        { code: "spiral-inside-out", innerMm: innerRadius, outerMm: outerRadius },
        "outerRadius",
      );
    const spiral = { form, innerMm: innerRadius, outerMm: outerRadius, turns: count };
    return {
      developedLengthMm: spiralLengthMm(spiral),
      maxWidthMm: spiralWidthMm(spiral),
      ...(points === undefined ? {} : { points: spiralPoints(spiral, points) }),
    };
  },
  working: ({ form, innerRadius, outerRadius, turns: count }) => ({
    developedLengthMm: {
      archimedean: `∫ √(ρ² + ρ′²) dθ with ρ growing evenly from ${figure(innerRadius)} to ${figure(outerRadius)} mm over ${turnsFigure(count)}`,
      logarithmic: `∫ √(ρ² + ρ′²) dθ with ρ growing by the same share each turn, ${figure(innerRadius)} to ${figure(outerRadius)} mm over ${turnsFigure(count)}`,
      clothoid: `2 × 2π × ${figure(count)} / (1/${figure(innerRadius)} + 1/${figure(outerRadius)})`,
    }[form],
    maxWidthMm: "the widest across of all directions, centre line to centre line",
  }),
  drawing: ({ form, innerRadius, outerRadius, turns: count }, { maxWidthMm }) => {
    const spiral = { form, innerMm: innerRadius, outerMm: outerRadius, turns: count };
    const dense = Math.min(MAX_DRAWN, Math.ceil(count * DRAWN_PER_TURN) + 8);
    const points = spiralPoints(spiral, dense).map(({ xMm, yMm }) => ({ x: xMm, y: yMm }));
    const { marks, extents } = drawingOf([{ kind: "path", ink: "mark", points, closed: false }]);
    const middle = (extents.minX + extents.maxX) / 2;
    const widest = dimensionX(middle - maxWidthMm / 2, middle + maxWidthMm / 2);
    return { extents, marks: [...marks, widest] };
  },
  examples: [
    {
      title: "From 10 to 50 in two turns, coils evenly apart",
      input: { form: "archimedean", innerRadius: 10, outerRadius: 50, turns: 2 },
      expected: { developedLengthMm: 379.534 },
      source: "arc length of r = a + bθ, calculus",
    },
    {
      title: "The same, growing by the same factor",
      input: { form: "logarithmic", innerRadius: 10, outerRadius: 50, turns: 2 },
      expected: { developedLengthMm: 314.868 },
      source: "(R−r)·√(1+k²)/k, calculus",
    },
  ],
});
