import { and, asc, desc, eq, gte, inArray, isNotNull, isNull, lte } from "drizzle-orm";
import { classNeeds, type ClassNeeds, type ClassTime } from "@/core/climb/classes";
import type { NextReason } from "@/core/climb/choose";
import { cohortRow } from "@/core/climb/cohort";
import { goingStale } from "@/core/climb/summary";
import type { Step } from "@/core/trade/steps";
import type { Outcome } from "@/core/verdict/outcomes";
import { isStaff, type Actor } from "../actor";
import { classBeginsMs, dayOf, isOver } from "../calendar";
import type { Queryable } from "../database";
import { notFound } from "../notFound";
import { pieceOf } from "../records";
import { classDay, cohort, exerciseRevision, membership } from "../schema";
import { findChoice, findLearnersWork, type Choice, type LearnerWork } from "./learner";
import type { ShelfCandidate } from "./next";
import { listUnfinished } from "./floorEvents";
import { listRoster } from "./people";

export interface SchoolClass extends ClassTime {
  id: string;
  cohortId: string;
  cohort: string;
  hearths: number;
  /** When it was before it was last moved. */
  movedFrom: string | null;
  closedAt: Date | null;
}

/** Classes of the actor's school that weren't called off. */
export const heldClasses = ({ schoolId }: Actor) =>
  and(eq(classDay.schoolId, schoolId), isNull(classDay.calledOffAt));

/** Classes of a learner's cohort from a day on that were called off, first to last. */
export function listCalledOff(
  database: Queryable,
  actor: Actor,
  from: string,
): Promise<Pick<ClassTime, "day" | "begins">[]> {
  return database
    .select({ day: classDay.day, begins: classDay.begins })
    .from(classDay)
    .innerJoin(membership, eq(membership.cohortId, classDay.cohortId))
    .where(
      and(
        eq(membership.personId, actor.personId),
        eq(classDay.schoolId, actor.schoolId),
        isNotNull(classDay.calledOffAt),
        gte(classDay.day, from),
      ),
    )
    .orderBy(asc(classDay.day), asc(classDay.begins));
}

/**
 * Classes from a day on that aren't called off, first to last: the school's for staff,
 * their own cohort's for a learner.
 *
 * @param from "2026-12-01"
 */
export function listClasses(
  database: Queryable,
  actor: Actor,
  from: string,
): Promise<SchoolClass[]> {
  const own = database
    .select({ cohortId: membership.cohortId })
    .from(membership)
    .where(eq(membership.personId, actor.personId));
  return database
    .select({
      id: classDay.id,
      cohortId: classDay.cohortId,
      cohort: cohort.name,
      day: classDay.day,
      begins: classDay.begins,
      minutes: classDay.minutes,
      hearths: classDay.hearths,
      movedFrom: classDay.movedFrom,
      closedAt: classDay.closedAt,
    })
    .from(classDay)
    .innerJoin(cohort, eq(cohort.id, classDay.cohortId))
    .where(
      and(
        heldClasses(actor),
        gte(classDay.day, from),
        isStaff(actor) ? undefined : inArray(classDay.cohortId, own),
      ),
    )
    .orderBy(asc(classDay.day), asc(classDay.begins), asc(cohort.letter));
}

const DAY_MS = 86_400_000;

/** The same that aren't over at a moment, ms since 1970: the one that is on now first. */
export async function listClassesToCome(
  database: Queryable,
  actor: Actor,
  now: number,
): Promise<SchoolClass[]> {
  const { timeZone } = actor;
  // One that began yesterday may run past midnight.
  const found = await listClasses(database, actor, dayOf(now - DAY_MS, timeZone));
  return found.filter((one) => !isOver(one, { timeZone, now }));
}

export interface OverClass extends Pick<ClassTime, "day" | "begins"> {
  id: string;
  cohort: string;
  isClosed: boolean;
}

/** At most so many classes are on or to come on the day they are asked for. */
const MAX_OF_TODAY = 50;

/** Classes over at a moment, ms since 1970, that weren't called off, the latest first. Staff only. */
export async function listOverClasses(
  database: Queryable,
  actor: Actor,
  { now, limit }: { now: number; limit: number },
): Promise<OverClass[]> {
  const { timeZone } = actor;
  const found = await database
    .select({
      ...{ id: classDay.id, cohort: cohort.name, day: classDay.day, begins: classDay.begins },
      ...{ minutes: classDay.minutes, closedAt: classDay.closedAt },
    })
    .from(classDay)
    .innerJoin(cohort, eq(cohort.id, classDay.cohortId))
    .where(and(heldClasses(actor), lte(classDay.day, dayOf(now, timeZone))))
    .orderBy(desc(classDay.day), desc(classDay.begins))
    .limit(limit + MAX_OF_TODAY);
  return found
    .filter((one) => isOver(one, { timeZone, now }))
    .slice(0, limit)
    .map(({ id, cohort, day, begins, closedAt }) => ({
      ...{ id, cohort, day, begins },
      isClosed: closedAt !== null,
    }));
}

/** What one learner could make at a class, and why. */
export interface ClassLearner {
  learner: { id: string; name: string; tagCode: string | null };
  next:
    | (ShelfCandidate & { reasons: NextReason[]; set: boolean; pinned: boolean; isBegun: boolean })
    | null;
  /** What comes after it, where there is time. */
  then: string | null;
  /** Open assignments besides. */
  alsoSet: string[];
  /** Going stale by then, what most builds on first. */
  due: { technique: string; step: Step; chance: number }[];
  /** Techniques with many pieces and no step. */
  stuck: string[];
}

export interface ClassPlan {
  techniques: Choice["techniques"];
  learners: ClassLearner[];
  needs: ClassNeeds;
}

/** What everybody of a class's cohort would make at it, as things will stand when it begins. Staff only. */
export async function planClass(
  database: Queryable,
  actor: Actor,
  of: SchoolClass,
): Promise<ClassPlan> {
  if (!isStaff(actor)) notFound("class");
  const now = classBeginsMs(of, actor.timeZone);
  const roster = (await listRoster(database, actor)).filter(
    ({ role, cohortId }) => role === "learner" && cohortId === of.cohortId,
  );
  const choice = await findChoice(database, actor);
  const { techniques } = choice;
  const learnerIds = roster.map(({ id }) => id);
  const asked = { now, minutesLeft: of.minutes, choice };
  const works = await findLearnersWork(database, actor, learnerIds, asked);
  const learners = roster.map(({ id, name, tagCode }) => ({
    learner: { id, name, tagCode },
    ...forClass({ ...choice, ...works.get(id)! }, now),
  }));
  const revisionIds = learners.flatMap(({ next }) => next?.revisionId ?? []);
  const pieces = new Map(
    (revisionIds.length === 0
      ? []
      : await database
          .select({ id: exerciseRevision.id, piece: exerciseRevision.piece })
          .from(exerciseRevision)
          .where(inArray(exerciseRevision.id, revisionIds))
    ).map(({ id, piece }) => [id, pieceOf(id, piece)]),
  );
  const unfinished = await listUnfinished(database, actor, {
    ...of,
    learnerIds,
  });
  const made = learners.flatMap(({ learner, next }) => {
    if (!next) return [];
    // What is in the fire already needs no bar.
    const isBegun =
      next.isBegun ||
      unfinished.some(
        (work) => work.learnerId === learner.id && work.revisionId === next.revisionId,
      );
    return [{ piece: pieces.get(next.revisionId)!, welds: next.welds, isBegun }];
  });
  return { techniques, learners, needs: classNeeds(made, of.hearths) };
}

/** A piece nobody has closed: still to be judged, or back in the fire. */
const isOpen = (outcome: Outcome | null): boolean => outcome === null || outcome === "another-heat";

function forClass(overview: LearnerWork & Choice, now: number): Omit<ClassLearner, "learner"> {
  const { next, candidates, assignments, choices, standings, techniques, pieces } = overview;
  const [first, second] = next.ranked;
  const candidateOf = (ranked?: { exerciseId: string }) =>
    candidates.find(({ exerciseId }) => exerciseId === ranked?.exerciseId);
  const candidate = candidateOf(first);
  const nameOf = new Map(techniques.map(({ id, name }) => [id, name]));
  const says = (exerciseId: string) =>
    choices.find((choice) => choice.exerciseId === exerciseId)?.says;
  const row = cohortRow(techniques, standings, now);
  return {
    next:
      candidate && first
        ? {
            ...candidate,
            reasons: first.reasons,
            set: assignments.some(({ exerciseId }) => exerciseId === candidate.exerciseId),
            pinned: says(candidate.exerciseId) === "pin",
            isBegun: pieces.some(
              ({ exerciseId, outcome }) => exerciseId === candidate.exerciseId && isOpen(outcome),
            ),
          }
        : null,
    then: candidateOf(second)?.name ?? null,
    alsoSet: assignments
      .filter(
        ({ exerciseId }) =>
          exerciseId !== candidate?.exerciseId && exerciseId !== second?.exerciseId,
      )
      .map(({ exercise }) => exercise),
    due: goingStale(standings, techniques, now).map(({ held: { techniqueId, step }, chance }) => ({
      technique: nameOf.get(techniqueId)!,
      step: step as Step,
      chance,
    })),
    stuck: techniques.flatMap(({ name }, index) => (row[index]!.mark === "stuck" ? [name] : [])),
  };
}
