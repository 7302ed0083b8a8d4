import { withinExtents, type Drawing } from "@/core/drawing/drawing";
import { refuse } from "@/core/problem/problem";
import { bytesOf, newDocument, type Pdf } from "./document";
import { drawOn, write } from "./drawings";
import { MARGIN_MM, PAPERS, pt, type Paper } from "./paper";
import type { Printable } from "./printable";

/** What neighbouring sheets have in common, to be glued over one another, mm. */
const OVERLAP_MM = 10;
/** The check ruler, along the longer side of every sheet, mm. */
const RULER_MM = 250;
const RULER_ROOM_MM = 12;
const FOOT_MM = 8;
/** More nobody glues together, and a server draws no more at a time. */
const MAX_SHEETS = 60;
/** Words at a cut are drawn on both sheets, mm. */
const WORDS_MM = 40;

/** What is printed, mm, and where it is from, if it isn't the drawing. */
interface Template {
  drawing: Drawing;
  from?: string;
}

interface Sheets {
  across: boolean;
  /** Room for the drawing on one sheet, mm. */
  widthMm: number;
  heightMm: number;
  columns: number;
  rows: number;
}

/** How a drawing is spread over sheets of paper: upright or across, whichever takes fewer. */
export function spreadOver(drawing: Drawing, paper: Paper): Sheets {
  const { minX, maxX, minY, maxY } = drawing.extents;
  const [wide, high] = [maxX - minX + 4, maxY - minY + 4];
  const count = (mm: number, room: number) =>
    Math.max(1, Math.ceil((mm - OVERLAP_MM) / (room - OVERLAP_MM)));
  const [upright, across] = [false, true].map((turned): Sheets => {
    const { widthMm, heightMm } = PAPERS[paper];
    const [width, height] = turned ? [heightMm, widthMm] : [widthMm, heightMm];
    // The ruler stands along the longer side.
    const room = {
      widthMm: width - 2 * MARGIN_MM - (turned ? 0 : RULER_ROOM_MM),
      heightMm: height - 2 * MARGIN_MM - FOOT_MM - (turned ? RULER_ROOM_MM : 0),
    };
    return {
      across: turned,
      ...room,
      columns: count(wide, room.widthMm),
      rows: count(high, room.heightMm),
    };
  }) as [Sheets, Sheets];
  return across.columns * across.rows < upright.columns * upright.rows ? across : upright;
}

/**
 * A template at its true size: tiled over as many sheets as it takes, with
 * registration crosses where they overlap and a ruler on every sheet to check
 * that the printer kept the size.
 *
 * @throws Refusal where it would take more sheets than are printed
 */
export async function templatePdf(
  { exercise, schoolName, paper, unit }: Printable,
  { drawing, from }: Template,
): Promise<Uint8Array<ArrayBuffer>> {
  const { name, revision } = exercise;
  const sheets = spreadOver(drawing, paper);
  const count = sheets.columns * sheets.rows;
  if (count > MAX_SHEETS) refuse({ code: "template-too-large", sheets: count, max: MAX_SHEETS });
  const pdf = newDocument({
    title: `${name}, template`,
    author: schoolName,
    paper,
    across: sheets.across,
    date: new Date(revision.publishedAt),
  });
  const { minX, maxY } = drawing.extents;
  for (let row = 0; row < sheets.rows; row += 1)
    for (let column = 0; column < sheets.columns; column += 1) {
      pdf.addPage();
      const left = MARGIN_MM + (sheets.across ? 0 : RULER_ROOM_MM);
      const fromX = minX - 2 + column * (sheets.widthMm - OVERLAP_MM);
      const fromY = maxY + 2 - row * (sheets.heightMm - OVERLAP_MM);
      pdf.save();
      pdf.rect(pt(left), pt(MARGIN_MM), pt(sheets.widthMm), pt(sheets.heightMm)).clip();
      const part = {
        minX: fromX - WORDS_MM,
        maxX: fromX + sheets.widthMm + WORDS_MM,
        minY: fromY - sheets.heightMm - WORDS_MM,
        maxY: fromY + WORDS_MM,
      };
      drawOn(
        pdf,
        withinExtents(drawing, part),
        { left: pt(left + minX - fromX), top: pt(MARGIN_MM + fromY - maxY), scale: pt(1) },
        { unit, outlineOnly: true },
      );
      pdf.restore();
      if (count > 1) crosses(pdf, sheets, { column, row, left });
      ruler(pdf, sheets);
      const which =
        count > 1 ? ` · sheet ${row + 1}.${column + 1} of ${sheets.rows} × ${sheets.columns}` : "";
      write(
        pdf,
        `${name}, revision ${revision.number}, full size${from ? `, ${from}` : ""}${which} · ${schoolName}. Print at 100 %; the ruler is ${RULER_MM} mm.`,
        {
          x: pt(left),
          y: pdf.page.height - pt(MARGIN_MM) - 4,
          anchor: "start",
        },
      );
    }
  return bytesOf(pdf);
}

/** Crosses in the middle of every overlap: those of neighbouring sheets lie on one another. */
function crosses(
  pdf: Pdf,
  { columns, rows, widthMm, heightMm }: Sheets,
  { column, row, left }: { column: number; row: number; left: number },
): void {
  const inset = OVERLAP_MM / 2;
  const [xs, ys] = [
    [...(column > 0 ? [inset] : []), ...(column < columns - 1 ? [widthMm - inset] : [])],
    [...(row > 0 ? [inset] : []), ...(row < rows - 1 ? [heightMm - inset] : [])],
  ];
  const at = (x: number, y: number) => {
    const [px, py] = [pt(left + x), pt(MARGIN_MM + y)];
    pdf
      .moveTo(px - 8, py)
      .lineTo(px + 8, py)
      .moveTo(px, py - 8)
      .lineTo(px, py + 8)
      .lineWidth(0.4)
      .stroke("#20262B");
    pdf.circle(px, py, 4).lineWidth(0.4).stroke("#20262B");
  };
  const ends = (room: number) => [room * 0.15, room * 0.85];
  for (const x of xs) for (const y of ends(heightMm)) at(x, y);
  for (const y of ys) for (const x of ends(widthMm)) at(x, y);
}

/** A ruler in millimetres along the longer side. */
function ruler(pdf: Pdf, { across, heightMm }: Sheets): void {
  for (let mm = 0; mm <= RULER_MM; mm += 1) {
    const tall = mm % 10 === 0 ? 6 : mm % 5 === 0 ? 4.5 : 3;
    const along = pt(MARGIN_MM + mm);
    const from = across ? pt(MARGIN_MM + heightMm + RULER_ROOM_MM - 3) : pt(MARGIN_MM);
    if (across) pdf.moveTo(along, from).lineTo(along, from - pt(tall));
    else pdf.moveTo(from, along).lineTo(from + pt(tall), along);
    pdf.lineWidth(0.3).stroke("#20262B");
    if (mm % 50 === 0)
      write(
        pdf,
        String(mm),
        across
          ? { x: along, y: from - pt(7.5), anchor: "middle", size: 6 }
          : { x: from + pt(6.5), y: along, anchor: "start", size: 6 },
      );
  }
}
