import type { Metadata } from "next";
import { isInstructor, STAFF } from "@/data/actor";
import { listClassesToCome, listOverClasses } from "@/data/queries/classes";
import { findShop, listStockSections } from "@/data/queries/next";
import { listCohorts } from "@/data/queries/people";
import { ClassList } from "@/ui/prepare/ClassList";
import { PlanClassesForm } from "@/ui/prepare/PlanClassesForm";
import { ShopForm } from "@/ui/prepare/ShopForm";
import { Link } from "@/ui/kit/Link";
import { classInWords, eveningInWords } from "@/ui/words/classes";
import { dayInWords } from "@/ui/words/when";
import { requireActor, recordsOf, requestTime, today } from "../../server";

export const metadata: Metadata = { title: "Prepare" };

/** So many of the latest that are over are listed. */
const OVER = 6;

export default async function PreparePage() {
  const actor = await requireActor(STAFF);
  const database = recordsOf(actor);
  const now = requestTime();
  const [cohorts, shop, sections, classes, over] = await Promise.all([
    listCohorts(database, actor),
    findShop(database, actor),
    listStockSections(database, actor),
    listClassesToCome(database, actor, now),
    listOverClasses(database, actor, { now, limit: OVER }),
  ]);
  const manages = isInstructor(actor);
  const [next] = classes;
  return (
    <main className="grid grow lg:grid-cols-[minmax(0,1fr)_320px]">
      <div className="min-w-0 p-5">
        {next ? (
          <section aria-label="Next" className="mb-8 border-t-[3px] border-ink bg-sheet p-4">
            <h1 className="font-slab text-27 font-semibold">{eveningInWords(next)}</h1>
            <p className="quiet text-17">
              {dayInWords(next.day)}, {next.begins}
              {next.cohort === eveningInWords(next) ? null : `, ${next.cohort}`}
            </p>
            <p className="mt-3 flex flex-wrap gap-3">
              <Link href={`/prepare/${next.id}`} className="button button-main">
                Prepare it
              </Link>
              <Link href={`/floor?class=${next.id}`} className="button">
                To the floor
              </Link>
            </p>
          </section>
        ) : (
          <h1 className="mb-4 font-slab text-27 font-semibold">No evening is planned</h1>
        )}
        <section id="classes" aria-label="Classes" className="mb-8">
          <h2 className="mb-2 font-slab text-20 font-semibold">Classes to come</h2>
          <ClassList
            classes={classes.map((one) => ({ ...one, when: classInWords(one) }))}
            manages={manages}
          />
          {manages ? (
            <details className="mt-2 max-w-xl" open={classes.length === 0}>
              <summary className="link flex min-h-11 items-center text-15">Plan classes</summary>
              <PlanClassesForm cohorts={cohorts} today={today(actor)} />
            </details>
          ) : null}
        </section>
        {over.length > 0 ? (
          <section aria-label="Over">
            <h2 className="mb-2 font-slab text-20 font-semibold">Over</h2>
            <ul className="border-t border-rule text-15">
              {over.map((one) => (
                <li
                  key={one.id}
                  className="flex flex-wrap items-center gap-x-4 border-b border-rule"
                >
                  <Link
                    href={`/prepare/${one.id}/close`}
                    className="link inline-flex min-h-11 items-center"
                  >
                    {classInWords(one)}
                  </Link>
                  <span className="quiet grow text-13">{one.cohort}</span>
                  <span className={one.isClosed ? "quiet text-13" : "text-13 font-semibold"}>
                    {one.isClosed ? "closed" : "not closed yet"}
                  </span>
                </li>
              ))}
            </ul>
          </section>
        ) : null}
      </div>
      <aside className="border-rule-strong p-5 max-lg:border-t lg:border-l">
        <section aria-label="In hand">
          <h2 className="mb-2 font-slab text-20 font-semibold">What the shop has</h2>
          <Link href="/prepare/shop" className="link flex min-h-11 items-center text-15">
            Fires, rack and offcuts
          </Link>
          <Link href="/prepare/buy" className="link flex min-h-11 items-center text-15">
            What to buy for the next seven days
          </Link>
          <ShopForm shop={shop} sections={sections} />
        </section>
        <p className="mt-6 border-t border-rule pt-4 text-15">
          <Link href="/school" className="link inline-flex min-h-11 items-center">
            People, grades and the school’s clock
          </Link>
        </p>
      </aside>
    </main>
  );
}
