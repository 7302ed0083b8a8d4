import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { idSchema } from "@/core/units/fields";
import { INSTRUCTORS } from "@/data/actor";
import { findDesign } from "@/data/queries/exercises";
import { listTechniques } from "@/data/queries/techniques";
import { Designer } from "@/ui/designer/Designer";
import { orNotFound, requireActor, recordsOf } from "../../../../server";

export const metadata: Metadata = { title: "Design" };

export default async function DesignPage({ params }: { params: Promise<{ exerciseId: string }> }) {
  const actor = await requireActor(INSTRUCTORS);
  const id = idSchema.safeParse((await params).exerciseId);
  if (!id.success) notFound();
  const database = recordsOf(actor);
  const [design, techniques] = await Promise.all([
    orNotFound(findDesign(database, actor, id.data)),
    listTechniques(database, actor),
  ]);
  const { id: exerciseId, technique, version, ...opened } = design;
  return (
    <Designer
      key={`${exerciseId} ${version}`}
      {...opened}
      exerciseId={exerciseId}
      version={version}
      personId={actor.personId}
      techniqueId={technique.id}
      techniques={techniques.map(({ id, slug, name }) => ({ id, slug, name }))}
      unit={actor.firstUnit}
    />
  );
}
