import type { Metadata } from "next";
import { INSTRUCTORS } from "@/data/actor";
import { listTechniques } from "@/data/queries/techniques";
import { ImportForm } from "@/ui/set/ImportForm";
import { requireActor, services } from "../../../server";

export const metadata: Metadata = { title: "From a piece file" };

export default async function ImportPage() {
  const actor = await requireActor(INSTRUCTORS);
  const techniques = await listTechniques(services().database, actor);
  return (
    <main className="mx-auto w-full max-w-3xl p-5">
      <h1 className="font-slab text-27 font-semibold">An exercise from a piece file</h1>
      <p className="mt-1 mb-5 text-15">
        The file describes the finished piece along its bar. Stock, marks and the measuring plan are
        worked out from it.
      </p>
      <ImportForm techniques={techniques.map(({ id, slug, name }) => ({ id, slug, name }))} />
    </main>
  );
}
