import { writePack } from "@/core/exercise/pack";
import { findPackedExercise } from "@/data/queries/exercises";
import { answeringFile } from "../../answer";
import { fileName, fileResponse } from "../../fileResponse";
import { recordsOf } from "../../../server";

/** An exercise as a pack that another school can read. */
export async function GET(
  _request: Request,
  { params }: { params: Promise<{ exerciseId: string }> },
): Promise<Response> {
  const { exerciseId } = await params;
  return answeringFile("exercise pack", exerciseId, async (actor, id) => {
    const exercise = await findPackedExercise(recordsOf(actor), actor, id);
    return fileResponse(writePack([exercise]), {
      type: "application/json; charset=utf-8",
      name: `${fileName(exercise.name)}.exercises.json`,
    });
  });
}
