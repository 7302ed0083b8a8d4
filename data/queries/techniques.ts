import { asc, eq } from "drizzle-orm";
import type { Actor } from "../actor";
import type { Queryable } from "../database";
import { technique, techniquePrerequisite } from "../schema";

export interface CourseTechnique {
  id: string;
  slug: string;
  name: string;
  summary: string;
  foundation: boolean;
  alsoCalled: string[];
  /** Days in which the chance of a sound piece halves. */
  halfLifeDays: number;
  /** Ids of the techniques that come before. */
  after: string[];
}

/** The school's techniques in the course's order. */
export async function listTechniques(
  database: Queryable,
  actor: Actor,
): Promise<CourseTechnique[]> {
  const rows = await database
    .select({
      id: technique.id,
      slug: technique.slug,
      name: technique.name,
      summary: technique.summary,
      foundation: technique.foundation,
      alsoCalled: technique.alsoCalled,
      halfLifeDays: technique.halfLifeDays,
    })
    .from(technique)
    .where(eq(technique.schoolId, actor.schoolId))
    .orderBy(asc(technique.position));
  const before = await database
    .select()
    .from(techniquePrerequisite)
    .where(eq(techniquePrerequisite.schoolId, actor.schoolId));
  return rows.map((row) => ({
    ...row,
    after: before
      .filter(({ techniqueId }) => techniqueId === row.id)
      .map(({ beforeId }) => beforeId),
  }));
}
