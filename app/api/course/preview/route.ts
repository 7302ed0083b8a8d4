import * as z from "zod";
import { courseSchema } from "@/core/climb/course";
import { readInput } from "@/core/problem/complain";
import { INSTRUCTORS } from "@/data/actor";
import { previewCourse } from "@/data/queries/course";
import { listRoster } from "@/data/queries/people";
import { actorOf, answering, readOwnJson } from "../../answer";
import { requestTime, recordsOf } from "../../../server";

const MAX_BYTES = 300_000;
const askedSchema = z.strictObject({ course: courseSchema });

/** What publishing a course would do to everybody's standing; nothing is written. */
export async function POST(request: Request): Promise<Response> {
  return answering("course preview", async () => {
    const actor = await actorOf(INSTRUCTORS);
    const { course } = readInput(askedSchema, await readOwnJson(request, MAX_BYTES));
    const database = recordsOf(actor);
    const [changes, roster] = await Promise.all([
      previewCourse(database, actor, course, requestTime()),
      listRoster(database, actor),
    ]);
    const names = new Map(roster.map(({ id, name }) => [id, name]));
    const techniques = new Map(course.techniques.map(({ id, name }) => [id, name]));
    const value = changes.map(({ learnerId, techniqueId, ...change }) => ({
      ...change,
      learner: names.get(learnerId) ?? "someone who left",
      technique: techniques.get(techniqueId) ?? "",
    }));
    return Response.json({ ok: true, value });
  });
}
