import { and, asc, eq, isNull, sql } from "drizzle-orm";
import { refuse } from "@/core/problem/problem";
import type { Actor } from "../actor";
import { noteEvent } from "../audit";
import type { Database, Queryable, Transaction } from "../database";
import * as schema from "../schema";
import { putInWithin, unusedName } from "./putIn";
import type { OpenedArchive } from "./read";
import { ARCHIVED_TABLES } from "./tables";

/** Whether nothing was entered into the actor's school yet: its owner alone is in it, with what every school begins with. */
export async function isUnused(database: Queryable, { schoolId }: Actor): Promise<boolean> {
  const { exercise, piece, classDay, fire, rackBar, curriculumRevision } = schema;
  const [found] = await database
    .select({
      people: database.$count(schema.person, eq(schema.person.schoolId, schoolId)),
      isUsed: sql<boolean>`${sql.join(
        [exercise, piece, classDay, fire, rackBar].map(
          (table) => sql`exists (select from ${table} where ${eq(table.schoolId, schoolId)})`,
        ),
        sql` or `,
      )}`,
      courses: database.$count(curriculumRevision, eq(curriculumRevision.schoolId, schoolId)),
    })
    .from(schema.school)
    .where(eq(schema.school.id, schoolId));
  // A school is founded with its first course.
  return found?.people === 1 && !found.isUsed && found.courses <= 1;
}

/** What a school was started from. */
export interface Started {
  schoolName: string;
  /** Who the one that started it is in it. */
  ownerName: string;
  pieces: number;
}

/**
 * The archive's school in place of the actor's, in which nothing was entered yet. Whoever signs in as the actor is
 * from then on the archive's owner of the same name, or else its first. All of it or nothing.
 *
 * @param name what the school is called here, where not as before
 * @throws Refusal where the actor's school is in use, or the archive or its name can't be taken
 */
export function startFromArchive(
  database: Database,
  actor: Actor,
  archive: OpenedArchive,
  name?: string,
): Promise<Started> {
  return database.transaction(async (tx) => {
    const own = eq(schema.school.id, actor.schoolId);
    await tx.select({ id: schema.school.id }).from(schema.school).where(own).for("update");
    if (!(await isUnused(tx, actor))) refuse({ code: "school-in-use" });
    // The archive's may be called the same.
    await tx.update(schema.school).set({ name: unusedName() }).where(own);
    const schoolName = name ?? archive.manifest.school.name;
    const { schoolId, pieces } = await putInWithin(tx, archive, { called: schoolName });
    const owner = await ownerLike(tx, schoolId, actor.name);
    const { userId } = await takeAccount(tx, actor);
    await removeSchool(tx, actor.schoolId);
    await tx.update(schema.person).set({ userId }).where(eq(schema.person.id, owner.personId));
    await noteEvent(tx, owner, { action: "start-from-archive", details: { pieces } });
    return { schoolName, ownerName: owner.name, pieces };
  });
}

/** The owner of a school who has a name, or else whoever was its owner first. */
async function ownerLike(tx: Transaction, schoolId: string, name: string) {
  const { person, membership } = schema;
  const [owner] = await tx
    .select({ schoolId: person.schoolId, personId: person.id, name: person.name })
    .from(person)
    .innerJoin(membership, eq(membership.personId, person.id))
    .where(
      and(eq(person.schoolId, schoolId), eq(membership.role, "owner"), isNull(membership.leftAt)),
    )
    .orderBy(sql`lower(${person.name}) <> lower(${name})`, asc(person.createdAt))
    .limit(1);
  return owner ?? refuse({ code: "archive-altered" });
}

async function takeAccount(tx: Transaction, { personId }: Actor) {
  const of = eq(schema.person.id, personId);
  const [held] = await tx.select({ userId: schema.person.userId }).from(schema.person).where(of);
  await tx.update(schema.person).set({ userId: null }).where(of);
  return { userId: held!.userId };
}

/** Removes an unused school, with what it was set up with. */
async function removeSchool(tx: Transaction, schoolId: string): Promise<void> {
  // What is only ever added goes with it.
  await tx.execute(sql`set local bell_step.amending = 'on'`);
  for (const table of [
    "join_link",
    "calendar_link",
    ...ARCHIVED_TABLES.map(({ name }) => name).reverse(),
  ])
    await tx.execute(
      sql`delete from ${sql.identifier(table)} where ${sql.identifier(table === "school" ? "id" : "school_id")} = ${schoolId}`,
    );
  await tx.execute(sql`set local bell_step.amending = 'off'`);
}
