import * as z from "zod";
import { gaugeDrawing } from "../drawing/shapes";
import { figure } from "./figure";
import { isoTolerance, TOLERANCE_GRADES } from "../measure/tolerance";
import { lengthSchema } from "../units/schema";
import { defineReckoner } from "./reckoner";

/** Tolerance width of a size by ISO 286-1. */
export const tolerance = defineReckoner({
  name: "tolerance",
  summary: "How far off a size may be at a tolerance grade",
  explanation:
    "Widths of ISO 286-1 from its table up to 500 mm; above by the standard's formula with the tolerance factor I = 0.004·D + 2.1 µm, D the geometric mean of the nominal range, unrounded and marked “formula”.",
  input: z.strictObject({
    nominal: lengthSchema(),
    grade: z.enum(TOLERANCE_GRADES, {
      error: () => `The grade is one of ${TOLERANCE_GRADES.join(", ")}.`,
    }),
  }),
  result: z.object({
    widthMm: z.number(),
    plusMinusMm: z.number(),
    from: z.enum(["table", "formula"]),
  }),
  reckon: ({ nominal, grade }) => isoTolerance(nominal, grade),
  working: ({ grade }, { widthMm, from }) => ({
    widthMm:
      from === "table"
        ? `${grade} in the table of ISO 286-1`
        : `${grade} by the standard's formula`,
    plusMinusMm: `${figure(widthMm)} mm / 2`,
  }),
  drawing: ({ nominal }, { plusMinusMm }) =>
    gaugeDrawing({ lower: nominal - plusMinusMm, upper: nominal + plusMinusMm, value: nominal }),
  examples: [
    {
      title: "12 mm at IT16",
      input: { nominal: 12, grade: "IT16" },
      expected: { widthMm: 1.1, plusMinusMm: 0.55 },
      source: "ISO 286-1, table 1, from memory",
    },
  ],
});
