import { and, desc, eq, inArray, lte, sql } from "drizzle-orm";
import { smallStage } from "@/core/drawing/stageDrawings";
import type {
  BenchState,
  FloorClass,
  FloorData,
  FloorExercise,
  OwnFloor,
} from "@/core/records/floor";
import type { Drawing } from "@/core/drawing/drawing";
import { floorOf } from "@/core/floor/floor";
import { stageBudget } from "@/core/workpiece/budget";
import type { Stage } from "@/core/workpiece/stages";
import { isStaff, type Actor } from "../actor";
import { heldClasses } from "./classes";
import { classBeginsMs, classEndsMs, classStopsMs, dayOf } from "../calendar";
import type { Queryable } from "../database";
import { classDay, cohort, floorEvent, membership, piece, reading, verdict } from "../schema";
import {
  findEveningClass,
  findEveningExercises,
  listDemonstrations,
  listPlaces,
  weldsOf,
  type EveningExercise,
} from "./evening";
import { floorOfClass, listFloorEvents, listUnfinished } from "./floorEvents";
import { listRoster } from "./people";

/** Everything the floor of a class shows, as it is on record. Staff only. */
export async function findFloor(
  database: Queryable,
  actor: Actor,
  classId: string,
  planned: readonly string[] = [],
): Promise<FloorData> {
  const [of, everybody, fires, demonstrations, events] = await Promise.all([
    findEveningClass(database, actor, classId),
    listRoster(database, actor),
    listPlaces(database, actor),
    listDemonstrations(database, classId),
    listFloorEvents(database, actor, classId),
  ]);
  const roster = everybody.filter(
    ({ role, cohortId }) => role === "learner" && cohortId === of.cohortId,
  );
  const before = await listUnfinished(database, actor, {
    ...of,
    learnerIds: roster.map(({ id }) => id),
  });
  const works = [...floorOf(events, of.stopsAt, before).works.values()];
  const [exercises, bench] = await Promise.all([
    findEveningExercises(database, actor, [
      ...works.map(({ revisionId }) => revisionId),
      ...planned,
    ]),
    listBench(
      database,
      actor,
      works.flatMap(({ pieceId }) => pieceId ?? []),
    ),
  ]);
  return {
    ...{ of, fires, demonstrations, before, events },
    learners: roster.map(({ id, name, tagCode }) => ({ id, name, tagCode })),
    exercises: [...exercises.values()].map(floorExercise),
    bench,
  };
}

/** Pictures of stages: a revision's never change, and take longer than all else. */
const drawn = new WeakMap<Stage, Drawing>();

function pictureOf(stage: Stage): Drawing {
  const known = drawn.get(stage) ?? smallStage(stage);
  drawn.set(stage, known);
  return known;
}

export const floorExercise = (of: EveningExercise): FloorExercise => {
  const welds = weldsOf(of);
  const { revisionId, name, heatBudget, minuteBudget, readings, stages, step } = of;
  return {
    ...{ revisionId, name, readings, heats: heatBudget, minutes: minuteBudget },
    stages: stages.map((stage, index) => ({
      title: stage.title,
      welds: welds[index]!,
      minutes: stageBudget(stage, step).minutes,
      drawing: pictureOf(stage),
    })),
  };
};

/** What stands on record of some pieces. */
async function listBench(
  database: Queryable,
  { schoolId }: Actor,
  pieceIds: readonly string[],
): Promise<BenchState[]> {
  if (pieceIds.length === 0) return [];
  const rows = await database
    .select({
      pieceId: piece.id,
      tag: piece.tag,
      // In a query of one table its columns go by their names alone: within these they would be the others'.
      read: sql<number>`(select count(distinct r.characteristic_id)::int from ${reading} r
        where r.school_id = ${schoolId} and r.piece_id = "piece"."id" and not r.self_check)`,
      outcome: sql<BenchState["outcome"]>`(select v.outcome from ${verdict} v
        where v.school_id = ${schoolId} and v.piece_id = "piece"."id" order by v.sequence desc limit 1)`,
    })
    .from(piece)
    .where(and(eq(piece.schoolId, schoolId), inArray(piece.id, [...pieceIds])));
  return rows;
}

/** Classes are shown on the floor from so long before they begin, ms. */
const EARLY_MS = 2 * 3_600_000;

/**
 * The class that is on the floor at a moment: the one that runs or is about to; where none is, the
 * last that something happened at and nobody closed. Staff only.
 */
export const findRunningClass = async (
  database: Queryable,
  actor: Actor,
  now: number,
): Promise<FloorClass | null> => (isStaff(actor) ? classAt(database, actor, { now }) : null);

async function classAt(
  database: Queryable,
  actor: Actor,
  { now, personId }: { now: number; personId?: string },
): Promise<FloorClass | null> {
  const own = database
    .select({ cohortId: membership.cohortId })
    .from(membership)
    .where(eq(membership.personId, personId ?? actor.personId));
  const rows = await database
    .select({
      id: classDay.id,
      cohort: cohort.name,
      day: classDay.day,
      begins: classDay.begins,
      minutes: classDay.minutes,
      closedAt: classDay.closedAt,
      isOpen: sql<boolean>`${classDay.closedAt} is null and exists (
        select 1 from ${floorEvent} where ${floorEvent.schoolId} = ${actor.schoolId} and ${floorEvent.classId} = ${classDay.id})`,
    })
    .from(classDay)
    .innerJoin(cohort, eq(cohort.id, classDay.cohortId))
    .where(
      and(
        heldClasses(actor),
        lte(classDay.day, dayOf(now + EARLY_MS, actor.timeZone)),
        personId === undefined ? undefined : inArray(classDay.cohortId, own),
      ),
    )
    .orderBy(desc(classDay.day), desc(classDay.begins))
    .limit(12);
  const classes = rows.map((row) => ({
    ...row,
    beganAt: classBeginsMs(row, actor.timeZone),
    endsAt: classEndsMs(row, actor.timeZone),
    stopsAt: classStopsMs(row, actor.timeZone),
  }));
  const begun = classes.filter(({ beganAt }) => beganAt - EARLY_MS <= now);
  const running = begun.find(({ endsAt }) => now < endsAt);
  return running ?? begun.find(({ isOpen }) => isOpen) ?? begun[0] ?? null;
}

/** The floor of the class a learner is at or about to be at; null while none is on. */
export async function findOwnFloor(
  database: Queryable,
  actor: Actor,
  now: number,
): Promise<OwnFloor | null> {
  const of = await classAt(database, actor, { now, personId: actor.personId });
  if (!of || of.endsAt < now) return null;
  const learnerIds = [actor.personId];
  const [{ before }, events] = await Promise.all([
    floorOfClass(database, actor, of.id, learnerIds),
    listFloorEvents(database, actor, of.id, { learnerId: actor.personId }),
  ]);
  const begun = events.flatMap(({ event }) => (event.kind === "begin" ? [event.revisionId] : []));
  const exercises = await findEveningExercises(database, actor, [
    ...begun,
    ...before.map(({ revisionId }) => revisionId),
  ]);
  return { of, before, events, exercises: [...exercises.values()].map(floorExercise) };
}
