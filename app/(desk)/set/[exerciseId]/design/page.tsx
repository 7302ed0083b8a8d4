import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { idSchema } from "@/core/units/fields";
import { INSTRUCTORS } from "@/data/actor";
import { findDesign } from "@/data/queries/exercises";
import { Designer } from "@/ui/designer/Designer";
import { orNotFound, requireActor, services } from "../../../../server";

export const metadata: Metadata = { title: "Design" };

export default async function DesignPage({ params }: { params: Promise<{ exerciseId: string }> }) {
  const actor = await requireActor(INSTRUCTORS);
  const id = idSchema.safeParse((await params).exerciseId);
  if (!id.success) notFound();
  const design = await orNotFound(findDesign(services().database, actor, id.data));
  const {
    id: exerciseId,
    technique,
    step,
    grade,
    latestNumber,
    version,
    savedAt,
    content,
  } = design;
  return (
    <Designer
      key={`${exerciseId} ${version}`}
      exerciseId={exerciseId}
      personId={actor.personId}
      technique={technique}
      step={step}
      grade={grade}
      latestNumber={latestNumber}
      version={version}
      savedAt={savedAt}
      content={content}
      unit={actor.firstUnit}
    />
  );
}
