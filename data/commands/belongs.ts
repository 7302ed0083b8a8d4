import { and, eq, inArray, isNull, type SQLWrapper } from "drizzle-orm";
import type { Actor } from "../actor";
import { heldClasses } from "../queries/classes";
import type { Queryable } from "../database";
import { notFound } from "../notFound";
import { classDay, exerciseRevision, fire, membership } from "../schema";

/** A class of the actor's school that wasn't called off. */
export async function findClass(tx: Queryable, actor: Actor, classId: string) {
  const [row] = await tx
    .select()
    .from(classDay)
    .where(and(eq(classDay.id, classId), heldClasses(actor)));
  if (!row) notFound("class");
  return row;
}

/** Refuses where one of these isn't a learner of the actor's school. */
export async function assertLearners(
  tx: Queryable,
  { schoolId }: Actor,
  ids: readonly string[],
): Promise<void> {
  await assertMembers(tx, schoolId, { ids, isLearner: true });
}

/** Refuses where one of these isn't on the staff of the actor's school. */
export async function assertStaff(
  tx: Queryable,
  { schoolId }: Actor,
  ids: readonly string[],
): Promise<void> {
  await assertMembers(tx, schoolId, { ids, isLearner: false });
}

async function assertMembers(
  tx: Queryable,
  schoolId: string,
  { ids, isLearner }: { ids: readonly string[]; isLearner: boolean },
): Promise<void> {
  const wanted = [...new Set(ids)];
  if (wanted.length === 0) return;
  const rows = await tx
    .select({ role: membership.role })
    .from(membership)
    .where(
      and(
        eq(membership.schoolId, schoolId),
        isNull(membership.leftAt),
        inArray(membership.personId, wanted),
      ),
    );
  const known = rows.filter(({ role }) => (role === "learner") === isLearner);
  if (known.length !== wanted.length) notFound(isLearner ? "learner" : "instructor");
}

/** Refuses where one of these isn't a revision of the actor's school. */
export const assertRevisions = (tx: Queryable, { schoolId }: Actor, ids: readonly string[]) =>
  assertOwned(tx, schoolId, { ids, table: exerciseRevision, what: "exercise" });

/** Refuses where one of these isn't a fire of the actor's school. */
/** Fires, and other places where one can stand. */
export const assertPlaces = (tx: Queryable, { schoolId }: Actor, ids: readonly string[]) =>
  assertOwned(tx, schoolId, { ids, table: fire, what: "fire" });

export const assertFires = (tx: Queryable, { schoolId }: Actor, ids: readonly string[]) =>
  assertOwned(tx, schoolId, { ids, table: fire, what: "fire", where: fire.heats });

async function assertOwned(
  tx: Queryable,
  schoolId: string,
  {
    ids,
    table,
    what,
    where,
  }: {
    ids: readonly string[];
    table: typeof exerciseRevision | typeof fire;
    what: string;
    where?: SQLWrapper;
  },
): Promise<void> {
  const wanted = [...new Set(ids)];
  if (wanted.length === 0) return;
  const there = await tx.$count(
    table,
    and(eq(table.schoolId, schoolId), inArray(table.id, wanted), where),
  );
  if (there !== wanted.length) notFound(what);
}
