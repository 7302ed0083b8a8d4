import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { planPiece } from "@/core/piece/plan";
import { idSchema } from "@/core/records/commands";
import { DEFERENCE } from "@/core/trade/cautions";
import { STEP_NAMES, STEP_PASSES } from "@/core/trade/steps";
import { findExercise } from "@/data/queries/exercises";
import { BarDrawing } from "@/ui/bar/BarDrawing";
import { PrintButton } from "@/ui/sheet/PrintButton";
import { LayoutMarks } from "@/ui/set/LayoutMarks";
import { SheetPlan } from "@/ui/sheet/SheetPlan";
import { StockAnswer } from "@/ui/set/StockAnswer";
import { orNotFound, requireActor, services } from "../../../server";

export const metadata: Metadata = { title: "Exercise sheet" };

export default async function SheetPage({ params }: { params: Promise<{ exerciseId: string }> }) {
  const actor = await requireActor();
  const id = idSchema.safeParse((await params).exerciseId);
  if (!id.success) notFound();
  const exercise = await orNotFound(findExercise(services().database, actor, id.data));
  const { revision } = exercise;
  const plan = planPiece(revision.piece);
  const unit = actor.firstUnit;
  const drawing = (view: "marked" | "forged") => (
    <>
      <div className="max-sm:hidden print:block">
        <BarDrawing piece={revision.piece} plan={plan} view={view} unit={unit} />
      </div>
      <div className="sm:hidden print:hidden">
        <BarDrawing piece={revision.piece} plan={plan} view={view} unit={unit} widthPx={440} />
      </div>
    </>
  );
  return (
    <main className="mx-auto w-full max-w-3xl p-5 print:p-0">
      <header className="border-t-[5px] border-ink pt-3">
        <div className="flex items-start justify-between gap-4">
          <h1 className="font-slab text-27 font-semibold">{exercise.name}</h1>
          <PrintButton />
        </div>
        <p className="text-15">
          {exercise.technique.name}, step {exercise.step} “{STEP_NAMES[exercise.step]}”:{" "}
          {STEP_PASSES[exercise.step]}
        </p>
        <p className="quiet text-13">
          {actor.schoolName} · revision {revision.number} · {revision.heatBudget} heats,{" "}
          {revision.minuteBudget} minutes
        </p>
      </header>
      <div className="mt-5">
        <StockAnswer piece={revision.piece} plan={plan} unit={unit} />
      </div>
      <h2 className="mt-5 mb-1 font-slab text-20 font-semibold">As marked</h2>
      <div className="border border-rule bg-sheet p-2">{drawing("marked")}</div>
      <div className="mt-2">
        <LayoutMarks piece={revision.piece} plan={plan} unit={unit} />
      </div>
      <h2 className="mt-5 mb-1 font-slab text-20 font-semibold">As forged</h2>
      <div className="border border-rule bg-sheet p-2">{drawing("forged")}</div>
      {revision.stepsOfWork.length > 0 ? (
        <>
          <h2 className="mt-5 mb-1 font-slab text-20 font-semibold">Steps of work</h2>
          <ol className="list-decimal space-y-1 pl-6 text-15">
            {revision.stepsOfWork.map((step) => (
              <li key={step}>{step}</li>
            ))}
          </ol>
        </>
      ) : null}
      {revision.tools.length > 0 ? (
        <p className="mt-3 text-15">
          <strong>Have ready:</strong> {revision.tools.join("; ")}.
        </p>
      ) : null}
      <h2 className="mt-5 mb-1 font-slab text-20 font-semibold">Check it yourself</h2>
      <p className="quiet mb-2 text-13">Say it by eye first, then measure.</p>
      <SheetPlan characteristics={revision.characteristics} grade={exercise.grade} unit={unit} />
      <section className="mt-5 break-inside-avoid border-2 border-ink p-4" aria-label="Cautions">
        <h2 className="font-slab text-20 font-semibold">Mind</h2>
        <ul className="list-disc pl-5 text-15">
          {revision.cautions.map((caution) => (
            <li key={caution}>{caution}</li>
          ))}
        </ul>
        <p className="mt-2 text-15 font-semibold">{DEFERENCE}</p>
      </section>
    </main>
  );
}
