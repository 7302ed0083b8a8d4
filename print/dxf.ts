import { Colors, DxfWriter, point2d, point3d, Units } from "@tarikjabiri/dxf";
import type { Drawing, Ink } from "@/core/drawing/drawing";
import type { LengthUnit } from "@/core/units/length";
import { labelInWords } from "@/ui/words/label";

/** A layer for each ink, so that a cutter can be told what to leave out. */
const LAYERS: Record<Ink, { name: string; colour: number }> = {
  steel: { name: "OUTLINE", colour: Colors.White },
  edge: { name: "SURFACE", colour: Colors.Cyan },
  hidden: { name: "HIDDEN", colour: Colors.Cyan },
  centre: { name: "CENTRE", colour: Colors.Blue },
  hole: { name: "HOLES", colour: Colors.White },
  guide: { name: "GUIDE", colour: Colors.Yellow },
  mark: { name: "MARKS", colour: Colors.Red },
  ruler: { name: "RULER", colour: Colors.Green },
  quiet: { name: "OUTLINE", colour: Colors.White },
  changed: { name: "CHANGED", colour: Colors.Red },
  solid: { name: "CHANGED", colour: Colors.Red },
  before: { name: "BEFORE", colour: Colors.Cyan },
};
const LETTERS_MM = 3;

/** A drawing as a DXF file in millimetres, y upwards, one layer for each kind of line. */
export function dxfOf(drawing: Drawing, unit: LengthUnit): string {
  const dxf = new DxfWriter();
  dxf.setUnits(Units.Millimeters);
  for (const { name, colour } of Object.values(LAYERS)) dxf.addLayer(name, colour, "Continuous");
  for (const mark of drawing.marks) {
    if (mark.kind === "dimension") continue;
    dxf.setCurrentLayerName(mark.kind === "text" ? "RULER" : LAYERS[mark.ink].name);
    switch (mark.kind) {
      case "path":
        dxf.addLWPolyline(
          mark.points.map(({ x, y }) => ({ point: point2d(x, y) })),
          { flags: mark.closed ? 1 : 0 },
        );
        break;
      case "circle":
        dxf.addCircle(point3d(mark.x, mark.y), mark.r);
        break;
      case "text": {
        const text = labelInWords(mark.text, unit);
        dxf.addText(point3d(mark.x, mark.y), LETTERS_MM, text);
      }
    }
  }
  return dxf.stringify();
}
