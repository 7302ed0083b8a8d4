import { surfacesOf } from "@/core/drawing/forgedSurface";
import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { planPiece } from "@/core/piece/plan";
import { idSchema } from "@/core/units/fields";
import { salvageOf } from "@/core/shelf/salvage";
import { isInstructor, isStaff } from "@/data/actor";
import { findBenchPiece } from "@/data/queries/bench";
import { findCauseHistory } from "@/data/queries/causes";
import { listInstruments } from "@/data/queries/instruments";
import { listOnlookers } from "@/data/queries/people";
import { listShelfPieces } from "@/data/queries/shelf";
import { findStanding } from "@/data/queries/climb";
import { KeepOffline } from "@/ui/offline/KeepOffline";
import { BenchView } from "@/ui/bench/BenchView";
import { orNotFound, requireActor, recordsOf, today } from "../../../server";

export const metadata: Metadata = { title: "Bench" };

export default async function BenchPage({ params }: { params: Promise<{ pieceId: string }> }) {
  const actor = await requireActor();
  const id = idSchema.safeParse((await params).pieceId);
  if (!id.success) notFound();
  const database = recordsOf(actor);
  const piece = await orNotFound(
    findBenchPiece(database, actor, id.data, { selfCheck: !isStaff(actor) }),
  );
  const instruments = await listInstruments(database, actor);
  const history = await findCauseHistory(database, actor, {
    pieceId: piece.id,
    learnerId: piece.learner.id,
  });
  const shelf = await listShelfPieces(database, actor);
  const { stockLengthMm, straightLengthMm, finishedMassKg, marks, stretches, parts } = planPiece(
    piece.piece,
  );
  const salvage = salvageOf(piece.piece, shelf);
  const onlookers = await listOnlookers(database, actor, piece.learner);
  const standing = await findStanding(database, actor, piece.learner.id, piece.technique.id);
  return (
    <>
      <KeepOffline version={piece.verdicts.length} />
      <BenchView
        loaded={piece}
        plan={{
          ...{ stockLengthMm, straightLengthMm, finishedMassKg, marks, stretches, parts },
          surfaces: surfacesOf(piece.piece),
        }}
        instruments={instruments}
        standing={standing}
        history={history}
        onlookers={onlookers}
        salvage={salvage}
        today={today(actor)}
        person={{ id: actor.personId, unit: actor.firstUnit, maySign: isInstructor(actor) }}
      />
    </>
  );
}
