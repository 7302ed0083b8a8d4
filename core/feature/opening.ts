import type { FlatPoint, Surface, SurfaceMarks } from "./surface";

/** Through which of the bar's two sizes an opening goes. */
export type Through = "thickness" | "width";

/** Seen less than this share of its own length, a direction points at the eye. */
const END_ON = 0.5;
/** Points round each end of an opening. */
const ROUND_POINTS = 12;

/**
 * An opening with round ends as an elevation shows it: its outline seen along it,
 * its two ends as hidden lines seen from its side.
 */
export function openingSeen(
  { stationAt }: Surface,
  opening: { at: number; longMm: number; wideMm: number; through: Through; offMm: number },
): SurfaceMarks {
  const { at, longMm, wideMm, through, offMm } = opening;
  const station = stationAt(at);
  const { along } = station;
  const [depth, across] =
    through === "thickness" ? [station.up, station.across] : [station.across, station.up];
  const depthMm = through === "thickness" ? station.thicknessMm : station.widthMm;
  const place = (alongMm: number, acrossMm: number, deepMm = 0): FlatPoint => ({
    x: station.at.x + along.x * alongMm + across.x * acrossMm + depth.x * deepMm,
    y: station.at.y + along.y * alongMm + across.y * acrossMm + depth.y * deepMm,
  });
  if (Math.hypot(depth.x, depth.y) >= END_ON)
    return {
      hidden: [-1, 1].map((end) =>
        [-1, 1].map((face) => place((end * longMm) / 2, offMm, (face * depthMm) / 2)),
      ),
    };
  const radiusMm = Math.min(wideMm, longMm) / 2;
  const straightMm = Math.max(0, longMm - wideMm) / 2;
  const half = (end: 1 | -1) =>
    Array.from({ length: ROUND_POINTS + 1 }, (_, index) => {
      const angle = (Math.PI * index) / ROUND_POINTS - Math.PI / 2;
      return place(
        end * (straightMm + radiusMm * Math.cos(angle)),
        offMm + end * (wideMm / 2) * Math.sin(angle),
      );
    });
  return { openings: [[...half(1), ...half(-1)]] };
}
