import { sectionAt, type LaidStretch } from "../../bar/bar";
import { heightAt, twistAt, widthAt } from "../form";
import { mmOfPlan, pointAt, widthNear, widthsBetween, type Estimate } from "../profile";
import { unseen, type LineReader, type Seen, type SeenValues } from "./reading";

/** A width is taken over this much of the bar, mm, or this share of its stretch. */
const OVER_MM = 10;
const OVER_SHARE = 0.4;
/** At an end or a boundary, what lies nearer than this is rounded, mm. */
const ROUNDED_MM = 1.2;

const isRegular = (seen: Seen, planMm: number): boolean => {
  const { shape } = sectionAt(seen.bar.form.bar, planMm);
  return shape !== "flat" && shape !== "half-round";
};

/** The stretch a line is of. */
export const stretchOf = (
  { bar }: Seen,
  id: string | null,
): (LaidStretch & { index: number }) | null => {
  const index = bar.form.bar.stretches.findIndex(({ stretch }) => stretch.id === id);
  return index < 0 ? null : { ...bar.form.bar.stretches[index]!, index };
};

/** Where a stretch begins and ends as measured: by what was seen of it, else by how it was laid. */
export function spanOf(seen: Seen, stretch: LaidStretch & { index: number }): [number, number] {
  const at = (known: Estimate | null, planMm: number) => known?.value ?? mmOfPlan(seen.bar, planMm);
  return [
    at(seen.boundaries[stretch.index]!, stretch.fromMm),
    at(seen.boundaries[stretch.index + 1]!, stretch.toMm),
  ];
}

/** A thickness or a width: where its plane is the one seen from above. */
export const readWidth: LineReader = (line, seen) => {
  const stretch = stretchOf(seen, line.stretch);
  if (!stretch) return unseen("unknown");
  const { form } = seen.bar;
  if (twistAt(form, line.atMm)) return unseen("turned");
  const inside = Math.min(stretch.toMm - 1e-3, Math.max(stretch.fromMm + 1e-3, line.atMm));
  const isSeen = isRegular(seen, inside)
    ? line.plane !== "width"
    : line.plane === (form.plane === "side" ? "thickness" : "width");
  if (!isSeen) return unseen("upright");
  const isPoint = line.place === "tip" && line.nominal === 0;
  if (isPoint) {
    const isFirst = line.atMm === 0;
    const point = pointAt(seen.bar, isFirst ? 0 : form.bar.lengthMm, seen.thinMm);
    if (!point || (!isFirst && line.atMm < form.bar.lengthMm - 1e-6)) return unseen("hidden");
    return { values: [point.faceMm.value], u: point.faceMm.u };
  }
  if (endsUnmarked(line, stretch, seen)) return unseen("no-edge");
  if (isInTightBend(seen, inside) || isInEye(seen, line.atMm)) return unseen("hidden");
  const width = widthOfPlace(line.place, line.atMm, stretch, seen);
  return width ? { values: [width.value], u: Math.hypot(width.u, seen.edgeMm) } : unseen("hidden");
};

/** Whether a place is in a bend so tight that its inside is in its own corner. */
function isInTightBend({ bar: { form } }: Seen, planMm: number): boolean {
  const run = form.runs.find(({ fromMm, toMm }) => planMm > fromMm && planMm < toMm);
  const bend = run?.feature;
  return bend?.kind === "bend" && bend.insideRadius < widthAt(form, planMm) / 2;
}

/** Whether a place is an end of the bar in the eye of a scroll: its sides, seen aslant, hide one another. */
function isInEye({ bar: { form } }: Seen, planMm: number): boolean {
  const { runs, bar } = form;
  const run = planMm < 1e-6 ? runs[0]! : planMm > bar.lengthMm - 1e-6 ? runs.at(-1)! : null;
  return run?.feature?.kind === "scroll";
}

/** Whether a line is at an end of its stretch that nothing on the outline marks: its sides can't be followed to it. */
function endsUnmarked(
  { atMm }: Parameters<LineReader>[0],
  stretch: LaidStretch & { index: number },
  { boundaries }: Seen,
): boolean {
  const isAt = (mm: number) => Math.abs(atMm - mm) < 1e-6;
  return (
    (isAt(stretch.fromMm) && boundaries[stretch.index] === null) ||
    (isAt(stretch.toMm) && boundaries[stretch.index + 1] === null)
  );
}

function widthOfPlace(
  place: string | undefined,
  atMm: number,
  stretch: LaidStretch & { index: number },
  seen: Seen,
): Estimate | null {
  const [fromMm, toMm] = spanOf(seen, stretch);
  const lengthMm = toMm - fromMm;
  if (lengthMm <= 2 * ROUNDED_MM) return null;
  const overMm = Math.min(OVER_MM, Math.max(4, lengthMm * OVER_SHARE));
  const isAtFrom = Math.abs(atMm - stretch.fromMm) < 1e-6;
  const isAtTo = Math.abs(atMm - stretch.toMm) < 1e-6;
  if (place === "middle" || (!isAtFrom && !isAtTo)) {
    const share = (atMm - stretch.fromMm) / (stretch.toMm - stretch.fromMm);
    const mm = fromMm + lengthMm * share;
    const half = Math.min(overMm / 2, mm - fromMm - ROUNDED_MM, toMm - mm - ROUNDED_MM);
    return half > 0.8
      ? withPlace(seen, stretch, mm, widthNear(seen.bar, mm, mm - half, mm + half))
      : null;
  }
  // At an end of its stretch the sides are followed to it.
  const mm = isAtFrom ? fromMm : toMm;
  const way = isAtFrom ? 1 : -1;
  const clearMm = ROUNDED_MM + faceSlantMm(seen, atMm);
  const [a, b] = [mm + way * clearMm, mm + way * (clearMm + overMm * 1.3)].sort(
    (p, q) => p - q,
  ) as [number, number];
  const near = widthNear(seen.bar, mm, Math.max(a, fromMm), Math.min(b, toMm));
  return near && withPlace(seen, stretch, mm, { value: near.value, u: near.u * 2 });
}

/** How far from an end of the bar its face, seen aslant, lies on its sides' edges, mm; nothing elsewhere. */
function faceSlantMm({ bar: { form, stations, eye } }: Seen, atMm: number): number {
  const isFirst = atMm < 1e-6;
  const station = stations.at(isFirst ? 0 : -1);
  if (!station || (!isFirst && atMm < form.bar.lengthMm - 1e-6)) return 0;
  const { x, y, headingRad } = station;
  const away = Math.abs((x - eye.x) * Math.cos(headingRad) + (y - eye.y) * Math.sin(headingRad));
  return (away * heightAt(form, atMm)) / (eye.z - form.axisHeightMm);
}

/** Where a place isn't sure, a width that changes along the bar isn't either. */
function withPlace(
  seen: Seen,
  stretch: LaidStretch & { index: number },
  mm: number,
  width: Estimate | null,
): Estimate | null {
  if (!width) return null;
  const ends = [seen.boundaries[stretch.index], seen.boundaries[stretch.index + 1]];
  const placeMm = ends.every(Boolean)
    ? Math.max(...ends.map((end) => end!.u)) / 2
    : UNSURE_PLACE_MM;
  const around = widthsBetween(seen.bar, mm - 6, mm + 6);
  const slope =
    around.length > 6
      ? (around.at(-1)!.y - around[0]!.y) / (around.at(-1)!.x - around[0]!.x || 1)
      : 0;
  return { value: width.value, u: Math.hypot(width.u, slope * placeMm) };
}

/** A place that nothing on the outline marks is known so well, mm: where a ring closes on its bar, no better. */
const UNSURE_PLACE_MM = 6;

/** Widths at even stations along a taper. */
export const readSides: LineReader = (line, seen): SeenValues => {
  const stretch = stretchOf(seen, line.stretch);
  if (!stretch) return unseen("unknown");
  if (!isRegular(seen, line.atMm) && seen.bar.form.plane === "plan") return unseen("upright");
  const [fromMm, toMm] = spanOf(seen, stretch);
  const count = line.count ?? 5;
  const widths = Array.from({ length: count }, (_, index) => {
    const mm = fromMm + ((toMm - fromMm) * (index + 0.5)) / count;
    return widthNear(seen.bar, mm, mm - 2, mm + 2);
  });
  if (widths.some((width) => width === null)) return unseen("hidden");
  return { values: widths.map((width) => width!.value), u: seen.edgeMm };
};

/** How far the deepest place lies under a straight edge laid along either side. */
export const readStraightness: LineReader = (line, seen): SeenValues => {
  const span = spanOfStraight(line, seen);
  if (!span) return unseen("unknown");
  const [fromMm, toMm] = span;
  const gaps = (["left", "right"] as const).map((side) => {
    const points = edgeAlong(seen, side, fromMm + ROUNDED_MM, toMm - ROUNDED_MM);
    return points.length < (toMm - fromMm) * 0.8 ? null : gapUnder(points);
  });
  if (gaps.some((gap) => gap === null)) return unseen("hidden");
  return { values: [Math.max(...(gaps as number[]))], u: Math.hypot(0.11, seen.edgeMm) };
};

function spanOfStraight(line: Parameters<LineReader>[0], seen: Seen): [number, number] | null {
  const feature = seen.bar.form.features.find(({ id }) => id === line.feature);
  if (feature) return null;
  const stretch = stretchOf(seen, line.stretch);
  return stretch && spanOf(seen, stretch);
}

/** An edge between two places, in its own straight frame, averaged over a few stations; its outside up. */
function edgeAlong({ bar }: Seen, side: "left" | "right", fromMm: number, toMm: number) {
  const own = bar.stations.filter(
    (one) => one.mm >= fromMm && one.mm <= toMm && one[side] !== null,
  );
  if (own.length < 8) return [];
  const [first, last] = [own[0]!, own.at(-1)!];
  const size = Math.hypot(last.x - first.x, last.y - first.y) || 1;
  const [dx, dy] = [(last.x - first.x) / size, (last.y - first.y) / size];
  const raw = own.map((one) => {
    const { x, y } = one[side]!;
    const across = -dy * (x - first.x) + dx * (y - first.y);
    return { x: dx * (x - first.x) + dy * (y - first.y), y: side === "left" ? across : -across };
  });
  return raw.map((point, at) => {
    const by = Math.min(3, at, raw.length - 1 - at);
    const around = raw.slice(at - by, at + by + 1);
    return { x: point.x, y: around.reduce((sum, { y }) => sum + y, 0) / around.length };
  });
}

/** The deepest place under the upper hull of points in order. */
export function gapUnder(points: readonly { x: number; y: number }[]): number {
  const hull: { x: number; y: number }[] = [];
  for (const point of points) {
    while (hull.length >= 2) {
      const [a, b] = [hull.at(-2)!, hull.at(-1)!];
      if ((b.x - a.x) * (point.y - a.y) - (b.y - a.y) * (point.x - a.x) < 0) break;
      hull.pop();
    }
    hull.push(point);
  }
  let [deepest, at] = [0, 1];
  for (const { x, y } of points) {
    while (at < hull.length - 1 && hull[at]!.x < x) at += 1;
    const [a, b] = [hull[at - 1]!, hull[at] ?? hull[at - 1]!];
    const share = b.x > a.x ? (x - a.x) / (b.x - a.x) : 0;
    deepest = Math.max(deepest, a.y + (b.y - a.y) * share - y);
  }
  return deepest;
}
