import { refuse } from "@/core/problem/problem";
import { createHash } from "node:crypto";
import { and, eq, sql } from "drizzle-orm";
import pLimit from "p-limit";
import sharp from "sharp";
import { EVERYONE, isStaff, type Actor } from "../actor";
import { noteEvent } from "../audit";
import type { Database, Transaction } from "../database";
import { notFound } from "../notFound";
import { ofPiece } from "../ofPiece";
import { photo, piece } from "../schema";
import { defineCommand } from "./command";
import { assertSameRecord } from "./once";
import { assertOpen, openPiece } from "./pieces";

/** Largest file taken, bytes. */
export const MAX_PHOTO_BYTES = 15_000_000;
/** So many are made small at once: it takes memory, and both cores. */
const cleaning = pLimit(2);
/** Longest side kept, px. */
const LONGEST_PX = 1600;
/** A picture may not have more than this: small files can unfold to very large ones. */
const MAX_PIXELS = 40_000_000;
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
  // Whether it may be added is asked before it is worked on, and again when it is: no connection is held meanwhile.
  const isThere = (tx: Transaction) => photoThere(tx, actor, sent);
  if (await database.transaction(isThere)) return { photoId };
  const { data, info } = await cleaning(() => cleaned(bytes));
  return database.transaction(async (tx) => {
    // Held alone: two at once would both find room for one more.
    await tx
      .select({ id: piece.id })
      .from(piece)
      .where(and(eq(piece.id, pieceId), eq(piece.schoolId, actor.schoolId)))
      .for("no key update");
    if (await isThere(tx)) return { photoId };
    const [{ count } = { count: 0 }] = await tx
      .select({ count: sql<number>`count(*)::int` })
      .from(photo)
      .where(
        and(ofPiece(photo, { schoolId: actor.schoolId, pieceId }), eq(photo.withdrawn, false)),
      );
    if (count >= MAX_OF_A_PIECE) refuse({ code: "photos-full", max: MAX_OF_A_PIECE });
    await tx.insert(photo).values({
      ...sent,
      bytes: data,
      widthPx: info.width,
      heightPx: info.height,
      addedBy: actor.personId,
    });
    await noteEvent(tx, actor, { action: "add-photo", subject: { kind: "piece", id: pieceId } });
    return { photoId };
  });
}

/** Whether the very photograph was added before; refuses where the piece isn't theirs, or is signed. */
async function photoThere(
  tx: Transaction,
  actor: Actor,
  sent: { id: string; schoolId: string; pieceId: string; sha256: string },
): Promise<boolean> {
  const row = await openPiece(tx, actor, sent.pieceId);
  const [there] = await tx
    .select({
      ...{ id: photo.id, schoolId: photo.schoolId },
      ...{ pieceId: photo.pieceId, sha256: photo.sha256 },
    })
    .from(photo)
    .where(and(eq(photo.schoolId, sent.schoolId), eq(photo.id, sent.id)));
  if (there) assertSameRecord(there, sent);
  else await assertOpen(tx, row);
  return there !== undefined;
}

/**
 * Takes a photograph back: staff any of their school, a learner their own. It is kept, and shown no more. What
 * a signature was given on stays.
 */
export const withdrawPhoto = defineCommand({
  name: "withdraw-photo",
  roles: EVERYONE,
  run: async ({ tx, actor }, { photoId }) => {
    const own = and(
      eq(photo.id, photoId),
      eq(photo.schoolId, actor.schoolId),
      isStaff(actor) ? undefined : eq(photo.addedBy, actor.personId),
    );
    const [there] = await tx.select({ pieceId: photo.pieceId }).from(photo).where(own);
    if (!there) notFound("photograph");
    await assertOpen(tx, await openPiece(tx, actor, there.pieceId));
    await tx.update(photo).set({ withdrawn: true }).where(own);
    return { photoId };
  },
});
