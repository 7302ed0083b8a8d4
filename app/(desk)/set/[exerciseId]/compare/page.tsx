import type { Metadata } from "next";
import { notFound } from "next/navigation";
import * as z from "zod";
import { comparedDrawing, fullerElevation } from "@/core/drawing/pieceDrawings";
import { compareContents } from "@/core/exercise/compare";
import { idSchema } from "@/core/units/fields";
import { STAFF } from "@/data/actor";
import { findExercise, listRevisions } from "@/data/queries/exercises";
import { DrawingSvg } from "@/ui/drawing/DrawingSvg";
import { Link } from "@/ui/kit/Link";
import { Changes } from "@/ui/set/Changes";
import { orNotFound, requireActor, recordsOf } from "../../../../server";

export const metadata: Metadata = { title: "What moved" };

const givenId = idSchema.optional().catch(undefined);
const askedSchema = z.object({ from: givenId, to: givenId });

interface Props {
  params: Promise<{ exerciseId: string }>;
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}

export default async function ComparePage({ params, searchParams }: Props) {
  const actor = await requireActor(STAFF);
  const id = idSchema.safeParse((await params).exerciseId);
  if (!id.success) notFound();
  const database = recordsOf(actor);
  const asked = askedSchema.parse(await searchParams);
  const revisions = await listRevisions(database, actor, id.data);
  const after = await orNotFound(findExercise(database, actor, id.data, asked.to));
  const earlier = asked.from ?? revisions.find(({ number }) => number < after.revision.number)?.id;
  const before = await orNotFound(findExercise(database, actor, id.data, earlier));
  const unit = actor.firstUnit;
  const [was, is] = [before.revision, after.revision];
  const { piece } = is.content;
  return (
    <main className="mx-auto w-full max-w-5xl p-5">
      <h1 className="font-slab text-27 font-semibold">
        {after.name}: what moved from revision {was.number} to {is.number}
      </h1>
      <form className="my-3 flex flex-wrap items-end gap-3">
        <RevisionChoice name="from" label="From" revisions={revisions} value={was.id} />
        <RevisionChoice name="to" label="To" revisions={revisions} value={is.id} />
        <button className="button">Compare</button>
        <Link href={`/set/${after.id}`} className="link flex min-h-11 items-center text-15">
          The exercise
        </Link>
      </form>
      <div className="border border-rule bg-sheet">
        <DrawingSvg
          drawing={comparedDrawing(was.content.piece, piece, fullerElevation(piece))}
          unit={unit}
          label={`Revision ${is.number}, with the outline of revision ${was.number}`}
        />
        <p className="quiet px-4 pb-3 text-13">
          Steel: as it is. The broken line: as it was in revision {was.number}.
        </p>
      </div>
      <Changes changes={compareContents(was.content, is.content)} unit={unit} />
    </main>
  );
}

function RevisionChoice({
  name,
  label,
  value,
  revisions,
}: {
  name: string;
  label: string;
  value: string;
  revisions: readonly { id: string; number: number }[];
}) {
  return (
    <label className="text-13 text-ink-2">
      {label}
      <select name={name} defaultValue={value} className="field text-17 text-ink">
        {revisions.map(({ id, number }) => (
          <option key={id} value={id}>
            revision {number}
          </option>
        ))}
      </select>
    </label>
  );
}
