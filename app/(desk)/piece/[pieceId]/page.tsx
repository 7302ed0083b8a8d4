import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { verdictOf } from "@/core/records/bench";
import { idSchema } from "@/core/records/fields";
import { planPiece } from "@/core/piece/plan";
import { defectKind } from "@/core/trade/defects";
import { printMeasured } from "@/core/units/print";
import { findBenchPiece } from "@/data/queries/bench";
import { BarDrawing } from "@/ui/bar/BarDrawing";
import { StateShape, stateColour } from "@/ui/kit/StateShape";
import { SlateMarks, SlateVerdict } from "@/ui/slate/SlateVerdict";
import { limitsInWords, STATE_WORDS } from "@/ui/words/verdict";
import { orNotFound, requireActor, services } from "../../../server";

export const metadata: Metadata = { title: "Piece" };

export default async function PiecePage({ params }: { params: Promise<{ pieceId: string }> }) {
  const actor = await requireActor();
  const id = idSchema.safeParse((await params).pieceId);
  if (!id.success) notFound();
  const piece = await orNotFound(findBenchPiece(services().database, actor, id.data));
  const verdict = verdictOf(piece);
  const plan = planPiece(piece.piece);
  const unit = actor.firstUnit;
  const pins = piece.defects.map((defect) => ({
    id: defect.id,
    atMm: defect.atMm ?? plan.straightLengthMm / 2,
    label: defectKind(defect.kind)?.name.toLowerCase() ?? defect.kind,
  }));
  return (
    <main className="mx-auto w-full max-w-2xl">
      <header className="p-4 sm:p-5">
        <p className="quiet text-15">
          {piece.tag} · {piece.kind}
        </p>
        <h1 className="font-slab text-27 font-semibold">{piece.exercise.name}</h1>
        <p className="text-15">
          {piece.learner.name} · {piece.heats} of {piece.heatBudget} heats, {piece.minutes} of{" "}
          {piece.minuteBudget} minutes
        </p>
      </header>
      <section aria-label="Verdict" className="bg-slate p-4 text-chalk sm:p-5">
        <SlateVerdict verdict={verdict} unit={unit} defects={piece.defects.length} />
        <div className="mt-3">
          <SlateMarks marks={verdict.marks} />
        </div>
      </section>
      <section aria-label="Readings" className="p-4 sm:p-5">
        <div className="mb-4 border border-rule bg-sheet p-2">
          <BarDrawing
            piece={piece.piece}
            plan={plan}
            view="forged"
            unit={unit}
            pins={pins}
            widthPx={520}
          />
        </div>
        <table className="ledger text-15">
          <thead>
            <tr>
              <th scope="col">Measured</th>
              <th scope="col" className="number">
                Reading
              </th>
              <th scope="col" className="number">
                Limits, {unit}
              </th>
            </tr>
          </thead>
          <tbody>
            {verdict.judgements.map((judgement) => (
              <tr key={judgement.characteristicId}>
                <td>{judgement.name}</td>
                <td className={`number font-semibold ${stateColour(judgement.state)}`}>
                  {printMeasured(judgement.value, judgement.unit, unit)}{" "}
                  <StateShape state={judgement.state} size={13} />
                  <span className="sr-only"> {STATE_WORDS[judgement.state]}</span>
                </td>
                <td className="number quiet">{limitsInWords(judgement, unit)}</td>
              </tr>
            ))}
          </tbody>
        </table>
        {verdict.judgements.length === 0 ? (
          <p className="p-3 text-15">Nothing is measured yet.</p>
        ) : null}
      </section>
    </main>
  );
}
