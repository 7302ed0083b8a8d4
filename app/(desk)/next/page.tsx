import type { Metadata } from "next";
import { planPiece } from "@/core/piece/plan";
import { printSection } from "@/core/section/spoken";
import { STEP_NAMES } from "@/core/trade/steps";
import type { LengthUnit } from "@/core/units/length";
import { isStaff } from "@/data/actor";
import type { LearnerPiece } from "@/data/queries/climb";
import { findExercise } from "@/data/queries/exercises";
import { findLearnerOverview, type LearnerOverview } from "@/data/queries/learner";
import { BarDrawing } from "@/ui/bar/BarDrawing";
import { KeepOffline } from "@/ui/offline/KeepOffline";
import { RunDots } from "@/ui/stair/RunDots";
import { nextReasonInWords, towardsInWords } from "@/ui/words/climb";
import { adviceInWords, marksInWords, OUTCOME_WORDS } from "@/ui/words/verdict";
import { forbidden } from "next/navigation";
import { requireActor, services } from "../../server";
import { Link } from "@/ui/kit/Link";

export const metadata: Metadata = { title: "Next" };

export default async function NextPage() {
  const actor = await requireActor();
  if (isStaff(actor)) forbidden();
  const { database } = services();
  const overview = await findLearnerOverview(database, actor, actor.personId);
  const assignment = overview.assignments.find(({ id }) => id === overview.next?.assignmentId);
  const exercise = assignment
    ? await findExercise(database, actor, assignment.exerciseId, assignment.revisionId)
    : null;
  const last = overview.pieces.find(({ computed }) => computed);
  const unit = actor.firstUnit;
  return (
    <main className="mx-auto w-full max-w-2xl pb-10">
      <KeepOffline paths={exercise ? [`/sheet/${exercise.id}`, "/measure"] : []} />
      <section className="p-4 sm:p-5">
        <p className="quiet text-15">Next piece</p>
        {exercise && overview.next ? (
          <>
            <h1 className="mt-1 font-slab text-27 font-semibold">{exercise.name}</h1>
            <p className="text-15 text-ink-2">
              {exercise.technique.name}, step {exercise.step}. {nextReasonInWords(overview.next)}
            </p>
            <NextBar piece={exercise.revision.content.piece} unit={unit} />
            <Link href={`/sheet/${exercise.id}`} className="button button-main mt-3 w-full">
              Open the sheet
            </Link>
          </>
        ) : (
          <>
            <h1 className="mt-1 font-slab text-27 font-semibold">Nothing is set for you</h1>
            <p className="text-15 text-ink-2">Ask your instructor what to make next.</p>
          </>
        )}
      </section>
      {last ? <LastVerdict piece={last} unit={unit} /> : null}
      <Progress
        overview={overview}
        techniqueId={assignment?.techniqueId}
        technique={assignment?.technique}
      />
    </main>
  );
}

function NextBar({ piece, unit }: { piece: Parameters<typeof planPiece>[0]; unit: LengthUnit }) {
  const plan = planPiece(piece);
  return (
    <div className="mt-3 border-x border-b border-t-[3px] border-rule border-t-ink bg-sheet p-2">
      <BarDrawing piece={piece} plan={plan} view="marked" unit={unit} widthPx={420} />
      <p className="pb-1 text-center text-15 text-ink-2">
        from {printSection(piece.stock.section, unit)}, marks from end A
      </p>
    </div>
  );
}

function LastVerdict({ piece, unit }: { piece: LearnerPiece; unit: LengthUnit }) {
  const { computed } = piece;
  if (!computed?.outcome) return null;
  const [first] = computed.advice;
  const advice = first ? adviceInWords(first, unit) : null;
  return (
    <section aria-label="Your last piece" className="bg-slate p-4 text-chalk sm:p-5">
      <p className="text-13 text-chalk-2">
        Your last piece, {piece.exercise} {piece.tag}
      </p>
      <p className="font-slab text-27 font-semibold">
        {OUTCOME_WORDS[computed.outcome]}
        <span className="ml-3 text-17 font-normal text-chalk-2">
          {marksInWords(computed.marks)} of 100
        </span>
      </p>
      {advice ? (
        <p className="text-15 text-chalk-2">
          {advice.head} {advice.why}
        </p>
      ) : null}
      <Link href={`/piece/${piece.id}`} className="link flex min-h-11 items-center text-15">
        Every reading, and why
      </Link>
    </section>
  );
}

function Progress({
  overview,
  techniqueId,
  technique,
}: {
  overview: LearnerOverview;
  techniqueId: string | undefined;
  technique: string | undefined;
}) {
  const standing = techniqueId ? overview.standings.get(techniqueId) : undefined;
  if (!standing?.towards) return null;
  const { step, have, need } = standing.towards;
  return (
    <section aria-label="How far" className="p-4 sm:p-5">
      <p className="text-15 text-ink-2">
        Towards “{STEP_NAMES[step]}” in {technique?.toLowerCase()}
      </p>
      <p className="mt-1 flex items-center gap-3 text-15">
        <RunDots have={have} need={need} />
        {towardsInWords(standing.towards)}
      </p>
    </section>
  );
}
