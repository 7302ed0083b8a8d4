import { finishedDrawing, fullerElevation } from "@/core/drawing/pieceDrawings";
import type { Drawing } from "@/core/drawing/drawing";
import { printSection } from "@/core/section/spoken";
import type { LengthUnit } from "@/core/units/length";
import type { Stage } from "@/core/workpiece/stages";
import { exerciseRisks } from "@/core/exercise/exercise";
import { TRAINING_PIECE } from "@/core/trade/cautions";
import { printBothUnits } from "@/core/units/print";
import { stageFactsInWords } from "@/ui/words/stage";
import { bytesOf, newDocument, runsOf, type Face, type Pdf } from "./document";
import { dimensionRoom, drawOn, fittingScale } from "./drawings";
import { MARGIN_MM, PAPERS, pt } from "./paper";
import type { Printable } from "./printable";
import { pictureHeight, pictureWidth, stagePictures } from "./stagePictures";

const ACROSS = 2;
const DOWN = 2;
const HEAD_PT = 92;
const GAP_PT = 10;
const PICTURE_PT = 84;
/** Letters of a panel at their largest, and smaller until everything fits. */
const LARGEST_PT = 12.5;
const SMALLEST_PT = 7;

/**
 * The stage board: the steps of work in large panels, to hang where the work is
 * done and be read from the anvil.
 */
export async function boardPdf(printable: Printable): Promise<Uint8Array<ArrayBuffer>> {
  const { exercise, schoolName } = printable;
  const { name, revision } = exercise;
  const date = new Date(revision.publishedAt);
  const pdf = newDocument({
    ...printable,
    title: `${name}, stages`,
    author: schoolName,
    across: true,
    date,
  });
  drawBoard(pdf, printable);
  return bytesOf(pdf);
}

/** Draws a stage board on pages of its own, across, whatever the document's other pages are. */
export function drawBoard(pdf: Pdf, printable: Printable): void {
  const { exercise, schoolName, unit, paper } = printable;
  const { name, revision } = exercise;
  const { piece } = revision.content;
  const { plan } = revision.reckoned;
  const { stages } = revision.reckoned.work;
  const { widthMm, heightMm } = PAPERS[paper];
  const loadShaped = exerciseRisks(revision.content).includes("load-shaped");
  const perPage = ACROSS * DOWN;
  for (let first = 0; first < stages.length; first += perPage) {
    pdf.addPage({ size: [pt(heightMm), pt(widthMm)], margin: 0 });
    const margin = pt(MARGIN_MM);
    const width = pdf.page.width - 2 * margin;
    const titleBox = { width: width * 0.5, height: TITLE_PT };
    const size = titleSize(pdf, name, titleBox);
    say(pdf, name, { x: margin, y: margin, width: titleBox.width, face: "slab", size });
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
    const pictures = stagePictures(stages, { width: panelWidth - 22, height: PICTURE_PT });
    say(pdf, `Pictures to one scale, ${pictures.said}`, {
      x: margin,
      y: margin + 68,
      width: width * 0.5,
      size: 9,
    });
    stages.slice(first, first + perPage).forEach((stage, index) => {
      const x = margin + (index % ACROSS) * (panelWidth + GAP_PT);
      const y = top + Math.floor(index / ACROSS) * (panelHeight + GAP_PT);
      panel(
        pdf,
        {
          stage,
          number: first + index + 1,
          facts: factsOf(stage, unit),
          picture: pictures.drawings[first + index]!,
          scale: pictures.scale,
          unit,
        },
        { x, y, width: panelWidth, height: panelHeight },
      );
    });
  }
}

/** Room of the title, and its letters, pt. */
const TITLE_PT = 34;
const MAX_TITLE_PT = 24;
const MIN_TITLE_PT = 11;

interface Box {
  x: number;
  y: number;
  width: number;
  height: number;
}

/** A picture at least so high, pt, and no wider than this share of its panel leaves room beside it. */
const BESIDE_FROM_PT = 36;
const BESIDE_SHARE = 0.35;

interface Panel {
  stage: Stage;
  number: number;
  facts: string[];
  picture: Drawing;
  scale: number;
  unit: LengthUnit;
}

/** The numbers of a stage, and the tongs it wants. */
const factsOf = (stage: Stage, unit: LengthUnit): string[] => [
  ...stageFactsInWords(stage, unit),
  ...(stage.tongs ? [`tongs for ${printSection(stage.tongs, unit)}`] : []),
];

function panel(pdf: Pdf, { stage, number, facts, picture, scale, unit }: Panel, box: Box): void {
  pdf.rect(box.x, box.y, box.width, box.height).lineWidth(1).stroke("#20262B");
  pdf
    .moveTo(box.x, box.y)
    .lineTo(box.x + box.width, box.y)
    .lineWidth(3.5)
    .stroke("#20262B");
  const inner = { x: box.x + 11, width: box.width - 22 };
  let y = box.y + 9;
  y += say(pdf, `${number}  ${stage.title}`, { ...inner, y, face: "slab", size: 16 }) + 5;
  drawOn(pdf, picture, { left: inner.x, top: y, scale }, { unit });
  pdf.undash();
  // Beside a picture that stands high and narrow, below any other.
  const [wide, high] = [pictureWidth(picture, scale), pictureHeight(picture, scale)];
  const isBeside = high > BESIDE_FROM_PT && wide < inner.width * BESIDE_SHARE;
  const text = isBeside
    ? { x: inner.x + wide + 14, width: inner.width - wide - 14 }
    : { x: inner.x, width: inner.width };
  if (!isBeside) y += high + 11;
  const check =
    stage.check === "" ? [] : [{ text: `Check: ${stage.check}`, face: "strong" as const }];
  const half = (text.width - 14) / 2;
  const columns: { x: number; lines: Line[] }[] = [
    { x: text.x, lines: facts.map((text) => ({ text, face: "strong" })) },
    {
      x: text.x + half + 14,
      lines: [
        { text: stage.text, face: "plain" },
        { text: stage.tools.join(", "), face: "plain" },
        ...check,
      ].filter(({ text }) => text !== "") as Line[],
    },
  ];
  const room = box.y + box.height - 7 - y;
  const size = fittingSize(
    pdf,
    columns.map(({ lines }) => lines),
    { width: half, height: room },
  );
  for (const { x, lines } of columns) {
    let at = y;
    for (const { text, face } of lines)
      at += say(pdf, text, { x, y: at, width: half, face, size }) + size / 4;
  }
}

interface Line {
  text: string;
  face: Face;
}

/** The largest letters at which a title stands over what is said below it, on one line or on two. */
function titleSize(pdf: Pdf, title: string, { width, height }: Pick<Box, "width" | "height">) {
  for (let size = MAX_TITLE_PT; size > MIN_TITLE_PT; size -= 1)
    if (pdf.font("slab", size).heightOfString(title, { width }) <= height) return size;
  return MIN_TITLE_PT;
}

/** The largest letters at which every column stands in its room: nothing is cut off. */
function fittingSize(
  pdf: Pdf,
  columns: readonly (readonly Line[])[],
  { width, height }: { width: number; height: number },
): number {
  const tall = (lines: readonly Line[], size: number) =>
    lines.reduce(
      (sum, { text, face }) =>
        sum + pdf.font(face, size).heightOfString(text, { width }) + size / 4,
      0,
    );
  for (let size = LARGEST_PT; size > SMALLEST_PT; size -= 0.5)
    if (columns.every((lines) => tall(lines, size) <= height)) return size;
  return SMALLEST_PT;
}

interface Said {
  x: number;
  y: number;
  width: number;
  face?: Face;
  size: number;
}

/** Puts a text; how high it stands, pt. */
function say(pdf: Pdf, text: string, { x, y, width, face = "plain", size }: Said): number {
  const runs = runsOf(text, face);
  const tall = pdf.font(face, size).heightOfString(text, { width });
  runs.forEach((run, index) => {
    const options = { width, continued: index < runs.length - 1 };
    pdf.font(run.font, size).fillColor("#20262B");
    if (index === 0) pdf.text(run.text, x, y, options);
    else pdf.text(run.text, options);
  });
  return tall;
}
