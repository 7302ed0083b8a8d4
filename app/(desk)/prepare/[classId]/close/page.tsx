import { findHousekeeping } from "@/data/queries/school";
import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { floorOf, minutesOf } from "@/core/floor/floor";
import { figuresOf, type ExerciseFigures } from "@/core/floor/figures";
import { idSchema } from "@/core/units/fields";
import { printMeasured } from "@/core/units/print";
import { isInstructor, STAFF } from "@/data/actor";
import { listSawn } from "@/data/queries/evening";
import { findFloor } from "@/data/queries/floor";
import { CloseClass } from "@/ui/evening/CloseClass";
import { Link } from "@/ui/kit/Link";
import { eveningInWords } from "@/ui/words/classes";
import { countOf } from "@/ui/words/count";
import { moneyInWords } from "@/ui/words/money";
import { dayInWords } from "@/ui/words/when";
import { orNotFound, requestTime, requireActor, recordsOf } from "../../../../server";

export const metadata: Metadata = { title: "Close the evening" };

const ADVICE: Record<NonNullable<ExerciseFigures["advice"]>, string> = {
  longer: "It takes longer than its budget foresees: give it more, or a smaller piece.",
  shorter: "It takes far less than its budget foresees: the budget can come down.",
  spoiled: "Several were spoiled: show it before they begin.",
};

export default async function ClosePage({ params }: { params: Promise<{ classId: string }> }) {
  const actor = await requireActor(STAFF);
  const id = idSchema.safeParse((await params).classId);
  if (!id.success) notFound();
  const database = recordsOf(actor);
  const { of, fires, learners, exercises, before, events } = await orNotFound(
    findFloor(database, actor, id.data),
  );
  const [{ currency, fuelPrice }, sawn] = await Promise.all([
    findHousekeeping(database, actor),
    listSawn(database, of.id),
  ]);
  const floor = floorOf(events, of.stopsAt, before);
  const foreseen = new Map(exercises.map((one) => [one.revisionId, one]));
  // Looked at before it is over, no minute runs beyond that.
  const endsAt = Math.min(of.stopsAt, requestTime());
  const figures = figuresOf(floor, of.id, { foreseen, endsAt });
  const unfinished = [...floor.works.values()].filter(({ state }) => state === "open");
  const kg = sawn.reduce((sum, one) => sum + one.kg, 0);
  const cost = sawn.reduce((sum, one) => sum + (one.cost ?? 0), 0);
  const lit = fires.filter(({ id: own, heats }) => heats && !of.firesOut.includes(own)).length;
  const fuel = (fuelPrice ?? 0) * lit;
  const back = sawn.filter(({ offcutMm }) => offcutMm > 0);
  const nameOf = new Map(learners.map((one) => [one.id, one.name]));
  const change = figures.filter(({ advice }) => advice !== null);
  return (
    <div className="grid grow xl:grid-cols-[minmax(0,1fr)_344px]">
      <main className="min-w-0 p-5">
        <h1 className="font-slab text-27 font-semibold">{eveningInWords(of)}, as it went</h1>
        <p className="quiet mb-4 text-15">
          {dayInWords(of.day)}, {of.cohort}
        </p>
        <section aria-label="Pieces">
          <h2 className="mb-1 font-slab text-20 font-semibold">Pieces</h2>
          {figures.length === 0 ? (
            <p className="quiet text-15">Nobody worked on a piece.</p>
          ) : (
            <table className="ledger text-15">
              <thead>
                <tr>
                  <th scope="col">Exercise</th>
                  <th scope="col">Handed over</th>
                  <th scope="col">Unfinished</th>
                  <th scope="col">Spoiled</th>
                  <th scope="col">Minutes</th>
                  <th scope="col">Heats</th>
                </tr>
              </thead>
              <tbody>
                {figures.map((one) => (
                  <tr key={one.revisionId}>
                    <td className="font-semibold">{one.name}</td>
                    <td>{one.handedOver}</td>
                    <td>{one.unfinished}</td>
                    <td>{one.spoiled}</td>
                    <td>{ofForeseen(one.minutes, one.foreseen.minutes)}</td>
                    <td>{ofForeseen(one.heats, one.foreseen.heats)}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          )}
        </section>
        <section aria-label="Goes on next time" className="mt-6">
          <h2 className="mb-1 font-slab text-20 font-semibold">Goes on next time</h2>
          {unfinished.length === 0 ? (
            <p className="quiet text-15">Nothing is left in the fire.</p>
          ) : (
            <ul className="border-t-2 border-ink bg-sheet text-15">
              {unfinished.map((work) => {
                const exercise = foreseen.get(work.revisionId);
                const count = exercise?.stages.length ?? 0;
                return (
                  <li key={work.id} className="border-b border-rule px-3 py-2">
                    <b>{nameOf.get(work.learnerId)}</b>, {exercise?.name}:{" "}
                    {work.stages < count
                      ? `stage ${work.stages + 1} of ${count}`
                      : "ready for the bench"}
                    , {countOf(work.heats, "heat")}, {Math.round(minutesOf(work, endsAt))} min so
                    far
                  </li>
                );
              })}
            </ul>
          )}
        </section>
        <section aria-label="Steel and money" className="mt-6">
          <h2 className="mb-1 font-slab text-20 font-semibold">Steel and money</h2>
          <p className="text-15">
            {sawn.length === 0
              ? "No bar was sawn for it."
              : `${countOf(sawn.length, "bar")} sawn, ${kg.toFixed(2)} kg used${cost > 0 ? ` for ${moneyInWords(cost, currency)}` : ""}.`}{" "}
            {fuel > 0
              ? `Fuel of ${countOf(lit, "fire")}: ${moneyInWords(fuel, currency)}${cost > 0 ? `, ${moneyInWords(cost + fuel, currency)} in all` : ""}.`
              : ""}{" "}
            {back.length > 0
              ? `Back on the rack: ${back.map(({ stock, offcutMm }) => `${stock} ${printMeasured(offcutMm, "mm", actor.firstUnit)}`).join(", ")}.`
              : ""}
          </p>
        </section>
      </main>
      <aside aria-label="For next week" className="flex flex-col bg-slate p-6 text-chalk">
        <p className="text-13 text-chalk-2">For next week</p>
        <h2 className="mt-1 font-slab text-27 leading-tight font-semibold">
          {change.length === 0
            ? "Leave it as it is"
            : `Look at ${countOf(change.length, "exercise")}`}
        </h2>
        <ol className="mt-4 grow">
          {change.map(({ revisionId, name, advice }) => (
            <li key={revisionId} className="border-t border-slate-rule py-3">
              <h3 className="text-17 font-semibold">{name}</h3>
              <p className="text-15 text-chalk-2">{ADVICE[advice!]}</p>
            </li>
          ))}
        </ol>
        {isInstructor(actor) ? (
          <CloseClass classId={of.id} isClosed={of.closedAt !== null} />
        ) : null}
        <Link
          href={`/prepare/${of.id}`}
          className="flex min-h-11 items-center underline underline-offset-3"
        >
          As it was planned
        </Link>
      </aside>
    </div>
  );
}

const ofForeseen = (value: number | null, foreseen: number) =>
  value === null ? "" : `${Math.round(value)} of ${foreseen}`;
