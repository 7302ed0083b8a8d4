import type { Metadata } from "next";
import { INSTRUCTORS } from "@/data/actor";
import { listCohorts, listRoster } from "@/data/queries/people";
import { PageTitle } from "@/ui/kit/PageTitle";
import { JoinSlips } from "@/ui/school/JoinSlips";
import { recordsOf, requireActor } from "../../../server";

export const metadata: Metadata = { title: "Slips to join" };

export default async function SlipsPage() {
  const actor = await requireActor(INSTRUCTORS);
  const database = recordsOf(actor);
  const [cohorts, roster] = await Promise.all([
    listCohorts(database, actor),
    listRoster(database, actor),
  ]);
  return (
    <main className="p-5 print:p-0">
      <PageTitle title="Slips to join" under={{ href: "/school", label: actor.schoolName }} />
      <JoinSlips
        school={actor.schoolName}
        timeZone={actor.timeZone}
        cohorts={cohorts.map(({ id, name }) => ({
          ...{ id, name },
          waiting: roster
            .filter(
              ({ cohortId, joined, role }) => cohortId === id && role === "learner" && !joined,
            )
            .map((one) => ({ id: one.id, name: one.name, tagCode: one.tagCode })),
        }))}
      />
    </main>
  );
}
