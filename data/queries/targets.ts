import { and, asc, eq, gt, isNull } from "drizzle-orm";
import { isStaff, type Actor } from "../actor";
import type { Queryable } from "../database";
import { exercise, membership, person } from "../schema";
import { listBenchQueue } from "./bench";

/** The list goes with every page; what is beyond it is found on the shelf. */
const MAX_EXERCISES = 300;

/** Everything in the school that can be gone to by name: exercises, learners, pieces at work. Staff only. */
export async function listTargets(
  database: Queryable,
  actor: Actor,
): Promise<{ href: string; label: string; kind: string }[]> {
  if (!isStaff(actor)) return [];
  const exercises = await database
    .select({ id: exercise.id, name: exercise.name })
    .from(exercise)
    .where(
      and(
        eq(exercise.schoolId, actor.schoolId),
        gt(exercise.latestNumber, 0),
        isNull(exercise.retiredAt),
      ),
    )
    .orderBy(asc(exercise.name))
    .limit(MAX_EXERCISES);
  const learners = await database
    .select({ id: person.id, name: person.name })
    .from(person)
    .innerJoin(membership, eq(membership.personId, person.id))
    .where(
      and(
        eq(person.schoolId, actor.schoolId),
        eq(membership.role, "learner"),
        isNull(membership.leftAt),
      ),
    )
    .orderBy(asc(person.name));
  const pieces = await listBenchQueue(database, actor);
  return [
    ...exercises.map(({ id, name }) => ({ href: `/set/${id}`, label: name, kind: "exercise" })),
    ...learners.map(({ id, name }) => ({ href: `/climb/${id}`, label: name, kind: "learner" })),
    ...pieces.map(({ id, tag, learner, exercise: of }) => ({
      href: `/measure/${id}`,
      label: tag,
      kind: `${of}, ${learner}`,
    })),
  ];
}
