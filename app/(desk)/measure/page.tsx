import type { Metadata } from "next";
import { redirect } from "next/navigation";
import { z } from "zod";
import { STAFF } from "@/data/actor";
import { findPieceByTag, listBenchQueue } from "@/data/queries/bench";
import { listOpenAssignments } from "@/data/queries/assignments";
import { listRoster } from "@/data/queries/people";
import { StartPieceForm } from "@/ui/measure/StartPieceForm";
import { TagForm } from "@/ui/measure/TagForm";
import { dayInWords } from "@/ui/words/when";
import { Pending } from "@/ui/shell/Pending";
import { requireActor, services } from "../../server";
import { Link } from "@/ui/kit/Link";

export const metadata: Metadata = { title: "Measure" };

/** What a scanner or a hand may send; anything else is no tag. */
const askedSchema = z.object({ tag: z.string().trim().min(1).max(20).optional().catch(undefined) });

interface Props {
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}

export default async function QueuePage({ searchParams }: Props) {
  const actor = await requireActor(STAFF);
  const { database } = services();
  const { tag } = askedSchema.parse(await searchParams);
  const found = tag ? await findPieceByTag(database, actor, tag) : null;
  if (found) redirect(`/measure/${found}`);
  const queue = await listBenchQueue(database, actor);
  const assignments = await listOpenAssignments(database, actor);
  const roster = await listRoster(database, actor);
  const nameOf = new Map(roster.map(({ id, name }) => [id, name]));
  const choices = assignments.map(({ id, learnerId, exercise, step }) => ({
    id,
    learner: nameOf.get(learnerId) ?? "",
    exercise: `${exercise}, step ${step}`,
  }));
  return (
    <main className="grid grow lg:grid-cols-[minmax(0,1fr)_360px]">
      <div className="p-5">
        <div className="mb-3 flex flex-wrap items-baseline gap-x-5">
          <h1 className="font-slab text-27 font-semibold">At the bench</h1>
          <Link href="/measure/instruments" className="link flex min-h-11 items-center text-15">
            Instruments
          </Link>
        </div>
        <TagForm missed={tag ?? null} />
        {queue.length === 0 ? (
          <p className="border-t-2 border-ink bg-sheet p-5 text-17">
            Nothing waits to be measured. Take in a piece on the right.
          </p>
        ) : (
          <table className="ledger text-15">
            <thead>
              <tr>
                <th scope="col">Tag</th>
                <th scope="col">Learner</th>
                <th scope="col">Exercise</th>
                <th scope="col">State</th>
                <th scope="col" className="number">
                  Taken in
                </th>
              </tr>
            </thead>
            <tbody>
              {queue.map(({ id, tag, learner, exercise, readings, outcome, startedAt, kind }) => (
                <tr key={id}>
                  <td className="!py-0">
                    <Link
                      href={`/measure/${id}`}
                      className="link flex min-h-11 items-center font-semibold"
                    >
                      {tag}
                      <Pending />
                    </Link>
                  </td>
                  <td>{learner}</td>
                  <td>
                    {exercise}{" "}
                    {kind === "practice" ? <span className="quiet">practice</span> : null}
                  </td>
                  <td className="quiet">
                    {outcome === "another-heat"
                      ? "back in the fire"
                      : readings === 0
                        ? "not measured"
                        : `${readings} measured`}
                  </td>
                  <td className="number quiet">{dayInWords(startedAt)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </div>
      <section
        aria-label="Take in a piece"
        className="border-rule-strong p-5 max-lg:border-t lg:border-l"
      >
        <h2 className="mb-3 font-slab text-20 font-semibold">Take in a piece</h2>
        <StartPieceForm choices={choices} />
      </section>
    </main>
  );
}
