import type { Metadata } from "next";
import { emailOf, listPasskeys, listSessions } from "@/data/accounts";
import { SignOutButton } from "@/ui/forms/SignOutButton";
import { UnitChoice } from "@/ui/forms/UnitChoice";
import { listCalendarLinks } from "@/data/queries/calendar";
import { CalendarAddress } from "@/ui/evening/CalendarAddress";
import { ChangeEmail, ChangePassword } from "@/ui/forms/AccountForms";
import { Passkeys } from "@/ui/forms/Passkeys";
import { OwnSessions } from "@/ui/forms/OwnSessions";
import { sessionInWords } from "@/ui/words/sessions";
import { dayInWords } from "@/ui/words/when";
import { currentHolder, recordsOf, requireActor, services } from "../../server";

export const metadata: Metadata = { title: "Your account" };

export default async function MePage() {
  const actor = await requireActor();
  const { database } = services();
  const [passkeys, links, email, sessions, holder] = await Promise.all([
    listPasskeys(database, actor),
    listCalendarLinks(recordsOf(actor), actor),
    emailOf(database, actor, actor.personId),
    listSessions(database, actor, actor.personId),
    currentHolder(),
  ]);
  return (
    <main className="grid w-full max-w-4xl items-start gap-x-10 p-5 md:grid-cols-2">
      <header className="mb-6 flex flex-wrap items-start justify-between gap-3 md:col-span-2">
        <div>
          <h1 className="font-slab text-27 font-semibold">{actor.name}</h1>
          <p className="quiet text-15">
            {actor.role}, {actor.schoolName}
          </p>
        </div>
        <SignOutButton />
      </header>
      <div>
        <UnitChoice firstUnit={actor.firstUnit} />
        <CalendarAddress
          links={links.map(({ id, madeAt }) => ({
            id,
            since: dayInWords(madeAt.getTime(), actor.timeZone),
          }))}
        />
        <section aria-label="What is kept of you" className="mb-6 border-t border-rule pt-3">
          <h2 className="font-slab text-20 font-semibold">What is kept of you</h2>
          <p className="quiet text-15">
            Everything, open pieces, faults and pictures too, in one file of open formats.
          </p>
          <a
            href={`/api/person/${actor.personId}/everything`}
            download
            className="link flex min-h-11 items-center text-15"
          >
            Take it out (ZIP)
          </a>
        </section>
      </div>
      <div>
        <ChangePassword />
        <ChangeEmail email={email ?? ""} />
        <Passkeys
          passkeys={passkeys.map(({ id, since }) => ({
            id,
            since: since ? dayInWords(since.getTime(), actor.timeZone) : "some time ago",
          }))}
        />
        <OwnSessions
          sessions={sessions.map((one) => ({
            id: one.id,
            words: sessionInWords(one, actor.timeZone),
            isThis: one.id === holder?.sessionId,
          }))}
        />
      </div>
    </main>
  );
}
