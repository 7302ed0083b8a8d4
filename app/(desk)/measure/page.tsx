import type { Metadata } from "next";
import { redirect } from "next/navigation";
import * as z from "zod";
import { isStaff } from "@/data/actor";
import { dayOf } from "@/data/calendar";
import { benchQueue } from "@/core/records/queue";
import { findPieceByTag, listBenchQueue, MAX_QUEUED } from "@/data/queries/bench";
import { listOpenAssignments } from "@/data/queries/assignments";
import { listRoster } from "@/data/queries/people";
import { StartPieceForm } from "@/ui/measure/StartPieceForm";
import { KeepOffline } from "@/ui/offline/KeepOffline";
import { TagForm } from "@/ui/measure/TagForm";
import { WaitingHere } from "@/ui/measure/WaitingHere";
import { QueueTable } from "@/ui/measure/QueueTable";
import { recordsOf, requestTime, requireActor, today } from "../../server";
import { Link } from "@/ui/kit/Link";

export const metadata: Metadata = { title: "Measure" };

/** What a scanner or a hand may send; anything else is no tag. */
const askedSchema = z.object({ tag: z.string().trim().min(1).max(20).optional().catch(undefined) });

/** Benches kept on the device for when the network is gone, in the order of the page. */
const KEPT_BENCHES = 20;

interface Props {
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}

export default async function QueuePage({ searchParams }: Props) {
  const actor = await requireActor();
  const staff = isStaff(actor);
  const database = recordsOf(actor);
  const { tag } = askedSchema.parse(await searchParams);
  const found = tag ? await findPieceByTag(database, actor, tag) : null;
  if (found) redirect(`/measure/${found}`);
  const queue = await listBenchQueue(database, actor);
  const isToday = (at: string) => dayOf(Date.parse(at), actor.timeZone) === today(actor);
  const { ready, today: ofToday, earlier } = benchQueue(queue, { isToday, maySign: staff });
  const kept = [...ready, ...ofToday, ...earlier].slice(0, KEPT_BENCHES);
  const table = {
    ...{ withLearner: staff, isToday },
    ...{ nowMs: requestTime(), timeZone: actor.timeZone },
  };
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
      <KeepOffline paths={kept.map(({ id }) => `/measure/${id}`)} />
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
          <>
            {staff ? <QueueTable {...table} heading="Ready to sign" pieces={ready} /> : null}
            <QueueTable {...table} heading="Today" pieces={ofToday} />
            <QueueTable {...table} heading="Earlier" pieces={earlier} />
            {queue.length === MAX_QUEUED ? (
              <p className="quiet text-15">
                The {MAX_QUEUED} newest; older ones are found by their tag.
              </p>
            ) : null}
          </>
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
