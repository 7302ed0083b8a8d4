import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { USUAL_SAW, type SectionToSaw } from "@/core/evening/sawList";
import type { EveningPlan } from "@/core/evening/evening";
import { idSchema } from "@/core/units/fields";
import type { LengthUnit } from "@/core/units/length";
import { printMeasured } from "@/core/units/print";
import { isInstructor, STAFF } from "@/data/actor";
import { findEvening, type EveningData } from "@/data/queries/evening";
import { findShop, listCandidates } from "@/data/queries/next";
import { ChangeClass } from "@/ui/evening/ChangeClass";
import { Demonstrations } from "@/ui/evening/Demonstrations";
import { EveningSlate, type NotRight } from "@/ui/evening/EveningSlate";
import { PlanOfEvening } from "@/ui/evening/PlanOfEvening";
import { Timetable } from "@/ui/evening/Timetable";
import { ToSaw } from "@/ui/evening/ToSaw";
import { WhoMakes } from "@/ui/evening/WhoMakes";
import { Link } from "@/ui/kit/Link";
import { remedyInWords, whyInWords } from "@/ui/words/evening";
import { eveningInWords, movedInWords } from "@/ui/words/classes";
import { dayInWords } from "@/ui/words/when";
import { plannedEvening } from "../../../eveningPlan";
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
  const { plan, saw } = await plannedEvening(data, shop);
  const { of, learners, fires, demonstrations, instructors, sawn } = data;
  const manages = isInstructor(actor);
  const unit = actor.firstUnit;
  const away = learners.filter(({ attendance }) => attendance === "away");
  const there = instructors.filter(({ id: one }) => of.instructorIds.includes(one));
  const stays = staysDrawn(plan, data);
  const table = {
    ...{ beganAt: of.beganAt, minutes: of.minutes, cleanUp: of.cleanUp },
    ...{ timeZone: actor.timeZone, fires: firesDrawn(data) },
    showings: plan.demonstrations.flatMap(({ id: one, fire, from, to }) => {
      const shown = demonstrations.find((demo) => demo.id === one);
      return shown ? [{ fire, from, to, who: shown.shownByName, what: shown.name }] : [];
    }),
  };
  const pieces = learners.reduce((sum, one) => sum + one.pieces.length, 0);
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
        {manages ? (
          <PlanOfEvening {...table} classId={of.id} hasFires={fires.length > 0} stays={stays} />
        ) : (
          <Timetable {...table} stays={stays} />
        )}
        <p className="quiet mt-1 text-13">
          {provedInWords(plan)} Waiting: {plan.waitingMinutes} min in all; {plan.moves} changes of
          fire.
        </p>
        <ToSaw
          classId={of.id}
          rows={sawRows(saw, data)}
          kerfMm={USUAL_SAW.kerfMm}
          unit={unit}
          sawn={{
            bars: sawn.length,
            kg: sawn.reduce((sum, { kg }) => sum + kg, 0),
            cost: sawn.reduce((sum, { cost }) => sum + (cost ?? 0), 0),
          }}
        />
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
      <EveningSlate
        classId={of.id}
        before={`Before ${dayInWords(of.day)}`}
        problems={problemsOf({ plan, saw, data, unit })}
        manages={manages}
      >
        <p className="mt-4 text-13 text-chalk-2">
          {pieces} pieces. Local rules and the responsible instructor decide what is safe to make.
        </p>
        <a className="button button-chalk mt-2 w-full" href={`/api/evening/${of.id}/evening.pdf`}>
          Print the evening
        </a>
        <Link href={`/floor?class=${of.id}`} className="mt-1 flex min-h-11 items-center underline">
          To the floor
        </Link>
      </EveningSlate>
    </div>
  );
}

/** How sure it is that no plan is better. */
const provedInWords = ({ isOptimal, finished, bound }: EveningPlan): string => {
  if (isOptimal) return "Proved: no plan finishes more, or as much with less waiting.";
  return finished >= bound
    ? "Proved: no plan finishes more. One with less waiting isn’t ruled out."
    : "One that finishes more isn’t ruled out.";
};

/** What isn't right with the evening yet: what is short, what doesn't fit, what can't be shown, who has nothing. */
function problemsOf({
  plan,
  saw,
  data,
  unit,
}: {
  plan: EveningPlan;
  saw: readonly SectionToSaw[];
  data: EveningData;
  unit: LengthUnit;
}): NotRight[] {
  const { learners, demonstrations } = data;
  const works = new Map(learners.flatMap(({ pieces }) => pieces.map((one) => [one.id, one])));
  const nameOf = new Map(learners.map(({ id, name }) => [id, name]));
  const names = {
    workOf: (id: string) => works.get(id)?.name ?? "?",
    demonstrationOf: (id: string) => demonstrations.find((one) => one.id === id)?.name ?? "?",
  };
  const shown = new Set(plan.demonstrations.map(({ id }) => id));
  if (learners.every(({ attendance }) => attendance === "away"))
    return [{ title: "Nobody comes", detail: "Say who does, or call it off under Prepare." }];
  return [
    ...plan.left.map(({ work, why, remedy }): NotRight => {
      const { learnerId, revisionId, name } = works.get(work)!;
      return {
        title: `${nameOf.get(learnerId)}’s ${name.toLowerCase()} doesn’t fit`,
        detail: [whyInWords(why, names), ...(remedy ? [remedyInWords(remedy)] : [])].join(" "),
        drop: { learnerId, revisionId },
        isPut: why.code === "kept-place-taken",
      };
    }),
    ...demonstrations
      .filter(({ id }) => !shown.has(id))
      .map(({ name, minutes }): NotRight => ({
        title: `There is no time to show ${name}`,
        detail: `It takes ${minutes} min of an instructor, of everybody it is for and of a place at a fire.`,
      })),
    ...saw
      .filter(({ short }) => short.length > 0)
      .map(({ stock, short, nearest }): NotRight => {
        const totalMm = short.reduce((sum, { mm }) => sum + mm + USUAL_SAW.kerfMm, 0);
        return {
          title: `${stock} is ${printMeasured(totalMm, "mm", unit)} short`,
          isShort: true,
          detail: `No bar on the rack is left for ${short.length} of it.${nearest ? ` The nearest section in hand is ${nearest}.` : ""}`,
        };
      }),
    ...learners
      .filter(({ attendance, pieces }) => attendance !== "away" && pieces.length === 0)
      .map(({ name }): NotRight => ({
        title: `${name} has nothing to make`,
        detail: "Nothing that is ready fits into the evening. Take a piece for them below.",
      })),
  ];
}
