import { and, asc, eq, inArray, or, sql } from "drizzle-orm";
import { floorEventSchema } from "@/core/floor/events";
import type { KeptEvent } from "@/core/records/floor";
import { floorOf, worksAfter, type Floor, type FloorWork } from "@/core/floor/floor";
import { isStaff, type Actor } from "../actor";
import { classBeginsMs, classStopsMs } from "../calendar";
import type { Queryable } from "../database";
import { notFound } from "../notFound";
import { classDay, floorEvent, membership } from "../schema";

type Row = Pick<typeof floorEvent.$inferSelect, "id" | "sequence" | "classId" | "at" | "event">;

const readRow = ({ at, event, ...row }: Row): KeptEvent => ({
  ...row,
  at: at.getTime(),
  event: floorEventSchema.parse(event),
});

const fields = {
  id: floorEvent.id,
  sequence: floorEvent.sequence,
  classId: floorEvent.classId,
  at: floorEvent.at,
  event: floorEvent.event,
};

/**
 * What happened at a class, in the order it came. The caller has checked who is asking.
 *
 * @param after only what came after so many
 * @param learnerId only what is about them, or about nobody in particular
 */
export async function listFloorEvents(
  database: Queryable,
  { schoolId }: Actor,
  classId: string,
  { after = 0, learnerId }: { after?: number; learnerId?: string | undefined } = {},
): Promise<KeptEvent[]> {
  const rows = await database
    .select(fields)
    .from(floorEvent)
    .where(
      and(
        eq(floorEvent.schoolId, schoolId),
        eq(floorEvent.classId, classId),
        sql`${floorEvent.sequence} > ${after}`,
        learnerId === undefined
          ? undefined
          : or(eq(floorEvent.learnerId, learnerId), sql`${floorEvent.learnerId} is null`),
      ),
    )
    .orderBy(asc(floorEvent.sequence));
  return rows.map(readRow);
}

/** Pieces begun on an evening are gone on with for so long, days. */
const KEPT_DAYS = 180;

/** Pieces of some learners that earlier evenings left unfinished. The caller has checked who is asking. */
export async function listUnfinished(
  database: Queryable,
  { schoolId, timeZone }: Actor,
  { day, begins, learnerIds }: { day: string; begins: string; learnerIds: readonly string[] },
): Promise<FloorWork[]> {
  if (learnerIds.length === 0) return [];
  // By the day first: on one day the hour decides.
  // Pieces that were worked on and, up to then, neither handed over nor spoiled since.
  const begun = await database.execute<{ class_id: string; work_id: string }>(sql`
    select distinct class_id, work_id from (
      select e.class_id, e.at, e.event ->> 'workId' as work_id, e.event ->> 'kind' as kind,
        max(e.at) filter (where e.event ->> 'kind' in ('bench', 'spoil'))
          over (partition by e.learner_id, e.event ->> 'workId') as ended
      from floor_event e join class_day d on d.id = e.class_id
      where e.school_id = ${schoolId} and e.learner_id in ${learnerIds}
        and (d.day, d.begins) < (${day}::date, ${begins}) and d.day > ${day}::date - ${KEPT_DAYS}::int
        and e.event ? 'workId') of
    where kind in ('begin', 'heat', 'stage') and (ended is null or at > ended)`);
  const classIds = begun.rows.map((row) => row.class_id);
  if (classIds.length === 0) return [];
  const workIds = new Set(begun.rows.map((row) => row.work_id));
  const [evenings, rows] = await Promise.all([
    database
      .select()
      .from(classDay)
      .where(inArray(classDay.id, classIds))
      .orderBy(asc(classDay.day), asc(classDay.begins)),
    database
      .select(fields)
      .from(floorEvent)
      .where(
        and(
          eq(floorEvent.schoolId, schoolId),
          inArray(floorEvent.classId, classIds),
          or(inArray(floorEvent.learnerId, [...learnerIds]), sql`${floorEvent.learnerId} is null`),
        ),
      ),
  ]);
  const works = worksAfter(
    rows.map(readRow),
    evenings.map((one) => ({ classId: one.id, endsAt: classStopsMs(one, timeZone) })),
  );
  // An evening that left one piece may hold another that was handed over since.
  return works.filter(({ id, state }) => state === "open" && workIds.has(id));
}

/** A class, what happened at it and what its learners brought to it. */
export interface ClassFloor {
  beganAt: number;
  /** Up to when minutes run. */
  stopsAt: number;
  before: FloorWork[];
  events: KeptEvent[];
  floor: Floor;
}

/** The floor of a class of the actor's school, as it is on record. */
export async function floorOfClass(
  database: Queryable,
  actor: Actor,
  classId: string,
  learnerIds?: readonly string[],
): Promise<ClassFloor> {
  const [of] = await database
    .select()
    .from(classDay)
    .where(and(eq(classDay.id, classId), eq(classDay.schoolId, actor.schoolId)));
  if (!of) notFound("class");
  const events = await listFloorEvents(database, actor, classId);
  const there = events.flatMap(({ event }) => ("learnerId" in event ? [event.learnerId] : []));
  const before = await listUnfinished(database, actor, {
    ...of,
    learnerIds: [...new Set(learnerIds ?? there)],
  });
  const stopsAt = classStopsMs(of, actor.timeZone);
  return {
    beganAt: classBeginsMs(of, actor.timeZone),
    stopsAt,
    before,
    events,
    floor: floorOf(events, stopsAt, before),
  };
}

/** Refuses who may not hear what happens at a class: staff of its school may, and learners of its cohort. */
export async function mayHearFloor(
  database: Queryable,
  actor: Actor,
  classId: string,
): Promise<void> {
  const [of] = await database
    .select({ cohortId: classDay.cohortId })
    .from(classDay)
    .where(and(eq(classDay.id, classId), eq(classDay.schoolId, actor.schoolId)));
  if (!of) notFound("class");
  if (isStaff(actor)) return;
  const [own] = await database
    .select({ id: membership.id })
    .from(membership)
    .where(and(eq(membership.personId, actor.personId), eq(membership.cohortId, of.cohortId)));
  if (!own) notFound("class");
}
