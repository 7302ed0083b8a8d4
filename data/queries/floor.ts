import { and, desc, eq, inArray, isNull, sql } from "drizzle-orm";
import type { Drawing } from "@/core/drawing/drawing";
import { smallStage } from "@/core/drawing/stageDrawings";
import type { FloorWork } from "@/core/floor/floor";
import { stageBudget } from "@/core/workpiece/budget";
import { isStaff, type Actor } from "../actor";
import { classBeginsMs, classEndsMs } from "../calendar";
import type { Queryable } from "../database";
import { classDay, cohort, piece, reading, verdict } from "../schema";
import {
  findEveningClass,
  findEveningExercises,
  listDemonstrations,
  listFires,
  weldsOf,
  type EveningClass,
  type EveningDemonstration,
  type EveningExercise,
  type ShopFire,
} from "./evening";
import { floorOfClass, type KeptEvent } from "./floorEvents";
import { listRoster } from "./people";

/** A stage as the floor shows it. */
export interface FloorStage {
  title: string;
  welds: boolean;
  /** For somebody at the exercise's step. */
  minutes: number;
  drawing: Drawing;
}

/** An exercise that is made, or could be, on the floor. */
export interface FloorExercise {
  revisionId: string;
  name: string;
  heats: number;
  minutes: number;
  readings: number;
  stages: FloorStage[];
}

/** A piece at the bench: what is read of it, and whether it was signed. */
export interface BenchState {
  pieceId: string;
  tag: string;
  read: number;
  outcome: "keep" | "another-heat" | "start-again" | null;
}

export interface FloorData {
  of: EveningClass;
  fires: ShopFire[];
  learners: { id: string; name: string; tagCode: string | null }[];
  demonstrations: EveningDemonstration[];
  exercises: FloorExercise[];
  before: FloorWork[];
  events: KeptEvent[];
  bench: BenchState[];
}

/** Everything the floor of a class shows, as it is on record. Staff only. */
export async function findFloor(
  database: Queryable,
  actor: Actor,
  classId: string,
  planned: readonly string[] = [],
): Promise<FloorData> {
  const of = await findEveningClass(database, actor, classId);
  const roster = (await listRoster(database, actor)).filter(
    ({ role, cohortId }) => role === "learner" && cohortId === of.cohortId,
  );
  const [fires, demonstrations, { before, events, floor }] = await Promise.all([
    listFires(database, actor),
    listDemonstrations(database, classId),
    floorOfClass(
      database,
      actor,
      classId,
      roster.map(({ id }) => id),
    ),
  ]);
  const works = [...floor.works.values()];
  const exercises = await findEveningExercises(database, actor, [
    ...works.map(({ revisionId }) => revisionId),
    ...planned,
  ]);
  return {
    ...{ of, fires, demonstrations, before, events },
    learners: roster.map(({ id, name, tagCode }) => ({ id, name, tagCode })),
    exercises: [...exercises.values()].map(floorExercise),
    bench: await listBench(
      database,
      actor,
      works.flatMap(({ pieceId }) => pieceId ?? []),
    ),
  };
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
      drawing: smallStage(stage),
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
      read: sql<number>`(select count(distinct ${reading.characteristicId})::int from ${reading}
        where ${reading.pieceId} = ${piece.id} and not ${reading.selfCheck})`,
      outcome: sql<BenchState["outcome"]>`(select ${verdict.outcome} from ${verdict}
        where ${verdict.pieceId} = ${piece.id} order by ${verdict.sequence} desc limit 1)`,
    })
    .from(piece)
    .where(and(eq(piece.schoolId, schoolId), inArray(piece.id, [...pieceIds])));
  return rows;
}

/** A class that could be looked at on the floor. */
export interface FloorClass {
  id: string;
  cohort: string;
  day: string;
  begins: string;
  minutes: number;
  beganAt: number;
  endsAt: number;
}

/** Classes are shown on the floor from so long before they begin, ms. */
const EARLY_MS = 2 * 3_600_000;

/**
 * The class that is on the floor at a moment: the one that runs or is about to; the one that was
 * last, where none is.
 */
export async function findRunningClass(
  database: Queryable,
  actor: Actor,
  now: number,
): Promise<FloorClass | null> {
  if (!isStaff(actor)) return null;
  const day = new Date(now + EARLY_MS + 14 * 3_600_000).toISOString().slice(0, 10);
  const rows = await database
    .select({
      id: classDay.id,
      cohort: cohort.name,
      day: classDay.day,
      begins: classDay.begins,
      minutes: classDay.minutes,
    })
    .from(classDay)
    .innerJoin(cohort, eq(cohort.id, classDay.cohortId))
    .where(
      and(
        eq(classDay.schoolId, actor.schoolId),
        isNull(classDay.calledOffAt),
        sql`${classDay.day} <= ${day}`,
      ),
    )
    .orderBy(desc(classDay.day), desc(classDay.begins))
    .limit(12);
  const classes = rows.map((row) => ({
    ...row,
    beganAt: classBeginsMs(row, actor.timeZone),
    endsAt: classEndsMs(row, actor.timeZone),
  }));
  return classes.find(({ beganAt }) => beganAt - EARLY_MS <= now) ?? null;
}
