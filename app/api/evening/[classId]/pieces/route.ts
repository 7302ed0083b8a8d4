import type { PlannedPlace } from "@/core/floor/upcoming";
import { idSchema } from "@/core/units/fields";
import { refuse } from "@/core/problem/problem";
import { STAFF } from "@/data/actor";
import { findEvening, findEveningExercises } from "@/data/queries/evening";
import { floorExercise } from "@/data/queries/floor";
import { findShop } from "@/data/queries/next";
import { plannedEvening } from "../../../../eveningPlan";
import { pretendedFor } from "../../../../pretend";
import { requestTime, recordsOf } from "../../../../server";
import { actorOf, answering } from "../../../answer";

/** What everybody could take up at a class, what those pieces take, and where the rest of it is planned. */
export async function GET(
  _: Request,
  { params }: { params: Promise<{ classId: string }> },
): Promise<Response> {
  return answering("evening pieces", async () => {
    const actor = await actorOf(STAFF);
    const id = idSchema.safeParse((await params).classId);
    if (!id.success) refuse({ code: "record-missing", what: "class" });
    const database = recordsOf(actor);
    const now = requestTime() - ((await pretendedFor(id.data)) ?? 0);
    const evening = await findEvening(database, actor, id.data, now);
    const { learners, fires, of } = evening;
    const { plan } = await plannedEvening(actor, evening, await findShop(database, actor));
    const pieces = learners.map(({ id: learnerId, pieces: own }) => [
      learnerId,
      own.map(({ revisionId, name, work }) => ({ revisionId, name, workId: work?.id ?? null })),
    ]);
    const revisionIds = learners.flatMap((one) => one.pieces.map(({ revisionId }) => revisionId));
    const exercises = await findEveningExercises(database, actor, revisionIds);
    const pieceOf = new Map(
      learners.flatMap((one) => one.pieces.map((piece) => [piece.id, piece])),
    );
    const atMs = (minute: number) => of.beganAt + minute * 60_000;
    // Fires that nobody described have no place on the floor.
    const described = plan.places.filter(({ fire }) => fires.some(({ id: own }) => own === fire));
    const places = described.map(({ work, learner, fire, from, to, welding }): PlannedPlace => {
      const { revisionId } = pieceOf.get(work)!;
      const at = { from: atMs(from), to: atMs(to) };
      return { learnerId: learner, revisionId, fireId: fire, ...at, isWelding: welding ?? false };
    });
    return Response.json(
      {
        pieces: Object.fromEntries(pieces) as unknown,
        places,
        showings: plan.demonstrations.map(({ id: shown, from }) => ({ id: shown, at: atMs(from) })),
        exercises: [...exercises.values()].map(floorExercise),
      },
      { headers: { "cache-control": "no-store" } },
    );
  });
}
