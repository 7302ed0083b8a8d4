import { idSchema } from "@/core/units/fields";
import { addPhoto, MAX_PHOTO_BYTES } from "@/data/commands/photos";
import { Failure } from "@/data/failure";
import { findPhoto } from "@/data/queries/bench";
import { answering, answeringFile, failureResponse, isFromElsewhere } from "../../answer";
import { currentActor, services } from "../../../server";

interface Context {
  params: Promise<{ photoId: string }>;
}

/** A photograph of a piece, for whoever may see the piece. */
export async function GET(_: Request, { params }: Context): Promise<Response> {
  return answeringFile("photograph", (await params).photoId, async (actor, id) => {
    const bytes = await findPhoto(services().database, actor, id);
    if (!bytes) return null;
    return new Response(new Uint8Array(bytes), {
      headers: {
        "content-type": "image/jpeg",
        "cache-control": "private, no-store",
        "content-disposition": "inline",
      },
    });
  });
}

/** Adds a photograph, as the body, to the piece named in the address. */
export async function PUT(request: Request, { params }: Context): Promise<Response> {
  const { photoId } = await params;
  return answering("add photograph", async () => {
    const actor = await currentActor();
    if (!actor) return failureResponse("signed-out", "Sign in to add a photograph.");
    const id = idSchema.safeParse(photoId);
    const pieceId = idSchema.safeParse(new URL(request.url).searchParams.get("piece"));
    if (isFromElsewhere(request) || !id.success || !pieceId.success)
      return failureResponse("invalid", "A photograph and its piece are named by their ids.");
    if (Number(request.headers.get("content-length") ?? 0) > MAX_PHOTO_BYTES)
      return failureResponse("invalid", "A photograph of at most 15 MB is accepted.");
    try {
      const bytes = Buffer.from(await request.arrayBuffer());
      const added = { photoId: id.data, pieceId: pieceId.data, bytes };
      return Response.json({ ok: true, value: await addPhoto(services().database, actor, added) });
    } catch (error) {
      if (error instanceof Failure) return failureResponse(error.code, error.message);
      throw error;
    }
  });
}
