import type { Metadata } from "next";
import { INSTRUCTORS } from "@/data/actor";
import { listTechniques } from "@/data/queries/techniques";
import { ImportForm } from "@/ui/set/ImportForm";
import { requireActor, recordsOf } from "../../../server";

export const metadata: Metadata = { title: "From a file" };

export default async function ImportPage() {
  const actor = await requireActor(INSTRUCTORS);
  const techniques = await listTechniques(recordsOf(actor), actor);
  return (
    <main className="mx-auto w-full max-w-3xl p-5">
      <h1 className="font-slab text-27 font-semibold">Exercises from a file</h1>
      <p className="mt-1 mb-5 text-15">
        A piece file describes one finished piece along its bar; stock, marks and the measuring plan
        are worked out from it. A pack holds whole exercises, from this school or another.
      </p>
      <ImportForm techniques={techniques.map(({ id, slug, name }) => ({ id, slug, name }))} />
    </main>
  );
}
