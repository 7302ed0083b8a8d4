import { and, asc, eq, isNull } from "drizzle-orm";
import { v7 as uuidV7 } from "uuid";
import type { Course } from "@/core/climb/course";
import { FOUNDING_RULES } from "@/core/climb/rules";
import { STARTER_TECHNIQUES } from "@/core/trade/techniques";
import { hashToken, tokenOf } from "./token";
import type { Database } from "./database";
import * as schema from "./schema";

const LINK_DAYS = 14;

/** Instruments a shop has, to begin with; uncertainties on a forged surface (common practice, no source). */
const STARTER_INSTRUMENTS = [
  { name: "Caliper", kind: "caliper", resolution: 0.02, uncertainty: 0.1 },
  { name: "Steel rule", kind: "rule", resolution: 0.5, uncertainty: 0.5 },
  { name: "Straight edge", kind: "straight-edge", resolution: 0.1, uncertainty: 0.2 },
  { name: "Protractor", kind: "protractor", resolution: 0.5, uncertainty: 1 },
  { name: "Templates", kind: "template", resolution: 0.5, uncertainty: 0.5 },
  { name: "Go/no-go pins", kind: "pins", resolution: 1, uncertainty: 0 },
  { name: "By eye", kind: "eye", resolution: 0.25, uncertainty: 0.1 },
  { name: "Picture on the mat", kind: "photograph", resolution: 0.1, uncertainty: 0.1 },
] as const;

/**
 * A new school with the starter techniques, a cohort and instruments, and its
 * owner, who joins by the link whose path is given back.
 */
export async function createSchool(
  database: Database,
  {
    name,
    ownerName,
    cohortName,
    secret,
  }: { name: string; ownerName: string; cohortName: string; secret: string },
): Promise<{ joinPath: string }> {
  const schoolId = uuidV7();
  const personId = uuidV7();
  const token = tokenOf("join", personId, secret);
  const ids = new Map(STARTER_TECHNIQUES.map(({ slug }) => [slug, uuidV7()]));
  await database.transaction(async (tx) => {
    await tx.insert(schema.school).values({ id: schoolId, name });
    await tx
      .insert(schema.cohort)
      .values({ id: uuidV7(), schoolId, name: cohortName, letter: "K" });
    await tx.insert(schema.person).values({ id: personId, schoolId, name: ownerName });
    await tx.insert(schema.membership).values({ id: uuidV7(), schoolId, personId, role: "owner" });
    await tx.insert(schema.technique).values(
      STARTER_TECHNIQUES.map(({ after: _, ...technique }, position) => ({
        ...technique,
        id: ids.get(technique.slug)!,
        schoolId,
        position,
        alsoCalled: [...technique.alsoCalled],
      })),
    );
    await tx.insert(schema.techniquePrerequisite).values(
      STARTER_TECHNIQUES.flatMap(({ slug, after }) =>
        after.map((before) => ({
          schoolId,
          techniqueId: ids.get(slug)!,
          beforeId: ids.get(before)!,
        })),
      ),
    );
    await tx.insert(schema.curriculumRevision).values({
      ...{ id: uuidV7(), schoolId, number: 1, publishedBy: personId },
      content: foundingCourse(ids),
    });
    await tx
      .insert(schema.instrument)
      .values(STARTER_INSTRUMENTS.map((one) => ({ ...one, id: uuidV7(), schoolId })));
    await tx.insert(schema.joinLink).values(linkFor({ schoolId, personId, token }));
  });
  return { joinPath: `/join/${token}` };
}

/** The course a school begins with: the starter techniques, each exercise proving its own step. */
const foundingCourse = (ids: ReadonlyMap<string, string>): Course => ({
  techniques: STARTER_TECHNIQUES.map(({ slug, name, summary, after, halfLifeDays }) => ({
    ...{ id: ids.get(slug)!, name, summary, halfLifeDays },
    after: after.map((before) => ids.get(before)!),
  })),
  countsTo: {},
  rules: FOUNDING_RULES,
});

const linkFor = ({
  schoolId,
  personId,
  token,
}: {
  schoolId: string;
  personId: string;
  token: string;
}) => ({
  ...{ id: uuidV7(), schoolId, personId },
  tokenHash: hashToken(token),
  createdBy: personId,
  expiresAt: new Date(Date.now() + LINK_DAYS * 86_400_000),
});

/**
 * A way in for an owner of a school, for whoever runs the server: after a school was put in from an archive, or
 * when no owner can sign in any more. Null where there is no such school.
 */
export async function makeOwnersLink(
  database: Database,
  { schoolName, secret }: { schoolName: string; secret: string },
): Promise<{ joinPath: string; ownerName: string } | null> {
  const [owner] = await database
    .select({
      ...{ schoolId: schema.person.schoolId, personId: schema.person.id },
      ownerName: schema.person.name,
    })
    .from(schema.person)
    .innerJoin(schema.membership, eq(schema.membership.personId, schema.person.id))
    .innerJoin(schema.school, eq(schema.school.id, schema.person.schoolId))
    .where(
      and(
        eq(schema.school.name, schoolName),
        eq(schema.membership.role, "owner"),
        isNull(schema.membership.leftAt),
      ),
    )
    .orderBy(asc(schema.person.createdAt))
    .limit(1);
  if (!owner) return null;
  const token = tokenOf("join", uuidV7(), secret);
  await database.insert(schema.joinLink).values(linkFor({ ...owner, token }));
  return { joinPath: `/join/${token}`, ownerName: owner.ownerName };
}
