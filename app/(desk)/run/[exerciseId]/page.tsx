import type { Metadata } from "next";
import { forbidden, notFound } from "next/navigation";
import { idSchema } from "@/core/units/fields";
import { isStaff } from "@/data/actor";
import { findRun } from "@/data/queries/runs";
import { RunView } from "../../../climb/RunView";
import { orNotFound, requireActor, recordsOf } from "../../../server";

export const metadata: Metadata = { title: "My run" };

export default async function OwnRunPage({ params }: { params: Promise<{ exerciseId: string }> }) {
  const actor = await requireActor();
  if (isStaff(actor)) forbidden();
  const id = idSchema.safeParse((await params).exerciseId);
  if (!id.success) notFound();
  const run = await orNotFound(
    findRun(recordsOf(actor), actor, { learnerId: actor.personId, exerciseId: id.data }),
  );
  return (
    <RunView
      run={run}
      who={null}
      unit={actor.firstUnit}
      timeZone={actor.timeZone}
      pieceBase="/piece"
    />
  );
}
