import * as z from "zod";
import { drawingOf, line } from "../drawing/drawing";
import { ruler } from "../drawing/ruler";
import { barsDrawing, dimensionX } from "../drawing/shapes";
import { figure } from "./figure";
import { atPath, refuse } from "../problem/problem";
import { MM_PER_INCH, MAX_LENGTH_MM, parseLengthUnsafe } from "../units/length";
import { DENOMINATORS, printInchFraction } from "../units/print";
import { wordsForProblem } from "../problem/words";
import { defineReckoner } from "./reckoner";

/** One length in millimetres, decimal inches and the nearest fraction. */
export const length = defineReckoner({
  name: "length",
  summary: "A length in every unit a smith uses",
  explanation:
    "Reads a length as it is written or said and gives it in millimetres, in decimal inches and as the nearest fraction of an inch, with how far the fraction is off. One international inch is exactly 25.4 mm (ISO 80000-3).",
  input: z.strictObject({
    text: z.union([z.string(), z.number()], {
      error: () => wordsForProblem({ code: "length-type" }),
    }),
    unit: z.enum(["mm", "in"], { error: () => "The unit is mm or in." }).optional(),
    denominator: z
      .number({ error: () => "The denominator is a number such as 16, 32 or 64." })
      .superRefine((value, context) => {
        if (!(DENOMINATORS as readonly number[]).includes(value))
          context.addIssue({
            code: "custom",
            message: wordsForProblem({ code: "denominator", value }),
          });
      })
      .default(64),
  }),
  result: z.object({
    mm: z.number(),
    inches: z.number(),
    fraction: z.string(),
    fractionErrorMm: z.number().describe("fraction less the length itself, mm"),
  }),
  reckon: ({ text, unit, denominator }) => {
    const mm =
      typeof text === "string"
        ? atPath("text", () => parseLengthUnsafe(text, unit))
        : text * (unit === "in" ? MM_PER_INCH : 1);
    if (mm < 0) refuse({ code: "length-negative", mm }, "text");
    if (mm === 0) refuse({ code: "length-not-positive", mm }, "text");
    if (mm > MAX_LENGTH_MM) refuse({ code: "length-too-large", mm, maxMm: MAX_LENGTH_MM }, "text");
    const fractionMm = (Math.round((mm / MM_PER_INCH) * denominator) / denominator) * MM_PER_INCH;
    return {
      mm,
      inches: mm / MM_PER_INCH,
      fraction: printInchFraction(mm, denominator),
      fractionErrorMm: fractionMm - mm,
    };
  },
  working: ({ denominator }, { mm, inches, fractionErrorMm }) => ({
    inches: `${figure(mm)} mm / 25.4`,
    fraction: `${figure(inches)} in × ${denominator}, to the nearest whole one`,
    fractionErrorMm: `the fraction × 25.4 − ${figure(mm)} = ${figure(fractionErrorMm, 3)} mm`,
  }),
  drawing: (_, { mm }) => {
    // Up to the length of a shop rule it is drawn on one.
    if (mm > 300) return barsDrawing([{ lengthMm: mm, highMm: mm / 40 }]);
    const longMm = Math.max(20, Math.ceil(mm / 10) * 10);
    return drawingOf([
      ...ruler(0, 0, longMm),
      line(
        [
          [mm, -2],
          [mm, 11],
        ],
        "mark",
      ),
      dimensionX(0, mm),
    ]);
  },
  examples: [
    {
      title: "Five eighths",
      input: { text: "5/8 in" },
      expected: { mm: 15.875, fraction: "5/8 in" },
      source: "25.4 · 5/8 exactly",
    },
    {
      title: "17 mm in sixty-fourths",
      input: { text: "17 mm" },
      expected: { fraction: "43/64 in", fractionErrorMm: 0.0656 },
      source: "43 · 25.4/64 = 17.0656",
    },
  ],
});
