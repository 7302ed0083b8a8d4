import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { Suspense } from "react";
import { USUAL_SAW } from "@/core/evening/sawList";
import type { EveningPlan } from "@/core/evening/evening";
import { idSchema } from "@/core/units/fields";
import { isInstructor, STAFF, type Actor } from "@/data/actor";
import { findEvening, type EveningData } from "@/data/queries/evening";
import { findShop, listCandidates } from "@/data/queries/next";
import { ChangeClass } from "@/ui/evening/ChangeClass";
import { Demonstrations } from "@/ui/evening/Demonstrations";
import { EveningSlate } from "@/ui/evening/EveningSlate";
import { PlanArrived, PlanPlace, PlanStopped, PlanToCome } from "@/ui/evening/Planning";
import { PlanOfEvening } from "@/ui/evening/PlanOfEvening";
import { Timetable } from "@/ui/evening/Timetable";
import { ToSaw } from "@/ui/evening/ToSaw";
import { WhoMakes } from "@/ui/evening/WhoMakes";
import { Link } from "@/ui/kit/Link";
import { countOf } from "@/ui/words/count";
import { eveningInWords, hoursInWords, movedInWords } from "@/ui/words/classes";
import { dayInWords } from "@/ui/words/when";
import { plannedEvening, type PlannedEvening } from "../../../eveningPlan";
import { problemsOf } from "../../../eveningProblems";
import { firesDrawn, sawRows, staysDrawn } from "../../../eveningShown";
import { orNotFound, requestTime, requireActor, recordsOf } from "../../../server";

export const metadata: Metadata = { title: "The evening" };

export default async function EveningPage({ params }: { params: Promise<{ classId: string }> }) {
  const actor = await requireActor(STAFF);
  const id = idSchema.safeParse((await params).classId);
  if (!id.success) notFound();
  const database = recordsOf(actor);
  const data = await orNotFound(findEvening(database, actor, id.data, requestTime()));
  const [shop, shelf] = await Promise.all([
    findShop(database, actor),
    listCandidates(database, actor),
  ]);
  // What isn't the plan's is there at once; the plan comes when it is made.
  const planned = plannedEvening(actor, data, shop);
  const { of, learners, fires, demonstrations, instructors } = data;
  const manages = isInstructor(actor);
  const away = learners.filter(({ attendance }) => attendance === "away");
  const there = instructors.filter(({ id: one }) => of.instructorIds.includes(one));
  const pieces = learners.reduce((sum, one) => sum + one.pieces.length, 0);
  const slate = {
    classId: of.id,
    before: `Before ${dayInWords(of.day)}`,
    manages,
    children: (
      <>
        <p className="mt-4 text-13 text-chalk-2">
          {pieces} pieces. Local rules and the responsible instructor decide what is safe to make.
        </p>
        <a className="button button-chalk mt-2 w-full" href={`/api/evening/${of.id}/evening.pdf`}>
          Print the evening
        </a>
        <Link href={`/floor?class=${of.id}`} className="mt-1 flex min-h-11 items-center underline">
          To the floor
        </Link>
      </>
    ),
  };
  return (
    <div className="grid grow xl:grid-cols-[minmax(0,1fr)_344px]">
      <main className="min-w-0 p-5">
        <header className="mb-3 flex flex-wrap items-baseline gap-x-4">
          <h1 className="font-slab text-27 font-semibold">{eveningInWords(of)}</h1>
          <p className="quiet grow text-15">
            {dayInWords(of.day)}, {of.cohort}
            {there.length > 0 ? ` · ${there.map(({ name }) => name).join(", ")}` : ""}
          </p>
          <p className="text-15">
            {learners.length - away.length} come
            {away.length > 0 ? `, ${away.map(({ name }) => name).join(", ")} away` : ""}
          </p>
        </header>
        {of.movedFrom ? <p className="mb-2 text-15">{movedInWords(of.movedFrom)}</p> : null}
        <PlanPlace
          classId={of.id}
          of={`${countOf(pieces, "piece")} at ${countOf(Math.max(1, fires.length), "place")}`}
        >
          <Suspense fallback={<PlanToCome />}>
            <Plan actor={actor} data={data} planned={planned} />
          </Suspense>
        </PlanPlace>
        <WhoMakes
          classId={of.id}
          manages={manages}
          shelf={shelf.map(({ revisionId, name }) => ({ revisionId, name }))}
          rows={learners.map(({ pieces: own, ...learner }) => ({
            ...learner,
            pieces: own.map(({ work, ...one }) => ({ ...one, stagesDone: work?.stages ?? 0 })),
          }))}
        />
        <Link
          href={`/climb/class?class=${of.id}`}
          className="link mt-1 inline-flex min-h-11 items-center text-15"
        >
          Set first pieces, and see what is going stale
        </Link>
        {manages ? (
          <>
            <Demonstrations
              classId={of.id}
              demonstrations={demonstrations}
              learners={learners}
              pieces={[
                ...new Map(
                  learners.flatMap(({ pieces: own }) =>
                    own.map(({ revisionId, name }) => [revisionId, { id: revisionId, name }]),
                  ),
                ).values(),
              ].sort((a, b) => a.name.localeCompare(b.name))}
              instructors={instructors}
              fires={fires}
            />
            <ChangeClass of={of} fires={fires} instructors={instructors} />
          </>
        ) : null}
      </main>
      <Suspense fallback={<EveningSlate {...slate} problems={null} />}>
        <Slate {...slate} actor={actor} data={data} planned={planned} />
      </Suspense>
    </div>
  );
}

interface PlanProps {
  actor: Actor;
  data: EveningData;
  planned: Promise<PlannedEvening>;
}

/** Who is at which fire when, and the bars to saw. */
async function Plan({ actor, data, planned }: PlanProps) {
  const { plan, saw, isStopped } = await planned;
  const { of, fires, demonstrations, sawn } = data;
  const stays = staysDrawn(plan, data);
  const table = {
    ...{ beganAt: of.beganAt, minutes: of.minutes, cleanUp: of.cleanUp },
    ...{ timeZone: actor.timeZone, fires: firesDrawn(data) },
    showings: plan.demonstrations.flatMap(({ id: one, fire, from, to }) => {
      const shown = demonstrations.find((demo) => demo.id === one);
      return shown ? [{ fire, from, to, who: shown.shownByName, what: shown.name }] : [];
    }),
  };
  return (
    <>
      <PlanArrived />
      {isInstructor(actor) ? (
        <PlanOfEvening {...table} classId={of.id} hasFires={fires.length > 0} stays={stays} />
      ) : (
        <Timetable {...table} stays={stays} />
      )}
      <p className="quiet mt-1 text-13">
        {provedInWords(plan)} Waiting: {hoursInWords(plan.waitingMinutes)} in all; {plan.moves}{" "}
        changes of fire.
      </p>
      {isStopped ? <PlanStopped classId={of.id} /> : null}
      <ToSaw
        classId={of.id}
        rows={sawRows(saw, data)}
        kerfMm={USUAL_SAW.kerfMm}
        unit={actor.firstUnit}
        sawn={{
          bars: sawn.length,
          kg: sawn.reduce((sum, { kg }) => sum + kg, 0),
          cost: sawn.reduce((sum, { cost }) => sum + (cost ?? 0), 0),
        }}
      />
    </>
  );
}

type SlateProps = PlanProps & Omit<React.ComponentProps<typeof EveningSlate>, "problems">;

/** What Bell Step says of the evening, once it is planned. */
async function Slate({ actor, data, planned, ...slate }: SlateProps) {
  const { plan, saw } = await planned;
  return (
    <EveningSlate {...slate} problems={problemsOf({ plan, saw, data, unit: actor.firstUnit })} />
  );
}

/** How sure it is that no plan is better. */
const provedInWords = ({ isOptimal, finished, bound }: EveningPlan): string => {
  if (isOptimal) return "Proved: no plan finishes more, or as much with less waiting.";
  return finished >= bound
    ? "Proved: no plan finishes more. One with less waiting isn’t ruled out."
    : "One that finishes more isn’t ruled out.";
};
