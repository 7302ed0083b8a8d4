import { TRAINING_PIECE } from "@/core/trade/cautions";
import { runsOf, type Face, type Pdf } from "./document";
import { MARGIN_MM, PAPERS, pt, type Paper } from "./paper";

/** A tag to be tied to a piece. */
export interface PrintedTag {
  /** Begins the piece's number: "K7". Its own is written in when it is handed over. */
  code: string;
  learner: string;
  exercise: string;
  /** Whether it has to say that it is no lifting gear. */
  isTraining: boolean;
}

/** A tag, mm, and what is cut away between two. */
const WIDE_MM = 62;
const HIGH_MM = 29;
const APART_MM = 3;

/** Draws tags on upright pages of their own, with an edge to cut along. */
export function drawTags(pdf: Pdf, tags: readonly PrintedTag[], paper: Paper): void {
  const { widthMm, heightMm } = PAPERS[paper];
  const across = Math.floor((widthMm - 2 * MARGIN_MM + APART_MM) / (WIDE_MM + APART_MM));
  const down = Math.floor((heightMm - 2 * MARGIN_MM + APART_MM) / (HIGH_MM + APART_MM));
  tags.forEach((tag, index) => {
    const place = index % (across * down);
    if (place === 0) pdf.addPage({ size: [pt(widthMm), pt(heightMm)], margin: 0 });
    const x = pt(MARGIN_MM + (place % across) * (WIDE_MM + APART_MM));
    const y = pt(MARGIN_MM + Math.floor(place / across) * (HIGH_MM + APART_MM));
    drawTag(pdf, tag, { x, y });
  });
}

function drawTag(pdf: Pdf, tag: PrintedTag, { x, y }: { x: number; y: number }): void {
  pdf.lineWidth(0.7).strokeColor("#20262B").rect(x, y, pt(WIDE_MM), pt(HIGH_MM)).stroke();
  const width = pt(WIDE_MM - 6);
  const put = (text: string, top: number, face: Face, size: number) => {
    let left = x + pt(3);
    for (const run of runsOf(text, face)) {
      pdf.font(run.font, size).fillColor("#20262B");
      const room = x + pt(3) + width - left;
      if (room <= 0) break;
      pdf.text(run.text, left, y + pt(top), { width: room, height: size * 1.2, ellipsis: true });
      left += pdf.widthOfString(run.text);
    }
  };
  put(`${tag.code}-`, 2.5, "slab", 20);
  pdf
    .moveTo(x + pt(24), y + pt(10))
    .lineTo(x + pt(WIDE_MM - 3), y + pt(10))
    .stroke();
  put(tag.learner, 12, "strong", 9);
  put(tag.exercise, 16.5, "plain", 9);
  if (tag.isTraining) put(TRAINING_PIECE, 21.5, "strong", 6.5);
}
