import { asc, desc, eq } from "drizzle-orm";
import type { BenchInstrument } from "@/core/records/bench";
import { isStaff, type Actor } from "../actor";
import type { Queryable } from "../database";
import { instrument, instrumentCheck, person } from "../schema";

const COLUMNS = {
  id: instrument.id,
  name: instrument.name,
  kind: instrument.kind,
  resolution: instrument.resolution,
  uncertainty: instrument.uncertainty,
  checkedOn: instrument.checkedOn,
  checkEveryDays: instrument.checkEveryDays,
};

/** The school's instruments, the finest of a kind first. */
export async function listInstruments(
  database: Queryable,
  actor: Actor,
): Promise<BenchInstrument[]> {
  return database
    .select(COLUMNS)
    .from(instrument)
    .where(eq(instrument.schoolId, actor.schoolId))
    .orderBy(asc(instrument.kind), asc(instrument.uncertainty), asc(instrument.name));
}

export interface RecordedCheck {
  id: string;
  instrumentId: string;
  reference: number;
  values: number[];
  bias: number;
  uncertainty: number;
  checkedBy: string;
  checkedAt: string;
}

/** The latest check of each instrument; staff only. */
export async function listLatestChecks(
  database: Queryable,
  actor: Actor,
): Promise<RecordedCheck[]> {
  if (!isStaff(actor)) return [];
  const rows = await database
    .selectDistinctOn([instrumentCheck.instrumentId], {
      id: instrumentCheck.id,
      instrumentId: instrumentCheck.instrumentId,
      reference: instrumentCheck.reference,
      values: instrumentCheck.values,
      bias: instrumentCheck.bias,
      uncertainty: instrumentCheck.uncertainty,
      checkedBy: person.name,
      checkedAt: instrumentCheck.checkedAt,
    })
    .from(instrumentCheck)
    .innerJoin(person, eq(person.id, instrumentCheck.checkedBy))
    .where(eq(instrumentCheck.schoolId, actor.schoolId))
    .orderBy(asc(instrumentCheck.instrumentId), desc(instrumentCheck.checkedAt));
  return rows.map((row) => ({ ...row, checkedAt: row.checkedAt.toISOString() }));
}
