import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { idSchema } from "@/core/units/fields";
import { STAFF } from "@/data/actor";
import { findLearner } from "@/data/queries/people";
import { findRun } from "@/data/queries/runs";
import { RunView } from "../../../../../climb/RunView";
import { orNotFound, requireActor, recordsOf } from "../../../../../server";

export const metadata: Metadata = { title: "Run" };

export default async function LearnersRunPage({
  params,
}: {
  params: Promise<{ learnerId: string; exerciseId: string }>;
}) {
  const actor = await requireActor(STAFF);
  const asked = await params;
  const learnerId = idSchema.safeParse(asked.learnerId);
  const exerciseId = idSchema.safeParse(asked.exerciseId);
  if (!learnerId.success || !exerciseId.success) notFound();
  const database = recordsOf(actor);
  const learner = await orNotFound(findLearner(database, actor, learnerId.data));
  const run = await orNotFound(
    findRun(database, actor, { learnerId: learner.id, exerciseId: exerciseId.data }),
  );
  return (
    <RunView
      run={run}
      who={learner.name}
      unit={actor.firstUnit}
      timeZone={actor.timeZone}
      pieceBase="/measure"
    />
  );
}
