export interface FlatPoint {
  x: number;
  y: number;
}

/** The two edges of a bar as an elevation shows them, at one place. */
export interface Edge {
  left: FlatPoint;
  right: FlatPoint;
}

/** The section at a place, seen in an elevation. */
export interface SurfaceStation {
  at: FlatPoint;
  along: FlatPoint;
  /** Through the bar's thickness. */
  up: FlatPoint;
  /** Across the bar's width. */
  across: FlatPoint;
  thicknessMm: number;
  widthMm: number;
}

/** A finished bar in an elevation, for what is drawn on its steel. */
export interface Surface {
  edgesAt: (sMm: number) => Edge;
  stationAt: (sMm: number) => SurfaceStation;
  /** Where the bar is folded, from end A, mm; null where it isn't. */
  foldMm: number | null;
}

/** What a feature draws on the steel. */
export interface SurfaceMarks {
  /** Lines on the face: corners of a twist, a chamfer, a texture. */
  lines?: FlatPoint[][];
  /** Steel that stands out of the bar, each its closed outline. */
  raised?: FlatPoint[][];
  /** Openings seen through that are not round, each its closed outline. */
  openings?: FlatPoint[][];
  /** Holes seen through. */
  circles?: { x: number; y: number; r: number }[];
  /** Holes and slots seen from their side. */
  hidden?: FlatPoint[][];
}

/** Places about the middle of a station: so far along the bar, and so far another way. */
export const placesAt =
  ({ at, along }: Pick<SurfaceStation, "at" | "along">) =>
  (alongMm: number, way: FlatPoint, byMm: number): FlatPoint => ({
    x: at.x + along.x * alongMm + way.x * byMm,
    y: at.y + along.y * alongMm + way.y * byMm,
  });

/** Whether a face is looked at along the bar's thickness, and shows its width. */
export const isFromAbove = ({ up }: Pick<SurfaceStation, "up">): boolean =>
  Math.hypot(up.x, up.y) < 0.5;

const OVAL_POINTS = 36;

/** An oval about the middle of a station, by half its size along the bar and across it; the first point is not repeated. */
export const ovalAt = (station: SurfaceStation, alongMm: number, acrossMm: number): FlatPoint[] => {
  const place = placesAt(station);
  return Array.from({ length: OVAL_POINTS }, (_, index) => {
    const angle = (2 * Math.PI * index) / OVAL_POINTS;
    return place(alongMm * Math.cos(angle), station.across, acrossMm * Math.sin(angle));
  });
};

/** A line that comes back to where it began. */
export const closed = (points: FlatPoint[]): FlatPoint[] => [...points, points[0]!];

const CORNERS = 4;
const POINTS_PER_TURN = 24;

/** The visible edges of a twisted bar: each corner's helix, where it faces the eye. */
export function helixLines(
  twist: { from: number; to: number; turns: number; hand: "left" | "right" },
  edgesAt: (sMm: number) => Edge,
): FlatPoint[][] {
  const count = Math.ceil(twist.turns * POINTS_PER_TURN);
  const hand = twist.hand === "right" ? 1 : -1;
  const lines: FlatPoint[][] = [];
  for (let corner = 0; corner < CORNERS; corner += 1) {
    let line: FlatPoint[] = [];
    for (let index = 0; index <= count; index += 1) {
      const share = index / count;
      const angle = hand * 2 * Math.PI * twist.turns * share + (corner * Math.PI) / 2 + Math.PI / 4;
      // The near side only: the far corners are behind the steel.
      if (Math.cos(angle) >= 0) {
        const { left, right } = edgesAt(twist.from + (twist.to - twist.from) * share);
        const across = (1 + Math.sin(angle)) / 2;
        line.push({
          x: right.x + (left.x - right.x) * across,
          y: right.y + (left.y - right.y) * across,
        });
      } else if (line.length > 0) {
        lines.push(line);
        line = [];
      }
    }
    lines.push(line);
  }
  return lines.filter((line) => line.length > 1);
}
