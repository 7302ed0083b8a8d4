import type { Metadata } from "next";
import { listCalls } from "@/data/queries/eye";
import { EyeOverWeeks } from "@/ui/eye/EyeOverWeeks";
import { EyeRecord } from "@/ui/eye/EyeRecord";
import { EyeRoom } from "@/ui/eye/EyeRoom";
import { requireActor, services } from "../../server";

export const metadata: Metadata = { title: "Eye" };

export default async function EyePage() {
  const actor = await requireActor();
  const calls = await listCalls(services().database, actor, actor.personId);
  return (
    <main className="mx-auto w-full max-w-3xl p-4 sm:p-5">
      <h1 className="font-slab text-27 font-semibold">The eye before the caliper</h1>
      <p className="mt-1 max-w-xl text-15 text-ink-2">
        Three minutes of pieces drawn at their true size. Say what each is; the answer comes at
        once. A smith who sees 8 mm needs the caliper less.
      </p>
      <EyeRoom unit={actor.firstUnit} />
      <EyeRecord calls={calls} />
      <div className="mt-4">
        <EyeOverWeeks calls={calls} />
      </div>
    </main>
  );
}
