import type { Metadata } from "next";
import { INSTRUCTORS } from "@/data/actor";
import { findGrades } from "@/data/queries/school";
import { listTechniques } from "@/data/queries/techniques";
import { NewDesign } from "@/ui/designer/NewDesign";
import { requireActor, recordsOf } from "../../../server";

export const metadata: Metadata = { title: "A new piece" };

export default async function NewExercisePage() {
  const actor = await requireActor(INSTRUCTORS);
  const database = recordsOf(actor);
  const [techniques, grades] = await Promise.all([
    listTechniques(database, actor),
    findGrades(database, actor),
  ]);
  return (
    <NewDesign
      personId={actor.personId}
      techniques={techniques.map(({ id, slug, name }) => ({ id, slug, name }))}
      grades={grades}
      unit={actor.firstUnit}
    />
  );
}
