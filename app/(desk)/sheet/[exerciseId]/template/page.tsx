import type { Metadata } from "next";
import { notFound } from "next/navigation";
import * as z from "zod";
import { fullerElevation, templateDrawing } from "@/core/drawing/pieceDrawings";
import { idSchema } from "@/core/units/fields";
import { findExercise } from "@/data/queries/exercises";
import { Link } from "@/ui/kit/Link";
import { ScreenTemplate } from "@/ui/sheet/ScreenTemplate";
import { orNotFound, requireActor, recordsOf } from "../../../../server";

export const metadata: Metadata = { title: "Template" };

const askedSchema = z.object({ view: z.enum(["side", "plan"]).optional().catch(undefined) });

interface Props {
  params: Promise<{ exerciseId: string }>;
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}

export default async function TemplatePage({ params, searchParams }: Props) {
  const actor = await requireActor();
  const id = idSchema.safeParse((await params).exerciseId);
  if (!id.success) notFound();
  const { view } = askedSchema.parse(await searchParams);
  const exercise = await orNotFound(findExercise(recordsOf(actor), actor, id.data));
  const { piece } = exercise.revision.content;
  const shown = view ?? fullerElevation(piece);
  const other = shown === "side" ? "plan" : "side";
  return (
    <main className="p-5">
      <header className="mb-3 flex flex-wrap items-baseline gap-x-5">
        <h1 className="font-slab text-27 font-semibold">{exercise.name}, full size</h1>
        <Link href={`?view=${other}`} className="link flex min-h-11 items-center text-15">
          {other === "side" ? "From the side" : "From above"}
        </Link>
        <Link href={`/sheet/${exercise.id}`} className="link flex min-h-11 items-center text-15">
          The sheet
        </Link>
      </header>
      <ScreenTemplate
        drawing={templateDrawing(piece, shown)}
        unit={actor.firstUnit}
        label={`${exercise.name}, full size`}
      />
    </main>
  );
}
