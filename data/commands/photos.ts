import { refuse } from "@/core/problem/problem";
import { createHash } from "node:crypto";
import { and, eq, sql } from "drizzle-orm";
import sharp from "sharp";
import { EVERYONE, isStaff, type Actor } from "../actor";
import type { Database } from "../database";
import { notFound } from "../notFound";
import { photo } from "../schema";
import { defineCommand } from "./command";
import { assertSameRecord } from "./once";
import { assertOpen, openPiece } from "./pieces";

/** Largest file taken, bytes. */
export const MAX_PHOTO_BYTES = 15_000_000;
/** Longest side kept, px. */
const LONGEST_PX = 1600;
/** A picture may not have more than this: small files can unfold to very large ones. */
const MAX_PIXELS = 80_000_000;
const MAX_OF_A_PIECE = 12;
const TAKEN = new Set(["jpeg", "png", "webp"]);

/** What is kept of a photograph: turned upright, made small, and nothing but the picture. */
async function cleaned(bytes: Buffer) {
  try {
    const image = sharp(bytes, { limitInputPixels: MAX_PIXELS, failOn: "error" });
    // By its content: what the sender calls it counts for nothing.
    const { format } = await image.metadata();
    if (!TAKEN.has(format)) throw new Error(format);
    return await image
      .rotate()
      .resize({ width: LONGEST_PX, height: LONGEST_PX, fit: "inside", withoutEnlargement: true })
      .flatten({ background: "#ffffff" })
      .jpeg({ quality: 82, mozjpeg: true })
      .toBuffer({ resolveWithObject: true });
  } catch {
    refuse({ code: "photo-unreadable" });
  }
}

/** Adds a photograph to a piece: staff to any of their school, a learner to their own. */
export async function addPhoto(
  database: Database,
  actor: Actor,
  { photoId, pieceId, bytes }: { photoId: string; pieceId: string; bytes: Buffer },
): Promise<{ photoId: string }> {
  if (bytes.length === 0 || bytes.length > MAX_PHOTO_BYTES) refuse({ code: "photo-unreadable" });
  const sha256 = createHash("sha256").update(bytes).digest("hex");
  const sent = { id: photoId, schoolId: actor.schoolId, pieceId, sha256 };
  return database.transaction(async (tx) => {
    const row = await openPiece(tx, actor, pieceId);
    const [there] = await tx
      .select({
        id: photo.id,
        schoolId: photo.schoolId,
        pieceId: photo.pieceId,
        sha256: photo.sha256,
      })
      .from(photo)
      .where(eq(photo.id, photoId));
    if (there) {
      assertSameRecord(there, sent);
      return { photoId };
    }
    await assertOpen(tx, row);
    const [{ count } = { count: 0 }] = await tx
      .select({ count: sql<number>`count(*)::int` })
      .from(photo)
      .where(and(eq(photo.pieceId, pieceId), eq(photo.withdrawn, false)));
    if (count >= MAX_OF_A_PIECE) refuse({ code: "photos-full", max: MAX_OF_A_PIECE });
    const { data, info } = await cleaned(bytes);
    await tx.insert(photo).values({
      ...sent,
      bytes: data,
      widthPx: info.width,
      heightPx: info.height,
      addedBy: actor.personId,
    });
    return { photoId };
  });
}

/** Takes a photograph back: staff any of their school, a learner their own. It is kept, and shown no more. */
export const withdrawPhoto = defineCommand({
  name: "withdraw-photo",
  roles: EVERYONE,
  run: async ({ database, actor }, { photoId }) => {
    const changed = await database
      .update(photo)
      .set({ withdrawn: true })
      .where(
        and(
          eq(photo.id, photoId),
          eq(photo.schoolId, actor.schoolId),
          isStaff(actor) ? undefined : eq(photo.addedBy, actor.personId),
        ),
      )
      .returning({ id: photo.id });
    if (changed.length === 0) notFound("photograph");
    return { photoId };
  },
});
