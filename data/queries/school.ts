import { and, eq, isNotNull } from "drizzle-orm";
import type { Step } from "@/core/trade/steps";
import type { Actor } from "../actor";
import type { Queryable } from "../database";
import { readRules } from "../rules";
import { rackBar, school } from "../schema";

/** The name of the school at this address; null where several share it. */
export async function schoolOfServer(database: Queryable): Promise<string | null> {
  const rows = await database.select({ name: school.name }).from(school).limit(2);
  return rows.length === 1 ? rows[0]!.name : null;
}

/** The grade each step is judged at in the actor's school. */
export async function findGrades(
  database: Queryable,
  { schoolId }: Actor,
): Promise<Record<Step, number>> {
  const [row] = await database
    .select({ rules: school.rules })
    .from(school)
    .where(eq(school.id, schoolId));
  return readRules(row?.rules).grades;
}

export interface Housekeeping {
  currency: string;
  /** What the fuel of one fire costs for a class; null where nobody said. */
  fuelPrice: number | null;
  eventDays: number;
  /** How long somebody who left keeps their name; null for good. */
  leaverDays: number | null;
  /** Bars of the rack that have a price. */
  prices: number;
}

/** The school's money, and how long it keeps what was done. */
export async function findHousekeeping(
  database: Queryable,
  { schoolId }: Actor,
): Promise<Housekeeping> {
  const [row] = await database
    .select({
      ...{ currency: school.currency, fuelPrice: school.fuelPrice },
      ...{ eventDays: school.eventDays, leaverDays: school.leaverDays },
      prices: database.$count(
        rackBar,
        and(eq(rackBar.schoolId, schoolId), isNotNull(rackBar.pricePerKg)),
      ),
    })
    .from(school)
    .where(eq(school.id, schoolId));
  return row!;
}
