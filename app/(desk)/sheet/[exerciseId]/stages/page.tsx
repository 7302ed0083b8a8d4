import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { idSchema } from "@/core/units/fields";
import { findExercise } from "@/data/queries/exercises";
import { KeepOffline } from "@/ui/offline/KeepOffline";
import { StageScreens } from "@/ui/stage/StageScreens";
import { orNotFound, requireActor, recordsOf } from "../../../../server";

export const metadata: Metadata = { title: "By stages" };

export default async function StagesPage({ params }: { params: Promise<{ exerciseId: string }> }) {
  const actor = await requireActor();
  const id = idSchema.safeParse((await params).exerciseId);
  if (!id.success) notFound();
  const exercise = await orNotFound(findExercise(recordsOf(actor), actor, id.data));
  return (
    <main className="grow bg-limewash">
      <KeepOffline paths={[`/sheet/${exercise.id}`]} />
      <StageScreens
        name={exercise.name}
        stages={exercise.revision.reckoned.work.stages}
        unit={actor.firstUnit}
      />
    </main>
  );
}
