import { wordsBeyond, type Drawing, type Ink, type Label } from "@/core/drawing/drawing";
import type { LengthUnit } from "@/core/units/length";
import { labelInWords } from "@/ui/words/label";
import { runsOf, type Pdf } from "./document";
import { pt } from "./paper";

/** How each ink is drawn on paper: line widths and dashes in points. */
const INKS: Record<Ink, { line: string; width: number; dash?: [number, number]; fill?: string }> = {
  steel: { line: "#3B444B", width: 0.7, fill: "#D5DADD" },
  edge: { line: "#5F6971", width: 0.5 },
  hidden: { line: "#5F6971", width: 0.5, dash: [2.5, 2] },
  centre: { line: "#4E6A86", width: 0.5, dash: [7, 2] },
  hole: { line: "#3B444B", width: 0.7, fill: "#FFFFFF" },
  guide: { line: "#8F5A0E", width: 0.7, dash: [2, 2] },
  mark: { line: "#20262B", width: 1.1 },
  ruler: { line: "#20262B", width: 0.35 },
  quiet: { line: "#8D969C", width: 0.6, fill: "#E4E7E8" },
  changed: { line: "#20262B", width: 1.6, fill: "#C5CBCF" },
  solid: { line: "#20262B", width: 0.6, fill: "#20262B" },
  before: { line: "#555E65", width: 0.6, dash: [2.5, 1.8] },
};

/** Room a lane of dimensions takes, pt. */
const LANE_PT = 15;
const LETTERS_PT = 8;

export interface Placed {
  /** Left and top edge of the drawing's room, pt. */
  left: number;
  top: number;
  /** Points on paper for a millimetre of the piece. */
  scale: number;
}

/** Where a point of a drawing lies on the page. */
export const placer = ({ extents }: Drawing, { left, top, scale }: Placed) => ({
  x: (mm: number) => left + (mm - extents.minX) * scale,
  y: (mm: number) => top + (extents.maxY - mm) * scale,
});

interface Printed {
  unit: LengthUnit;
  /** A template's steel is only its outline: it is laid under the work. */
  outlineOnly?: boolean;
}

/** Draws a drawing on the page, dimensions beside it. */
export function drawOn(pdf: Pdf, drawing: Drawing, placed: Placed, printed: Printed): void {
  const { x, y } = placer(drawing, placed);
  const words = (label: Label) => labelInWords(label, printed.unit);
  for (const mark of drawing.marks) {
    switch (mark.kind) {
      case "path":
        mark.points.forEach((point, index) =>
          index === 0 ? pdf.moveTo(x(point.x), y(point.y)) : pdf.lineTo(x(point.x), y(point.y)),
        );
        if (mark.closed) pdf.closePath();
        stroke(pdf, mark.ink, printed.outlineOnly ?? false, mark.closed);
        break;
      case "circle":
        pdf.circle(x(mark.x), y(mark.y), mark.r * placed.scale);
        stroke(pdf, mark.ink, printed.outlineOnly ?? false, true);
        break;
      case "text":
        write(pdf, words(mark.text), { x: x(mark.x), y: y(mark.y), anchor: mark.anchor });
        break;
      case "dimension": {
        const lane = 10 + mark.lane * LANE_PT;
        if (mark.axis === "x")
          wide(pdf, [x(mark.from), x(mark.to)], y(drawing.extents.minY) + lane, words(mark.label));
        else
          high(pdf, [y(mark.to), y(mark.from)], x(drawing.extents.maxX) + lane, words(mark.label));
      }
    }
  }
}

function stroke(pdf: Pdf, ink: Ink, outlineOnly: boolean, closed: boolean): void {
  const { line, width, dash, fill } = INKS[ink];
  pdf.lineWidth(width).lineJoin("round");
  if (dash) pdf.dash(dash[0], { space: dash[1] });
  else pdf.undash();
  if (fill && closed && !outlineOnly) pdf.fillAndStroke(fill, line);
  else pdf.stroke(line);
  pdf.undash();
}

interface Written {
  x: number;
  y: number;
  anchor: "start" | "middle" | "end";
  size?: number;
}

/** A word on the drawing, on a small clear ground so that it can be read over lines. */
export function write(pdf: Pdf, text: string, { x, y, anchor, size = LETTERS_PT }: Written): void {
  const runs = runsOf(text, "plain");
  const widths = runs.map((run) => pdf.font(run.font, size).widthOfString(run.text));
  const all = widths.reduce((sum, one) => sum + one, 0);
  let at = x - (anchor === "middle" ? all / 2 : anchor === "end" ? all : 0);
  pdf.rect(at - 1.5, y - size * 0.45, all + 3, size * 0.95).fill("#FFFFFF");
  runs.forEach((run, index) => {
    pdf
      .font(run.font, size)
      .fillColor("#20262B")
      .text(run.text, at, y - size * 0.5, { lineBreak: false });
    at += widths[index]!;
  });
}

function tick(pdf: Pdf, x: number, y: number): void {
  pdf.moveTo(x - 2.5, y + 3.5).lineTo(x + 2.5, y - 3.5);
}

function wide(pdf: Pdf, [from, to]: [number, number], y: number, words: string): void {
  pdf.moveTo(from, y).lineTo(to, y);
  tick(pdf, from, y);
  tick(pdf, to, y);
  pdf.lineWidth(0.5).stroke("#555E65");
  const [own] = words.split(" · ");
  const fits = (text: string) => pdf.font("plain", LETTERS_PT).widthOfString(text) < to - from - 10;
  const said = fits(words) ? words : fits(own!) ? own! : "";
  if (said) write(pdf, said, { x: (from + to) / 2, y, anchor: "middle" });
}

function high(pdf: Pdf, [top, bottom]: [number, number], x: number, words: string): void {
  pdf.moveTo(x, top).lineTo(x, bottom);
  tick(pdf, x, top);
  tick(pdf, x, bottom);
  pdf.lineWidth(0.5).stroke("#555E65");
  words
    .split(" · ")
    .forEach((one, index) =>
      write(pdf, one, { x: x + 5, y: (top + bottom) / 2 + index * 9, anchor: "start" }),
    );
}

/** How wide a letter is of its height, on the average. */
const LETTER_SHARE = 0.55;

/** Room a drawing needs beside itself for its dimensions, pt. */
export function dimensionRoom(drawing: Drawing): { right: number; bottom: number } {
  let [right, bottom] = [0, 0];
  for (const mark of drawing.marks)
    if (mark.kind === "dimension") {
      const lane = 10 + mark.lane * LANE_PT + 8;
      if (mark.axis === "x") bottom = Math.max(bottom, lane);
      else right = Math.max(right, lane + 55);
    }
  right = Math.max(right, wordsBeyond(drawing, { scale: 1, letter: LETTERS_PT * LETTER_SHARE }));
  return { right, bottom };
}

/** The largest scale at which a drawing fits into some room, never above its true size. */
export function fittingScale(drawing: Drawing, widthPt: number, heightPt: number): number {
  const { minX, maxX, minY, maxY } = drawing.extents;
  return Math.min(
    widthPt / Math.max(maxX - minX, 1e-6),
    heightPt / Math.max(maxY - minY, 1e-6),
    pt(1),
  );
}
