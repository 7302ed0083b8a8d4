import * as z from "zod";
import { gaugeDrawing } from "../drawing/shapes";
import { figure } from "./figure";
import { judgeConformity } from "../measure/conform";
import { refuse } from "../problem/problem";
import { anyNumber, uncertainty } from "./fields";
import { defineReckoner } from "./reckoner";

/** Whether a reading proves a size inside its limits. */
export const conform = defineReckoner({
  name: "conform",
  summary: "Whether a reading proves a size inside its limits, with this instrument",
  explanation:
    "Normal measurement error with standard uncertainty u = U/2 about the reading (JCGM 106:2012). Inside at 95 % probability of conformity and more, outside at 5 % and less, else too close to call (decision rule after ISO 14253-1). All numbers in one unit of your own.",
  input: z.strictObject({
    value: anyNumber,
    lower: anyNumber.optional(),
    upper: anyNumber.optional(),
    uncertainty: uncertainty.default(0),
  }),
  result: z.object({ verdict: z.enum(["in", "out", "unsure"]), probability: z.number() }),
  reckon: ({ value, lower, upper, uncertainty }) => {
    if (lower === undefined && upper === undefined) refuse({ code: "limits-missing" });
    if (lower !== undefined && upper !== undefined && lower > upper)
      refuse({ code: "limits-crossed", lower, upper }, "lower");
    return judgeConformity(value, { lower, upper }, uncertainty);
  },
  working: ({ value, lower, upper, uncertainty }) => ({
    probability: [
      ...(upper === undefined
        ? []
        : [`Φ((${figure(upper)} − ${figure(value)}) / ${figure(uncertainty / 2)})`]),
      ...(lower === undefined
        ? []
        : [`Φ((${figure(lower)} − ${figure(value)}) / ${figure(uncertainty / 2)})`]),
    ].join(" − "),
    verdict: "in at 95 % and more, out at 5 % and less",
  }),
  drawing: ({ value, lower, upper, uncertainty }) =>
    gaugeDrawing({ lower, upper, value, spread: uncertainty }),
  examples: [
    {
      title: "12.9 within 11 to 13, read to ± 0.2",
      input: { value: 12.9, lower: 11, upper: 13, uncertainty: 0.2 },
      expected: { verdict: "unsure", probability: 0.841 },
      source: "Φ(1) = 0.8413, tables of the normal distribution",
    },
  ],
});
