import { eq } from "drizzle-orm";
import { z } from "zod";
import { STEP_GRADES } from "@/core/trade/steps";
import { DEFAULT_MARKS_RULE, marksRuleSchema } from "@/core/verdict/marks";
import type { Rules } from "@/core/verdict/verdict";
import type { Queryable } from "./database";
import { school } from "./schema";

const grade = z.number().int().min(12).max(18);
const rulesSchema = z.strictObject({
  grades: z.strictObject({ 1: grade, 2: grade, 3: grade, 4: grade, 5: grade }).default(STEP_GRADES),
  marks: marksRuleSchema.default(DEFAULT_MARKS_RULE),
});

/** The rules a school's column holds, with the core's defaults where it says nothing. */
export const readRules = (column: unknown): Rules => rulesSchema.parse(column ?? {});

/** A school's rules for judging. */
export async function schoolRules(database: Queryable, schoolId: string): Promise<Rules> {
  const [row] = await database
    .select({ rules: school.rules })
    .from(school)
    .where(eq(school.id, schoolId));
  return readRules(row?.rules);
}
