import { forgedSurface } from "@/core/drawing/forgedSurface";
import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { machinesOf } from "@/core/exercise/machines";
import { idSchema } from "@/core/units/fields";
import { DEFERENCE } from "@/core/trade/cautions";
import { STEP_NAMES } from "@/core/trade/steps";
import { isStaff } from "@/data/actor";
import { listClearances } from "@/data/queries/people";
import { findExercise } from "@/data/queries/exercises";
import { BarDrawing } from "@/ui/bar/BarDrawing";
import { PieceFigure } from "@/ui/drawing/PieceFigure";
import { Link } from "@/ui/kit/Link";
import { KeepOffline } from "@/ui/offline/KeepOffline";
import { PrintButton } from "@/ui/kit/PrintButton";
import { LayoutMarks } from "@/ui/set/LayoutMarks";
import { PartList } from "@/ui/set/PartList";
import { SectionTitle } from "@/ui/set/SectionTitle";
import { SheetPlan } from "@/ui/sheet/SheetPlan";
import { Stages } from "@/ui/set/Stages";
import { StockAnswer } from "@/ui/set/StockAnswer";
import { WayOfWorking } from "@/ui/set/WayOfWorking";
import { machinesInWords } from "@/ui/words/machines";
import { budgetInWords } from "@/ui/words/stage";
import { orNotFound, requireActor, recordsOf } from "../../../server";

export const metadata: Metadata = { title: "Exercise sheet" };

export default async function SheetPage({ params }: { params: Promise<{ exerciseId: string }> }) {
  const actor = await requireActor();
  const id = idSchema.safeParse((await params).exerciseId);
  if (!id.success) notFound();
  const database = recordsOf(actor);
  const exercise = await orNotFound(findExercise(database, actor, id.data));
  const { content, reckoned, number } = exercise.revision;
  const { piece } = content;
  const { plan } = reckoned;
  const unit = actor.firstUnit;
  const own = (await listClearances(database, actor)).get(actor.personId) ?? [];
  const notCleared = isStaff(actor)
    ? []
    : machinesOf(content).filter((machine) => !own.includes(machine));
  const shaped = (piece.features ?? []).length > 0 || (piece.parts ?? []).length > 0;
  const surface = forgedSurface(piece);
  const drawing = (view: "marked" | "forged") => (
    <>
      <div className="max-sm:hidden print:block">
        <BarDrawing piece={piece} plan={plan} view={view} surface={surface} unit={unit} />
      </div>
      <div className="sm:hidden print:hidden">
        <BarDrawing
          piece={piece}
          plan={plan}
          view={view}
          surface={surface}
          unit={unit}
          widthPx={440}
        />
      </div>
    </>
  );
  return (
    <main className="mx-auto w-full max-w-3xl p-5 print:p-0">
      <KeepOffline paths={[`/sheet/${exercise.id}/template`, `/sheet/${exercise.id}/stages`]} />
      <header className="border-t-[5px] border-ink pt-3">
        <div className="flex items-start justify-between gap-4">
          <h1 className="font-slab text-27 font-semibold">{exercise.name}</h1>
          <div className="no-print flex flex-wrap items-center justify-end gap-x-5">
            <Link
              href={`/sheet/${exercise.id}/stages`}
              className="link py-2.5 text-15 font-semibold"
            >
              By stages
            </Link>
            <Link href={`/sheet/${exercise.id}/template`} className="link py-2.5 text-15">
              Full-size template
            </Link>
            <PrintButton />
          </div>
        </div>
        <p className="text-15">
          {exercise.technique.name}, step {exercise.step} “{STEP_NAMES[exercise.step]}”:{" "}
          {exercise.passes}
        </p>
        <p className="quiet text-13">
          {actor.schoolName} · revision {number} ·{" "}
          {budgetInWords(content.heatBudget, content.minuteBudget)}
        </p>
      </header>
      <div className="mt-5">
        <StockAnswer piece={piece} plan={plan} unit={unit} />
      </div>
      {shaped ? (
        <>
          <SectionTitle>As finished</SectionTitle>
          <div className="border border-rule bg-sheet p-2">
            <PieceFigure piece={piece} unit={unit} widthPx={620} heightPx={320} />
          </div>
        </>
      ) : null}
      <SectionTitle>As marked</SectionTitle>
      <div className="border border-rule bg-sheet p-2">{drawing("marked")}</div>
      <div className="mt-2">
        <LayoutMarks piece={piece} marks={reckoned.work.marks} unit={unit} />
        <PartList piece={piece} plan={plan} unit={unit} />
      </div>
      <SectionTitle>As forged</SectionTitle>
      <div className="border border-rule bg-sheet p-2">{drawing("forged")}</div>
      <SectionTitle>Steps of work</SectionTitle>
      <Stages stages={reckoned.work.stages} unit={unit} pictured />
      <p className="mt-3 text-15">
        <strong>Have ready:</strong> {reckoned.tools.join("; ")}.
      </p>
      <SectionTitle>How it is worked</SectionTitle>
      <WayOfWorking settings={content.settings} />
      <SectionTitle>Check it yourself</SectionTitle>
      <p className="quiet mb-2 text-13">Say it by eye first, then measure.</p>
      <SheetPlan characteristics={reckoned.characteristics} grade={exercise.grade} unit={unit} />
      {content.tries.length > 0 ? (
        <>
          <SectionTitle>Then try it</SectionTitle>
          <ul className="list-disc pl-5 text-15">
            {content.tries.map((question) => (
              <li key={question}>{question}</li>
            ))}
          </ul>
        </>
      ) : null}
      <section className="mt-5 break-inside-avoid border-2 border-ink p-4" aria-label="Cautions">
        <h2 className="font-slab text-20 font-semibold">Mind</h2>
        {notCleared.length > 0 ? (
          <p className="mb-2 text-15 font-semibold">
            You are not cleared for the {machinesInWords(notCleared)} yet: ask to be shown, or have
            that done by somebody who is.
          </p>
        ) : null}
        <ul className="list-disc pl-5 text-15">
          {reckoned.cautions.map((caution) => (
            <li key={caution}>{caution}</li>
          ))}
        </ul>
        <p className="mt-2 text-15 font-semibold">{DEFERENCE}</p>
      </section>
    </main>
  );
}
