import type { Metadata } from "next";
import { planPiece } from "@/core/piece/plan";
import { printSection } from "@/core/section/spoken";
import { STEP_NAMES } from "@/core/trade/steps";
import type { LengthUnit } from "@/core/units/length";
import { isStaff } from "@/data/actor";
import { findLastVerdict, type LastVerdict } from "@/data/queries/climb";
import { listCalledOff, listClassesToCome } from "@/data/queries/classes";
import { findOwnFloor } from "@/data/queries/floor";
import { findExercise } from "@/data/queries/exercises";
import { findLearnerOverview, type LearnerOverview } from "@/data/queries/learner";
import { BarDrawing } from "@/ui/bar/BarDrawing";
import { KeepOffline } from "@/ui/offline/KeepOffline";
import { RunDots } from "@/ui/stair/RunDots";
import { OwnFloorLater } from "@/ui/floor/OwnFloorLater";
import { classInWords, movedInWords } from "@/ui/words/classes";
import { nextReasonInWords, towardsInWords } from "@/ui/words/climb";
import { adviceInWords, marksInWords, OUTCOME_WORDS } from "@/ui/words/verdict";
import { forbidden } from "next/navigation";
import type { SlateNote } from "@/ui/climb/NextSlate";
import { causeNotes, namesOf, staleNotes } from "../../climb/LearnerSlate";
import { requestTime, requireActor, recordsOf, today } from "../../server";
import { Link } from "@/ui/kit/Link";

export const metadata: Metadata = { title: "Next" };

export default async function NextPage() {
  const actor = await requireActor();
  if (isStaff(actor)) forbidden();
  const database = recordsOf(actor);
  const now = requestTime();
  const overview = await findLearnerOverview(database, actor, actor.personId, { now });
  // Only what was set has its sheet; the rest is the instructor's to set.
  const set = new Map(overview.assignments.map((one) => [one.exerciseId, one]));
  const first = overview.next.ranked.find(({ exerciseId }) => set.has(exerciseId));
  const assignment = first ? set.get(first.exerciseId) : undefined;
  const exercise = assignment
    ? await findExercise(database, actor, assignment.exerciseId, assignment.revisionId)
    : null;
  const last = await findLastVerdict(database, actor, actor.personId);
  const [[nextClass], calledOff, ownFloor] = await Promise.all([
    listClassesToCome(database, actor, now),
    listCalledOff(database, actor, today(actor)),
    findOwnFloor(database, actor, now),
  ]);
  const unit = actor.firstUnit;
  const named = { ...namesOf(overview), own: true };
  return (
    <main className="mx-auto w-full max-w-2xl pb-10">
      <KeepOffline
        paths={
          exercise ? [`/sheet/${exercise.id}`, `/sheet/${exercise.id}/stages`, "/measure"] : []
        }
      />
      {ownFloor ? (
        <OwnFloorLater
          key={ownFloor.of.id}
          data={ownFloor}
          personId={actor.personId}
          name={actor.name}
          timeZone={actor.timeZone}
          unit={unit}
        />
      ) : null}
      <ClassNews moved={nextClass?.movedFrom ?? null} calledOff={calledOff} />
      <section className="p-4 sm:p-5">
        <p className="quiet flex flex-wrap justify-between gap-x-4 text-15">
          <span>Next piece</span>
          {nextClass ? <span>Next class {classInWords(nextClass)}</span> : null}
        </p>
        {exercise && first ? (
          <>
            <h1 className="mt-1 font-slab text-27 font-semibold">{exercise.name}</h1>
            <p className="text-15 text-ink-2">
              {exercise.technique.name}, step {exercise.step}.{" "}
              {first.reasons
                .slice(0, 2)
                .map((reason) => nextReasonInWords(reason, named))
                .join(" ")}
            </p>
            <NextBar piece={exercise.revision.content.piece} unit={unit} />
            <Link href={`/sheet/${exercise.id}`} className="button button-main mt-3 w-full">
              Open the sheet
            </Link>
            <Link href={`/sheet/${exercise.id}/stages`} className="button mt-2 w-full">
              Make it stage by stage
            </Link>
          </>
        ) : (
          <NothingSet overview={overview} />
        )}
      </section>
      {last ? <LastSaid piece={last} unit={unit} /> : null}
      <Progress overview={overview} techniqueId={assignment?.techniqueId} />
      <Notes notes={[...staleNotes(overview, now), ...causeNotes(overview)]} />
    </main>
  );
}

/** What has changed about the classes to come: told where a learner looks first. */
function ClassNews({
  moved,
  calledOff,
}: {
  moved: string | null;
  calledOff: readonly { day: string; begins: string }[];
}) {
  if (moved === null && calledOff.length === 0) return null;
  return (
    <ul aria-label="Classes" className="border-l-[5px] border-ink bg-warning px-4 py-2 text-15">
      {moved === null ? null : <li>Your next class. {movedInWords(moved)}</li>}
      {calledOff.map((one) => (
        <li key={one.day}>Called off: the class of {classInWords(one)}.</li>
      ))}
    </ul>
  );
}

/** Nothing is set: what would be next, to ask for. */
function NothingSet({ overview }: { overview: LearnerOverview }) {
  const [first] = overview.next.ranked;
  const candidate = overview.candidates.find(({ exerciseId }) => exerciseId === first?.exerciseId);
  return (
    <>
      <h1 className="mt-1 font-slab text-27 font-semibold">Nothing is set for you</h1>
      <p className="text-15 text-ink-2">
        {candidate
          ? `Ask your instructor: ${candidate.name.toLowerCase()} would be next.`
          : "Ask your instructor what to make next."}
      </p>
    </>
  );
}

function Notes({ notes }: { notes: readonly SlateNote[] }) {
  if (notes.length === 0) return null;
  return (
    <ul aria-label="Besides" className="px-4 sm:px-5">
      {notes.map(({ title, detail }) => (
        <li key={title} className="border-t border-rule py-3 text-15">
          <strong className="block font-semibold">{title}</strong>
          <span className="text-ink-2">{detail}</span>
        </li>
      ))}
    </ul>
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

function LastSaid({ piece, unit }: { piece: LastVerdict; unit: LengthUnit }) {
  const { computed } = piece;
  if (!computed.outcome) return null;
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
          {advice.title}. {advice.detail}
        </p>
      ) : null}
      <Link href={`/piece/${piece.pieceId}`} className="link flex min-h-11 items-center text-15">
        Every reading, and why
      </Link>
    </section>
  );
}

function Progress({
  overview,
  techniqueId,
}: {
  overview: LearnerOverview;
  techniqueId: string | undefined;
}) {
  const standing = overview.standings.find((one) => one.techniqueId === techniqueId);
  if (!standing?.towards) return null;
  const { step, have, need, exerciseId } = standing.towards;
  const { techniqueOf } = namesOf(overview);
  return (
    <section aria-label="How far" className="p-4 sm:p-5">
      <p className="text-15 text-ink-2">
        Towards “{STEP_NAMES[step]}” in {techniqueOf(standing.techniqueId).toLowerCase()}
      </p>
      <p className="mt-1 flex flex-wrap items-center gap-3 text-15">
        <RunDots have={Math.min(have, need)} need={need} />
        {towardsInWords(standing.towards)}
        {exerciseId && have > 0 ? (
          <Link href={`/run/${exerciseId}`} className="link flex min-h-11 items-center">
            the run
          </Link>
        ) : null}
      </p>
    </section>
  );
}
