import { nextPiece, type NextPiece } from "@/core/climb/next";
import type { Standing } from "@/core/climb/standing";
import type { Actor } from "../actor";
import type { Queryable } from "../database";
import { findStanding, listLearnerPieces, type LearnerPiece } from "./climb";
import { listOpenAssignments, type OpenAssignment } from "./assignments";
import { findLearner } from "./people";

/** All a learner's own page shows; nothing about anyone else. */
export interface LearnerOverview {
  learner: { id: string; name: string; cohort: string | null };
  assignments: OpenAssignment[];
  pieces: LearnerPiece[];
  /** Standing by technique id, for the techniques that were set or made. */
  standings: Map<string, Standing>;
  next: NextPiece | null;
}

/** A learner's work and where it leads, for themselves or for their school's staff. */
export async function findLearnerOverview(
  database: Queryable,
  actor: Actor,
  learnerId: string,
): Promise<LearnerOverview> {
  const learner = await findLearner(database, actor, learnerId);
  const assignments = await listOpenAssignments(database, actor, [learnerId]);
  const pieces = await listLearnerPieces(database, actor, learnerId);
  const techniqueIds = new Set([...assignments, ...pieces].map(({ techniqueId }) => techniqueId));
  const standings = new Map<string, Standing>();
  for (const techniqueId of techniqueIds)
    standings.set(techniqueId, await findStanding(database, actor, learnerId, techniqueId));
  const seen = new Set<string>();
  const latest = pieces.filter(({ exerciseId }) => !seen.has(exerciseId) && seen.add(exerciseId));
  const set = assignments.map((one) => ({
    ...one,
    assignmentId: one.id,
    assignedAt: Date.parse(one.assignedAt),
  }));
  return { learner, assignments, pieces, standings, next: nextPiece(set, latest, standings) };
}
