import { idSchema } from "@/core/records/fields";
import { findRevisionPiece } from "@/data/queries/exercises";
import { Failure } from "@/data/failure";
import { answering, failureResponse } from "../../answer";
import { currentActor, services } from "../../../server";

/** A revision's piece as a file of the open format. */
export async function GET(
  _request: Request,
  { params }: { params: Promise<{ revisionId: string }> },
): Promise<Response> {
  return answering("piece file", async () => {
    const actor = await currentActor();
    if (!actor) return failureResponse("signed-out", "Sign in to fetch a piece file.");
    const id = idSchema.safeParse((await params).revisionId);
    if (!id.success) return failureResponse("not-found", "There is no such exercise here.");
    try {
      const piece = await findRevisionPiece(services().database, actor, id.data);
      return new Response(`${JSON.stringify(piece, null, 2)}\n`, {
        headers: {
          "content-type": "application/json; charset=utf-8",
          "content-disposition": `attachment; filename="${fileName(piece.name)}.piece.json"`,
        },
      });
    } catch (error) {
      if (error instanceof Failure) return failureResponse(error.code, error.message);
      throw error;
    }
  });
}

const fileName = (name: string) =>
  name
    .toLowerCase()
    .normalize("NFKD")
    .replace(/[^a-z0-9]+/g, "-")
    .replace(/^-+|-+$/g, "") || "piece";
