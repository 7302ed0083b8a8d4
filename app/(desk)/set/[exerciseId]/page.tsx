import type { Metadata } from "next";
import { notFound } from "next/navigation";
import * as z from "zod";
import { machinesOf } from "@/core/exercise/machines";
import { idSchema } from "@/core/units/fields";
import { STEP_NAMES } from "@/core/trade/steps";
import { isInstructor, STAFF } from "@/data/actor";
import { listOpenAssignments } from "@/data/queries/assignments";
import { findExercise, listRevisions, type ListedRevision } from "@/data/queries/exercises";
import { listClearances, listRoster } from "@/data/queries/people";
import { BarDrawing } from "@/ui/bar/BarDrawing";
import { ForgedBar } from "@/ui/bar/ForgedBar";
import { PieceFigure } from "@/ui/drawing/PieceFigure";
import { Link } from "@/ui/kit/Link";
import { AssignForm } from "@/ui/set/AssignForm";
import { Downloads } from "@/ui/set/Downloads";
import { ExerciseBody } from "@/ui/set/ExerciseBody";
import { ExerciseActions } from "@/ui/set/ExerciseActions";
import { LayoutMarks } from "@/ui/set/LayoutMarks";
import { MeasuringPlan } from "@/ui/set/MeasuringPlan";
import { PartList } from "@/ui/set/PartList";
import { SectionTitle } from "@/ui/set/SectionTitle";
import { Stages } from "@/ui/set/Stages";
import { StockAnswer } from "@/ui/set/StockAnswer";
import { findTracedTemplate } from "@/data/queries/outlines";
import { WayOfWorking } from "@/ui/set/WayOfWorking";
import { dayInWords } from "@/ui/words/when";
import { budgetInWords } from "@/ui/words/stage";
import { orNotFound, requireActor, recordsOf } from "../../../server";

interface Params {
  params: Promise<{ exerciseId: string }>;
  searchParams: Promise<{ revision?: string }>;
}

export const metadata: Metadata = { title: "Exercise" };

const revisionSchema = z.object({ revision: idSchema.optional().catch(undefined) });

export default async function ExercisePage({ params, searchParams }: Params) {
  const actor = await requireActor(STAFF);
  const id = idSchema.safeParse((await params).exerciseId);
  if (!id.success) notFound();
  const asked = revisionSchema.parse(await searchParams).revision;
  const database = recordsOf(actor);
  const exercise = await orNotFound(findExercise(database, actor, id.data, asked));
  const revisions = await listRevisions(database, actor, exercise.id);
  const { revision } = exercise;
  const { content, reckoned } = revision;
  const { piece } = content;
  const { plan } = reckoned;
  const unit = actor.firstUnit;
  const latest = revisions[0]?.id === revision.id;
  const roster = await listRoster(database, actor);
  const clearances = await listClearances(database, actor);
  const machines = machinesOf(content);
  const traced = await findTracedTemplate(database, actor, revision.id);
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
      notCleared: machines.filter((one) => !clearances.get(personId)?.includes(one)),
    }));
  const header = (
    <>
      <header className="mb-3 flex flex-wrap items-baseline gap-x-4">
        <h1 className="font-slab text-27 font-semibold">{exercise.name}</h1>
        <p className="quiet text-15">
          {exercise.technique.name}, step {exercise.step} “{STEP_NAMES[exercise.step]}” ·{" "}
          {exercise.passes}
        </p>
      </header>
      {latest ? null : (
        <p role="status" className="mb-3 border-l-4 border-too-close bg-sheet px-3 py-2 text-15">
          This is revision {revision.number}, as it was published then.{" "}
          <Link href={`/set/${exercise.id}`} className="link">
            The latest
          </Link>
        </p>
      )}
    </>
  );
  const below = (
    <>
      <SectionTitle>Marks on the bar</SectionTitle>
      <LayoutMarks piece={piece} marks={reckoned.work.marks} unit={unit} />
      <PartList piece={piece} plan={plan} unit={unit} />
      <SectionTitle>It will be measured on</SectionTitle>
      <MeasuringPlan
        characteristics={reckoned.characteristics}
        grade={exercise.grade}
        unit={unit}
      />
      {content.tries.length > 0 ? (
        <>
          <SectionTitle>And tried</SectionTitle>
          <ul className="list-disc pl-6 text-15">
            {content.tries.map((question) => (
              <li key={question}>{question}</li>
            ))}
          </ul>
        </>
      ) : null}
      <SectionTitle>Steps of work</SectionTitle>
      <Stages stages={reckoned.work.stages} unit={unit} />
      <SectionTitle>How it is worked</SectionTitle>
      <WayOfWorking settings={content.settings} />
    </>
  );
  const aside = (
    <>
      <StockAnswer piece={piece} plan={plan} unit={unit} />
      <p className="mt-3 text-15">{budgetInWords(content.heatBudget, content.minuteBudget)}</p>
      <Downloads
        exerciseId={exercise.id}
        revisionId={revision.id}
        tracedFrom={traced?.tag ?? null}
        unit={unit}
      />
      {isInstructor(actor) ? (
        <>
          <ExerciseActions
            exerciseId={exercise.id}
            techniqueId={exercise.technique.id}
            step={exercise.step}
            retired={exercise.retired}
            content={content}
          />
          {exercise.retired ? null : (
            <section aria-label="Set it" className="mt-4 border-t-2 border-ink pt-3">
              <h2 className="mb-2 font-slab text-20 font-semibold">Set it for</h2>
              <AssignForm revisionId={revision.id} learners={learners} />
            </section>
          )}
        </>
      ) : null}
      <Revisions
        exerciseId={exercise.id}
        here={revision.id}
        revisions={revisions}
        timeZone={actor.timeZone}
      />
    </>
  );
  return (
    <ExerciseBody
      header={header}
      views={{
        marked: <BarDrawing piece={piece} plan={plan} view="marked" unit={unit} />,
        forged: <ForgedBar piece={piece} plan={plan} unit={unit} />,
        finished: <PieceFigure piece={piece} unit={unit} />,
      }}
      work={reckoned.work}
      unit={unit}
      boardHref={`/api/print/${revision.id}/board.pdf`}
      below={below}
      aside={aside}
    />
  );
}

function Revisions({
  exerciseId,
  here,
  revisions,
  timeZone,
}: {
  exerciseId: string;
  here: string;
  revisions: ListedRevision[];
  timeZone: string;
}) {
  return (
    <section aria-label="Revisions" className="mt-5 border-t-2 border-ink pt-3">
      <h2 className="font-slab text-20 font-semibold">Revisions</h2>
      <ul className="text-15">
        {revisions.map(({ id, number, publishedAt, publishedBy }) => (
          <li key={id}>
            <Link
              href={`/set/${exerciseId}?revision=${id}`}
              aria-current={id === here ? "true" : undefined}
              className={`flex min-h-11 items-center ${id === here ? "font-semibold" : "link"}`}
            >
              {number}, {dayInWords(publishedAt, timeZone)}, {publishedBy}
            </Link>
          </li>
        ))}
      </ul>
      {revisions.length > 1 ? (
        <Link
          href={`/set/${exerciseId}/compare`}
          className="link flex min-h-11 items-center text-15"
        >
          What moved between them
        </Link>
      ) : null}
    </section>
  );
}
