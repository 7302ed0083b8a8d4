import type { Drawing, Ink, Mark } from "@/core/drawing/drawing";
import type { LengthUnit } from "@/core/units/length";
import { labelInWords } from "@/ui/words/label";

const MARGIN_MM = 8;

/** Line widths in mm and dashes for a drawing that may go to a plotter or a cutter. */
const INKS: Record<Ink, { stroke: string; width: number; dash?: string }> = {
  steel: { stroke: "#20262B", width: 0.3 },
  edge: { stroke: "#5F6971", width: 0.2 },
  hidden: { stroke: "#5F6971", width: 0.2, dash: "1.2 0.8" },
  centre: { stroke: "#4E6A86", width: 0.2, dash: "4 1 1 1" },
  hole: { stroke: "#20262B", width: 0.3 },
  guide: { stroke: "#8F5A0E", width: 0.3, dash: "1 1" },
  mark: { stroke: "#20262B", width: 0.4 },
  ruler: { stroke: "#20262B", width: 0.12 },
  quiet: { stroke: "#8D969C", width: 0.25 },
  changed: { stroke: "#20262B", width: 0.6 },
  solid: { stroke: "#20262B", width: 0.6 },
  before: { stroke: "#555E65", width: 0.25, dash: "1 0.7" },
};

const round = (mm: number) => String(Number(mm.toFixed(4)));
const escaped = (text: string) =>
  text.replaceAll("&", "&amp;").replaceAll("<", "&lt;").replaceAll(">", "&gt;");

/** A drawing as an SVG file at its true size: one unit of it is one millimetre. */
export function svgOf(drawing: Drawing, title: string, unit: LengthUnit): string {
  const { minX, maxX, minY, maxY } = drawing.extents;
  const [width, height] = [maxX - minX + 2 * MARGIN_MM, maxY - minY + 2 * MARGIN_MM];
  const x = (mm: number) => round(mm - minX + MARGIN_MM);
  const y = (mm: number) => round(maxY - mm + MARGIN_MM);
  const shape = (mark: Mark): string => {
    switch (mark.kind) {
      case "path": {
        const points = mark.points.map((point) => `${x(point.x)} ${y(point.y)}`).join("L");
        return `<path class="${mark.ink}" d="M${points}${mark.closed ? "Z" : ""}"/>`;
      }
      case "circle":
        return `<circle class="${mark.ink}" cx="${x(mark.x)}" cy="${y(mark.y)}" r="${round(mark.r)}"/>`;
      case "text": {
        const text = labelInWords(mark.text, unit);
        return `<text x="${x(mark.x)}" y="${y(mark.y)}" text-anchor="${mark.anchor}">${escaped(text)}</text>`;
      }
      case "dimension":
        return "";
    }
  };
  const styles = Object.entries(INKS).map(
    ([ink, { stroke, width: line, dash }]) =>
      `.${ink}{fill:none;stroke:${stroke};stroke-width:${line}${dash ? `;stroke-dasharray:${dash}` : ""}}`,
  );
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${round(width)}mm" height="${round(height)}mm" viewBox="0 0 ${round(width)} ${round(height)}">`,
    `<title>${escaped(title)}</title>`,
    `<style>${styles.join("")}text{font:3px sans-serif;fill:#20262B}</style>`,
    ...drawing.marks.map(shape).filter((line) => line !== ""),
    "</svg>",
    "",
  ].join("\n");
}
