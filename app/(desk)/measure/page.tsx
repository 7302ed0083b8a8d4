import type { Metadata } from "next";
import { redirect } from "next/navigation";
import * as z from "zod";
import { isStaff } from "@/data/actor";
import { findPieceByTag, listBenchQueue } from "@/data/queries/bench";
import { listOpenAssignments } from "@/data/queries/assignments";
import { listRoster } from "@/data/queries/people";
import { StartPieceForm } from "@/ui/measure/StartPieceForm";
import { KeepOffline } from "@/ui/offline/KeepOffline";
import { TagForm } from "@/ui/measure/TagForm";
import { WaitingHere } from "@/ui/measure/WaitingHere";
import { dayInWords } from "@/ui/words/when";
import { Pending } from "@/ui/shell/Pending";
import { requireActor, recordsOf } from "../../server";
import { Link } from "@/ui/kit/Link";

export const metadata: Metadata = { title: "Measure" };

/** What a scanner or a hand may send; anything else is no tag. */
const askedSchema = z.object({ tag: z.string().trim().min(1).max(20).optional().catch(undefined) });

/** Benches kept on the device for when the network is gone; the newest first. */
const KEPT_BENCHES = 20;

interface Props {
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}

/** On a phone a piece of the queue stands on two lines, with its tag before them. */
const ROW =
  "max-sm:grid max-sm:grid-cols-[auto_minmax(0,1fr)_auto] max-sm:items-center max-sm:gap-x-3 max-sm:border-b max-sm:border-rule max-sm:px-2.5 max-sm:py-1.5";
const CELL = "max-sm:block max-sm:!border-0 max-sm:!p-0";

export default async function QueuePage({ searchParams }: Props) {
  const actor = await requireActor();
  const staff = isStaff(actor);
  const database = recordsOf(actor);
  const { tag } = askedSchema.parse(await searchParams);
  const found = tag ? await findPieceByTag(database, actor, tag) : null;
  if (found) redirect(`/measure/${found}`);
  const queue = await listBenchQueue(database, actor);
  const assignments = await listOpenAssignments(database, actor);
  const roster = await listRoster(database, actor);
  const nameOf = new Map(roster.map(({ id, name }) => [id, name]));
  const choices = assignments.map(({ id, learnerId, exercise, step }) => ({
    id,
    learner: staff ? (nameOf.get(learnerId) ?? "") : actor.name,
    exercise: `${exercise}, step ${step}`,
  }));
  return (
    <main className="grid grow lg:grid-cols-[minmax(0,1fr)_360px]">
      <KeepOffline paths={queue.slice(0, KEPT_BENCHES).map(({ id }) => `/measure/${id}`)} />
      <div className="p-5">
        <div className="mb-3 flex flex-wrap items-baseline gap-x-5">
          <h1 className="font-slab text-27 font-semibold">At the bench</h1>
          {staff ? (
            <>
              <Link href="/measure/instruments" className="link flex min-h-11 items-center text-15">
                Instruments
              </Link>
              <Link href="/measure/labels" className="link flex min-h-11 items-center text-15">
                Tag labels
              </Link>
            </>
          ) : null}
          <Link href="/eye" className="link flex min-h-11 items-center text-15">
            Eye drill
          </Link>
        </div>
        {staff ? (
          <TagForm missed={tag ?? null} />
        ) : (
          <p className="quiet mb-3 max-w-xl text-15">
            Your own bench. What you measure here is yours; an inspection measures again, and both
            are shown side by side.
          </p>
        )}
        <WaitingHere personId={actor.personId} />
        {queue.length === 0 ? (
          <p className="border-t-2 border-ink bg-sheet p-5 text-17">
            Nothing waits to be measured.{" "}
            {staff ? "Take in a piece here too." : "Start one of what is set for you."}
          </p>
        ) : (
          <table className="ledger text-15">
            <thead className="max-sm:hidden">
              <tr>
                <th scope="col">Tag</th>
                {staff ? <th scope="col">Learner</th> : null}
                <th scope="col">Exercise</th>
                <th scope="col">State</th>
                <th scope="col" className="number">
                  Taken in
                </th>
              </tr>
            </thead>
            <tbody>
              {queue.map(({ id, tag, learner, exercise, readings, outcome, startedAt, kind }) => (
                <tr key={id} className={ROW}>
                  <td className={`!py-0 ${CELL} max-sm:row-span-2`}>
                    <Link
                      href={`/measure/${id}`}
                      className="link flex min-h-11 items-center font-semibold whitespace-nowrap"
                    >
                      {tag}
                      <Pending />
                    </Link>
                  </td>
                  {staff ? (
                    <td className={`${CELL} font-semibold sm:font-normal`}>{learner}</td>
                  ) : null}
                  <td className={`${CELL} max-sm:col-start-2 ${staff ? "max-sm:row-start-2" : ""}`}>
                    {exercise}{" "}
                    {kind === "practice" ? <span className="quiet">practice</span> : null}
                  </td>
                  <td
                    className={`quiet ${CELL} max-sm:col-start-3 max-sm:row-start-2 max-sm:text-right`}
                  >
                    {outcome === "another-heat"
                      ? "back in the fire"
                      : readings === 0
                        ? "not measured"
                        : `${readings} measured`}
                  </td>
                  <td className={`number quiet ${CELL} max-sm:col-start-3 max-sm:row-start-1`}>
                    {dayInWords(startedAt, actor.timeZone)}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </div>
      <section
        aria-label={staff ? "Take in a piece" : "Start a practice piece"}
        className="border-rule-strong p-5 max-lg:border-t lg:border-l"
      >
        <h2 className="mb-3 font-slab text-20 font-semibold">
          {staff ? "Take in a piece" : "Start a practice piece"}
        </h2>
        <StartPieceForm choices={choices} own={staff ? null : actor.name} />
      </section>
    </main>
  );
}
