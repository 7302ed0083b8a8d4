import type { Metadata } from "next";
import * as z from "zod";
import { MAX_TO_A_HEARTH, type ClassNeeds } from "@/core/climb/classes";
import { idSchema } from "@/core/units/fields";
import { STEP_NAMES } from "@/core/trade/steps";
import type { LengthUnit } from "@/core/units/length";
import { printBothUnits } from "@/core/units/print";
import { isInstructor, STAFF } from "@/data/actor";
import {
  listClassesToCome,
  planClass,
  type ClassLearner,
  type SchoolClass,
} from "@/data/queries/classes";
import { ClimbTabs } from "@/ui/climb/ClimbTabs";
import { SetForAll } from "@/ui/climb/SetForAll";
import { SetNext } from "@/ui/climb/SetNext";
import { Link } from "@/ui/kit/Link";
import { PrintButton } from "@/ui/kit/PrintButton";
import { MiniStair } from "@/ui/stair/MiniStair";
import { classInWords, hoursInWords } from "@/ui/words/classes";
import { nextReasonInWords } from "@/ui/words/climb";
import { requireActor, recordsOf, requestTime } from "../../../server";

export const metadata: Metadata = { title: "The next class" };

const querySchema = z.object({ class: idSchema.nullable().catch(null).default(null) });

/** So many classes ahead can be looked at. */
const AHEAD = 6;

export default async function ClassPage({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}) {
  const actor = await requireActor(STAFF);
  const database = recordsOf(actor);
  const asked = querySchema.parse(await searchParams).class;
  const classes = await listClassesToCome(database, actor, requestTime());
  const chosen = classes.find(({ id }) => id === asked) ?? classes[0];
  if (!chosen)
    return (
      <main className="p-5">
        <ClimbTabs />
        <h1 className="font-slab text-27 font-semibold">The next class</h1>
        <p className="mt-3 border-t-2 border-ink bg-sheet p-5 text-17">
          No class is planned. Plan the term’s under{" "}
          <Link href="/prepare#classes" className="link">
            Prepare
          </Link>
          , and what everybody makes next stands here.
        </p>
      </main>
    );
  const { techniques, learners, needs } = await planClass(database, actor, chosen);
  const nameOf = new Map(techniques.map(({ id, name }) => [id, name]));
  const techniqueOf = (id: string) => nameOf.get(id) ?? "?";
  const toSet = learners.flatMap(({ learner, next }) =>
    next && !next.set ? [{ learnerId: learner.id, revisionId: next.revisionId }] : [],
  );
  const sets = isInstructor(actor);
  return (
    <div className="grid grow xl:grid-cols-[minmax(0,1fr)_340px]">
      <main className="min-w-0 p-5">
        <ClimbTabs />
        <header className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
          <h1 className="font-slab text-27 font-semibold">
            {chosen.cohort}, {classInWords(chosen)}
          </h1>
          <p className="quiet text-15">
            {hoursInWords(chosen.minutes)}, {hearthsInWords(chosen.hearths)}
          </p>
          <PrintButton />
        </header>
        <OtherClasses classes={classes.slice(0, AHEAD)} chosen={chosen} />
        {learners.length === 0 ? (
          <p className="border-t-2 border-ink bg-sheet p-5 text-17">
            Nobody is in this cohort yet.
          </p>
        ) : (
          <table className="ledger text-15">
            <thead className="max-sm:hidden">
              <tr>
                <th scope="col">Learner</th>
                <th scope="col">Makes</th>
                <th scope="col">Going stale by then</th>
              </tr>
            </thead>
            <tbody>
              {learners.map((row) => (
                <LearnerRow key={row.learner.id} row={row} techniqueOf={techniqueOf} sets={sets} />
              ))}
            </tbody>
          </table>
        )}
        {sets && toSet.length > 0 ? <SetForAll toSet={toSet} /> : null}
      </main>
      <NeedsSlate of={chosen} learners={learners} needs={needs} unit={actor.firstUnit} />
    </div>
  );
}

const hearthsInWords = (count: number) => (count === 1 ? "one hearth" : `${count} hearths`);

function OtherClasses({
  classes,
  chosen,
}: {
  classes: readonly SchoolClass[];
  chosen: SchoolClass;
}) {
  return (
    <nav aria-label="Classes" className="no-print mt-1 mb-3 flex flex-wrap text-15">
      {classes.map((one) => (
        <Link
          key={one.id}
          href={`/climb/class?class=${one.id}`}
          aria-current={one.id === chosen.id ? "true" : undefined}
          className={`flex min-h-11 items-center border-b-[3px] px-3 first:-ml-3 ${one.id === chosen.id ? "border-ink font-semibold" : "border-transparent text-ink-2"}`}
        >
          {classInWords(one)}
        </Link>
      ))}
    </nav>
  );
}

/** So many stale techniques are named of each learner. */
const NAMED = 2;

function LearnerRow({
  row: { learner, next, then, alsoSet, due, stuck },
  techniqueOf,
  sets,
}: {
  row: ClassLearner;
  techniqueOf: (id: string) => string;
  sets: boolean;
}) {
  return (
    <tr className="break-inside-avoid max-sm:block max-sm:border-b max-sm:border-rule-strong">
      <td className="w-44 align-top max-sm:block max-sm:w-auto max-sm:!border-0">
        <Link href={`/climb/${learner.id}`} className="link font-semibold">
          {learner.name}
        </Link>
        <span className="quiet block text-13">{learner.tagCode}</span>
        {stuck.length > 0 ? (
          <span className="block text-13">
            <b aria-hidden="true">!</b> stuck: {stuck.slice(0, NAMED).join(", ").toLowerCase()}
          </span>
        ) : null}
      </td>
      <td className="align-top max-sm:block max-sm:!border-0">
        {next ? (
          <>
            <Link href={`/set/${next.exerciseId}`} className="link font-semibold">
              {next.name}
            </Link>
            <span className="quiet text-13">
              {" "}
              {next.stock}, {next.minuteBudget} min
            </span>
            <span className="block text-13 text-ink-2">
              {next.reasons
                .slice(0, 2)
                .map((reason) => nextReasonInWords(reason, { techniqueOf }))
                .join(" ")}
            </span>
            {then ? <span className="block text-13">Then: {then}.</span> : null}
            {alsoSet.length > 0 ? (
              <span className="quiet block text-13">Also set: {alsoSet.join(", ")}.</span>
            ) : null}
            {sets ? (
              <div className="no-print">
                <SetNext learnerId={learner.id} choice={next} />
              </div>
            ) : null}
          </>
        ) : (
          <span className="quiet">Nothing is ready to be set.</span>
        )}
      </td>
      <td className="w-56 align-top text-13 max-sm:block max-sm:w-auto max-sm:!border-0">
        <span className="quiet hidden max-sm:block">Going stale by then</span>
        {due.length === 0 ? <span className="quiet">nothing</span> : null}
        {due.slice(0, NAMED).map(({ technique, step, chance }) => (
          <span key={technique} className="mb-1 flex items-end gap-2">
            <MiniStair step={step} stale size="small" />
            <span>
              {technique}, at “{STEP_NAMES[step]}”: {Math.round(chance * 100)} in a hundred
            </span>
          </span>
        ))}
        {due.length > NAMED ? <span className="quiet">and {due.length - NAMED} more</span> : null}
      </td>
    </tr>
  );
}

/** What has to be there, on the slate. */
function NeedsSlate({
  of,
  learners,
  needs: { bars, kg, welds, toAHearth },
  unit,
}: {
  of: SchoolClass;
  learners: readonly ClassLearner[];
  needs: ClassNeeds;
  unit: LengthUnit;
}) {
  const makers = learners.filter(({ next }) => next !== null).length;
  const warnings = [
    ...(toAHearth > MAX_TO_A_HEARTH
      ? [`${toAHearth} to a hearth: more than ${MAX_TO_A_HEARTH} wait for each other.`]
      : []),
    ...(welds > 0
      ? [
          `${welds === 1 ? "One piece needs" : `${welds} pieces need`} a welding heat: clean fire, eyes shaded, nobody in the way of the sparks.`,
        ]
      : []),
  ];
  return (
    <aside aria-label="To have ready" className="bg-slate p-6 text-chalk">
      <p className="text-13 text-chalk-2">
        {of.cohort}, {classInWords(of)}
      </p>
      <h2 className="mt-1 font-slab text-27 font-semibold">
        {makers === 1 ? "One piece" : `${makers} pieces`}, {kg.toFixed(1)} kg of bar
      </h2>
      {bars.length > 0 ? (
        <>
          <p className="mt-2 text-15 text-chalk-2">
            For the first piece of each that isn’t begun, with what scales away.{" "}
            <Link href={`/prepare/${of.id}`} className="underline underline-offset-3">
              Which bars to saw it from, and who is at which fire
            </Link>
          </p>
          <ul aria-label="To cut" className="mt-3 text-15">
            {bars.map(({ section, lengths, totalMm }) => (
              <li key={section} className="border-t border-slate-rule py-2">
                <b>{section}</b>
                <span className="block text-chalk-2">
                  {lengths === 1 ? "one length" : `${lengths} lengths`},{" "}
                  {printBothUnits(totalMm, unit)}
                </span>
              </li>
            ))}
          </ul>
        </>
      ) : null}
      <ul className="mt-4">
        {warnings.map((warning) => (
          <li key={warning} className="border-t border-slate-rule py-3 text-15">
            {warning}
          </li>
        ))}
      </ul>
      <p className="mt-4 text-13 text-chalk-2">
        Local rules and the responsible instructor decide what is safe to make.
      </p>
    </aside>
  );
}
