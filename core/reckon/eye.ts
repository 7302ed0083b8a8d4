import * as z from "zod";
import { box, drawingOf } from "../drawing/drawing";
import { arcMark, dimensionX } from "../drawing/shapes";
import { driftedEye } from "../feature/driftedEye";
import { figure } from "./figure";
import { refuse } from "../problem/problem";
import { lengthSchema } from "../units/schema";
import { defineReckoner } from "./reckoner";

const size = () => lengthSchema({ maxMm: 500 });

/** A slot punched and drifted to a round eye. */
export const eye = defineReckoner({
  name: "eye",
  summary: "How large an eye a slot opens to, and what is left of the walls",
  explanation:
    "A slot's outline, taken as a rectangle, becomes the circle's: 2(L + w)/π is the diameter reached with no stretch. Beyond that the walls stretch, and at constant volume and thickness they thin by as much. Wall before: half of what the slot leaves of the bar's width. The slug is what the slot cuts out.",
  input: z.strictObject({
    barWidth: size(),
    barThickness: size(),
    slotLength: size(),
    slotWidth: size(),
    diameter: size(),
  }),
  result: z.object({
    freeDiameterMm: z.number(),
    stretch: z.number().describe("diameter / free diameter"),
    wallMm: z.number(),
    slugMm3: z.number(),
  }),
  reckon: ({ barWidth, barThickness, slotLength, slotWidth, diameter }) => {
    if (slotWidth >= barWidth)
      refuse({ code: "slot-too-wide", slotMm: slotWidth, barMm: barWidth }, "slotWidth");
    if (slotLength < slotWidth)
      refuse({ code: "slot-turned", lengthMm: slotLength, widthMm: slotWidth }, "slotLength");
    const { freeDiameterMm, stretch, wallMm } = driftedEye({
      barWidthMm: barWidth,
      slotLengthMm: slotLength,
      slotWidthMm: slotWidth,
      diameterMm: diameter,
    });
    if (stretch > 4)
      refuse({ code: "wall-gone", diameterMm: diameter, barMm: barWidth }, "diameter");
    return {
      freeDiameterMm,
      stretch,
      wallMm,
      slugMm3: slotLength * slotWidth * barThickness,
    };
  },
  working: (
    { barWidth, barThickness, slotLength, slotWidth, diameter },
    { freeDiameterMm, stretch },
  ) => ({
    freeDiameterMm: `2 × (${figure(slotLength)} + ${figure(slotWidth)}) mm / π`,
    stretch: `${figure(diameter)} mm / ${figure(freeDiameterMm)} mm`,
    wallMm: `(${figure(barWidth)} − ${figure(slotWidth)}) mm / 2 / ${figure(Math.max(1, stretch))}`,
    slugMm3: `${figure(slotLength)} × ${figure(slotWidth)} × ${figure(barThickness)} mm`,
  }),
  drawing: ({ barWidth, slotLength, slotWidth, diameter }, { wallMm }) => {
    const halfMm = diameter / 2 + wallMm;
    const reach = diameter * 1.6;
    const { marks, extents } = drawingOf([
      box([-reach - 2 * slotLength, -barWidth / 2], [2 * slotLength, barWidth]),
      box([-reach - 1.5 * slotLength, -slotWidth / 2], [slotLength, slotWidth], "hole"),
      arcMark([0, 0], halfMm),
      arcMark([0, 0], diameter / 2, { ink: "hole" }),
    ]);
    return { extents, marks: [...marks, dimensionX(-diameter / 2, diameter / 2)] };
  },
  examples: [
    {
      title: "A slot 3/4 by 1/8 in inch bar",
      input: {
        barWidth: "1 in",
        barThickness: "1/2 in",
        slotLength: "3/4 in",
        slotWidth: "1/8 in",
        diameter: "5/8 in",
      },
      expected: { freeDiameterMm: 14.149, stretch: 1.122 },
      source: "2·(7/8)/π = 0.557 in",
    },
  ],
});
