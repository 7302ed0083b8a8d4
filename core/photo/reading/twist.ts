import { sectionAt } from "../../bar/bar";
import { caliperSizesMm } from "../../section/section";
import { mmOfPlan, widthNear } from "../profile";
import { isKind } from "./curves";
import { gapUnder } from "./widths";
import { unseen, type LineReader, type Seen } from "./reading";

/** Widths are averaged over this much before crests are looked for, of the distance between two crests. */
const SMOOTH_SHARE = 0.12;
/** A crest stands out by this share of what a full one does. */
const MIN_RISE = 0.3;

interface Crests {
  /** Where the bar is widest, mm from end A. */
  at: number[];
  /** Crests to a turn: a square shows four corners, a flat two. */
  perTurn: number;
  fromMm: number;
  toMm: number;
  turns: number;
  /** Half of the width that is beyond the plain bar's, mm. */
  flatMm: number;
}

/** The corners of a twist as they come up along its outline. */
function crestsOf(feature: string | undefined, { bar }: Seen): Crests | null {
  const twist = bar.form.features.find(({ id }) => id === feature);
  if (!isKind(twist, "twist")) return null;
  const section = sectionAt(bar.form.bar, (twist.from + twist.to) / 2);
  if (section.shape !== "square" && section.shape !== "flat") return null;
  const perTurn = section.shape === "square" ? 4 : 2;
  const [a, b] = caliperSizesMm(section);
  const riseMm =
    section.shape === "square" ? a * (Math.SQRT2 - 1) : Math.hypot(a, b) - Math.min(a, b);
  const [fromMm, toMm] = [mmOfPlan(bar, twist.from), mmOfPlan(bar, twist.to)];
  const apartMm = (toMm - fromMm) / twist.turns / perTurn;
  const own = bar.stations.flatMap(({ mm, widthMm }) =>
    widthMm !== null && mm > fromMm - apartMm && mm < toMm + apartMm ? [{ x: mm, y: widthMm }] : [],
  );
  if (own.length < (toMm - fromMm) * 1.4) return null;
  const smooth = own.map(({ x }) => {
    const near = own.filter((one) => Math.abs(one.x - x) <= Math.max(0.6, apartMm * SMOOTH_SHARE));
    return { x, y: near.reduce((sum, { y }) => sum + y, 0) / near.length };
  });
  const at: number[] = [];
  for (const [index, { x, y }] of smooth.entries()) {
    const within = smooth.filter((one) => Math.abs(one.x - x) <= apartMm * 0.45);
    if (within.some((one) => one.y > y)) continue;
    const low = (way: 1 | -1) => {
      const side = smooth.filter(
        (one) => (one.x - x) * way > 0 && (one.x - x) * way < apartMm * 0.8,
      );
      return side.length > 0 ? Math.min(...side.map((one) => one.y)) : Infinity;
    };
    if (y - Math.max(low(1), low(-1)) < riseMm * MIN_RISE) continue;
    if (at.length > 0 && x - at.at(-1)! < apartMm * 0.4) continue;
    at.push(peakAround(smooth, index, apartMm * 0.3));
  }
  return {
    at,
    perTurn,
    fromMm,
    toMm,
    turns: twist.turns,
    flatMm: section.shape === "square" ? a : Math.min(a, b),
  };
}

/** Where a parabola through the widths around a crest is highest. */
function peakAround(
  points: readonly { x: number; y: number }[],
  index: number,
  reach: number,
): number {
  const centre = points[index]!.x;
  const near = points.filter(({ x }) => Math.abs(x - centre) <= Math.max(1, reach));
  let [n, s2, s4, y0, y1, y2] = [0, 0, 0, 0, 0, 0];
  let s1 = 0;
  let s3 = 0;
  for (const { x, y } of near) {
    const t = x - centre;
    n += 1;
    s1 += t;
    s2 += t * t;
    s3 += t * t * t;
    s4 += t * t * t * t;
    y0 += y;
    y1 += t * y;
    y2 += t * t * y;
  }
  // Normal equations of y = c + b·t + a·t², by Cramer's rule.
  const det = n * (s2 * s4 - s3 * s3) - s1 * (s1 * s4 - s3 * s2) + s2 * (s1 * s3 - s2 * s2);
  if (Math.abs(det) < 1e-12) return centre;
  const b = (n * (y1 * s4 - s3 * y2) - y0 * (s1 * s4 - s3 * s2) + s2 * (s1 * y2 - y1 * s2)) / det;
  const a = (n * (s2 * y2 - y1 * s3) - s1 * (s1 * y2 - y1 * s2) + y0 * (s1 * s3 - s2 * s2)) / det;
  const off = a < 0 ? -b / (2 * a) : 0;
  return centre + Math.max(-reach, Math.min(reach, off));
}

/** Crests further apart than this many times what is usual have one between them that wasn't seen. */
const MISSED_TIMES = 1.6;

/** Whether a crest between others wasn't seen: then neither turns nor pitches are known. */
function isOneMissed(at: readonly number[]): boolean {
  const gaps = at.slice(1).map((mm, index) => mm - at[index]!);
  const usual = [...gaps].sort((a, b) => a - b)[Math.floor(gaps.length / 2)]!;
  return Math.max(...gaps) > usual * MISSED_TIMES;
}

/** How many turns a twist has, by its crests and how the bar lies behind them. */
export const readTurns: LineReader = (line, seen) => {
  const crests = crestsOf(line.feature, seen);
  if (!crests) return unseen("unknown");
  const { at, perTurn, fromMm, toMm } = crests;
  if (at.length < 2 || isOneMissed(at)) return unseen("hidden");
  const perMm = slopeOf(at) / perTurn;
  const byPitch = perMm * (toMm - fromMm);
  // Lying flat behind the twist as before it, the bar has turned from flat to flat.
  const behind = widthNear(seen.bar, toMm + 6, toMm + 2, toMm + 10);
  const isFlat = behind !== null && Math.abs(behind.value - crests.flatMm) < crests.flatMm * 0.06;
  const byCrests = at.length / perTurn;
  if (isFlat && Math.abs(byCrests - byPitch) < 0.6 / perTurn)
    return { values: [byCrests], u: 0.03 };
  return { values: [byPitch], u: 0.08 };
};

/** Crests to a millimetre. */
function slopeOf(at: readonly number[]): number {
  return (at.length - 1) / (at.at(-1)! - at[0]!);
}

/** The length of each turn, from a corner to the same corner come up again. */
export const readPitch: LineReader = (line, seen) => {
  const crests = crestsOf(line.feature, seen);
  if (!crests) return unseen("unknown");
  const { at, perTurn } = crests;
  const pitches = at.slice(perTurn).map((mm, index) => mm - at[index]!);
  const count = Math.min(line.count ?? 2, pitches.length);
  if (pitches.length < 2 || isOneMissed(at)) return unseen("hidden");
  const picked = Array.from(
    { length: count },
    (_, index) => pitches[Math.round((index * (pitches.length - 1)) / Math.max(1, count - 1))]!,
  );
  return { values: picked, u: 0.16 };
};

/** How far a twist's middle lies under a straight edge laid along it. */
export const readTwistStraightness: LineReader = (line, seen) => {
  const twist = seen.bar.form.features.find(({ id }) => id === line.feature);
  if (!isKind(twist, "twist")) return unseen("unknown");
  const own = seen.bar.stations.filter(
    ({ planMm, left, right }) => planMm > twist.from && planMm < twist.to && left && right,
  );
  if (own.length < (twist.to - twist.from) * 1.4) return unseen("hidden");
  const [first, last] = [own[0]!, own.at(-1)!];
  const size = Math.hypot(last.x - first.x, last.y - first.y) || 1;
  const [dx, dy] = [(last.x - first.x) / size, (last.y - first.y) / size];
  const across = own.map(({ x, y }) => ({
    x: dx * (x - first.x) + dy * (y - first.y),
    y: -dy * (x - first.x) + dx * (y - first.y),
  }));
  const smooth = across.map((point, at) => {
    const by = Math.min(8, at, across.length - 1 - at);
    const around = across.slice(at - by, at + by + 1);
    return { x: point.x, y: around.reduce((sum, { y }) => sum + y, 0) / around.length };
  });
  const gap = Math.max(gapUnder(smooth), gapUnder(smooth.map(({ x, y }) => ({ x, y: -y }))));
  return { values: [gap], u: 0.1 };
};
