import { twistAt, type Form } from "./form";
import type { MatPoint } from "./mat";
import type { OutlinePoint, PieceOutline } from "./outline";
import { COVERAGE } from "./perturbations";
import type { Taken } from "./read";
import { rigidMotion } from "./rigid";
import type { Levelled, Station } from "./trace";

/** Places of an outline stand about so far apart, mm. */
const APART_MM = 1;
/** Edges that weren't seen for longer than this are two edges, mm. */
const GAP_MM = 3;

/**
 * The outline of a bar in a picture, heights taken off, so that pictures from other places can be
 * laid over it.
 *
 * @param others the bar as it would lie if camera or heights were a little off
 */
export const outlineOf = ({ bar, edgeMm }: Taken, others: readonly Levelled[]): PieceOutline => ({
  edges: edgesOf(bar),
  sureMm: rounded(sureOf(bar, others, edgeMm)),
});

/** The edges clockwise: one side, the face of end B, the other side back, the face of end A. */
function edgesOf(bar: Levelled): OutlinePoint[][] {
  const { pose, ends } = bar;
  const stations = bar.stations.filter((station) => isOneOutline(bar.form, station));
  const own = ownFrame(pose);
  const [near, far] = pose.side === 1 ? (["left", "right"] as const) : (["right", "left"] as const);
  const along = (side: "left" | "right", back: boolean) =>
    runsOf(back ? stations.toReversed() : stations, side).map((run) =>
      run.map(({ place, mm }) => own(place, mm)),
    );
  const face = (end: 0 | 1): OutlinePoint[][] => {
    const station = end === 0 ? stations[0] : stations.at(-1);
    const at = ends[end];
    if (!at || !station || station.widthMm === null) return [];
    const mm = end === 0 ? 0 : bar.lengthMm;
    const corner = (by: number) =>
      own(
        {
          x: at.x - (Math.sin(station.headingRad) * by * station.widthMm!) / 2,
          y: at.y + (Math.cos(station.headingRad) * by * station.widthMm!) / 2,
        },
        mm,
      );
    const corners = [corner(pose.side), corner(-pose.side)];
    return [end === 1 ? corners : corners.reverse()];
  };
  return [...along(near, false), ...face(1), ...along(far, true), ...face(0)];
}

/** Whether the same bar shows the same outline from elsewhere: a twist's goes up and down with the way it is seen. */
const isOneOutline = (form: Form, { planMm }: Station): boolean => !twistAt(form, planMm);

/** Takes places of the mat into a bar's own frame, to hundredths of a millimetre. */
function ownFrame({ x, y, headingRad, side }: Levelled["pose"]) {
  const [cos, sin] = [Math.cos(headingRad), Math.sin(headingRad)];
  return (place: MatPoint, mm: number): OutlinePoint => {
    const [dx, dy] = [place.x - x, place.y - y];
    return [rounded(cos * dx + sin * dy), rounded(side * (cos * dy - sin * dx)), rounded(mm)];
  };
}

const rounded = (mm: number): number => Math.round(mm * 100) / 100;

/** One side's places where it was seen, in lines without gaps. */
function runsOf(stations: readonly Station[], side: "left" | "right") {
  const runs: { place: MatPoint; mm: number }[][] = [];
  let before = -Infinity;
  for (const station of stations) {
    const place = station[side];
    const { mm } = station;
    if (!place) continue;
    const isNew = Math.abs(mm - before) > GAP_MM;
    if (!isNew && Math.abs(mm - before) < APART_MM) continue;
    if (isNew) runs.push([]);
    runs.at(-1)!.push({ place, mm });
    before = mm;
  }
  return runs.filter((run) => run.length > 1);
}

/** Of a hundred places so many are off by no more than is said. */
const SURE_SHARE = 0.95;

/** What places may be off by once the bar is laid as well as can be: of the camera, its height and its edges. */
function sureOf(plain: Levelled, others: readonly Levelled[], edgeMm: number): number {
  const squares = new Map<number, number>();
  for (const other of others) {
    const pairs = pairsOf(plain, other).filter(({ of }) => isOneOutline(plain.form, of));
    const lay = rigidMotion(pairs.map(({ of, moved: from }) => ({ to: of, from })));
    for (const { of, moved: from } of pairs) {
      const there = lay(from);
      const [nx, ny] = [-Math.sin(of.headingRad), Math.cos(of.headingRad)];
      const off = (there.x - of.x) * nx + (there.y - of.y) * ny;
      squares.set(of.planMm, (squares.get(of.planMm) ?? 0) + off * off);
    }
  }
  const sorted = [...squares.values()].sort((a, b) => a - b);
  const square = sorted[Math.floor((sorted.length - 1) * SURE_SHARE)] ?? 0;
  return COVERAGE * Math.sqrt(square + edgeMm ** 2);
}

/** The same places of two readings of one trace. */
function pairsOf(plain: Levelled, other: Levelled): { of: Station; moved: Station }[] {
  const others = new Map(other.stations.map((station) => [station.planMm, station]));
  return plain.stations.flatMap((of) => {
    const moved = others.get(of.planMm);
    return moved ? [{ of, moved }] : [];
  });
}
