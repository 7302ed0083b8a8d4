import * as z from "zod";
import { SEVERITIES, type Severity } from "../trade/defects";

/** The visible, editable rule that turns deviations and faults into marks. */
export const marksRuleSchema = z.strictObject({
  /** Marks at the limit, and what a piece needs to pass. */
  passMark: z.number().min(0).max(100),
  /** Marks taken off for each defect, by severity. */
  defects: z.strictObject(
    Object.fromEntries(
      SEVERITIES.map((severity) => [severity, z.number().min(0).max(100)]),
    ) as Record<Severity, z.ZodNumber>,
  ),
  /** Marks taken off for a defect that was put right. */
  corrected: z.number().min(0).max(100),
  perHeatOver: z.number().min(0).max(100),
  perFiveMinutesOver: z.number().min(0).max(100),
});
export type MarksRule = z.output<typeof marksRuleSchema>;
