import type { Metadata } from "next";
import { INSTRUCTORS } from "@/data/actor";
import { listTechniques } from "@/data/queries/techniques";
import { NewExerciseForm } from "@/ui/set/NewExerciseForm";
import { requireActor, services } from "../../../server";

export const metadata: Metadata = { title: "A new exercise" };

export default async function NewExercisePage() {
  const actor = await requireActor(INSTRUCTORS);
  const techniques = await listTechniques(services().database, actor);
  return (
    <main className="mx-auto w-full max-w-3xl p-5">
      <h1 className="font-slab text-27 font-semibold">A new exercise</h1>
      <p className="mt-1 mb-5 text-15">
        Say what it teaches and the bar it starts from. Everything else is built on the drawing.
      </p>
      <NewExerciseForm
        techniques={techniques.map(({ id, name }) => ({ id, name }))}
        unit={actor.firstUnit}
      />
    </main>
  );
}
