import { caliperSizesMm, sectionAreaMm2, type Section } from "../section/section";
import type { Piece, Stretch } from "./piece";
import { stretchSection } from "../bar/stretch";

/** A bar seen from the side: at each station how far the steel reaches from the centre line, mm. */
export interface OutlineStation {
  xMm: number;
  halfMm: number;
}

export type Elevation = "side" | "plan";

const halfSizeMm = (section: Section, elevation: Elevation) =>
  caliperSizesMm(section)[elevation === "side" ? 0 : 1] / 2;

/**
 * The outline of the forged, straight bar, from end A, for drawing to scale.
 * Two stations at every boundary, so that a step in the bar is drawn as a step.
 */
export function forgedOutline(
  piece: Pick<Piece, "stretches">,
  elevation: Elevation,
): OutlineStation[] {
  let fromMm = 0;
  return piece.stretches.flatMap((stretch) => {
    const stations = [0, 0.25, 0.5, 0.75, 1].map((fraction) => ({
      xMm: fromMm + stretch.length * fraction,
      halfMm: halfSizeMm(stretchSection(stretch, fraction), elevation),
    }));
    fromMm += stretch.length;
    return stations;
  });
}

/** The elevation that shows the form: the one in which the bar's size varies more, or the side. */
export function tellingElevation(piece: Pick<Piece, "stretches">): Elevation {
  const variation = (elevation: Elevation) => {
    const halves = forgedOutline(piece, elevation).map(({ halfMm }) => halfMm);
    return Math.max(...halves) - Math.min(...halves);
  };
  return variation("plan") > variation("side") ? "plan" : "side";
}

/** The outline of the stock as cut, from end A. */
export function stockOutline(
  piece: Pick<Piece, "stock">,
  { stockLengthMm }: { stockLengthMm: number },
  elevation: Elevation,
): OutlineStation[] {
  const halfMm = halfSizeMm(piece.stock.section, elevation);
  return [
    { xMm: 0, halfMm },
    { xMm: stockLengthMm, halfMm },
  ];
}

/** The sections worth drawing below the bar: each stretch's own, at its telling place. */
export function tellingSections(
  piece: Pick<Piece, "stretches">,
): { id: string; atMm: number; section: Section }[] {
  let fromMm = 0;
  return piece.stretches.flatMap((stretch) => {
    const fraction = stretch.kind === "transition" ? tipFraction(stretch) : 0.5;
    const atMm = fromMm + stretch.length * fraction;
    fromMm += stretch.length;
    const section = stretchSection(stretch, fraction);
    return sectionAreaMm2(section) > 0 ? [{ id: stretch.id, atMm, section }] : [];
  });
}

function tipFraction(stretch: Extract<Stretch, { kind: "transition" }>): number {
  const thin = [stretch.from, stretch.to].map((end) => (end === "point" ? 0 : sectionAreaMm2(end)));
  return thin[0]! <= thin[1]! ? 0 : 1;
}
