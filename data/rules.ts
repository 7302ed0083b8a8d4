import * as z from "zod";
import { standingRulesSchema } from "@/core/climb/course";
import { DEFAULT_STANDING_RULES, type StandingRules } from "@/core/climb/rules";
import { gradesSchema } from "@/core/trade/gradesRule";
import { STEP_GRADES } from "@/core/trade/steps";
import { DEFAULT_MARKS_RULE } from "@/core/verdict/marks";
import { marksRuleSchema } from "@/core/verdict/marksRule";
import type { Rules } from "@/core/verdict/verdict";

const rulesSchema = z.strictObject({
  grades: gradesSchema.default(STEP_GRADES),
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

/** The rules for standings a course holds, with the core's where none was published. */
export const readStandingRules = (published: unknown): StandingRules =>
  published === null ? DEFAULT_STANDING_RULES : standingRulesSchema.parse(published);
