import { z } from "zod";
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
  examples: [
    {
      title: "12 square, one turn in 60",
      input: { section: "12 square", length: 60, turns: 1 },
      expected: { cornerStretch: 1.33775, pitchMm: 60 },
      source: "√(60² + (2π·8.485)²)/60",
    },
  ],
});
