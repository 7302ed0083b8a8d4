import type { Metadata } from "next";
import { defectKind } from "@/core/trade/defects";
import { STAFF } from "@/data/actor";
import { listDefectCounts, listItems, type ExerciseItem } from "@/data/queries/items";
import { Pareto } from "@/ui/charts/Pareto";
import { ClimbTabs } from "@/ui/climb/ClimbTabs";
import { Link } from "@/ui/kit/Link";
import { requestTime, requireActor, recordsOf } from "../../../server";
import { countOf } from "@/ui/words/count";

export const metadata: Metadata = { title: "Exercises and faults" };

const MONTH_MS = 30 * 86_400_000;

const VERDICTS: Record<ExerciseItem["verdict"], string> = {
  "few-pass": "Surely fewer than four in ten pass: look at the exercise, not the learners",
  backwards: "Passed by the weak more than by the strong: it tells the wrong way",
  "most-pass": "Surely more than seven in ten pass: it says little",
  tells: "Tells the strong from the weak",
  untold: "Too few to say whether it tells",
  "too-few": "Too few first tries to say",
};

export default async function ExercisesPage() {
  const actor = await requireActor(STAFF);
  const database = recordsOf(actor);
  const since = new Date(requestTime() - 2 * MONTH_MS);
  const [items, defects] = await Promise.all([
    listItems(database, actor),
    listDefectCounts(database, actor, { since }),
  ]);
  const wrong = items.filter(({ verdict }) => verdict === "few-pass");
  return (
    <main className="p-5">
      <ClimbTabs />
      <h1 className="font-slab text-27 font-semibold">Exercises and faults</h1>
      {wrong.length > 0 ? (
        <section aria-label="What to look at" className="mt-4 bg-slate p-5 text-chalk">
          <h2 className="font-slab text-20 font-semibold">
            {wrong.length === 1
              ? `${wrong[0]!.exercise} may be wrong`
              : `${wrong.length} exercises may be wrong`}
          </h2>
          {wrong.map((item) => (
            <p key={item.exerciseId} className="mt-1 text-15 text-chalk-2">
              <Link href={`/set/${item.exerciseId}`} className="link text-chalk">
                {item.exercise}
              </Link>
              : {item.passed} of {item.learners} passed at the first try
              {item.worst
                ? `; ${item.worst.name.toLowerCase()} is ${sideOf(item.worst)} on ${item.worst.off} of ${item.worst.of}`
                : ""}
              .
            </p>
          ))}
        </section>
      ) : null}
      <section aria-label="Exercises" className="mt-5 overflow-x-auto">
        <table className="ledger text-15">
          <thead>
            <tr>
              <th scope="col">Exercise</th>
              <th scope="col">Technique</th>
              <th scope="col" className="number">
                First tries passed
              </th>
              <th scope="col" className="number">
                Tells
              </th>
              <th scope="col">Off most often</th>
              <th scope="col">What it says</th>
            </tr>
          </thead>
          <tbody>
            {items.map((item) => (
              <tr key={item.exerciseId}>
                <td className="!py-0">
                  <Link
                    href={`/set/${item.exerciseId}`}
                    className="link flex min-h-11 items-center font-semibold"
                  >
                    {item.exercise}
                  </Link>
                </td>
                <td>
                  {item.technique}, step {item.step}
                </td>
                <td className="number">
                  {item.passed} of {item.learners}
                </td>
                <td className="number whitespace-nowrap">
                  {item.tells === null
                    ? "–"
                    : `${signed(item.tells.r)} (${signed(item.tells.low)} to ${signed(item.tells.high)})`}
                </td>
                <td>
                  {item.worst
                    ? `${item.worst.name}, ${sideOf(item.worst)} on ${item.worst.off} of ${item.worst.of}`
                    : ""}
                </td>
                <td className={item.verdict === "tells" ? "quiet" : ""}>
                  {VERDICTS[item.verdict]}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        {items.length === 0 ? (
          <p className="bg-sheet p-5 text-17">No assessed piece is signed yet.</p>
        ) : null}
        <p className="quiet mt-2 text-13">
          First tries, assessed and unaided. “Tells” is the correlation of passing it with passing
          the learner’s other exercises: near 1 it tells strong from weak, at 0 it doesn’t; in
          brackets what agrees with it at 95 %.
        </p>
      </section>
      <section aria-label="Faults" className="mt-8 max-w-4xl">
        <h2 className="mb-2 font-slab text-20 font-semibold">Faults of the last two months</h2>
        {defects.length === 0 ? (
          <p className="text-15 text-ink-2">None noted.</p>
        ) : (
          <Pareto
            what="Fault"
            counts={defects.map(({ kind, count, pieces, tenths }) => ({
              name: defectKind(kind)?.name ?? kind,
              count,
              detail: `on ${countOf(pieces, "piece")}`,
              tenths,
            }))}
          />
        )}
      </section>
    </main>
  );
}

const signed = (share: number) => share.toFixed(2).replace("-", "−");

const sideOf = ({ heavy, light }: NonNullable<ExerciseItem["worst"]>) =>
  heavy > 2 * light ? "heavy" : light > 2 * heavy ? "light" : "off";
