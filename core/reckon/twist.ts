import * as z from "zod";
import { barDrawing } from "../drawing/barDrawing";
import { figure, turnsFigure } from "./figure";
import { sectionSchema } from "../section/schema";
import { cornerRadiusMm } from "../section/section";
import { lengthSchema } from "../units/schema";
import { turns } from "./fields";
import { defineReckoner } from "./reckoner";

/** What a twist does to the corners of a bar. */
export const twist = defineReckoner({
  name: "twist",
  summary: "How steep a twist is, and how much it stretches the corners",
  explanation:
    "A corner at half the diagonal ρ follows a helix of pitch p = length / turns: it is stretched √(p² + (2πρ)²)/p times. The helix angle is measured from the bar's axis. The bar's own length hardly changes.",
  input: z.strictObject({ section: sectionSchema, length: lengthSchema(), turns }),
  result: z.object({
    pitchMm: z.number(),
    cornerStretch: z.number().describe("times as long"),
    helixAngleDeg: z.number().describe("from the axis"),
  }),
  reckon: ({ section, length, turns: count }) => {
    const pitchMm = length / count;
    const aroundMm = 2 * Math.PI * cornerRadiusMm(section);
    return {
      pitchMm,
      cornerStretch: Math.hypot(pitchMm, aroundMm) / pitchMm,
      helixAngleDeg: (Math.atan2(aroundMm, pitchMm) * 180) / Math.PI,
    };
  },
  working: ({ section, length, turns: count }, { pitchMm }) => ({
    pitchMm: `${figure(length)} mm / ${turnsFigure(count)}`,
    cornerStretch: `√(${figure(pitchMm)}² + (2π × ${figure(cornerRadiusMm(section))})²) / ${figure(pitchMm)}`,
    helixAngleDeg: `arctan(2π × ${figure(cornerRadiusMm(section))} / ${figure(pitchMm)})`,
  }),
  drawing: ({ section, length, turns: count }) =>
    barDrawing(
      [{ id: "bar", kind: "prism", section, length }],
      // Beyond this the lines would run into one another.
      [
        {
          id: "twist",
          kind: "twist",
          from: 0,
          to: length,
          turns: Math.min(count, 60),
          hand: "right",
        },
      ],
    ),
  examples: [
    {
      title: "12 square, one turn in 60",
      input: { section: "12 square", length: 60, turns: 1 },
      expected: { cornerStretch: 1.33775, pitchMm: 60 },
      source: "√(60² + (2π·8.485)²)/60",
    },
  ],
});
