import type { Metadata } from "next";
import { wantedCuts } from "@/core/evening/planning";
import { toBuy } from "@/core/evening/toBuy";
import { printMeasured } from "@/core/units/print";
import { STAFF } from "@/data/actor";
import { weeklyFrom } from "@/data/calendar";
import { listClasses } from "@/data/queries/classes";
import { findEvening, listRack } from "@/data/queries/evening";
import { PageTitle } from "@/ui/kit/PageTitle";
import { classInWords } from "@/ui/words/classes";
import { countOf } from "@/ui/words/count";
import { runInWorker } from "../../../workerPool";
import { requestTime, requireActor, recordsOf, today } from "../../../server";

export const metadata: Metadata = { title: "To buy" };

export default async function BuyPage() {
  const actor = await requireActor(STAFF);
  const database = recordsOf(actor);
  const [first, nextWeek] = weeklyFrom(today(actor), 2) as [string, string];
  const coming = await listClasses(database, actor, first);
  const classes = coming.filter(({ day }) => day < nextWeek);
  const [rack, evenings] = await Promise.all([
    listRack(database, actor),
    Promise.all(classes.map(({ id }) => findEvening(database, actor, id, requestTime()))),
  ]);
  const wanted = evenings.flatMap(({ learners, sawn, of }) =>
    wantedCuts(learners, sawn).map((one) => ({ ...one, id: `${of.id}:${one.id}` })),
  );
  const bought = toBuy(await runInWorker({ kind: "saw", wanted, rack }));
  const unit = actor.firstUnit;
  return (
    <main className="grow p-5">
      <PageTitle title="To buy" under={{ href: "/prepare", label: "Prepare" }} />
      <p className="quiet mb-4 text-15">
        {classes.length === 0
          ? "No class is planned for the next seven days."
          : `For ${classes.map((one) => `${one.cohort}, ${classInWords(one)}`).join("; ")}: ${countOf(wanted.length, "length")} in all, what the rack holds taken off.`}
      </p>
      {bought.length === 0 ? (
        <p className="border-t-2 border-ink bg-sheet p-4 text-17">
          Nothing: the rack holds it all.
        </p>
      ) : (
        <table className="ledger text-15">
          <thead>
            <tr>
              <th scope="col">Section</th>
              <th scope="col">Bar, {unit}</th>
              <th scope="col">kg</th>
              <th scope="col">For</th>
              <th scope="col">Nearest in hand</th>
            </tr>
          </thead>
          <tbody>
            {bought.map((one) => (
              <tr key={`${one.stock} ${one.steel}`}>
                <td className="font-semibold">
                  {one.stock}
                  {one.steel === "mild" ? "" : `, ${one.steel.replace("-", " ")}`}
                </td>
                <td>{printMeasured(one.mm, "mm", unit)}</td>
                <td>{one.kg.toFixed(2)}</td>
                <td>
                  {one.lengths === 1 ? "1 length of" : `${one.lengths} lengths, the longest`}{" "}
                  {printMeasured(one.longestMm, "mm", unit)}
                </td>
                <td className="quiet">{one.nearest ?? "none"}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </main>
  );
}
