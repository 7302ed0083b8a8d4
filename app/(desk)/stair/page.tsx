import type { Metadata } from "next";
import { forbidden } from "next/navigation";
import { isStaff } from "@/data/actor";
import { listTechniques } from "@/data/queries/techniques";
import { findLearnerOverview } from "@/data/queries/learner";
import { PieceHistory } from "@/ui/stair/PieceHistory";
import { Stair } from "@/ui/stair/Stair";
import { requireActor, services } from "../../server";

export const metadata: Metadata = { title: "My stair" };

export default async function StairPage() {
  const actor = await requireActor();
  if (isStaff(actor)) forbidden();
  const { database } = services();
  const overview = await findLearnerOverview(database, actor, actor.personId);
  const techniques = await listTechniques(database, actor);
  return (
    <main className="mx-auto w-full max-w-2xl p-4 sm:p-5">
      <h1 className="mb-3 font-slab text-27 font-semibold">My stair</h1>
      <Stair techniques={techniques} standings={overview.standings} />
      <h2 className="mt-8 mb-2 font-slab text-20 font-semibold">What I made</h2>
      <PieceHistory pieces={overview.pieces} hrefBase="/piece" />
    </main>
  );
}
