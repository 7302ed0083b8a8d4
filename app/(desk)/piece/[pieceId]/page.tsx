import { advise } from "@/core/advice/advise";
import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { likelyCauses } from "@/core/cause/likely";
import { signsOf } from "@/core/cause/signs";
import { askedOf, isClosed, recordOf, verdictOf, type BenchPiece } from "@/core/records/bench";
import { idSchema } from "@/core/units/fields";
import { planPiece } from "@/core/piece/plan";
import { defectKind } from "@/core/trade/defects";
import type { Judgement } from "@/core/measure/judge";
import { judgePiece } from "@/core/verdict/judgePiece";
import { isStaff } from "@/data/actor";
import { findBenchPiece } from "@/data/queries/bench";
import { findCauseHistory } from "@/data/queries/causes";
import { ForgedBar } from "@/ui/bar/ForgedBar";
import { Link } from "@/ui/kit/Link";
import { CauseList } from "@/ui/bench/CauseList";
import { Photos } from "@/ui/bench/Photos";
import { ReadingTable } from "@/ui/measure/ReadingTable";
import { EnoughNote } from "@/ui/slate/EnoughNote";
import { SlateMarks, SlateVerdict } from "@/ui/slate/SlateVerdict";
import { orNotFound, requireActor, recordsOf } from "../../../server";

export const metadata: Metadata = { title: "Piece" };

export default async function PiecePage({ params }: { params: Promise<{ pieceId: string }> }) {
  const actor = await requireActor();
  const id = idSchema.safeParse((await params).pieceId);
  if (!id.success) notFound();
  const database = recordsOf(actor);
  const piece = await orNotFound(findBenchPiece(database, actor, id.data));
  const selfCheck = judgedAtOwnBench(
    await findBenchPiece(database, actor, id.data, { selfCheck: true }),
  );
  const verdict = verdictOf(piece, advise);
  const history = await findCauseHistory(database, actor, {
    pieceId: piece.id,
    learnerId: piece.learner.id,
  });
  const signs = signsOf({ characteristics: piece.characteristics, verdict });
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
        <EnoughNote verdict={verdict} closed={isClosed(piece)} />
        <CauseList
          causes={likelyCauses(signs, history.earlier, history.said, history.learned)}
          answers={history.learned.answers}
        />
        <div className="mt-3">
          <SlateMarks verdict={verdict} />
        </div>
      </section>
      <section aria-label="Readings" className="p-4 sm:p-5">
        <div className="mb-4 border border-rule bg-sheet p-2">
          <ForgedBar piece={piece.piece} plan={plan} unit={unit} pins={pins} widthPx={520} />
        </div>
        <ReadingTable inspected={verdict.judgements} selfChecked={selfCheck} unit={unit} />
        <div className="mt-4">
          <Photos pieceId={piece.id} photos={piece.photos} closed={isClosed(piece)} />
        </div>
        {!isStaff(actor) && !isClosed(piece) ? (
          <Link href={`/measure/${piece.id}`} className="button mt-4">
            Measure it yourself
          </Link>
        ) : null}
      </section>
    </main>
  );
}

/** What the learner's own readings came to, judged as the bench judges them. */
const judgedAtOwnBench = (piece: BenchPiece): Judgement[] =>
  judgePiece(askedOf(piece), recordOf(piece), piece.rules).judgements;
