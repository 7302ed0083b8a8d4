import * as z from "zod";
import {
  fullerElevation,
  fullSizeDrawing,
  tracedDrawing,
  withRuler,
} from "@/core/drawing/pieceDrawings";
import type { Actor } from "@/data/actor";
import { findRevision, type ExerciseSheet } from "@/data/queries/exercises";
import { findTracedTemplate } from "@/data/queries/outlines";
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
const SVG = "image/svg+xml";
const DXF = "image/vnd.dxf";

/** Makes one kind of file of a revision; null where there is nothing to make it of. */
type Make = (
  exercise: ExerciseSheet,
  actor: Actor,
  asked: Asked,
) => Promise<{ body: string | Uint8Array<ArrayBuffer>; type: string } | null>;

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

/** The drawing that a template is made of. */
function drawnTemplate(exercise: ExerciseSheet, actor: Actor, asked: Asked) {
  const { elevation } = printable(exercise, actor, asked);
  return fullSizeDrawing(exercise.revision.content.piece, elevation);
}

/** The outline that a revision's template was traced as, and from what; null where none was. */
async function tracedTemplate({ revision }: ExerciseSheet, actor: Actor) {
  const found = await findTracedTemplate(recordsOf(actor), actor, revision.id);
  return found && { drawing: tracedDrawing(found.outline), from: `traced from ${found.tag}` };
}

const titleOf = ({ name, revision }: ExerciseSheet) => `${name}, revision ${revision.number}`;

const FILES: Record<string, Make> = {
  "sheet.pdf": async (...given) => ({ body: await sheetPdf(printable(...given)), type: PDF }),
  "board.pdf": async (...given) => ({ body: await boardPdf(printable(...given)), type: PDF }),
  "template.pdf": async (...given) => {
    const drawing = drawnTemplate(...given);
    return { body: await templatePdf(printable(...given), { drawing }), type: PDF };
  },
  "template.svg": (...given) => {
    const drawing = withRuler(drawnTemplate(...given));
    const { exercise, unit } = printable(...given);
    return Promise.resolve({
      body: svgOf(drawing, `${titleOf(exercise)}, full size`, unit),
      type: SVG,
    });
  },
  "template.dxf": (...given) => {
    const drawing = withRuler(drawnTemplate(...given));
    return Promise.resolve({ body: dxfOf(drawing, printable(...given).unit), type: DXF });
  },
  "traced.pdf": async (...given) => {
    const traced = await tracedTemplate(given[0], given[1]);
    return traced && { body: await templatePdf(printable(...given), traced), type: PDF };
  },
  "traced.svg": async (...given) => {
    const traced = await tracedTemplate(given[0], given[1]);
    if (!traced) return null;
    const { exercise, unit } = printable(...given);
    const title = `${titleOf(exercise)}, full size, ${traced.from}`;
    return { body: svgOf(withRuler(traced.drawing), title, unit), type: SVG };
  },
  "traced.dxf": async (...given) => {
    const traced = await tracedTemplate(given[0], given[1]);
    return (
      traced && { body: dxfOf(withRuler(traced.drawing), printable(...given).unit), type: DXF }
    );
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
      const made = await make(exercise, actor, asked);
      if (!made) return null;
      const { body, type } = made;
      const name = `${fileName(exercise.name)}-${file}`;
      return fileResponse(body, { type, name, shown: type === PDF });
    },
  );
}
