import * as z from "zod";
import { fullerElevation, templateDrawing } from "@/core/drawing/pieceDrawings";
import type { Actor } from "@/data/actor";
import { findRevision, type ExerciseSheet } from "@/data/queries/exercises";
import { boardPdf } from "@/print/board";
import { dxfOf } from "@/print/dxf";
import { PAPERS } from "@/print/paper";
import { sheetPdf } from "@/print/sheet";
import { svgOf } from "@/print/svg";
import { templatePdf } from "@/print/template";
import { answeringFile } from "../../../answer";
import { fileName, fileResponse } from "../../../fileResponse";
import { recordsOf } from "../../../../server";

/** What an address may ask besides the file; what makes no sense is taken as not asked. */
const askedSchema = z.object({
  paper: z
    .enum(Object.keys(PAPERS) as (keyof typeof PAPERS)[])
    .optional()
    .catch(undefined),
  unit: z.enum(["mm", "in"]).optional().catch(undefined),
  view: z.enum(["side", "plan"]).optional().catch(undefined),
});
type Asked = z.output<typeof askedSchema>;

const PDF = "application/pdf";

/** Makes one kind of file of a revision. */
type Make = (
  exercise: ExerciseSheet,
  actor: Actor,
  asked: Asked,
) => Promise<{ body: string | Uint8Array<ArrayBuffer>; type: string }>;

function printable(exercise: ExerciseSheet, actor: Actor, asked: Asked) {
  const unit = asked.unit ?? actor.firstUnit;
  const { piece } = exercise.revision.content;
  return {
    exercise,
    schoolName: actor.schoolName,
    unit,
    // Who reads in inches usually prints on the paper that goes with them.
    paper: asked.paper ?? (unit === "in" ? ("letter" as const) : ("a4" as const)),
    elevation: asked.view ?? fullerElevation(piece),
  };
}

const FILES: Record<string, Make> = {
  "sheet.pdf": async (...given) => ({ body: await sheetPdf(printable(...given)), type: PDF }),
  "board.pdf": async (...given) => ({ body: await boardPdf(printable(...given)), type: PDF }),
  "template.pdf": async (...given) => ({ body: await templatePdf(printable(...given)), type: PDF }),
  "template.svg": (...given) => {
    const { exercise, elevation, unit } = printable(...given);
    const drawing = templateDrawing(exercise.revision.content.piece, elevation);
    const title = `${exercise.name}, revision ${exercise.revision.number}, full size`;
    return Promise.resolve({ body: svgOf(drawing, title, unit), type: "image/svg+xml" });
  },
  "template.dxf": (...given) => {
    const { exercise, elevation, unit } = printable(...given);
    const drawing = templateDrawing(exercise.revision.content.piece, elevation);
    return Promise.resolve({ body: dxfOf(drawing, unit), type: "image/vnd.dxf" });
  },
};

/** A revision on paper or as a drawing: sheet, stage board and full-size template. */
export async function GET(
  request: Request,
  { params }: { params: Promise<{ revisionId: string; file: string }> },
): Promise<Response> {
  const { revisionId, file } = await params;
  return answeringFile(
    `print ${file in FILES ? file : "nothing"}`,
    revisionId,
    async (actor, id) => {
      const make = Object.hasOwn(FILES, file) ? FILES[file] : undefined;
      if (!make) return null;
      const asked = askedSchema.parse(Object.fromEntries(new URL(request.url).searchParams));
      const exercise = await findRevision(recordsOf(actor), actor, id);
      const { body, type } = await make(exercise, actor, asked);
      const name = `${fileName(exercise.name)}-${file}`;
      return fileResponse(body, { type, name, shown: type === PDF });
    },
  );
}
