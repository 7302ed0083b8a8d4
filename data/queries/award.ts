import { and, eq } from "drizzle-orm";
import { rulesAt, stepPasses } from "@/core/climb/rules";
import type { Step } from "@/core/trade/steps";
import type { Actor } from "../actor";
import type { Queryable } from "../database";
import { technique } from "../schema";
import { rulesInForce } from "../standing";
import { listEvidence } from "./climb";
import { findLearner } from "./people";

/** The highest step a learner holds in a technique, with what proves it. */
export interface Award {
  learnerName: string;
  technique: { id: string; name: string; summary: string };
  step: Step;
  /** What passed it, by the rules it was earned under. */
  passes: string;
  earnedAt: string;
  /** Tags. */
  pieces: string[];
}

/** What a learner can show for a technique: their own, or any of the school's for staff; null before the first step. */
export async function findAward(
  database: Queryable,
  actor: Actor,
  learnerId: string,
  techniqueId: string,
): Promise<Award | null> {
  const learner = await findLearner(database, actor, learnerId);
  const [found] = await database
    .select({ id: technique.id, name: technique.name, summary: technique.summary })
    .from(technique)
    .where(and(eq(technique.id, techniqueId), eq(technique.schoolId, actor.schoolId)));
  const evidence = await listEvidence(database, actor, learnerId);
  const held = evidence.filter((one) => one.techniqueId === techniqueId).at(-1);
  if (!found || !held) return null;
  const rules = rulesAt(await rulesInForce(database, actor.schoolId), Date.parse(held.earnedAt));
  return {
    learnerName: learner.name,
    technique: found,
    step: held.step,
    passes: stepPasses(held.step, rules),
    earnedAt: held.earnedAt,
    pieces: held.pieces.map(({ tag }) => tag),
  };
}
