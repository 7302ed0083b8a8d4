import type { Metadata } from "next";
import { INSTRUCTORS } from "@/data/actor";
import { findCourse, findStandingUpdate } from "@/data/queries/course";
import { ClimbTabs } from "@/ui/climb/ClimbTabs";
import { CourseEditor } from "@/ui/course/CourseEditor";
import { dateInWords } from "@/ui/words/when";
import { requireActor, recordsOf } from "../../../server";
import { countOf } from "@/ui/words/count";

export const metadata: Metadata = { title: "The course" };

export default async function CoursePage() {
  const actor = await requireActor(INSTRUCTORS);
  const database = recordsOf(actor);
  const { base, publishedAt, publishedBy, course, exercises } = (await findCourse(
    database,
    actor,
  ))!;
  return (
    <main className="p-5">
      <ClimbTabs />
      <header className="flex flex-wrap items-baseline gap-x-4">
        <h1 className="font-slab text-27 font-semibold">The course</h1>
        <p className="quiet text-15">
          {countOf(course.techniques.length, "technique")}
          {publishedAt
            ? `, revision ${base} by ${publishedBy}, ${dateInWords(publishedAt, actor.timeZone)}`
            : ", as it came"}
        </p>
      </header>
      <CourseEditor
        key={base}
        {...{ base, course, exercises }}
        updating={await findStandingUpdate(database, actor)}
      />
    </main>
  );
}
