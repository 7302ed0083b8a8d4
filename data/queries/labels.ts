import { and, eq, inArray } from "drizzle-orm";
import { exerciseRisks } from "@/core/exercise/exercise";
import { isStaff, type Actor } from "../actor";
import type { Queryable } from "../database";
import { contentOf } from "../records";
import { exerciseRevision, piece } from "../schema";
import { listBenchQueue } from "./bench";

export interface TagLabel {
  id: string;
  tag: string;
  learner: string;
  exercise: string;
  /** Whether it could be taken for lifting gear, so that its tag says that it is none. */
  training: boolean;
}

/** What the tag of every piece at the bench says. Staff only. */
export async function listLabels(database: Queryable, actor: Actor): Promise<TagLabel[]> {
  if (!isStaff(actor)) return [];
  const queue = await listBenchQueue(database, actor);
  if (queue.length === 0) return [];
  const revisions = await database
    .select({ pieceId: piece.id, revision: exerciseRevision })
    .from(piece)
    .innerJoin(exerciseRevision, eq(exerciseRevision.id, piece.revisionId))
    .where(
      and(
        eq(piece.schoolId, actor.schoolId),
        inArray(
          piece.id,
          queue.map(({ id }) => id),
        ),
      ),
    );
  const byPiece = new Map(revisions.map(({ pieceId, revision }) => [pieceId, revision]));
  return queue.map(({ id, tag, learner, exercise }) => ({
    ...{ id, tag, learner, exercise },
    training: exerciseRisks(contentOf(exercise, byPiece.get(id)!)).includes("load-shaped"),
  }));
}
