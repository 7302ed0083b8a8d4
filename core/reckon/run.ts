import * as z from "zod";
import { runDrawing } from "../drawing/runDrawing";
import { figure } from "./figure";
import { refuse } from "../problem/problem";
import { reckonRun } from "../run/run";
import { anyNumber, share } from "./fields";
import { defineReckoner } from "./reckoner";

const MAX_VALUES = 10_000;
const values = z
  .array(anyNumber, { error: () => "Give the values as a list of numbers, such as [12.1, 11.9]." })
  .min(1, "Give at least one value.")
  .max(MAX_VALUES, `At most ${MAX_VALUES} values.`);

/** What a run of pieces proves of one size. */
export const run = defineReckoner({
  name: "run",
  summary: "What a run of pieces proves about one size",
  explanation:
    "Sample standard deviation s (n − 1). Capability cp = (U − L)/6s and cpk, to the nearer limit (ISO 22514-2), with the lower bound of cpk by Bissell's approximation (1990). Pass rate proved: the one-sided bound of Clopper and Pearson (1934). Between the ends of the tolerance interval lies the share asked of all such pieces, at the confidence asked (two-sided, normal, mean and spread both unknown, exact; ISO 16269-6). All numbers in one unit of your own.",
  input: z.strictObject({
    values,
    lower: anyNumber,
    upper: anyNumber,
    nominal: anyNumber.optional(),
    coverage: share.default(0.9),
    confidence: share.default(0.95),
  }),
  result: z.object({
    n: z.number(),
    mean: z.number(),
    sd: z.number().nullable(),
    cp: z.number().nullable(),
    cpk: z.number().nullable(),
    cpkLower: z.number().nullable(),
    inTolerance: z.number(),
    passRateLower: z.number(),
    toleranceInterval: z.object({ lower: z.number(), upper: z.number() }).nullable(),
    /** Mean less nominal; only where a nominal was given. */
    bias: z.number().optional(),
  }),
  reckon: ({ values, lower, upper, nominal, coverage, confidence }) => {
    if (lower >= upper) refuse({ code: "limits-crossed", lower, upper }, "lower");
    const figures = reckonRun(values, { lower, upper, coverage, confidence });
    return nominal === undefined ? figures : { ...figures, bias: figures.mean - nominal };
  },
  working: ({ lower, upper, nominal, coverage, confidence }, { n, mean, sd, inTolerance }) => ({
    mean: `sum of ${n} values / ${n}`,
    ...(sd !== null && sd > 0
      ? {
          cp: `(${figure(upper)} − ${figure(lower)}) / (6 × ${figure(sd)})`,
          cpk: `min(${figure(upper)} − ${figure(mean)}, ${figure(mean)} − ${figure(lower)}) / (3 × ${figure(sd)})`,
        }
      : {}),
    passRateLower: `${inTolerance} of ${n} at ${figure(confidence * 100)} % confidence`,
    toleranceInterval: `${figure(coverage * 100)} % of all such pieces at ${figure(confidence * 100)} % confidence`,
    ...(nominal === undefined ? {} : { bias: `${figure(mean)} − ${figure(nominal)}` }),
  }),
  drawing: ({ values, lower, upper }) => runDrawing(values, { lower, upper }),
  examples: [
    {
      title: "Ten of ten inside: at least 74 % at 95 % confidence",
      input: { values: [12, 12.1, 11.9, 12.2, 11.8, 12, 12.1, 11.9, 12, 12], lower: 11, upper: 13 },
      expected: { n: 10, inTolerance: 10, passRateLower: 0.7411 },
      source: "0.05^(1/10), the closed form of the bound where all pass",
    },
    {
      title: "One of one shows almost nothing",
      input: { values: [12], lower: 11, upper: 13 },
      expected: { n: 1, passRateLower: 0.05, sd: null },
      source: "0.05^(1/1)",
    },
  ],
});
