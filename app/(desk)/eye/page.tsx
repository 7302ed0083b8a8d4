import type { Metadata } from "next";
import { listCalls, listJudgingCalls } from "@/data/queries/eye";
import { EyeOverWeeks } from "@/ui/eye/EyeOverWeeks";
import { EyeRecord } from "@/ui/eye/EyeRecord";
import { EyeRoom } from "@/ui/eye/EyeRoom";
import { JudgingRecord } from "@/ui/eye/JudgingRecord";
import { Link } from "@/ui/kit/Link";
import { requireActor, recordsOf } from "../../server";

export const metadata: Metadata = { title: "Eye" };

export default async function EyePage() {
  const actor = await requireActor();
  const database = recordsOf(actor);
  const [calls, judged] = await Promise.all([
    listCalls(database, actor, actor.personId),
    listJudgingCalls(database, actor, actor.personId),
  ]);
  return (
    <main className="mx-auto w-full max-w-3xl p-4 sm:p-5">
      <h1 className="font-slab text-27 font-semibold">The eye before the caliper</h1>
      <p className="mt-1 max-w-xl text-15 text-ink-2">
        Three minutes of pieces drawn at their true size. Say what each is; the answer comes at
        once. A smith who sees 8 mm needs the caliper less.
      </p>
      <EyeRoom unit={actor.firstUnit} />
      <section className="mt-6 border-t border-rule pt-4" aria-label="What would you do?">
        <h2 className="font-slab text-20 font-semibold">What would you do?</h2>
        <p className="mt-1 max-w-xl text-15 text-ink-2">
          Ten pieces with their readings: keep, another heat or start again, and what first. The
          bench says what that would do.
        </p>
        <Link href="/eye/judge" className="button mt-3">
          Judge ten pieces
        </Link>
        <JudgingRecord calls={judged} />
      </section>
      <EyeRecord calls={calls} />
      <div className="mt-4">
        <EyeOverWeeks calls={calls} />
      </div>
    </main>
  );
}
