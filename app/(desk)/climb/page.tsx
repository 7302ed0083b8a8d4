import type { Metadata } from "next";
import { Fragment } from "react";
import { STEP_NAMES, STEPS, type Step } from "@/core/trade/steps";
import { STAFF } from "@/data/actor";
import { listStandings } from "@/data/queries/climb";
import { listTechniques } from "@/data/queries/techniques";
import { listRoster } from "@/data/queries/people";
import { MiniStair } from "@/ui/stair/MiniStair";
import { requireActor, services } from "../../server";
import { Link } from "@/ui/kit/Link";

export const metadata: Metadata = { title: "Climb" };

export default async function CohortPage() {
  const actor = await requireActor(STAFF);
  const { database } = services();
  const techniques = await listTechniques(database, actor);
  const learners = (await listRoster(database, actor)).filter(({ role }) => role === "learner");
  const cohorts = [...new Set(learners.map(({ cohort }) => cohort))];
  const standings = await listStandings(database, actor);
  const stepOf = new Map<string, Step>();
  for (const { learnerId, techniqueId, step } of standings) {
    const key = `${learnerId}/${techniqueId}`;
    stepOf.set(key, Math.max(step, stepOf.get(key) ?? 0) as Step);
  }
  return (
    <main className="p-5">
      <header className="mb-3 flex flex-wrap items-baseline gap-x-4 gap-y-2">
        <h1 className="font-slab text-27 font-semibold">The climb</h1>
        <p className="quiet text-15">
          {learners.length} learners, {techniques.length} techniques
        </p>
        <p className="ml-auto flex flex-wrap gap-x-5 text-13 text-ink-2">
          {STEPS.map((step) => (
            <span key={step} className="inline-flex items-end gap-1.5">
              <MiniStair step={step} height={18} />
              {STEP_NAMES[step]}
            </span>
          ))}
        </p>
      </header>
      {learners.length === 0 ? (
        <p className="border-t-2 border-ink bg-sheet p-5 text-17">
          No learners yet. Add them under{" "}
          <Link href="/prepare" className="link">
            Prepare
          </Link>
          .
        </p>
      ) : (
        <div
          className="overflow-x-auto border-t-2 border-ink bg-sheet"
          tabIndex={0}
          role="region"
          aria-label="Standings"
        >
          <table className="border-collapse text-15">
            <thead>
              <tr className="h-32 align-bottom">
                <th
                  scope="col"
                  className="sticky left-0 bg-sheet p-3 text-left text-13 font-normal text-ink-2"
                >
                  Learner
                </th>
                {techniques.map(({ id, name }) => (
                  <th key={id} scope="col" className="relative w-16 min-w-14 font-normal">
                    <span className="absolute bottom-3 left-6 origin-bottom-left -rotate-[48deg] text-13 whitespace-nowrap text-ink-2">
                      {name}
                    </span>
                  </th>
                ))}
                <th aria-hidden="true" className="w-24" />
              </tr>
            </thead>
            <tbody>
              {cohorts.map((cohort) => (
                <Fragment key={cohort}>
                  <tr className="border-t border-rule-strong">
                    <th
                      scope="rowgroup"
                      colSpan={techniques.length + 2}
                      className="px-3 pt-3 pb-1 text-left text-13 font-normal text-ink-2"
                    >
                      {cohort}
                    </th>
                  </tr>
                  {learners
                    .filter((learner) => learner.cohort === cohort)
                    .map(({ id, name }) => (
                      <tr key={id} className="border-t border-rule">
                        <th
                          scope="row"
                          className="sticky left-0 bg-sheet pr-8 pl-3 text-left font-semibold whitespace-nowrap"
                        >
                          <Link href={`/climb/${id}`} className="flex min-h-11 items-center">
                            {name}
                          </Link>
                        </th>
                        {techniques.map((technique) => (
                          <td key={technique.id} className="px-2 text-center">
                            <MiniStair step={stepOf.get(`${id}/${technique.id}`) ?? 0} />
                          </td>
                        ))}
                        <td aria-hidden="true" />
                      </tr>
                    ))}
                </Fragment>
              ))}
            </tbody>
          </table>
        </div>
      )}
    </main>
  );
}
