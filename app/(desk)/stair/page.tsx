import type { Metadata } from "next";
import { forbidden } from "next/navigation";
import { isStaff } from "@/data/actor";
import { findLearnerOverview } from "@/data/queries/learner";
import { PieceHistory } from "@/ui/stair/PieceHistory";
import { Stair } from "@/ui/stair/Stair";
import { RecordsOut } from "@/ui/climb/RecordsOut";
import { requestTime, requireActor, recordsOf } from "../../server";

export const metadata: Metadata = { title: "My stair" };

export default async function StairPage() {
  const actor = await requireActor();
  if (isStaff(actor)) forbidden();
  const now = requestTime();
  const overview = await findLearnerOverview(recordsOf(actor), actor, actor.personId, { now });
  return (
    <main className="mx-auto w-full max-w-2xl p-4 sm:p-5">
      <h1 className="mb-3 font-slab text-27 font-semibold">My stair</h1>
      <Stair
        techniques={overview.techniques}
        standings={overview.standings}
        evidence={overview.evidence}
        shelf={overview.candidates}
        now={now}
        timeZone={actor.timeZone}
        pieceBase="/piece"
        runBase="/run"
        recordBase={`/api/record/${actor.personId}`}
      />
      <h2 className="mt-8 mb-2 font-slab text-20 font-semibold">What I made</h2>
      <PieceHistory pieces={overview.pieces} timeZone={actor.timeZone} hrefBase="/piece" />
      <RecordsOut learnerId={actor.personId} />
    </main>
  );
}
