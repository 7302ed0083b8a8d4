import type { Metadata } from "next";
import { isInstructor, STAFF } from "@/data/actor";
import { earlyRecord } from "@/data/queries/early";
import { drawsCloseCalls } from "@/data/queries/next";
import { findGrades } from "@/data/queries/school";
import { CloseCallsForm } from "@/ui/school/CloseCallsForm";
import { EarlyEndForm } from "@/ui/school/EarlyEndForm";
import { PageTitle } from "@/ui/kit/PageTitle";
import { GradesForm } from "@/ui/school/GradesForm";
import { recordsOf, requireActor } from "../../../server";

export const metadata: Metadata = { title: "How closely a step is judged" };

export default async function RulesPage() {
  const actor = await requireActor(STAFF);
  const database = recordsOf(actor);
  const grades = await findGrades(database, actor);
  const drawn = await drawsCloseCalls(database, actor);
  const record = await earlyRecord(database, actor.schoolId);
  return (
    <main className="w-full max-w-xl p-5">
      <PageTitle
        title="How closely a step is judged"
        under={{ href: "/school", label: actor.schoolName }}
      />
      <GradesForm grades={grades} manages={isInstructor(actor)} />
      <h2 className="mt-8 font-slab text-20 font-semibold">When enough is measured</h2>
      <EarlyEndForm record={record} manages={isInstructor(actor)} />
      <h2 className="mt-8 font-slab text-20 font-semibold">What to make next</h2>
      <CloseCallsForm drawn={drawn} manages={isInstructor(actor)} />
    </main>
  );
}
