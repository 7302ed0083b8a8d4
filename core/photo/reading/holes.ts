import { featureExtent, kindOf } from "../../feature/registry";
import { fitCircle } from "../../measure/fits";
import { mmOfPlan } from "../profile";
import { isKind } from "./curves";
import { reachAlong } from "./lengths";
import { unseen, type LineReader, type Opening, type Seen } from "./reading";

/** An opening this far from where the plan has it is another, mm, or this share of its way along. */
const NEAR_MM = 15;

/** What is hidden of a hole shows in how little it is a circle; its diameter is off by about this share of that. */
const HIDDEN_SHARE = 0.8;

/** The opening that is a feature's: the nearest to where the plan has it, nearer to it than to any other's. */
function openingOf(feature: string | undefined, seen: Seen): Opening | null {
  const { features, bar } = seen.bar.form;
  const pierced = features.filter((one) => kindOf(one).pierces);
  const middleOf = (one: (typeof pierced)[number]) => {
    const { fromMm, toMm } = featureExtent(one, bar);
    return mmOfPlan(seen.bar, (fromMm + toMm) / 2);
  };
  const own = pierced.find(({ id }) => id === feature);
  if (!own) return null;
  const near = seen.openings.filter((opening) => {
    const off = Math.abs(opening.mm - middleOf(own));
    return (
      off < NEAR_MM &&
      pierced.every((one) => one === own || Math.abs(opening.mm - middleOf(one)) > off)
    );
  });
  return (
    near.sort((a, b) => Math.abs(a.mm - middleOf(own)) - Math.abs(b.mm - middleOf(own)))[0] ?? null
  );
}

const headingAt = ({ bar }: Seen, mm: number): number =>
  bar.stations.reduce((a, b) => (Math.abs(b.mm - mm) < Math.abs(a.mm - mm) ? b : a)).headingRad;

const isFromAbove = ({ bar }: Seen): boolean => bar.form.plane === "plan";

/** A hole's diameter, or its sizes along and across the bar. */
export const readDiameter: LineReader = (line, seen) => {
  if (!isFromAbove(seen)) return unseen("side");
  const opening = openingOf(line.feature, seen);
  if (!opening) return unseen("hidden");
  const feature = seen.bar.form.features.find(({ id }) => id === line.feature);
  const u = Math.hypot(seen.edgeMm, 0.05);
  if (isKind(feature, "hole") && (feature.shape ?? "round") === "round") {
    const circle = fitCircle(opening.edge);
    if (!circle || circle.rms >= 0.6) return unseen("far");
    // Seen aslant its far wall hides some of it: it is no whole circle then.
    return { values: [2 * circle.radius], u: Math.hypot(u, HIDDEN_SHARE * circle.rms) };
  }
  const heading = headingAt(seen, opening.mm);
  const isAlong = line.id.endsWith(".long") || line.id.endsWith(".length");
  const angle = isAlong ? heading : heading + Math.PI / 2;
  return { values: [reachAlong(opening.edge, Math.cos(angle), Math.sin(angle))], u };
};

/** Where a hole's middle is, along the bar from the end the plan takes it from. */
export const readHolePlace: LineReader = (line, seen) => {
  if (!isFromAbove(seen)) return unseen("side");
  const opening = openingOf(line.feature, seen);
  if (!opening) return unseen("hidden");
  const { lengthMm } = seen.bar.form.bar;
  const [a, b] = [seen.boundaries[0], seen.boundaries.at(-1)];
  if (Math.abs(line.nominal - line.atMm) < 1e-6 && a)
    return { values: [opening.mm - a.value], u: 0.08 };
  if (Math.abs(line.nominal - (lengthMm - line.atMm)) < 1e-6 && b)
    return { values: [b.value - opening.mm], u: 0.08 };
  return unseen("no-edge");
};

/** Both walls beside a hole, on the face that is seen. */
export const readWalls: LineReader = (line, seen) => {
  if (!isFromAbove(seen)) return unseen("side");
  const opening = openingOf(line.feature, seen);
  if (!opening) return unseen("hidden");
  const beside = seen.bar.stations.filter(
    ({ mm, left, right }) => Math.abs(mm - opening.mm) < 2 && left && right,
  );
  if (beside.length < 4) return unseen("hidden");
  const heading = beside[Math.floor(beside.length / 2)]!.headingRad;
  const [nx, ny] = [-Math.sin(heading), Math.cos(heading)];
  const across = ({ x, y }: { x: number; y: number }) => x * nx + y * ny;
  const mean = (values: number[]) => values.reduce((sum, one) => sum + one, 0) / values.length;
  const edges = opening.edge.map(across);
  const left = mean(beside.map((one) => across(one.left!))) - Math.max(...edges);
  const right = Math.min(...edges) - mean(beside.map((one) => across(one.right!)));
  return { values: [left, right], u: Math.hypot(seen.edgeMm, 0.05) };
};
