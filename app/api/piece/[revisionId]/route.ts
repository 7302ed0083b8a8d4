import { findRevision } from "@/data/queries/exercises";
import { answeringFile } from "../../answer";
import { fileName, fileResponse } from "../../fileResponse";
import { recordsOf } from "../../../server";

/** A revision's piece as a file of the open format. */
export async function GET(
  _request: Request,
  { params }: { params: Promise<{ revisionId: string }> },
): Promise<Response> {
  const { revisionId } = await params;
  return answeringFile("piece file", revisionId, async (actor, id) => {
    const { content } = (await findRevision(recordsOf(actor), actor, id)).revision;
    return fileResponse(`${JSON.stringify(content.piece, null, 2)}\n`, {
      type: "application/json; charset=utf-8",
      name: `${fileName(content.name)}.piece.json`,
    });
  });
}
