import type { Metadata } from "next";
import { isInstructor, STAFF } from "@/data/actor";
import { findGrades } from "@/data/queries/school";
import { PageTitle } from "@/ui/kit/PageTitle";
import { GradesForm } from "@/ui/school/GradesForm";
import { recordsOf, requireActor } from "../../../server";

export const metadata: Metadata = { title: "How closely a step is judged" };

export default async function RulesPage() {
  const actor = await requireActor(STAFF);
  const grades = await findGrades(recordsOf(actor), actor);
  return (
    <main className="w-full max-w-xl p-5">
      <PageTitle
        title="How closely a step is judged"
        under={{ href: "/school", label: actor.schoolName }}
      />
      <GradesForm grades={grades} manages={isInstructor(actor)} />
    </main>
  );
}
