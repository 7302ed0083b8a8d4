import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { idSchema } from "@/core/records/fields";
import { isInstructor, STAFF } from "@/data/actor";
import { findBenchPiece, listInstruments } from "@/data/queries/bench";
import { findStanding } from "@/data/queries/climb";
import { BenchView } from "@/ui/bench/BenchView";
import { orNotFound, requireActor, services } from "../../../server";

export const metadata: Metadata = { title: "Bench" };

export default async function BenchPage({ params }: { params: Promise<{ pieceId: string }> }) {
  const actor = await requireActor(STAFF);
  const id = idSchema.safeParse((await params).pieceId);
  if (!id.success) notFound();
  const { database } = services();
  const piece = await orNotFound(findBenchPiece(database, actor, id.data));
  const instruments = await listInstruments(database, actor);
  const standing = await findStanding(database, actor, piece.learner.id, piece.technique.id);
  return (
    <BenchView
      loaded={piece}
      instruments={instruments}
      standing={standing}
      person={{ id: actor.personId, unit: actor.firstUnit, maySign: isInstructor(actor) }}
    />
  );
}
