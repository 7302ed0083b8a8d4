import type { Metadata } from "next";
import { OWNERS } from "@/data/actor";
import { listEvents } from "@/data/queries/events";
import { findHousekeeping } from "@/data/queries/school";
import { forgetOldEvents } from "@/data/retention";
import { Link } from "@/ui/kit/Link";
import { PageTitle } from "@/ui/kit/PageTitle";
import { KeepEventsForm, KeepLeaversForm } from "@/ui/school/KeepForms";
import { actionInWords } from "@/ui/words/events";
import { dayInWords, timeInWords } from "@/ui/words/when";
import { recordsOf, requireActor } from "../../../server";

export const metadata: Metadata = { title: "What was done" };

const PAGE = 100;

export default async function EventsPage({
  searchParams,
}: {
  searchParams: Promise<{ before?: string | string[] }>;
}) {
  const actor = await requireActor(OWNERS);
  const database = recordsOf(actor);
  const asked = Date.parse(String((await searchParams).before));
  await forgetOldEvents(database);
  const [events, { eventDays, leaverDays }] = await Promise.all([
    listEvents(database, actor, {
      limit: PAGE,
      ...(Number.isNaN(asked) ? {} : { before: new Date(asked) }),
    }),
    findHousekeeping(database, actor),
  ]);
  const last = events.at(-1);
  return (
    <main className="p-5">
      <PageTitle title="What was done" under={{ href: "/school", label: actor.schoolName }} />
      <div className="mb-3 flex flex-wrap items-end gap-x-8 gap-y-2 text-15">
        <KeepEventsForm eventDays={eventDays} />
        <KeepLeaversForm leaverDays={leaverDays} />
        <a href="/api/school/events" download className="link flex min-h-11 items-center">
          All of it as a table (CSV)
        </a>
      </div>
      {events.length === 0 ? (
        <p className="quiet border-t-2 border-ink bg-sheet p-4 text-15">Nothing before that.</p>
      ) : (
        <table className="ledger text-15">
          <thead>
            <tr>
              <th scope="col">When</th>
              <th scope="col">Who</th>
              <th scope="col">What</th>
            </tr>
          </thead>
          <tbody>
            {events.map(({ id, at, by, action, subject, details }) => (
              <tr key={id}>
                <td className="quiet whitespace-nowrap">
                  {dayInWords(at.getTime(), actor.timeZone)}{" "}
                  {timeInWords(at.getTime(), actor.timeZone)}
                </td>
                <td className="font-semibold">{by}</td>
                <td>{actionInWords(action, subject?.name ?? null, details)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {last && events.length === PAGE ? (
        <Link
          href={`/school/events?before=${encodeURIComponent(last.at.toISOString())}`}
          className="button mt-4"
        >
          Earlier
        </Link>
      ) : null}
    </main>
  );
}
