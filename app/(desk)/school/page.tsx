import type { Metadata } from "next";
import { idSchema } from "@/core/units/fields";
import { isInstructor, STAFF, type Actor } from "@/data/actor";
import { listSessions } from "@/data/accounts";
import { isUnused } from "@/data/archive/startFrom";
import { listEvents } from "@/data/queries/events";
import { listFires } from "@/data/queries/evening";
import {
  findKept,
  listClearances,
  listCohorts,
  listPeople,
  type SchoolPerson,
} from "@/data/queries/people";
import { findHousekeeping } from "@/data/queries/school";
import { Link } from "@/ui/kit/Link";
import { ArchiveSlate } from "@/ui/school/ArchiveSlate";
import { AskToJoin } from "@/ui/school/AskToJoin";
import { CohortButton, TakeUpAgain } from "@/ui/school/CohortButton";
import { LedgerOfPeople, peopleInWords } from "@/ui/school/LedgerOfPeople";
import { MoneyForm } from "@/ui/school/MoneyForm";
import { PersonPage } from "@/ui/school/PersonPage";
import { StartFromArchive } from "@/ui/school/StartFromArchive";
import { SchoolKeys } from "@/ui/school/SchoolKeys";
import { TimeZoneForm } from "@/ui/school/TimeZoneForm";
import { countOf } from "@/ui/words/count";
import { actionInWords } from "@/ui/words/events";
import { moneyInWords } from "@/ui/words/money";
import { sessionInWords } from "@/ui/words/sessions";
import { dayInWords, timeInWords } from "@/ui/words/when";
import { recordsOf, requestTime, requireActor, services } from "../../server";

export const metadata: Metadata = { title: "The school" };

/** So many of the latest events stand at the foot. */
const LATELY = 2;

export default async function SchoolPage({
  searchParams,
}: {
  searchParams: Promise<{ who?: string | string[] }>;
}) {
  const actor = await requireActor(STAFF);
  const database = recordsOf(actor);
  const people = await listPeople(database, actor);
  const who = idSchema.safeParse((await searchParams).who);
  const chosen = people.find(({ id }) => id === who.data) ?? null;
  const [cohorts, ended] = await Promise.all([
    listCohorts(database, actor),
    listCohorts(database, actor, { ended: true }),
  ]);
  const present = people.filter(({ leftAt }) => leftAt === null);
  const groups = [
    {
      name: "Who teaches",
      people: present.filter(({ role }) => role !== "learner"),
      cohort: null,
    },
    ...cohorts.map((cohort) => ({
      name: cohort.name,
      people: present.filter(({ role, cohortId }) => role === "learner" && cohortId === cohort.id),
      cohort,
    })),
    { name: "Left", people: people.filter(({ leftAt }) => leftAt !== null), cohort: null },
  ].filter(({ name, people: { length } }) => name !== "Left" || length > 0);
  const manages = isInstructor(actor);
  return (
    <div className="grid grow xl:grid-cols-[minmax(0,1fr)_312px]">
      <SchoolKeys />
      <main className="min-w-0 p-5">
        <div className="mb-3 flex flex-wrap items-center gap-x-4 gap-y-2">
          <h1 className="font-slab text-27 font-semibold">{actor.schoolName}</h1>
          <p className="quiet grow text-15">{peopleInWords(present.length, cohorts.length)}</p>
          {manages ? (
            <>
              <Link href="/school/slips" className="link flex min-h-11 items-center text-15">
                Slips to join
              </Link>
              <CohortButton cohort={null} />
              <AskToJoin
                cohorts={cohorts}
                there={people.map(({ name }) => name)}
                isOwner={actor.role === "owner"}
              />
            </>
          ) : null}
        </div>
        <div
          className={
            chosen ? "grid items-start lg:grid-cols-[minmax(0,1fr)_minmax(320px,384px)]" : ""
          }
        >
          <LedgerOfPeople
            groups={groups}
            chosenId={chosen?.id ?? null}
            now={new Date(requestTime())}
            {...{ timeZone: actor.timeZone, manages }}
          />
          {chosen ? <Chosen {...{ actor, chosen, people, cohorts }} /> : null}
        </div>
        {ended.length > 0 ? (
          <ul className="mt-4 text-15" aria-label="Cohorts that have ended">
            {ended.map(({ id, name }) => (
              <li key={id} className="quiet flex items-center gap-3">
                {name} has ended {manages ? <TakeUpAgain cohortId={id} name={name} /> : null}
              </li>
            ))}
          </ul>
        ) : null}
        {actor.role === "owner" && (await isUnused(database, actor)) ? <StartFromArchive /> : null}
        {actor.role === "owner" ? <Lately actor={actor} /> : null}
      </main>
      <Housekeeping actor={actor} />
    </div>
  );
}

/** The page of the person that is chosen. */
async function Chosen({
  actor,
  chosen,
  people,
  cohorts,
}: {
  actor: Actor;
  chosen: SchoolPerson;
  people: SchoolPerson[];
  cohorts: { id: string; name: string }[];
}) {
  const database = recordsOf(actor);
  const isOwner = actor.role === "owner";
  const lookAfter = isOwner || (isInstructor(actor) && chosen.role === "learner");
  const [kept, clearances, sessions] = await Promise.all([
    findKept(database, actor, chosen.id),
    listClearances(database, actor),
    lookAfter ? listSessions(services().database, actor, chosen.id) : [],
  ]);
  const isLike = ({ role }: SchoolPerson) => (role === "learner") === (chosen.role === "learner");
  return (
    <PersonPage
      // What was begun for one person is not gone on with for another.
      key={chosen.id}
      person={{
        ...{ id: chosen.id, name: chosen.name, role: chosen.role, tagCode: chosen.tagCode },
        ...{ cohortId: chosen.cohortId, joined: chosen.joined, kept },
        leftAt: chosen.leftAt?.toISOString() ?? null,
        cleared: clearances.get(chosen.id) ?? [],
        sessions: sessions.map((one) => sessionInWords(one, actor.timeZone)),
        lastAt: kept.lastAt?.toISOString() ?? null,
      }}
      school={{ name: actor.schoolName, timeZone: actor.timeZone }}
      cohorts={cohorts}
      others={people
        .filter((one) => one.id !== chosen.id && one.id !== actor.personId && isLike(one))
        .map(({ id, name }) => ({ id, name }))}
      may={{ lookAfter, own: isOwner }}
    />
  );
}

async function Lately({ actor }: { actor: Actor }) {
  const events = await listEvents(recordsOf(actor), actor, { limit: LATELY });
  return (
    <section aria-label="Lately" className="mt-4 flex items-center gap-4 text-15">
      <span className="quiet shrink-0 text-13">Lately</span>
      <ul className="flex min-w-0 grow flex-wrap gap-x-4">
        {events.map(({ id, at, by, action, subject, details }) => (
          <li key={id}>
            <span className="quiet">
              {dayInWords(at.getTime(), actor.timeZone)} {timeInWords(at.getTime(), actor.timeZone)}
            </span>{" "}
            <b>{by}</b> {actionInWords(action, subject?.name ?? null, details)}
          </li>
        ))}
      </ul>
      <Link href="/school/events" className="link flex min-h-11 shrink-0 items-center">
        all of it
      </Link>
    </section>
  );
}

/** Fires, money, the clock and the archive. */
async function Housekeeping({ actor }: { actor: Actor }) {
  const database = recordsOf(actor);
  const [fires, { currency, fuelPrice, prices }] = await Promise.all([
    listFires(database, actor),
    findHousekeeping(database, actor),
  ]);
  const manages = isInstructor(actor);
  const isOwner = actor.role === "owner";
  const now = requestTime();
  const clock = `${dayInWords(now, actor.timeZone)}, ${timeInWords(now, actor.timeZone)}`;
  return (
    <aside className="flex flex-col border-rule-strong max-xl:border-t xl:border-l">
      <section aria-label="Fires" className="px-5 pt-4 pb-2">
        <h2 className="mb-2 font-slab text-20 font-semibold">Fires</h2>
        <ul className="flex flex-wrap gap-2">
          {fires.map(({ id, name, welds }) => (
            <li
              key={id}
              className={`grid size-11 place-items-center rounded-full bg-ink font-slab text-17 font-semibold text-sheet ${welds ? "border-4 border-double border-limewash" : ""}`}
            >
              {name}
            </li>
          ))}
        </ul>
        <p className="flex flex-wrap items-center gap-x-2 text-13">
          <span className="quiet">
            {fires.some(({ welds }) => welds) ? "two rings: it welds · " : ""}
            {countOf(
              fires.reduce((sum, { places }) => sum + places, 0),
              "place",
            )}
          </span>{" "}
          <Link href="/prepare/shop" className="link flex min-h-11 items-center">
            Fires and rack
          </Link>
        </p>
      </section>
      <section aria-label="Money" className="mx-5 border-t-2 border-ink py-3">
        <h2 className="mb-2 font-slab text-20 font-semibold">Money</h2>
        {isOwner ? (
          <MoneyForm {...{ currency, fuelPrice }} currencies={Intl.supportedValuesOf("currency")} />
        ) : (
          <p className="text-15">
            {fuelPrice === null
              ? `In ${currency}.`
              : `Fuel, a fire and class: ${moneyInWords(fuelPrice, currency)}`}
          </p>
        )}
        <p className="quiet mt-2 text-13">
          {countOf(prices, "price")} of bars on the{" "}
          <Link href="/prepare/shop" className="link">
            rack
          </Link>
        </p>
      </section>
      <section aria-label="Clock" className="mx-5 border-t-2 border-ink py-3">
        <h2 className="font-slab text-20 font-semibold">Clock and rules</h2>
        <p className="mb-1 text-15">
          <span className="quiet">Now</span> <b>{clock}</b>
        </p>
        {manages ? (
          <TimeZoneForm timeZone={actor.timeZone} zones={Intl.supportedValuesOf("timeZone")} />
        ) : null}
        <p className="mt-1 flex flex-wrap gap-x-4 text-15">
          <Link href="/school/rules" className="link flex min-h-11 items-center">
            How closely a step is judged
          </Link>
          <Link href="/climb/course" className="link flex min-h-11 items-center">
            The course
          </Link>
        </p>
      </section>
      {isOwner ? <Archive actor={actor} /> : null}
    </aside>
  );
}

async function Archive({ actor }: { actor: Actor }) {
  const database = recordsOf(actor);
  const latest = async (action: string) =>
    (await listEvents(database, actor, { limit: 1, action })).at(0);
  const [out, tried] = await Promise.all([latest("take-out-archive"), latest("try-archive")]);
  const day = (at: Date) => dayInWords(at.getTime(), actor.timeZone);
  return (
    <ArchiveSlate
      lastOut={out ? day(out.at) : null}
      lastTried={tried ? { day: day(tried.at), pieces: Number(tried.details?.pieces ?? 0) } : null}
    />
  );
}
