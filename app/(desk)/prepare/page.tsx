import type { Metadata } from "next";
import { isInstructor, STAFF } from "@/data/actor";
import { listClasses } from "@/data/queries/classes";
import { findShop, listStockSections } from "@/data/queries/next";
import { listClearances, listCohorts, listRoster } from "@/data/queries/people";
import { findGrades } from "@/data/queries/school";
import { AddLearnerForm } from "@/ui/prepare/AddLearnerForm";
import { Clearances } from "@/ui/prepare/Clearances";
import { ClassList } from "@/ui/prepare/ClassList";
import { GradesForm } from "@/ui/prepare/GradesForm";
import { JoinLinkButton } from "@/ui/prepare/JoinLinkButton";
import { PlanClassesForm } from "@/ui/prepare/PlanClassesForm";
import { RosterFile } from "@/ui/prepare/RosterFile";
import { ShopForm } from "@/ui/prepare/ShopForm";
import { Link } from "@/ui/kit/Link";
import { classInWords } from "@/ui/words/classes";
import { requireActor, services, today } from "../../server";

export const metadata: Metadata = { title: "Prepare" };

const ROLE_WORDS = {
  owner: "owner",
  instructor: "instructor",
  assistant: "assistant",
  learner: "learner",
} as const;

export default async function PreparePage() {
  const actor = await requireActor(STAFF);
  const { database } = services();
  const roster = await listRoster(database, actor);
  const [cohorts, clearances] = await Promise.all([
    listCohorts(database, actor),
    listClearances(database, actor),
  ]);
  const [shop, sections, classes, grades] = await Promise.all([
    findShop(database, actor),
    listStockSections(database, actor),
    listClasses(database, actor, today(actor)),
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
        <h1 className="mb-4 font-slab text-27 font-semibold">Who comes</h1>
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
        <section id="classes" aria-label="Classes" className="mt-6 border-t border-rule pt-4">
          <h2 className="mb-2 font-slab text-20 font-semibold">Classes to come</h2>
          <ClassList
            classes={classes.map((one) => ({ ...one, when: classInWords(one) }))}
            manages={manages}
          />
          {manages ? (
            <details className="mt-2">
              <summary className="link flex min-h-11 items-center text-15">Plan classes</summary>
              <PlanClassesForm cohorts={cohorts} today={today(actor)} />
            </details>
          ) : null}
        </section>
        <section aria-label="In hand" className="mt-6 border-t border-rule pt-4">
          <h2 className="mb-2 font-slab text-20 font-semibold">What the shop has</h2>
          <Link href="/prepare/shop" className="link flex min-h-11 items-center text-15">
            Fires, rack and the school’s clock
          </Link>
          <ShopForm shop={shop} sections={sections} />
        </section>
        <section aria-label="Grades" className="mt-6 border-t border-rule pt-4">
          <h2 className="mb-2 font-slab text-20 font-semibold">How closely a step is judged</h2>
          <GradesForm grades={grades} manages={manages} />
        </section>
      </aside>
    </main>
  );
}
