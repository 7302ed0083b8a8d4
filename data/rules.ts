import { z } from "zod";
import { STEP_GRADES } from "@/core/trade/steps";
import { DEFAULT_MARKS_RULE } from "@/core/verdict/marks";
import { marksRuleSchema } from "@/core/verdict/marksRule";
import type { Rules } from "@/core/verdict/verdict";

const grade = z.number().int().min(12).max(18);
const rulesSchema = z.strictObject({
  grades: z.strictObject({ 1: grade, 2: grade, 3: grade, 4: grade, 5: grade }).default(STEP_GRADES),
  marks: marksRuleSchema.default(DEFAULT_MARKS_RULE),
});

/**
 * The rules a school's column holds, with the core's defaults where it says nothing, and
 * an exercise's own marks rule where it has one.
 */
export function readRules(column: unknown, ofExercise: unknown = null): Rules {
  const rules = rulesSchema.parse(column ?? {});
  return ofExercise === null ? rules : { ...rules, marks: marksRuleSchema.parse(ofExercise) };
}
