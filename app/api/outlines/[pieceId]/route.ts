import { findBenchPiece } from "@/data/queries/bench";
import { answeringFile } from "../../answer";
import { outlineChoices } from "../../../outlinesShown";
import { recordsOf } from "../../../server";

/** The outlines that a picture of a piece can be laid over, for whoever may see the piece. */
export async function GET(
  _: Request,
  { params }: { params: Promise<{ pieceId: string }> },
): Promise<Response> {
  return answeringFile("outlines", (await params).pieceId, async (actor, id) => {
    const database = recordsOf(actor);
    const { learner } = await findBenchPiece(database, actor, id);
    const choices = await outlineChoices(database, actor, { id, learnerId: learner.id });
    return Response.json(choices, { headers: { "cache-control": "private, no-store" } });
  });
}
