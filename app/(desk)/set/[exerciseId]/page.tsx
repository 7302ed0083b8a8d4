import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { planPiece } from "@/core/piece/plan";
import { idSchema } from "@/core/records/commands";
import { STEP_NAMES, STEP_PASSES } from "@/core/trade/steps";
import { isInstructor, STAFF } from "@/data/actor";
import { findExercise, listOpenAssignments } from "@/data/queries/exercises";
import { listRoster } from "@/data/queries/people";
import { BarDrawing } from "@/ui/bar/BarDrawing";
import { BarViews } from "@/ui/bar/BarViews";
import { AssignForm } from "@/ui/set/AssignForm";
import { LayoutMarks } from "@/ui/set/LayoutMarks";
import { MeasuringPlan } from "@/ui/set/MeasuringPlan";
import { StockAnswer } from "@/ui/set/StockAnswer";
import { orNotFound, requireActor, services } from "../../../server";
import { Link } from "@/ui/kit/Link";

interface Params {
  params: Promise<{ exerciseId: string }>;
}

export const metadata: Metadata = { title: "Exercise" };

export default async function ExercisePage({ params }: Params) {
  const actor = await requireActor(STAFF);
  const id = idSchema.safeParse((await params).exerciseId);
  if (!id.success) notFound();
  const { database } = services();
  const exercise = await orNotFound(findExercise(database, actor, id.data));
  const { revision } = exercise;
  const { piece } = revision;
  const plan = planPiece(piece);
  const unit = actor.firstUnit;
  const roster = await listRoster(database, actor);
  const open = await listOpenAssignments(database, actor);
  const assigned = new Set(
    open.filter(({ exerciseId }) => exerciseId === exercise.id).map(({ learnerId }) => learnerId),
  );
  const learners = roster
    .filter(({ role }) => role === "learner")
    .map(({ id: personId, name, cohort }) => ({
      id: personId,
      name,
      cohort: cohort ?? "",
      assigned: assigned.has(personId),
    }));
  return (
    <main className="grid grow lg:grid-cols-[minmax(0,1fr)_320px]">
      <div className="p-5">
        <header className="mb-3 flex flex-wrap items-baseline gap-x-4">
          <h1 className="font-slab text-27 font-semibold">{exercise.name}</h1>
          <p className="quiet text-15">
            {exercise.technique.name}, step {exercise.step} “{STEP_NAMES[exercise.step]}” ·{" "}
            {STEP_PASSES[exercise.step]}
          </p>
        </header>
        <BarViews
          marked={<BarDrawing piece={piece} plan={plan} view="marked" unit={unit} />}
          forged={<BarDrawing piece={piece} plan={plan} view="forged" unit={unit} />}
        />
        <h2 className="mt-6 mb-2 font-slab text-20 font-semibold">Marks on the bar</h2>
        <LayoutMarks piece={piece} plan={plan} unit={unit} />
        <h2 className="mt-6 mb-2 font-slab text-20 font-semibold">It will be measured on</h2>
        <MeasuringPlan
          characteristics={revision.characteristics}
          grade={exercise.grade}
          unit={unit}
        />
        {revision.stepsOfWork.length > 0 ? (
          <>
            <h2 className="mt-6 mb-2 font-slab text-20 font-semibold">Steps of work</h2>
            <ol className="list-decimal space-y-1 pl-6 text-15">
              {revision.stepsOfWork.map((step) => (
                <li key={step}>{step}</li>
              ))}
            </ol>
          </>
        ) : null}
      </div>
      <div className="border-rule-strong p-5 max-lg:border-t lg:border-l">
        <StockAnswer piece={piece} plan={plan} unit={unit} />
        <p className="mt-3 text-15">
          {revision.heatBudget} heats, {revision.minuteBudget} minutes
        </p>
        <p className="mt-4 flex flex-wrap gap-x-5">
          <Link
            href={`/sheet/${exercise.id}`}
            className="link flex min-h-11 items-center text-15 font-semibold"
          >
            The sheet, to print
          </Link>
          <a
            href={`/api/piece/${revision.id}`}
            className="link flex min-h-11 items-center text-15 font-semibold"
            download
          >
            The piece file
          </a>
        </p>
        {isInstructor(actor) ? (
          <section aria-label="Set it" className="mt-4 border-t-2 border-ink pt-3">
            <h2 className="mb-2 font-slab text-20 font-semibold">Set it for</h2>
            <AssignForm revisionId={revision.id} learners={learners} />
          </section>
        ) : null}
      </div>
    </main>
  );
}
