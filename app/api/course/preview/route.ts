import * as z from "zod";
import { courseSchema } from "@/core/climb/course";
import { complain } from "@/core/problem/complain";
import { isInstructor } from "@/data/actor";
import { previewCourse } from "@/data/queries/course";
import { listRoster } from "@/data/queries/people";
import { answering, failureResponse, readOwnJson } from "../../answer";
import { currentActor, requestTime, services } from "../../../server";

const MAX_BYTES = 300_000;
const askedSchema = z.strictObject({ course: courseSchema });

/** What publishing a course would do to everybody's standing; nothing is written. */
export async function POST(request: Request): Promise<Response> {
  return answering("course preview", async () => {
    const actor = await currentActor();
    if (!actor) return failureResponse("signed-out", "Sign in to look at the course.");
    if (!isInstructor(actor)) return failureResponse("denied", "The course is the instructors'.");
    const asked = askedSchema.safeParse(await readOwnJson(request, MAX_BYTES));
    if (!asked.success) {
      const { message, path } = complain(asked.error);
      return failureResponse("invalid", message, path);
    }
    const { database } = services();
    const { course } = asked.data;
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
