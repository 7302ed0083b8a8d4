import { and, asc, desc, eq, inArray, isNull } from "drizzle-orm";
import { fillEvening, type Offered } from "@/core/evening/fill";
import { paceOf } from "@/core/evening/pace";
import { barsToCut, isWelded, pieceWork, type BarToCut } from "@/core/evening/pieceWork";
import type { RackBar } from "@/core/evening/sawList";
import {
  LATE_MINUTES,
  SLOT_MINUTES,
  type EveningLearner,
  type EveningPiece,
  type SawnForEvening,
} from "@/core/evening/planning";
import type { EveningClass, EveningDemonstration, ShopFire } from "@/core/records/floor";
import { learnerOn, type FloorWork } from "@/core/floor/floor";
import { sectionSchema } from "@/core/section/schema";
import type { Step } from "@/core/trade/steps";
import type { Stage } from "@/core/workpiece/stages";
import { isStaff, type Actor } from "../actor";
import { heldClasses } from "./classes";
import { classBeginsMs, classEndsMs, classStopsMs } from "../calendar";
import type { Queryable } from "../database";
import { notFound } from "../notFound";
import { pieceOf, cachedReckoning, reckonedOf } from "../records";
import {
  classDay,
  cohort,
  demonstration,
  eveningWord,
  exercise,
  exerciseRevision,
  fire,
  person,
  piece,
  rackBar,
  sawnBar,
} from "../schema";
import { floorOfClass, type ClassFloor } from "./floorEvents";
import { findChoice, findLearnersWork } from "./learner";
import { listRoster } from "./people";

/** The fires that stand and then the other places, in the order of their names. Staff only. */
export async function listPlaces(database: Queryable, actor: Actor): Promise<ShopFire[]> {
  if (!isStaff(actor)) return [];
  const { id, name, places, heats, welds, evenHeatMm, openingMm, fuel } = fire;
  const rows = await database
    .select({ id, name, places, heats, welds, evenHeatMm, openingMm, fuel })
    .from(fire)
    .where(and(eq(fire.schoolId, actor.schoolId), isNull(fire.takenDownAt)));
  return rows.sort(
    (a, b) =>
      Number(b.heats) - Number(a.heats) || a.name.localeCompare(b.name, "en", { numeric: true }),
  );
}

/** The fires that stand, in the order of their names. Staff only. */
export const listFires = async (database: Queryable, actor: Actor): Promise<ShopFire[]> =>
  (await listPlaces(database, actor)).filter(({ heats }) => heats);

export type KeptBar = RackBar & { stock: string; isOffcut: boolean; place: string };

/** The bars on the rack, with those that ran out. Staff only. */
export async function listRack(database: Queryable, actor: Actor): Promise<KeptBar[]> {
  if (!isStaff(actor)) return [];
  const rows = await database
    .select()
    .from(rackBar)
    .where(eq(rackBar.schoolId, actor.schoolId))
    .orderBy(asc(rackBar.stock), desc(rackBar.lengthMm), asc(rackBar.id));
  return rows.map(({ schoolId: _, section, ...row }) => ({
    ...row,
    section: sectionSchema.parse(section),
  }));
}

/** A class of the school that wasn't called off. Staff only. */
export async function findEveningClass(
  database: Queryable,
  actor: Actor,
  classId: string,
): Promise<EveningClass> {
  const [row] = await database
    .select({ of: classDay, cohort: cohort.name })
    .from(classDay)
    .innerJoin(cohort, eq(cohort.id, classDay.cohortId))
    .where(and(eq(classDay.id, classId), heldClasses(actor)));
  if (!row || !isStaff(actor)) notFound("class");
  const { instructors, plannedBy: _, schoolId: __, calledOffAt: ___, closedAt, ...of } = row.of;
  return {
    ...of,
    cohort: row.cohort,
    instructorIds: instructors,
    closedAt: closedAt?.toISOString() ?? null,
    beganAt: classBeginsMs(of, actor.timeZone),
    endsAt: classEndsMs(of, actor.timeZone),
    stopsAt: classStopsMs({ ...of, closedAt }, actor.timeZone),
  };
}

/** What is to be shown at a class. The caller has checked who is asking. */
export function listDemonstrations(
  database: Queryable,
  classId: string,
): Promise<EveningDemonstration[]> {
  return database
    .select({
      id: demonstration.id,
      name: demonstration.name,
      shownBy: demonstration.shownBy,
      shownByName: person.name,
      minutes: demonstration.minutes,
      learnerIds: demonstration.learnerIds,
      fireId: demonstration.fireId,
      beforeRevisionId: demonstration.beforeRevisionId,
    })
    .from(demonstration)
    .innerJoin(person, eq(person.id, demonstration.shownBy))
    .where(and(eq(demonstration.classId, classId), isNull(demonstration.takenBackAt)))
    .orderBy(asc(demonstration.id));
}

/** A published exercise as an evening needs it. */
export interface EveningExercise {
  revisionId: string;
  exerciseId: string;
  name: string;
  step: Step;
  heatBudget: number;
  minuteBudget: number;
  stages: Stage[];
  bars: BarToCut[];
  readings: number;
}

/** Exercises by their revisions. The caller has checked who is asking. */
export async function findEveningExercises(
  database: Queryable,
  { schoolId }: Actor,
  revisionIds: readonly string[],
): Promise<Map<string, EveningExercise>> {
  const wanted = [...new Set(revisionIds)];
  if (wanted.length === 0) return new Map();
  const isOurs = (ids: readonly string[]) =>
    and(eq(exerciseRevision.schoolId, schoolId), inArray(exerciseRevision.id, [...ids]));
  const { id, exerciseId, heatBudget, minuteBudget } = exerciseRevision;
  const unknown = wanted.filter((revisionId) => !cachedReckoning(revisionId));
  const [rows, whole] = await Promise.all([
    database
      .select({
        ...{ revisionId: id, exerciseId, heatBudget, minuteBudget },
        ...{ name: exercise.name, step: exercise.step },
      })
      .from(exerciseRevision)
      .innerJoin(exercise, eq(exercise.id, exerciseId))
      .where(isOurs(wanted)),
    unknown.length === 0 ? [] : database.select().from(exerciseRevision).where(isOurs(unknown)),
  ]);
  const wholeOf = new Map(whole.map((row) => [row.id, row]));
  return new Map(
    rows.map(({ step, ...row }) => {
      const { revisionId, name } = row;
      const revision = wholeOf.get(revisionId);
      const reckoned = cachedReckoning(revisionId) ?? reckonedOf(name, revision!);
      const { work, plan, characteristics } = reckoned;
      const found: EveningExercise = {
        ...{ ...row, step: step as Step },
        stages: work.stages,
        bars: barsToCut(pieceOf(revisionId, revision?.piece), plan),
        readings: characteristics.length,
      };
      return [revisionId, found];
    }),
  );
}

/** Everything an evening is planned from. */
export interface EveningData {
  of: EveningClass;
  fires: ShopFire[];
  instructors: { id: string; name: string }[];
  demonstrations: EveningDemonstration[];
  learners: EveningLearner[];
  rack: KeptBar[];
  /** Bars that were sawn for it. */
  sawn: SawnForEvening[];
  floor: ClassFloor;
  /** Minutes of it that have gone. */
  elapsed: number;
}

/** So many of the latest pieces tell how long somebody takes. */
const PACE_PIECES = 10;
/** So many of the ranking are weighed for an evening. */
const OFFERED = 8;
/**
 * What everybody makes on an evening and what there is to make it with; in the middle of it, what
 * they still can. Staff only.
 *
 * @param now ms since 1970
 */
export async function findEvening(
  database: Queryable,
  actor: Actor,
  classId: string,
  now = 0,
): Promise<EveningData> {
  const of = await findEveningClass(database, actor, classId);
  const everybody = await listRoster(database, actor);
  const roster = everybody.filter(
    ({ role, cohortId }) => role === "learner" && cohortId === of.cohortId,
  );
  const learnerIds = roster.map(({ id }) => id);
  const [fires, demonstrations, rack, sawn, floor, words, paces] = await Promise.all([
    listFires(database, actor),
    listDemonstrations(database, classId),
    listRack(database, actor),
    listSawn(database, classId),
    floorOfClass(database, actor, classId, learnerIds),
    database.select().from(eveningWord).where(eq(eveningWord.classId, classId)),
    listPaces(database, actor, learnerIds),
  ]);
  const choice = await findChoice(database, actor);
  const learnersWork = await findLearnersWork(database, actor, learnerIds, {
    now: of.beganAt,
    minutesLeft: of.minutes - of.cleanUp,
    choice,
  });
  const revisionOf = new Map(choice.candidates.map((one) => [one.exerciseId, one.revisionId]));
  const rankedOf = (id: string): string[] =>
    learnersWork
      .get(id)!
      .next.ranked.slice(0, OFFERED)
      .flatMap(({ exerciseId }) => revisionOf.get(exerciseId) ?? []);
  const works = [...floor.floor.works.values()];
  const begun = works.filter(({ state }) => state === "open");
  const isDone = (learnerId: string, revisionId: string) =>
    works.some(
      (work) =>
        work.classId === classId &&
        work.state === "bench" &&
        work.learnerId === learnerId &&
        work.revisionId === revisionId,
    );
  // Once it is over it is shown as it was planned.
  const isOn = now > of.beganAt && now < of.endsAt;
  const firesOut = isOn ? [...new Set([...of.firesOut, ...floor.floor.firesOut])] : of.firesOut;
  const elapsed = isOn ? Math.floor((now - of.beganAt) / 60_000) : 0;
  const exercises = await findEveningExercises(database, actor, [
    ...learnerIds.flatMap(rankedOf),
    ...words.map(({ revisionId }) => revisionId),
    ...begun.map(({ revisionId }) => revisionId),
  ]);
  const learners = roster.map(({ id, name, tagCode }): EveningLearner => {
    const said = words.filter(({ learnerId }) => learnerId === id);
    const dropped = new Set(said.flatMap((one) => (one.says === "drop" ? [one.revisionId] : [])));
    const own = begun.filter(({ learnerId }) => learnerId === id);
    const pace = paces.get(id) ?? 1;
    const { attendance, workId, fireId } = learnerOn(floor.floor, id);
    const offer = (revisionId: string, from: Offered["from"], work?: FloorWork) => {
      const found = exercises.get(revisionId);
      const word = said.find((one) => one.revisionId === revisionId);
      return found ? [offeredPiece(found, { learnerId: id, pace, from, work, word })] : [];
    };
    const seen = new Set<string>();
    const offered = [
      ...own.flatMap((work) => offer(work.revisionId, "begun", work)),
      ...said.flatMap((one) => (one.says === "make" ? offer(one.revisionId, "said") : [])),
      ...rankedOf(id).flatMap((revisionId) => offer(revisionId, "ranked")),
    ].filter((one) => {
      if (dropped.has(one.revisionId) || seen.has(one.revisionId)) return false;
      if (one.from !== "begun" && isDone(id, one.revisionId)) return false;
      return seen.add(one.revisionId);
    });
    const missing = Math.max(elapsed, attendance === "late" ? LATE_MINUTES : 0);
    const watching = demonstrations
      .filter((one) => one.learnerIds.includes(id) && !floor.floor.shown.has(one.id))
      .reduce((sum, one) => sum + Math.ceil(one.minutes / SLOT_MINUTES) * SLOT_MINUTES, 0);
    const minutes = of.minutes - of.cleanUp - missing - watching;
    return {
      ...{ id, name, tagCode, attendance, pace },
      inHand: isOn && workId && fireId ? { workId, fireId } : null,
      pieces: attendance === "away" ? [] : fillEvening(offered, minutes, SLOT_MINUTES),
      dropped: [...dropped].flatMap((revisionId) => {
        const found = exercises.get(revisionId);
        return found ? [{ revisionId, name: found.name }] : [];
      }),
    };
  });
  const staff = everybody.filter(({ role }) => role !== "learner");
  return {
    ...{ of: { ...of, firesOut }, fires, learners, rack, sawn, floor, elapsed },
    demonstrations: demonstrations.filter(({ id }) => !floor.floor.shown.has(id)),
    instructors: staff.map(({ id, name }) => ({ id, name })),
  };
}

function offeredPiece(
  { revisionId, exerciseId, name, step, stages, bars }: EveningExercise,
  {
    learnerId,
    pace,
    from,
    work,
    word,
  }: {
    learnerId: string;
    pace: number;
    from: Offered["from"];
    work: FloorWork | undefined;
    word: typeof eveningWord.$inferSelect | undefined;
  },
): EveningPiece {
  const { fireId: fire = null, fromMinute = null, isGuided = false } = word ?? {};
  return {
    ...pieceWork(stages, { step, done: work?.stages ?? 0, pace }),
    ...{ id: `${learnerId}:${revisionId}`, learnerId, revisionId, exerciseId, name, from },
    isGuided,
    kept:
      fire === null && fromMinute === null
        ? null
        : { fire: fire ?? undefined, from: fromMinute ?? undefined },
    work: work ? { id: work.id, stages: work.stages } : null,
    stages: stages.length,
    // What is in the fire already needs no bar.
    bars: work ? [] : bars,
  };
}

/** Bars that were sawn for a class. The caller has checked who is asking. */
export async function listSawn(database: Queryable, classId: string): Promise<SawnForEvening[]> {
  const rows = await database
    .select()
    .from(sawnBar)
    .where(eq(sawnBar.classId, classId))
    .orderBy(asc(sawnBar.sawnAt), asc(sawnBar.id));
  return rows.map(({ id, stock, lengthMm, cuts, offcutMm, kg, pricePerKg }) => ({
    ...{ id, stock, lengthMm, offcutMm, kg },
    cuts: cuts as SawnForEvening["cuts"],
    cost: pricePerKg === null ? null : kg * pricePerKg,
  }));
}

/** How long each of some learners takes, by their latest pieces. */
async function listPaces(
  database: Queryable,
  { schoolId }: Actor,
  learnerIds: readonly string[],
): Promise<Map<string, number>> {
  if (learnerIds.length === 0) return new Map();
  const rows = await database
    .select({
      learnerId: piece.learnerId,
      minutes: piece.minutes,
      budget: exerciseRevision.minuteBudget,
    })
    .from(piece)
    .innerJoin(exerciseRevision, eq(exerciseRevision.id, piece.revisionId))
    .where(and(eq(piece.schoolId, schoolId), inArray(piece.learnerId, [...learnerIds])))
    .orderBy(desc(piece.startedAt));
  return new Map(
    learnerIds.map((id) => [
      id,
      paceOf(rows.filter(({ learnerId }) => learnerId === id).slice(0, PACE_PIECES)),
    ]),
  );
}

/** For each stage whether it needs a welding heat. */
export const weldsOf = ({ stages }: Pick<EveningExercise, "stages">): boolean[] =>
  stages.map(isWelded);
