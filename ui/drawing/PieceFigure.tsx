import { finishedDrawing, fullerElevation } from "@/core/drawing/pieceDrawings";
import type { Elevation } from "@/core/piece/outline";
import type { Piece } from "@/core/piece/piece";
import type { LengthUnit } from "@/core/units/length";
import { DrawingSvg } from "./DrawingSvg";

const ELEVATION_WORDS: Record<Elevation, string> = {
  side: "seen from the side",
  plan: "seen from above",
};

interface PieceFigureProps {
  piece: Piece;
  unit: LengthUnit;
  /** The one that shows more, unless said. */
  elevation?: Elevation;
  widthPx?: number;
  heightPx?: number;
}

/** The piece as finished, in one elevation. */
export function PieceFigure({ piece, unit, elevation, widthPx, heightPx }: PieceFigureProps) {
  const shown = elevation ?? fullerElevation(piece);
  return (
    <DrawingSvg
      drawing={finishedDrawing(piece, shown)}
      unit={unit}
      label={`${piece.name} as finished, ${ELEVATION_WORDS[shown]}`}
      {...(widthPx ? { widthPx } : {})}
      {...(heightPx ? { heightPx } : {})}
    />
  );
}
