import { finishedDrawing, fullerElevation } from "@/core/drawing/pieceDrawings";
import { printSection } from "@/core/section/spoken";
import type { Stage } from "@/core/workpiece/stages";
import { risksOf, TRAINING_PIECE } from "@/core/trade/cautions";
import { printBothUnits } from "@/core/units/print";
import { stageFactsInWords } from "@/ui/words/stage";
import { bytesOf, newDocument, runsOf, type Face, type Pdf } from "./document";
import { dimensionRoom, drawOn, fittingScale } from "./drawings";
import { MARGIN_MM, pt } from "./paper";
import type { Printable } from "./printable";

const ACROSS = 3;
const DOWN = 2;
const HEAD_PT = 92;
const GAP_PT = 10;

/**
 * The stage board: the steps of work in large panels, to hang where the work is
 * done and be read from the anvil.
 */
export async function boardPdf(printable: Printable): Promise<Uint8Array<ArrayBuffer>> {
  const { exercise, schoolName, unit } = printable;
  const { name, revision } = exercise;
  const { piece } = revision.content;
  const { plan } = revision.reckoned;
  const { stages } = revision.reckoned.work;
  const date = new Date(revision.publishedAt);
  const pdf = newDocument({
    ...printable,
    title: `${name}, stages`,
    author: schoolName,
    across: true,
    date,
  });
  const loadShaped = risksOf(piece).includes("load-shaped");
  const perPage = ACROSS * DOWN;
  for (let first = 0; first < stages.length; first += perPage) {
    pdf.addPage();
    const margin = pt(MARGIN_MM);
    const width = pdf.page.width - 2 * margin;
    say(pdf, name, { x: margin, y: margin, width: width * 0.5, face: "slab", size: 24 });
    const cut = `Cut ${printBothUnits(plan.stockLengthMm, unit)} of ${printSection(piece.stock.section, unit)}`;
    say(pdf, cut, { x: margin, y: margin + 34, width: width * 0.5, face: "strong", size: 13 });
    const said = `${schoolName} · revision ${revision.number}${loadShaped ? ` · ${TRAINING_PIECE}` : ""}`;
    say(pdf, said, { x: margin, y: margin + 54, width: width * 0.5, size: 9 });
    const drawing = finishedDrawing(piece, fullerElevation(piece));
    const beside = dimensionRoom(drawing);
    const scale = fittingScale(drawing, width * 0.45 - beside.right, HEAD_PT - beside.bottom - 12);
    drawOn(pdf, drawing, { left: margin + width * 0.53, top: margin, scale }, { unit });
    const top = margin + HEAD_PT;
    const panelWidth = (width - GAP_PT * (ACROSS - 1)) / ACROSS;
    const panelHeight = (pdf.page.height - margin - top - GAP_PT * (DOWN - 1)) / DOWN;
    stages.slice(first, first + perPage).forEach((stage, index) => {
      const x = margin + (index % ACROSS) * (panelWidth + GAP_PT);
      const y = top + Math.floor(index / ACROSS) * (panelHeight + GAP_PT);
      panel(
        pdf,
        { stage, number: first + index + 1, facts: stageFactsInWords(stage, unit) },
        { x, y, width: panelWidth, height: panelHeight },
      );
    });
  }
  return bytesOf(pdf);
}

interface Box {
  x: number;
  y: number;
  width: number;
  height: number;
}

function panel(
  pdf: Pdf,
  { stage, number, facts }: { stage: Stage; number: number; facts: string[] },
  box: Box,
): void {
  pdf.rect(box.x, box.y, box.width, box.height).lineWidth(1).stroke("#20262B");
  pdf
    .moveTo(box.x, box.y)
    .lineTo(box.x + box.width, box.y)
    .lineWidth(3.5)
    .stroke("#20262B");
  const inner = { x: box.x + 9, width: box.width - 18 };
  const floor = box.y + box.height - 6;
  let y = box.y + 9;
  const put = (text: string, face: Face, size: number) => {
    if (text === "" || y + size > floor) return;
    y += say(pdf, text, { ...inner, y, face, size, height: floor - y }) + 3;
  };
  put(`${number}  ${stage.title}`, "slab", 17);
  for (const fact of facts) put(fact, "strong", 12);
  put(stage.text, "plain", 11.5);
  if (stage.tools.length > 0) put(stage.tools.join(", "), "plain", 10.5);
  put(stage.check ? `Check: ${stage.check}` : "", "strong", 11.5);
}

interface Said {
  x: number;
  y: number;
  width: number;
  face?: Face;
  size: number;
  /** What is longer is cut off with dots. */
  height?: number;
}

/** Puts a text; how high it stands, pt. */
function say(pdf: Pdf, text: string, { x, y, width, face = "plain", size, height }: Said): number {
  const runs = runsOf(text, face);
  const tall = pdf.font(face, size).heightOfString(text, { width });
  runs.forEach((run, index) => {
    const options = {
      width,
      continued: index < runs.length - 1,
      ...(height === undefined ? {} : { height, ellipsis: true }),
    };
    pdf.font(run.font, size).fillColor("#20262B");
    if (index === 0) pdf.text(run.text, x, y, options);
    else pdf.text(run.text, options);
  });
  return Math.min(tall, height ?? tall);
}
