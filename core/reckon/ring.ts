import * as z from "zod";
import { drawingOf } from "../drawing/drawing";
import { arcMark, dimensionX } from "../drawing/shapes";
import { figure } from "./figure";
import { refuse } from "../problem/problem";
import { sectionSchema } from "../section/schema";
import { caliperSizesMm } from "../section/section";
import { lengthSchema } from "../units/schema";
import { oneOf } from "./fields";
import { defineReckoner } from "./reckoner";

/** The bar a ring takes. */
export const ring = defineReckoner({
  name: "ring",
  summary: "How much bar a ring takes",
  explanation:
    "Length on the centre line: π times the mean diameter, less the gap, more by the lap. The bar's thickness is what it measures across the bend; a flat is taken as bent the easy way.",
  input: z.strictObject({
    section: sectionSchema.optional(),
    thickness: lengthSchema({ maxMm: 500 }).optional(),
    inside: lengthSchema().optional(),
    outside: lengthSchema().optional(),
    mean: lengthSchema().optional(),
    gap: lengthSchema({ zero: true }).default(0),
    lap: lengthSchema({ zero: true }).default(0),
  }),
  result: z.object({ developedLengthMm: z.number(), meanDiameterMm: z.number() }),
  reckon: ({ section, thickness, inside, outside, mean, gap, lap }) => {
    oneOf({ section, thickness }, "section", "thickness");
    const thickMm = section ? caliperSizesMm(section)[0] : thickness!;
    const given = oneOf({ inside, outside, mean }, "inside", "outside", "mean");
    const meanMm = { inside: inside! + thickMm, outside: outside! - thickMm, mean: mean! }[given];
    if (meanMm <= thickMm) {
      const leastMm = { inside: 0, outside: 2 * thickMm, mean: thickMm }[given];
      refuse(
        { code: "ring-too-small", name: given, mm: { inside, outside, mean }[given]!, leastMm },
        given,
      );
    }
    const roundMm = Math.PI * meanMm;
    if (gap >= roundMm) refuse({ code: "gap-too-wide", mm: gap, circumferenceMm: roundMm }, "gap");
    return { developedLengthMm: roundMm - gap + lap, meanDiameterMm: meanMm };
  },
  working: ({ gap, lap }, { meanDiameterMm }) => ({
    meanDiameterMm: "inside and once the thickness, or outside less once the thickness",
    developedLengthMm: `π × ${figure(meanDiameterMm)} mm − gap ${figure(gap)} + lap ${figure(lap)}`,
  }),
  drawing: ({ section, thickness, gap }, { meanDiameterMm }) => {
    const thick = section ? caliperSizesMm(section)[0] : thickness!;
    const [outer, inner] = [meanDiameterMm + thick, meanDiameterMm - thick];
    // The gap at the right, open by its angle on the mean circle.
    const open = gap / meanDiameterMm;
    const ends = { from: open, to: 2 * Math.PI - open };
    const { marks, extents } = drawingOf([
      arcMark([0, 0], outer / 2, ends),
      arcMark([0, 0], inner / 2, ends),
      arcMark([0, 0], meanDiameterMm / 2, { ...ends, ink: "centre" }),
    ]);
    return {
      extents,
      marks: [...marks, dimensionX(-inner / 2, inner / 2), dimensionX(-outer / 2, outer / 2, 1)],
    };
  },
  examples: [
    {
      title: "60 inside, of 10 mm bar",
      input: { inside: 60, thickness: 10 },
      expected: { developedLengthMm: 219.911 },
      source: "70·π",
    },
  ],
});
