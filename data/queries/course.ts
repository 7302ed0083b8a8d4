import { and, asc, desc, eq, gt, isNull } from "drizzle-orm";
import { courseSchema, type Course, type StandingProgress } from "@/core/climb/course";
import { DEFAULT_STANDING_RULES } from "@/core/climb/rules";
import { summariseClimb } from "@/core/climb/summary";
import type { Step } from "@/core/trade/steps";
import { isInstructor, type Actor } from "../actor";
import type { Queryable } from "../database";
import { curriculumRevision, exercise, person, standingUpdate } from "../schema";
import { rulesInForce, signedPieces } from "../standing";
import { listTechniques } from "./techniques";

/** The course as it can be worked on. */
export interface CourseDesign {
  /** Number of the latest revision; 0 while nobody has changed it. */
  base: number;
  publishedBy: string | null;
  publishedAt: string | null;
  course: Course;
  /** Published exercises by technique, for how far each counts. */
  exercises: { id: string; name: string; techniqueId: string; step: Step }[];
}

/** The course in force. Instructors only; null for anyone else. */
export async function findCourse(database: Queryable, actor: Actor): Promise<CourseDesign | null> {
  if (!isInstructor(actor)) return null;
  const [latest] = await database
    .select({
      number: curriculumRevision.number,
      content: curriculumRevision.content,
      publishedAt: curriculumRevision.publishedAt,
      publishedBy: person.name,
    })
    .from(curriculumRevision)
    .innerJoin(person, eq(person.id, curriculumRevision.publishedBy))
    .where(eq(curriculumRevision.schoolId, actor.schoolId))
    .orderBy(desc(curriculumRevision.number))
    .limit(1);
  const kept = latest ? courseSchema.parse(latest.content) : null;
  const techniques = await listTechniques(database, actor);
  const exercises = await database
    .select({
      id: exercise.id,
      name: exercise.name,
      techniqueId: exercise.techniqueId,
      step: exercise.step,
    })
    .from(exercise)
    .where(
      and(
        eq(exercise.schoolId, actor.schoolId),
        gt(exercise.latestNumber, 0),
        isNull(exercise.retiredAt),
      ),
    )
    .orderBy(asc(exercise.step), asc(exercise.name));
  return {
    base: latest?.number ?? 0,
    publishedBy: latest?.publishedBy ?? null,
    publishedAt: latest?.publishedAt.toISOString() ?? null,
    course: {
      techniques: techniques.map(({ id, name, summary, after, halfLifeDays }) => ({
        id,
        name,
        summary,
        after,
        halfLifeDays: Math.round(halfLifeDays),
      })),
      countsTo: kept?.countsTo ?? {},
      rules: kept?.rules ?? DEFAULT_STANDING_RULES,
    },
    exercises: exercises.map((one) => ({ ...one, step: one.step as Step })),
  };
}

/** What a course would do to one standing. */
export interface StandingChange {
  learnerId: string;
  techniqueId: string;
  before: Step | 0;
  after: Step | 0;
  /** Towards the next step, before and after, where that is what changes. */
  towards: { before: string; after: string } | null;
}

/** What publishing a course now would do to everybody's standing: what is earned stays, what is on the way may not. Instructors only. */
export async function previewCourse(
  database: Queryable,
  actor: Actor,
  course: Course,
  now: number,
): Promise<StandingChange[]> {
  if (!isInstructor(actor)) return [];
  const { schoolId } = actor;
  const history = await rulesInForce(database, schoolId);
  const { rules, countsTo } = course;
  const then = [...history, { from: now, rules, countsTo: new Map(Object.entries(countsTo)) }];
  const groups = await signedPieces(database, { schoolId }, then);
  return groups.flatMap(({ learnerId, techniqueId, halfLifeDays, pieces }) => {
    const before = summariseClimb(pieces, halfLifeDays, history);
    const after = summariseClimb(pieces, halfLifeDays, then);
    const [had, has] = [before.towards, after.towards].map((towards) =>
      towards ? `${towards.have} of ${towards.need}` : "",
    ) as [string, string];
    if (before.step === after.step && had === has) return [];
    const towards = before.step === after.step ? { before: had, after: has } : null;
    return [{ learnerId, techniqueId, before: before.step, after: after.step, towards }];
  });
}

/** How far the working out of standings is since the last course was published; null once it is done. Instructors only. */
export async function findStandingUpdate(
  database: Queryable,
  actor: Actor,
): Promise<StandingProgress | null> {
  if (!isInstructor(actor)) return null;
  const { schoolId, finishedAt, done, learners } = standingUpdate;
  const [found] = await database
    .select({ done, learners })
    .from(standingUpdate)
    .where(and(eq(schoolId, actor.schoolId), isNull(finishedAt)));
  return found ?? null;
}
