import { useMemo } from "react";
import { markedDrawing } from "@/core/drawing/pieceDrawings";
import type { Piece } from "@/core/piece/piece";
import type { Plan } from "@/core/piece/plan";
import type { LengthUnit } from "@/core/units/length";
import { DrawingSvg } from "../drawing/DrawingSvg";

/** The cold bars with every mark on them. */
export function MarkedCanvas({
  piece,
  plan,
  unit,
  scale,
}: {
  piece: Piece;
  plan: Plan;
  unit: LengthUnit;
  scale: number | undefined;
}) {
  const drawing = useMemo(() => markedDrawing(piece, plan), [piece, plan]);
  return (
    <DrawingSvg drawing={drawing} unit={unit} scale={scale} label={`${piece.name}, as marked`} />
  );
}
