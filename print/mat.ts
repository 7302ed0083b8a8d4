import { FRAMED_CELLS, isLightCell } from "@/core/photo/markCodes";
import { MARK_MM, MATS, matMarks, RULER_MM, rulerStart, type MatSize } from "@/core/photo/mat";
import { bytesOf, newDocument, type Pdf } from "./document";
import { write } from "./drawings";
import { pt } from "./paper";

/** The look's ink; marks are darker than anything that lies beside them. */
const INK = "#20262B";
/** A mat is the same whenever it is printed. */
const DRAWN_ON = new Date("2026-11-29T00:00:00Z");
const SIZE_OF_WORDS = 6;

/** The mat a piece is photographed on, at its true size: marks around, a check ruler, the middle plain. */
export async function matPdf(size: MatSize): Promise<Uint8Array<ArrayBuffer>> {
  const { name, widthMm, heightMm } = MATS[size];
  const pdf = newDocument({
    title: `Measuring mat, ${name}`,
    author: "Bell Step",
    paper: { widthMm, heightMm },
    date: DRAWN_ON,
  });
  pdf.addPage();
  const cellMm = MARK_MM / FRAMED_CELLS;
  for (const { id, at } of matMarks(size)) {
    // The frame and what is dark in it as one, so that no hairline shows between its cells.
    pdf.rect(pt(at.x), pt(heightMm - at.y), pt(MARK_MM), pt(MARK_MM)).fill(INK);
    for (let row = 0; row < FRAMED_CELLS; row += 1)
      for (let column = 0; column < FRAMED_CELLS; column += 1)
        if (isLightCell(id, row, column))
          pdf
            .rect(
              pt(at.x + column * cellMm),
              pt(heightMm - at.y + row * cellMm),
              pt(cellMm),
              pt(cellMm),
            )
            .fill("#FFFFFF");
  }
  ruler(pdf, size);
  return bytesOf(pdf);
}

function ruler(pdf: Pdf, size: MatSize): void {
  const { heightMm, name } = MATS[size];
  const start = rulerStart(size);
  const top = pt(heightMm - start.y);
  for (let mm = 0; mm <= RULER_MM; mm += 1) {
    const tall = mm % 10 === 0 ? 4.5 : mm % 5 === 0 ? 3.5 : 2.5;
    const x = pt(start.x + mm);
    pdf
      .moveTo(x, top)
      .lineTo(x, top - pt(tall))
      .lineWidth(0.3)
      .stroke(INK);
    if (mm % 50 === 0)
      write(pdf, String(mm), { x, y: top - pt(5.2), anchor: "middle", size: SIZE_OF_WORDS });
  }
  write(pdf, `Lay your rule here: ${RULER_MM} mm. ${name}, print at 100 %, matt paper.`, {
    x: pt(start.x + 4),
    y: top - pt(7.6),
    anchor: "start",
    size: SIZE_OF_WORDS,
  });
}
