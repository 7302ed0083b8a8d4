import type { Metadata } from "next";
import { isInstructor, STAFF } from "@/data/actor";
import { listClearances, listCohorts, listRoster } from "@/data/queries/people";
import { findGrades } from "@/data/queries/school";
import { TimeZoneForm } from "@/ui/evening/TimeZoneForm";
import { AddLearnerForm } from "@/ui/prepare/AddLearnerForm";
import { Clearances } from "@/ui/prepare/Clearances";
import { GradesForm } from "@/ui/prepare/GradesForm";
import { JoinLinkButton } from "@/ui/prepare/JoinLinkButton";
import { RosterFile } from "@/ui/prepare/RosterFile";
import { Link } from "@/ui/kit/Link";
import { requireActor, recordsOf } from "../../server";

export const metadata: Metadata = { title: "The school" };

const ROLE_WORDS = {
  owner: "owner",
  instructor: "instructor",
  assistant: "assistant",
  learner: "learner",
} as const;

export default async function SchoolPage() {
  const actor = await requireActor(STAFF);
  const database = recordsOf(actor);
  const roster = await listRoster(database, actor);
  const [cohorts, clearances, grades] = await Promise.all([
    listCohorts(database, actor),
    listClearances(database, actor),
    findGrades(database, actor),
  ]);
  const groups = [
    ...cohorts.map(({ name }) => ({
      name,
      people: roster.filter(({ cohort }) => cohort === name),
    })),
    { name: "Staff", people: roster.filter(({ role }) => role !== "learner") },
  ];
  const manages = isInstructor(actor);
  return (
    <main className="grid grow lg:grid-cols-[minmax(0,1fr)_320px]">
      <div className="p-5">
        <h1 className="font-slab text-27 font-semibold">{actor.schoolName}</h1>
        <p className="quiet mb-4 flex flex-wrap items-center gap-x-4 text-15">
          Who comes, and by what rules.
          <Link href="/prepare/shop" className="link flex min-h-11 items-center">
            Fires and rack
          </Link>
          <Link href="/climb/course" className="link flex min-h-11 items-center">
            Course
          </Link>
        </p>
        {groups.map(({ name, people }) => (
          <section key={name} className="mb-6" aria-label={name}>
            <h2 className="mb-1 font-slab text-20 font-semibold">
              {name} <span className="quiet font-plain text-15 font-normal">{people.length}</span>
            </h2>
            {people.length === 0 ? (
              <p className="quiet text-15">Nobody yet.</p>
            ) : (
              <table className="ledger text-15">
                <tbody>
                  {people.map((person) => (
                    <tr key={person.id}>
                      <td className="w-16 font-semibold">{person.tagCode}</td>
                      <td className="font-semibold">{person.name}</td>
                      <td className="quiet">{ROLE_WORDS[person.role]}</td>
                      <td>
                        {person.role === "learner" ? (
                          <Clearances
                            personId={person.id}
                            name={person.name}
                            cleared={clearances.get(person.id) ?? []}
                            manages={manages}
                          />
                        ) : null}
                      </td>
                      <td className="number">
                        {person.joined ? (
                          <span className="quiet">has joined</span>
                        ) : manages ? (
                          <JoinLinkButton
                            personId={person.id}
                            name={person.name}
                            school={actor.schoolName}
                            invited={person.invited}
                            timeZone={actor.timeZone}
                          />
                        ) : (
                          <span className="quiet">not joined</span>
                        )}
                      </td>
                    </tr>
                  ))}
                </tbody>
              </table>
            )}
          </section>
        ))}
      </div>
      <aside className="border-rule-strong p-5 max-lg:border-t lg:border-l">
        {manages ? (
          <>
            <section aria-label="Add a learner">
              <h2 className="mb-3 font-slab text-20 font-semibold">Add a learner</h2>
              <AddLearnerForm cohorts={cohorts} />
            </section>
            <section aria-label="Learners from a file" className="mt-6 border-t border-rule pt-4">
              <h2 className="mb-2 font-slab text-20 font-semibold">Several, from a file</h2>
              <RosterFile cohorts={cohorts} there={roster.map(({ name }) => name)} />
            </section>
          </>
        ) : null}
        {manages ? (
          <section aria-label="Clock" className="mt-6 border-t border-rule pt-4">
            <h2 className="mb-2 font-slab text-20 font-semibold">The school’s clock</h2>
            <TimeZoneForm timeZone={actor.timeZone} zones={Intl.supportedValuesOf("timeZone")} />
          </section>
        ) : null}
        <section aria-label="Grades" className="mt-6 border-t border-rule pt-4">
          <h2 className="mb-2 font-slab text-20 font-semibold">How closely a step is judged</h2>
          <GradesForm grades={grades} manages={manages} />
        </section>
      </aside>
    </main>
  );
}
