import type { Overlay } from "@/core/photo/layOver";
import type { PieceOutline } from "@/core/photo/outline";
import type { Actor } from "@/data/actor";
import type { Queryable } from "@/data/database";
import { firstChoices, listComparable } from "@/data/queries/compare";
import { findTemplateFor, outlinesOf } from "@/data/queries/outlines";
import { runInWorker } from "./workerPool";

/** An outline that another can be laid over. */
export interface OutlineChoice {
  label: string;
  outline: PieceOutline;
}

/** What the outline of a piece is laid over first: the template that was traced, its maker's last, and the best. */
export async function outlineChoices(
  database: Queryable,
  actor: Actor,
  piece: { id: string; learnerId: string },
): Promise<OutlineChoice[]> {
  const choices = firstChoices(piece, await listComparable(database, actor, piece.id));
  const kept = await outlinesOf(
    database,
    actor,
    choices.map((choice) => choice.piece.id),
  );
  const { template } = await findTemplateFor(database, actor, piece.id);
  return [
    ...(template && template.pieceId !== piece.id
      ? [{ label: templateLabel(template), outline: template.outline }]
      : []),
    ...choices.flatMap(({ why, piece: { id, tag } }) => {
      const found = kept.get(id);
      return found ? [{ label: `${why}, ${tag}`, outline: found.outline }] : [];
    }),
  ];
}

const templateLabel = ({ tag }: { tag: string }) => `the template, traced from ${tag}`;

/** What pictures say of two pieces side by side, and of the template. */
export interface PicturesShown {
  revisionId: string;
  /** The outline of the piece in force; null where no picture of it was taken. */
  outlineId: string | null;
  /** The outline that is the template. */
  templateId: string | null;
  laid: { label: string; overlay: Overlay | null }[];
}

/** The outline of a piece laid over that of another, and over the template. */
export async function picturesShown(
  database: Queryable,
  actor: Actor,
  { pieceId, other }: { pieceId: string; other: { id: string; tag: string } | undefined },
): Promise<PicturesShown> {
  const kept = await outlinesOf(database, actor, [pieceId, ...(other ? [other.id] : [])]);
  const { revisionId, template } = await findTemplateFor(database, actor, pieceId);
  const mine = kept.get(pieceId);
  const theirs = other && kept.get(other.id);
  const over = [
    ...(other && theirs && theirs.id !== template?.id
      ? [{ label: other.tag, outline: theirs.outline }]
      : []),
    ...(template && template.id !== mine?.id
      ? [{ label: templateLabel(template), outline: template.outline }]
      : []),
  ];
  const laid = mine
    ? over.map(async ({ label, outline }) => ({
        label,
        overlay: await runInWorker({ kind: "lay", mine: mine.outline, other: outline }),
      }))
    : [];
  return {
    revisionId,
    outlineId: mine?.id ?? null,
    templateId: template?.id ?? null,
    laid: await Promise.all(laid),
  };
}
