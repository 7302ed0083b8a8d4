import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { idSchema } from "@/core/records/fields";
import { STAFF } from "@/data/actor";
import { listTechniques } from "@/data/queries/techniques";
import { findLearnerOverview } from "@/data/queries/learner";
import { PieceHistory } from "@/ui/stair/PieceHistory";
import { Stair } from "@/ui/stair/Stair";
import { orNotFound, requireActor, services } from "../../../server";

export const metadata: Metadata = { title: "Learner" };

export default async function LearnerClimbPage({
  params,
}: {
  params: Promise<{ learnerId: string }>;
}) {
  const actor = await requireActor(STAFF);
  const id = idSchema.safeParse((await params).learnerId);
  if (!id.success) notFound();
  const { database } = services();
  const overview = await orNotFound(findLearnerOverview(database, actor, id.data));
  const techniques = await listTechniques(database, actor);
  return (
    <main className="grid gap-8 p-5 xl:grid-cols-2">
      <header className="xl:col-span-2">
        <h1 className="font-slab text-27 font-semibold">{overview.learner.name}</h1>
        <p className="quiet text-15">{overview.learner.cohort}</p>
      </header>
      <section aria-label="Stair">
        <h2 className="mb-2 font-slab text-20 font-semibold">Where they stand</h2>
        <Stair techniques={techniques} standings={overview.standings} />
      </section>
      <section aria-label="Pieces">
        <h2 className="mb-2 font-slab text-20 font-semibold">What they made</h2>
        <PieceHistory pieces={overview.pieces} hrefBase="/measure" />
      </section>
    </main>
  );
}
