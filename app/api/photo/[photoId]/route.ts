import { refuse } from "@/core/problem/problem";
import { idSchema } from "@/core/units/fields";
import { addPhoto, MAX_PHOTO_BYTES } from "@/data/commands/photos";
import { findPhoto } from "@/data/queries/bench";
import { answering, answeringFile, isFromElsewhere, senderOf } from "../../answer";
import { recordsOf } from "../../../server";

interface Context {
  params: Promise<{ photoId: string }>;
}

/** A photograph of a piece, for whoever may see the piece. */
export async function GET(_: Request, { params }: Context): Promise<Response> {
  return answeringFile("photograph", (await params).photoId, async (actor, id) => {
    const bytes = await findPhoto(recordsOf(actor), actor, id);
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
    const actor = (await senderOf(request)) ?? refuse({ code: "signed-out" });
    const id = idSchema.safeParse(photoId);
    const pieceId = idSchema.safeParse(new URL(request.url).searchParams.get("piece"));
    if (isFromElsewhere(request)) refuse({ code: "sent-from-elsewhere" });
    if (!id.success || !pieceId.success) return refuse({ code: "photo-unnamed" });
    if (Number(request.headers.get("content-length") ?? 0) > MAX_PHOTO_BYTES)
      refuse({ code: "photo-too-large" });
    const bytes = Buffer.from(await request.arrayBuffer());
    const added = { photoId: id.data, pieceId: pieceId.data, bytes };
    return Response.json({ ok: true, value: await addPhoto(recordsOf(actor), actor, added) });
  });
}
