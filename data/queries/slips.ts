import { eq } from "drizzle-orm";
import * as z from "zod";
import { NO_SLIPS, type Slips } from "@/core/inspection/slips";
import type { Queryable } from "../database";
import { school } from "../schema";

const countsSchema = z.array(
  z.strictObject({ at: z.iso.datetime(), off: z.number(), lines: z.int().nonnegative() }),
);
export type SlipCount = z.infer<typeof countsSchema>[number];

/** What a school's slips came to as they were counted, the latest last. The caller has checked who is asking. */
export async function slipCounts(database: Queryable, schoolId: string): Promise<SlipCount[]> {
  const [found] = await database
    .select({ counts: school.slipCounts })
    .from(school)
    .where(eq(school.id, schoolId));
  return countsSchema.parse(found?.counts ?? []);
}

/**
 * The slips found in a school's pieces before a piece of it was begun: whenever that is asked it comes to the same,
 * but for what was begun before anybody counted. The caller has checked who is asking.
 */
export async function slipsBefore(
  database: Queryable,
  { schoolId, startedAt }: { schoolId: string; startedAt: Date },
): Promise<Slips> {
  const counts = await slipCounts(database, schoolId);
  const before = counts.findLast(({ at }) => Date.parse(at) <= startedAt.getTime());
  return before ?? counts[0] ?? NO_SLIPS;
}
