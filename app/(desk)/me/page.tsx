import type { Metadata } from "next";
import { SignOutButton } from "@/ui/forms/SignOutButton";
import { UnitChoice } from "@/ui/forms/UnitChoice";
import { listCalendarLinks } from "@/data/queries/calendar";
import { CalendarAddress } from "@/ui/evening/CalendarAddress";
import { dayInWords } from "@/ui/words/when";
import { requireActor, recordsOf } from "../../server";

export const metadata: Metadata = { title: "Units and sign-out" };

export default async function MePage() {
  const actor = await requireActor();
  const links = await listCalendarLinks(recordsOf(actor), actor);
  return (
    <main className="mx-auto w-full max-w-md p-5">
      <h1 className="font-slab text-27 font-semibold">{actor.name}</h1>
      <p className="quiet mb-6 text-15">
        {actor.role}, {actor.schoolName}
      </p>
      <UnitChoice firstUnit={actor.firstUnit} />
      <CalendarAddress
        links={links.map(({ id, madeAt }) => ({
          id,
          since: dayInWords(madeAt.getTime(), actor.timeZone),
        }))}
      />
      <SignOutButton />
    </main>
  );
}
