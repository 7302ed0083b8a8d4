import { eq } from "drizzle-orm";
import * as z from "zod";
import { ownMaps, resolvedForecastsOf, type ResolvedForecast } from "@/core/climb/fitMaps";
import { FORECAST_MAPS, type ForecastMaps } from "@/core/climb/forecastMaps";
import type { Database, Queryable } from "./database";
import { inSchool } from "./inSchool";
import { errorHistories } from "./queries/trackRecord";
import { school } from "./schema";
import { rulesInForce } from "./standing";

const keptSchema = z.record(z.string(), z.tuple([z.number().positive(), z.number().positive()]));

/** How a school's forecasts of pieces to go are recalibrated: by its own, or as it shipped. */
export async function schoolForecastMaps(
  database: Queryable,
  schoolId: string,
): Promise<ForecastMaps> {
  const [found] = await database
    .select({ maps: school.forecastMaps })
    .from(school)
    .where(eq(school.id, schoolId));
  return found?.maps ? keptSchema.parse(found.maps) : FORECAST_MAPS;
}

/** Moves the maps that shipped by what a school's own forecasts came to, and keeps them for it. */
export async function refitForecastMaps(database: Database, schoolId: string): Promise<void> {
  const records = inSchool(database, schoolId);
  const { trueRun } = (await rulesInForce(records, schoolId)).at(-1)!.rules;
  const resolved: ResolvedForecast[] = [];
  for (const [step, need] of [
    [2, 1],
    [3, trueRun],
  ] as const)
    for (const shares of await errorHistories(records, schoolId, step)) {
      resolved.push(...resolvedForecastsOf(shares, need));
      // Each takes some milliseconds: whoever waits for an answer comes in between.
      await new Promise((resolve) => setImmediate(resolve));
    }
  await records
    .update(school)
    .set({ forecastMaps: resolved.length > 0 ? ownMaps(resolved) : null })
    .where(eq(school.id, schoolId));
}
